using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>A hand at the keyboard.</summary>
public enum Hand
{
    /// <summary>The right hand.</summary>
    Right,

    /// <summary>The left hand.</summary>
    Left,
}

/// <summary>
/// The usual fingers of major and minor scales on a keyboard (from memory, common practice; books differ in a few of
/// them). A scale has one thumb-under every three or four notes, and the fourth finger once an octave.
/// </summary>
public static class KeyboardFingering
{
    // A hand's line for tonics of these pitch classes: the first finger, the fingers of the seven degrees when the scale
    // goes on, and the last finger. Ascending; coming down the same fingers return.
    private static readonly ImmutableArray<Line> Lines =
    [
        new(Hand.Right, "major", "0 2 4 7 9 11", 1, "1231234", 5),
        new(Hand.Right, "major", "5", 1, "1234123", 4),
        new(Hand.Right, "major", "10", 2, "4123123", 4),
        new(Hand.Right, "major", "3", 3, "3123412", 3),
        new(Hand.Right, "major", "8", 3, "3412312", 3),
        new(Hand.Right, "major", "1", 2, "2312341", 2),
        new(Hand.Right, "major", "6", 2, "2341231", 2),
        new(Hand.Left, "major", "0 2 4 5 7 9", 5, "1432132", 1),
        new(Hand.Left, "major", "11", 4, "1321432", 1),
        new(Hand.Left, "major", "6", 4, "4321321", 4),
        new(Hand.Left, "major", "1 3 8 10", 3, "3214321", 3),
        new(Hand.Right, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "0 2 4 7 9 11", 1, "1231234", 5),
        new(Hand.Right, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "5", 1, "1234123", 4),
        new(Hand.Right, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "10", 2, "4123123", 4),
        new(Hand.Right, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "3", 3, "3123412", 3),
        new(Hand.Right, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "8", 3, "3412312", 3),
        new(Hand.Right, "natural-minor harmonic-minor", "1 6", 3, "3412312", 3),
        new(Hand.Right, "melodic-minor melodic-minor-one-way", "1 6", 2, "2312341", 2),
        new(Hand.Left, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "0 2 4 5 7 9", 5, "1432132", 1),
        new(Hand.Left, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "11", 4, "1321432", 1),
        new(Hand.Left, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "6", 4, "4321321", 4),
        new(Hand.Left, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "1", 3, "3214321", 3),
        new(Hand.Left, "harmonic-minor melodic-minor melodic-minor-one-way", "8", 3, "3214321", 3),
        new(Hand.Left, "natural-minor", "8", 3, "3213214", 3),
        new(Hand.Left, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "3", 2, "2143213", 2),
        new(Hand.Left, "natural-minor harmonic-minor melodic-minor melodic-minor-one-way", "10", 2, "2132143", 2),
    ];

    /// <summary>The fingers from the lowest note up, 1 the thumb; null for scales that have no usual fingers.</summary>
    /// <param name="type">The scale type; of a melodic minor the line going up.</param>
    /// <param name="tonic">The tonic; enharmonic tonics lie on the same keys.</param>
    /// <param name="hand">Which hand.</param>
    /// <param name="octaves">How many octaves, at least one.</param>
    public static ImmutableArray<int>? Of(ScaleType type, NoteName tonic, Hand hand, int octaves)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(octaves, 1);
        if (type.IsChromatic)
            return Chromatic(tonic, hand, octaves);
        if (Lines.FirstOrDefault(line => line.Hand == hand && line.Holds(type, tonic)) is not { } found)
            return null;
        int[] run = [.. Enumerable.Repeat(found.Degrees.Select(finger => finger - '0'), octaves).SelectMany(fingers => fingers)];
        return [found.First, .. run.Skip(1), found.Last];
    }

    // The third finger on every black key, the thumb on white ones, the second where two white keys meet (common practice, from memory).
    private static ImmutableArray<int> Chromatic(NoteName tonic, Hand hand, int octaves)
    {
        const string right = "131312313131",
            left = "131321313132";
        return
        [
            .. Enumerable
                .Range(tonic.PitchClass, (12 * octaves) + 1)
                .Select(key =>
                    (hand, key % 12) switch
                    {
                        (Hand.Right, 0) when key != tonic.PitchClass => 2,
                        (Hand.Right, var place) => right[place] - '0',
                        (_, var place) => left[place] - '0',
                    }
                ),
        ];
    }

    private sealed record Line(Hand Hand, string Types, string Tonics, int First, string Degrees, int Last)
    {
        public bool Holds(ScaleType type, NoteName tonic) =>
            Types.Split(' ').Contains(type.Id) && Tonics.Split(' ').Contains($"{tonic.PitchClass}");
    }
}
