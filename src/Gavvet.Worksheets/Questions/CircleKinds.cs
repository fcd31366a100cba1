using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Fill blank places of the circle of fifths.</summary>
internal static class CircleKinds
{
    private const int Hours = 12;
    private const string Numbered = "numbered";

    // Five places apart enough that each has a neighbor to count from.
    private static readonly int[] Blank = [0, 2, 5, 7, 10];

    public static QuestionKind CircleOfFifths { get; } =
        new()
        {
            Id = "circle-of-fifths",
            Group = QuestionGroup.Signatures,
            Uses = KindUse.None,
            Takes = Kinds.Keys,
            Scaffoldings = [Scaffolding.Blank],
            PerRow = 2,
            Weight = 6,
            Variants = _ => Hours,
            Options = [new("plain"), new(Numbered)],
            Pose = about =>
            {
                ImmutableArray<int> blank = [.. Blank.Select(place => ((about.Variant + place) % Hours) + 1).Order()];
                ImmutableArray<Mark> given = [.. Enumerable.Range(1, Hours).Except(blank).Select(hour => Written(about, hour))];
                return new PosedQuestion(
                    new Question(
                        Texts.Say(about.Scale.HasMinorThird ? "circle-of-fifths.minor" : "circle-of-fifths.major"),
                        [new CircleFigure(given, about.Option == Numbered)]
                    ),
                    () =>
                        new Answer(
                            about.Style,
                            [
                                [.. blank.Select(hour => Written(about, hour))],
                            ],
                            [new AnsweredLine(new CirclePart([.. blank.Select(hour => (hour, KeysAt(about, hour)[0].Tonic))]))],
                            [
                                Kinds.Why("circle-of-fifths.working"),
                                .. blank
                                    .Select(hour => KeysAt(about, hour)[0])
                                    .Select(key => new SignatureUsed(key, ScaleFacts.Signature(key))),
                            ]
                        )
                        {
                            Remarks =
                            [
                                .. blank
                                    .Where(hour => KeysAt(about, hour).Length > 1)
                                    .Select(hour =>
                                        Texts.Say(
                                            "circle-of-fifths.remark",
                                            (
                                                "keys",
                                                string.Join(Texts.Say("or"), KeysAt(about, hour).Select(key => about.Style.Say(key.Tonic)))
                                            )
                                        )
                                    ),
                            ],
                        }
                );
            },
        };

    // The name with fewer signs; of two with six the sharp one.
    private static HourMark Written(QuestionSetting about, int hour) => new(hour, about.Style.Say(KeysAt(about, hour)[0].Tonic));

    // By counting fifths from the top, and by the key each signature belongs to.
    private static ImmutableArray<Key> KeysAt(QuestionSetting about, int hour)
    {
        var keys = about.Scale.HasMinorThird ? Key.Minors : Key.Majors;
        ImmutableArray<Key> counted =
        [
            .. keys.Where(key => key.CirclePosition == hour).OrderBy(key => Math.Abs(key.Fifths)).ThenByDescending(key => key.Fifths),
        ];
        ImmutableArray<Key> signed =
        [
            .. new[] { hour % Hours, (hour % Hours) - Hours }
                .Where(fifths => Math.Abs(fifths) <= KeySignature.Most)
                .OrderBy(Math.Abs)
                .ThenByDescending(fifths => fifths)
                .Select(fifths => ScaleFacts.KeyOf(new KeySignature(fifths), about.Key.Mode)),
        ];
        return TwoRoutes.Agree($"the keys at {hour}", counted, signed);
    }
}
