using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Add the missing accidentals to the letters of a scale.</summary>
public sealed class AddAccidentals : QuestionKind
{
    /// <inheritdoc/>
    public override string Id => "add-accidentals";

    /// <inheritdoc/>
    public override string Name => "Add the accidentals";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => true;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } =
        [Scaffolding.WorkedExample, Scaffolding.Formula, Scaffolding.Count, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) =>
        "Write an accidental after each letter that needs one to spell the scale.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var letters = scale.Notes(setting.Direction);
        var prompt = ScaleFacts.Prompt(setting);
        if (setting.Scaffolding == Scaffolding.Count)
            prompt += $" ({Told(scale)})";
        ImmutableArray<Mark> given = [.. letters.Select((name, column) => new LabelMark(column, setting.Style.Say(name.Letter))), .. GivenBesides(setting, scale)];
        return new Question(prompt, [new LetterLineFigure(letters.Length, setting.Scaffolding == Scaffolding.Formula, given)]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var names = scale.Notes(setting.Direction);
        var given = GivenBesides(setting, scale);
        return new Answer(
            [[.. Signs(names).Except(given)]],
            setting.Style.Say(names),
            [],
            setting.Scale.Id == ScaleTypes.Major.Id
                ?
                [
                    new LettersWritten([.. names.Select(name => name.Letter)]),
                    new StepsWalked(scale.Type, names, ScaleFacts.Steps(scale, setting.Direction)),
                    ScaleFacts.Counted(scale),
                ]
                : ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }

    // Sharps and flats counted apart, since other scales than major mix them.
    private static string Told(Scale scale)
    {
        var (sharps, flats) = (scale.AlteredNotes.Count(note => note.Accidental > 0), scale.AlteredNotes.Count(note => note.Accidental < 0));
        return (sharps, flats) switch
        {
            ( > 0, > 0) => $"{CountText.Signs(sharps, Accidental.Sharp)} and {CountText.Signs(flats, Accidental.Flat)}",
            ( > 0, _) => CountText.Signs(sharps, Accidental.Sharp),
            _ => CountText.Signs(flats, Accidental.Flat),
        };
    }

    private static IEnumerable<Mark> Signs(ImmutableArray<NoteName> names) => names
        .Select((name, column) => new SignMark(column, name.Accidental))
        .Where(sign => sign.Accidental != Accidental.Natural);

    private static ImmutableArray<Mark> GivenBesides(QuestionSetting setting, Scale scale) => setting.Scaffolding switch
    {
        Scaffolding.Formula => [.. ScaleFacts.StepSigns(setting.Style, scale, setting.Direction).Select((sign, column) => new GapMark(column, sign))],
        Scaffolding.Tonic => [.. Signs(scale.Notes(setting.Direction)).Where(mark => mark is SignMark { Column: 0 })],
        _ => [],
    };
}
