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

    private const string OnNotes = "notes";

    /// <inheritdoc/>
    public override ImmutableArray<KindOption> Options { get; } = [new("letters", "Letters given"), new(OnNotes, "Notes given")];

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesClefAs(string option) => option == OnNotes;

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
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Option == OnNotes
            ? "Write an accidental before each note that needs one to make the scale."
            : "Write an accidental after each letter that needs one to spell the scale.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var letters = scale.Notes(setting.Direction);
        var prompt = ScaleFacts.Prompt(setting);
        if (setting.Scaffolding == Scaffolding.Count)
            prompt += $" ({ScaleFacts.CountInWords(scale)})";
        if (setting.Option == OnNotes)
        {
            var rows = setting.Scaffolding == Scaffolding.Formula ? StaffRows.Gaps : StaffRows.None;
            ImmutableArray<Mark> heads = [.. Bare(setting, scale), .. GivenBesides(setting, scale)];
            return new Question(prompt, [new StaffFigure(setting.Clef, letters.Length, false, rows, ScaleFacts.Room(setting), heads)]);
        }

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
        IEnumerable<Mark> signs = setting.Option == OnNotes ? AddedSigns(setting, scale) : Signs(names);
        return new Answer(
            [[.. signs.Except(given)]],
            setting.Style.Say(names),
            [],
            setting.Scale.Id == ScaleTypes.Major.Id
                ?
                [
                    new LettersWritten([.. names.Select(name => name.Letter)]),
                    new StepsWalked(scale.Type, names, ScaleFacts.Steps(scale, setting.Direction)),
                    ScaleFacts.Counted(scale),
                ]
                : ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style))
        {
            Written = new WrittenScale(setting.Scale, scale),
            Remarks = setting.Option == OnNotes ? [.. ScaleFacts.RepeatedSigns(setting with { Notation = Notation.Accidentals }, scale)] : [],
        };
    }

    private static IEnumerable<Mark> Signs(ImmutableArray<NoteName> names) => names
        .Select((name, column) => new SignMark(column, name.Accidental))
        .Where(sign => sign.Accidental != Accidental.Natural);

    private static IEnumerable<Mark> AddedSigns(QuestionSetting setting, Scale scale) =>
        OnStaff(setting, scale).Where(note => note.Sign is not null).Select(note => new AddedSignMark(note));

    // The heads alone; every sign is for the student to write.
    private static IEnumerable<NoteMark> Bare(QuestionSetting setting, Scale scale) =>
        OnStaff(setting, scale).Select(note => note with { Sign = null, NaturalFirst = false });

    private static ImmutableArray<NoteMark> OnStaff(QuestionSetting setting, Scale scale) =>
        ScaleFacts.OnStaff(setting with { Notation = Notation.Accidentals, Octaves = 1 }, scale);

    private static ImmutableArray<Mark> GivenBesides(QuestionSetting setting, Scale scale) => setting.Scaffolding switch
    {
        Scaffolding.Formula => [.. ScaleFacts.StepSigns(setting.Style, scale, setting.Direction).Select((sign, column) => new GapMark(column, sign))],
        Scaffolding.Tonic when setting.Option == OnNotes => [.. AddedSigns(setting, scale).Where(mark => mark is AddedSignMark { Note.Column: 0 })],
        Scaffolding.Tonic => [.. Signs(scale.Notes(setting.Direction)).Where(mark => mark is SignMark { Column: 0 })],
        _ => [],
    };
}
