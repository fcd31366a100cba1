using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Keys near to one another: the five that differ by one sharp or flat at most.</summary>
internal static class NearKeyKinds
{
    public static QuestionKind RelatedKeys { get; } =
        InWords("related-keys", QuestionGroup.Signatures, Keys, about => OnLines(about.Style.Say(about.Key), ByMode(about.Key), () =>
            {
                var key = about.Key;
                ScaleFacts.Signature(key);
                // The relative, and on either side of the circle a key with its relative; and every key whose signature is one sign away
                // at most.
                Key Beside(int fifths) => new(NoteName.FromFifths(key.Tonic.Fifths + fifths), key.Mode);
                ImmutableArray<Key> counted = [key.Relative, Beside(1), Beside(1).Relative, Beside(-1), Beside(-1).Relative];
                var near = Key.Majors.Concat(Key.Minors).Where(other => other != key && Math.Abs(other.Fifths - key.Fifths) <= 1);
                TwoRoutes.Agree($"the keys near {key}", [.. counted.OrderBy(Place)], near.OrderBy(Place).ToImmutableArray());
                ImmutableArray<Key> same = [.. counted.Where(other => other.Mode == key.Mode)],
                    others = [.. counted.Where(other => other.Mode != key.Mode)];
                return Lines(
                    about,
                    [
                        .. counted.Select(other => new SignatureUsed(other, other.Signature)),
                        Why("related-keys.working", ("signature", key.Signature)),
                    ],
                    [new AnsweredLine(new KeysPart(same, AnyOrder: true)), new AnsweredLine(new KeysPart(others, AnyOrder: true))]
                );
            })) with
        {
            Weight = 6,
            Confuses = KindConfusions.OfNearKeys,
            Asks = (draw, _) => Math.Abs(draw.Key.Fifths) < KeySignature.Most,
        };

    private static (int, int) Place(Key key) => ((int)key.Mode, key.Fifths);

    // The two of its own mode on the first line, the three of the other on the second.
    private static ImmutableArray<AnswerLine> ByMode(Key key) =>
        [
            .. new[] { key.Mode, key.Relative.Mode }.Select(mode => new AnswerLine(
                Texts.Say(mode == KeyMode.Major ? "line.major" : "line.minor"),
                "",
                AnswerRoom.SevenNames
            )),
        ];
}
