using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Worksheets.Questions;

/// <summary>
/// Two clefs with one scale written in both: at one pitch where three ledger lines are enough for it, otherwise an octave
/// apart; each time where the two together need the fewest ledger lines, the lower on a tie.
/// </summary>
/// <param name="First">The clef the scale is given in.</param>
/// <param name="Second">The clef it is written into.</param>
public readonly record struct ClefPair(Clef First, Clef Second)
{
    // A note on a fourth ledger line is counted rather than read (common practice, no source).
    private const int MostLedgerLines = 3;

    private static readonly ConcurrentDictionary<ClefPair, StaffRange> Rooms = new();

    /// <summary>The same pair from the other side.</summary>
    public ClefPair Turned => new(Second, First);

    /// <summary>The lower tonic in either clef.</summary>
    /// <param name="scale">The scale.</param>
    public (Pitch First, Pitch Second) Lowest(Scale scale)
    {
        // From either side the same way is found.
        if (First.Number > Second.Number)
        {
            var turned = Turned.Lowest(scale);
            return (turned.Second, turned.First);
        }

        var (first, second) = (First, Second);
        ImmutableArray<(Pitch First, Pitch Second)> ways =
        [
            .. Enumerable
                .Range(1, 6)
                .SelectMany(
                    octave => new[] { octave, octave - 1, octave + 1 },
                    (one, other) => (new Pitch(scale.Tonic, one), new Pitch(scale.Tonic, other))
                ),
        ];
        var shared = Fewest(ways.Where(way => way.First == way.Second));
        return Enumerable.Max([Highest(first, shared.First), Highest(second, shared.Second)]) <= MostLedgerLines
            ? shared
            : Fewest(ways.Where(way => way.First != way.Second));

        (Pitch First, Pitch Second) Fewest(IEnumerable<(Pitch First, Pitch Second)> some) =>
            some.MinBy(way => first.Ledgers(scale, way.First, 1) + second.Ledgers(scale, way.Second, 1));
        int Highest(Clef clef, Pitch lowest) =>
            scale.Pitches(Direction.Ascending, lowest).Max(pitch => Clef.LedgerLines(clef.Position(pitch)));
    }

    /// <summary>The positions on the first clef's staff that any scale may take, so that the room tells nothing of the one asked.</summary>
    public StaffRange Room => Rooms.GetOrAdd(this, static pair =>
        {
            var tonics = ScaleTypes
                .All.SelectMany(_ => Enum.GetValues<Letter>(), (type, letter) => ScaleSpelling.Spell(type, new NoteName(letter)))
                .Select(scale => pair.Lowest(scale).First)
                .ToArray();
            return new(Math.Min(0, tonics.Min(pair.First.Position)), Math.Max(8, tonics.Max(pair.First.Position) + Letters.Count));
        });
}
