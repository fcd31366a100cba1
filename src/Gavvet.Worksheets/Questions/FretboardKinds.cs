using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Mark a scale on a fretboard, or tell the scale whose notes are marked.</summary>
internal static class FretboardKinds
{
    private const string Read = "read";
    private const int Frets = 4;

    public static QuestionKind FretboardScale { get; } =
        new()
        {
            Id = "fretboard-scale",
            Group = QuestionGroup.Steps,
            Uses = KindUse.Tonic | KindUse.Tuning | KindUse.ConcertPitch,
            Takes = type => !type.IsChromatic,
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank],
            Options = [new("mark"), new(Read)],
            Weight = 7,
            Instructs = (section, _) =>
                Texts.Say(section.Option == Read ? "fretboard-scale.instruction.read" : "fretboard-scale.instruction", ("frets", Frets)),
            Pose = about => about.Option == Read ? ToRead(about) : ToMark(about),
        };

    private static PosedQuestion ToMark(QuestionSetting about)
    {
        var scale = ScaleFacts.Scale(about);
        var given =
            about.Scaffolding == Scaffolding.Tonic
                ? Dots(about, scale).Where(dot => Note(about, scale, dot) == scale.Tonic).ToImmutableArray()
                : [];
        return new PosedQuestion(new Question(ScaleFacts.Named(about), [new FretboardFigure(Strings(about), Frets, [.. given])]), () =>
            new Answer(
                about.Style,
                [
                    [.. Dots(about, scale).Except(given)],
                ],
                [new AnsweredLine(new NotesPart(scale.Ascending, AnyOrder: true))],
                FoundAsWritten(about with { Notation = Notation.Accidentals, Direction = Direction.Ascending })
            )
        );
    }

    private static PosedQuestion ToRead(QuestionSetting about)
    {
        var scale = ScaleFacts.Scale(about);
        ImmutableArray<Mark> dots =
        [
            .. Dots(about, scale)
                .Select(dot => dot with { Text = Note(about, scale, dot) == scale.Tonic ? about.Style.Say(scale.Tonic) : "" }),
        ];
        var prompt = Texts.Say("fretboard-scale.prompt", ("tonic", about.Style.Say(scale.Tonic)));
        return new PosedQuestion(
            new Question(prompt, [new FretboardFigure(Strings(about), Frets, dots), new AnswerLinesFigure(Names)]),
            () =>
            {
                // By its dots a scale is told only by sound: every scale of that sound on the tonic is right.
                var others = ScaleTypes
                    .All.Where(type => type != about.Scale && type.Up.PitchClassBits == scale.Type.Up.PitchClassBits)
                    .Select(type => new ScalePart(type, about.Tonic));
                return Lines(
                    about,
                    [
                        PrintedScaleKinds.Against(scale),
                        .. FoundAsWritten(about with { Notation = Notation.Accidentals, Direction = Direction.Ascending }),
                    ],
                    [new AnsweredLine(new ScalePart(about.Scale, about.Tonic), [.. others])],
                    figures: 1
                );
            }
        );
    }

    private static ImmutableArray<DotMark> Dots(QuestionSetting about, Scale scale) =>
        FretboardDots.Of(scale, about.Style, about.Tuning, Frets);

    private static NoteName Note(QuestionSetting about, Scale scale, DotMark dot) => FretboardDots.Note(scale, about.Tuning, dot);

    private static ImmutableArray<string> Strings(QuestionSetting about) => [.. about.Tuning.Select(pitch => about.Style.Say(pitch.Name))];
}
