using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Degrees written on a staff, and the interval between two of them.</summary>
internal static class DegreeWritingKinds
{
    // Three degrees a question, each beside others it is mixed up with.
    private static readonly ImmutableArray<ImmutableArray<int>> Threes =
    [
        [2, 4, 7],
        [3, 6, 5],
        [7, 2, 6],
        [4, 7, 3],
        [6, 3, 2],
        [5, 7, 4],
    ];

    // Every pair of different degrees, the lower first.
    private static readonly ImmutableArray<(int Lower, int Upper)> Pairs =
    [
        .. Enumerable.Range(1, 7).SelectMany(lower => Enumerable.Range(lower + 1, 7 - lower), (lower, upper) => (lower, upper)),
    ];

    public static QuestionKind DegreesOnStaff { get; } =
        new()
        {
            Id = "degrees-on-staff",
            Group = QuestionGroup.Degrees,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation,
            Takes = OneWaySevens,
            Weight = 6,
            Variants = _ => Threes.Length,
            Asks = (draw, style) => Threes[draw.Variant].All(place => DegreeKinds.HasName(draw with { Variant = place - 2 }, style)),
            Instructs = (section, style) =>
                Texts.Say(
                    section.Notation == Notation.Signature ? "degrees-on-staff.instruction.signature" : "degrees-on-staff.instruction",
                    ("wholeNotes", style.Words.WholeNotes)
                ),
            Pose = about =>
            {
                var places = Threes[about.Variant];
                var named = places.Select(place => about.Style.Name(about.Scale, about.Scale.Degrees[place - 1]));
                var staff = new StaffFigure(
                    about.Clef,
                    places.Length,
                    about.Notation == Notation.Signature,
                    StaffRows.None,
                    ScaleFacts.Room(about),
                    [.. SignatureOf(about)]
                )
                {
                    NotesInBar = 1,
                };
                return new PosedQuestion(
                    new Question(
                        Texts.Say("degrees-on-staff.prompt", ("scale", ScaleFacts.Named(about)), ("degrees", string.Join(", ", named))),
                        [staff]
                    ),
                    () =>
                    {
                        var scale = ScaleFacts.Scale(about);
                        var rising = scale.Pitches(Direction.Ascending, (about with { Octaves = 1 }).LowestTonic(scale));
                        ImmutableArray<NoteName> notes = [.. places.Select(place => scale.Ascending[place - 1])];
                        TwoRoutes.Agree(
                            $"the degrees of {scale.Tonic}",
                            notes,
                            [.. places.Select(place => scale.Tonic.Up(scale.Type.Degrees[place - 1].FromTonic))]
                        );
                        var heads = StaffNotes.InBars(
                            [.. places.Select(place => rising[place - 1])],
                            ScaleFacts.Printed(about),
                            about.Style,
                            1
                        );
                        return new Answer(
                            about.Style,
                            [
                                [.. heads],
                            ],
                            [new AnsweredLine(new NotesPart(notes))],
                            [
                                .. FoundAsWritten(about with { Direction = Direction.Ascending }),
                                .. places.Select(place => DegreeKinds.Counted(scale, scale.Type.Degrees[place - 1])),
                            ]
                        );
                    }
                );
            },
        };

    public static QuestionKind IntervalOfDegrees { get; } = InWords("interval-of-degrees", QuestionGroup.Chords, OneWaySevens, about =>
        {
            var (lower, upper) = Pairs[about.Variant];
            return OnLines(
                Texts.Say(
                    "interval-of-degrees.prompt",
                    ("scale", ScaleFacts.Named(about)),
                    ("lower", CountText.Ordinal(lower)),
                    ("upper", CountText.Ordinal(upper))
                ),
                OneName(),
                () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var (from, to) = (scale.Ascending[lower - 1], scale.Ascending[upper - 1]);
                    // By the steps between them, and by their names.
                    var climbed = new Interval(upper - lower, scale.Type.Steps.Skip(lower - 1).Take(upper - lower).Sum());
                    var interval = TwoRoutes.Agree($"from {from} up to {to}", climbed, Interval.Between(from, to));
                    var reason = Why(
                        "interval-of-degrees.working",
                        ("from", from),
                        ("to", to),
                        ("letters", CountText.Word(interval.Number)),
                        ("count", interval.Semitones),
                        ("interval", CountText.WithArticle(interval.Name))
                    );
                    return Line(about, [.. Found(about), reason], new IntervalsPart([interval]));
                }
            );
        }) with { Variants = _ => Pairs.Length, Confuses = KindConfusions.OfInterval };
}
