using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Mark a scale on a keyboard.</summary>
public sealed class KeyboardScale : QuestionKind
{
    private const int WhiteKeys = 14;

    /// <inheritdoc/>
    public override string Id => "keyboard-scale";

    /// <inheritdoc/>
    public override string Name => "Mark the keyboard";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Steps;

    /// <inheritdoc/>
    public override bool IsTransposed => false;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Mark each key of the scale from tonic to tonic, and write the name of its note.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        ImmutableArray<Mark> given = setting.Scaffolding == Scaffolding.Tonic ? [Keys(setting)[0]] : [];
        return new Question(ScaleFacts.Named(setting), [new KeyboardFigure(new Pitch(new NoteName(Letter.C), 4), WhiteKeys, given)]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        ScaleFacts.Steps(scale, Direction.Ascending);
        var keys = Keys(setting);
        return ScaleFacts.WholeScale(
            setting with { Direction = Direction.Ascending },
            scale,
            [[.. keys.Skip(setting.Scaffolding == Scaffolding.Tonic ? 1 : 0)]],
            setting.Style.Say(scale.Ascending),
            ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }

    // In the octave that begins on the keyboard: C♭ sounds below its own C, B♯ on the next.
    private static ImmutableArray<KeyMark> Keys(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var octave = Enumerable.Range(3, 3).First(octave => new Pitch(scale.Tonic, octave).Semitones is >= 48 and < 60);
        return [.. scale.Pitches(Direction.Ascending, new Pitch(scale.Tonic, octave)).Select(pitch => new KeyMark(pitch.Semitones, setting.Style.Say(pitch.Name)))];
    }
}
