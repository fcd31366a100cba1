using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Which written note stands for which expected one.</summary>
internal static class NoteAlignment
{
    private const int Gap = 3;

    /// <summary>Pairs of places in the two lines, from the start; −1 where a note has no partner.</summary>
    public static IReadOnlyList<(int Expected, int Written)> Align(ReadOnlySpan<NoteName> expected, ReadOnlySpan<NoteName> written)
    {
        if (expected.Length == written.Length)
            return [.. Enumerable.Range(0, expected.Length).Select(i => (i, i))];
        var cost = new int[expected.Length + 1, written.Length + 1];
        for (var i = expected.Length; i >= 0; i--)
        {
            for (var j = written.Length; j >= 0; j--)
            {
                cost[i, j] = (i == expected.Length, j == written.Length) switch
                {
                    (true, true) => 0,
                    (true, false) => cost[i, j + 1] + Gap,
                    (false, true) => cost[i + 1, j] + Gap,
                    _ => Math.Min(cost[i + 1, j + 1] + Unlike(expected[i], written[j]), Math.Min(cost[i + 1, j], cost[i, j + 1]) + Gap),
                };
            }
        }

        var pairs = new List<(int, int)>();
        for (var (i, j) = (0, 0); i < expected.Length || j < written.Length;)
        {
            if (i < expected.Length && j < written.Length && cost[i, j] == cost[i + 1, j + 1] + Unlike(expected[i], written[j]))
                pairs.Add((i++, j++));
            else if (i < expected.Length && cost[i, j] == cost[i + 1, j] + Gap)
                pairs.Add((i++, -1));
            else
                pairs.Add((-1, j++));
        }

        return pairs;
    }

    // The same note, the same letter or sound, or neither.
    private static int Unlike(NoteName expected, NoteName written) =>
        expected == written ? 0 : expected.Letter == written.Letter || expected.PitchClass == written.PitchClass ? 2 : 5;
}
