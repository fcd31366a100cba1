using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Add the missing accidentals to the letters or the notes of a scale.</summary>
internal static class AccidentalKinds
{
    private const string OnNotes = "notes";

    public static QuestionKind AddAccidentals { get; } =
        new()
        {
            Id = "add-accidentals",
            Group = QuestionGroup.Scales,
            Uses = KindUse.Tonic | KindUse.Direction,
            Takes = AnyScale,
            Options = [new("letters"), new(OnNotes, PrintsStaff: true)],
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Formula, Scaffolding.Count, Scaffolding.Tonic, Scaffolding.Blank],
            Instructs = (section, style) =>
                StepSigns.With(
                    section,
                    style,
                    Texts.Say(section.Option == OnNotes ? "add-accidentals.instruction.notes" : "add-accidentals.instruction")
                ),
            Pose = about =>
            {
                var scale = ScaleFacts.Scale(about);
                var prompt =
                    about.Scaffolding == Scaffolding.Count
                        ? $"{ScaleFacts.Prompt(about)} ({ScaleFacts.CountInWords(about, scale)})"
                        : ScaleFacts.Prompt(about);
                return new PosedQuestion(new Question(prompt, [Printed(about, scale)]), () => Signed(about, scale));
            },
        };

    private static Figure Printed(QuestionSetting about, Scale scale)
    {
        var names = scale.Notes(about.Direction);
        var formula = about.Scaffolding == Scaffolding.Formula;
        // The heads alone, each the plain letter of its place; every sign is for the student to write.
        return about.Option == OnNotes
            ? new StaffFigure(
                about.Clef,
                names.Length,
                false,
                formula ? StaffRows.Gaps : StaffRows.None,
                ScaleFacts.Room(about),
                [
                    .. OnStaff(about, scale)
                        .Select(note => new NoteMark(
                            note.Column,
                            Pitch.At(new NoteName(note.Pitch.Name.Letter), note.Pitch.StaffStep),
                            null
                        )),
                    .. Help(about, scale),
                ]
            )
            : new LetterLineFigure(
                names.Length,
                formula,
                [.. names.Select((name, column) => new LabelMark(column, about.Style.Say(name.Letter))), .. Help(about, scale)]
            );
    }

    private static Answer Signed(QuestionSetting about, Scale scale)
    {
        var names = scale.Notes(about.Direction);
        ImmutableArray<WorkingStep> working = about.Scale.IsMajor
            ?
            [
                new LettersWritten([.. names.Select(name => name.Letter)]),
                new StepsWalked(scale.Type, names, ScaleFacts.Steps(scale, about.Direction)),
                ScaleFacts.Counted(scale),
            ]
            : FoundAsWritten(about with { Notation = Notation.Accidentals });
        return new Answer(
            about.Style,
            [
                [.. Signs(about, scale).Except(Help(about, scale))],
            ],
            [new AnsweredLine(new NotesPart(names))],
            working
        )
        {
            Written = new WrittenScale(about.Scale, scale) { Fill = LineFill.Signs },
            Remarks = about.Option == OnNotes ? [.. ScaleFacts.RepeatedSigns(about with { Notation = Notation.Accidentals }, scale)] : [],
        };
    }

    private static IEnumerable<Mark> Signs(QuestionSetting about, Scale scale) =>
        about.Option == OnNotes
            ? OnStaff(about, scale).Where(note => note.Sign is not null).Select(note => new AddedSignMark(note))
            : scale
                .Notes(about.Direction)
                .Select((name, column) => new SignMark(column, name.Accidental))
                .Where(sign => sign.Accidental != Accidental.Natural);

    private static ImmutableArray<NoteMark> OnStaff(QuestionSetting about, Scale scale) =>
        ScaleFacts.OnStaff(about with { Notation = Notation.Accidentals, Octaves = 1 }, scale);

    private static ImmutableArray<Mark> Help(QuestionSetting about, Scale scale) =>
        about.Scaffolding switch
        {
            Scaffolding.Formula =>
            [
                .. ScaleFacts.StepSigns(about.Style, scale, about.Direction).Select((sign, column) => new GapMark(column, sign)),
            ],
            Scaffolding.Tonic => [.. Signs(about, scale).Where(mark => mark is SignMark { Column: 0 } or AddedSignMark { Note.Column: 0 })],
            _ => [],
        };
}
