using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the other tonics whose scale has the same notes.</summary>
public sealed class SameNotes : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "same-notes";

    /// <inheritdoc/>
    public override string Name => "Tonics with the same notes";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Transpositions() is > 1 and < 12;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the other tonics on which the scale has the same notes by sound.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var tonics = setting.Scale.TonicsSharingNotes(setting.Tonic);
        // Those on which the same piano keys come up.
        var sounds = scale.Ascending.Select(note => note.PitchClass).ToHashSet();
        var searched = Enumerable.Range(0, 12).Where(key => key != setting.Tonic.PitchClass && scale.Type.Degrees.All(degree => sounds.Contains((((key + degree.Semitones) % 12) + 12) % 12))).ToImmutableArray();
        TwoRoutes.Agree($"the tonics that share {scale.Tonic} {scale.Type.Name}", [.. tonics.Select(note => note.PitchClass).Order()], searched);
        return WordsAnswer.Of(setting.Style.Say(tonics), new StepsWalked(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending))) with { Remarks = ["Also right: the same notes under their other names."] };
    }
}
