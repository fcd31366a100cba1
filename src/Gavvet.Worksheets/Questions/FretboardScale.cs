using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Mark a scale on a fretboard, or tell the scale whose notes are marked.</summary>
public sealed class FretboardScale : QuestionKind
{
    private const string Read = "read";
    private const int Frets = 4;

    /// <inheritdoc/>
    public override string Id => "fretboard-scale";

    /// <inheritdoc/>
    public override string Name => "The fretboard";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override bool UsesTuning => true;

    /// <inheritdoc/>
    public override bool IsTransposed => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override ImmutableArray<KindOption> Options { get; } = [new("mark", "Mark the notes"), new(Read, "Name the scale marked")];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Steps;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override int Weight => 7;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Id != "chromatic";
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Option == Read
            ? $"Every note of a scale is marked from the open strings to fret {Frets}. Name the scale on the tonic given."
            : $"Mark every note of the scale from the open strings to fret {Frets}, and write its name in the dot.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        if (setting.Option == Read)
        {
            ImmutableArray<Mark> dots = [.. Dots(setting, scale).Select(dot => dot with { Text = Note(setting, scale, dot) == scale.Tonic ? setting.Style.Say(scale.Tonic) : "" })];
            return new Question($"On {setting.Style.Say(scale.Tonic)}", [new FretboardFigure(Strings(setting), Frets, dots), new AnswerLinesFigure([new AnswerLine("", "", AnswerRoom.SevenNames)])]);
        }

        return new Question(ScaleFacts.Named(setting), [new FretboardFigure(Strings(setting), Frets, setting.Scaffolding == Scaffolding.Tonic ? [.. Tonics(setting, scale)] : [])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var working = ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style);
        if (setting.Option != Read)
            return new Answer([[.. Dots(setting, scale).Except(setting.Scaffolding == Scaffolding.Tonic ? Tonics(setting, scale) : [])]], setting.Style.Say(scale.Ascending), [], working);
        // By its dots a scale is told only by sound: every scale of that sound on the tonic is right.
        var name = setting.Style.Say(setting.Scale, setting.Tonic);
        var others = ScaleTypes.All.Where(type => type != setting.Scale && type.Up.PitchClassBits == scale.Type.Up.PitchClassBits).Select(type => setting.Style.Say(type, setting.Tonic));
        return new Answer([[], [new LineMark(0, name)]], name, [.. others.Concat(ScaleFacts.OtherNames(setting))], working);
    }

    private static ImmutableArray<DotMark> Dots(QuestionSetting setting, Scale scale) => FretboardDots.Of(scale, setting.Style, setting.Tuning, Frets);

    private static IEnumerable<DotMark> Tonics(QuestionSetting setting, Scale scale) => Dots(setting, scale).Where(dot => Note(setting, scale, dot) == scale.Tonic);

    private static NoteName Note(QuestionSetting setting, Scale scale, DotMark dot) => FretboardDots.Note(scale, setting.Tuning, dot);

    private static ImmutableArray<string> Strings(QuestionSetting setting) => [.. setting.Tuning.Select(pitch => setting.Style.Say(pitch.Name))];
}
