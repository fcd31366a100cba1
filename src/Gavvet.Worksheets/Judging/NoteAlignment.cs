using System.Collections.Immutable;

namespace Gavvet.Worksheets.Judging;

/// <summary>Which written note stands for which note of a line that is meant.</summary>
internal static class NoteAlignment
{
    // A half mark weighs more than all that only makes one pairing likelier than another.
    private const int Half = 1_000;
    private const int Slip = Explanation.Mark * Half;
    private const int Gap = Slip + 3;
    private const int Like = Slip + 1;
    private const int Unlike = Slip + 5;
    private const int MostAskew = 4 * Slip;

    /// <summary>Pairs of places in the two lines, from the start; −1 where a note has no partner.</summary>
    /// <param name="meant">The line that is meant.</param>
    /// <param name="written">The notes written.</param>
    /// <param name="wrongName">What a wrong name with the right sound costs, in halves of a mark.</param>
    /// <param name="most">What is unlike may cost at most, in halves of a mark.</param>
    /// <returns>The pairs, or null where what is unlike costs more.</returns>
    public static ImmutableArray<(int Meant, int Written)>? Align(
        Explanation meant,
        ReadOnlySpan<ReadNote> written,
        int wrongName,
        int most
    )
    {
        var inOrder = written.Length == meant.Notes.Length ? InOrderCost(meant, written, wrongName) : int.MaxValue;
        // A note left out and one too many are two slips already.
        if (inOrder <= 2 * Slip)
            return inOrder / Half > most ? null : InOrder(written.Length);
        // A line that stands for the one asked place by place is never shifted: mended towards the one asked, it would cost more.
        if (inOrder < int.MaxValue && !meant.Instead.IsEmpty)
            return inOrder / Half > most ? null : InOrder(written.Length);
        if (Explanation.Mark * (inOrder < int.MaxValue ? 2 : Math.Abs(written.Length - meant.Notes.Length)) > most)
            return null;
        if (
            inOrder < int.MaxValue
            && LeastAskew(meant, written, wrongName, inOrder) is var askew
            && (askew >= MostAskew || askew > inOrder)
        )
            return inOrder / Half > most ? null : InOrder(written.Length);
        var (rows, columns) = (meant.Notes.Length + 1, written.Length + 1);
        var cost = rows * columns <= 4_096 ? stackalloc int[rows * columns] : new int[rows * columns];
        for (var i = rows - 1; i >= 0; i--)
        {
            for (var j = columns - 1; j >= 0; j--)
            {
                cost[(i * columns) + j] = (i == rows - 1, j == columns - 1) switch
                {
                    (true, true) => 0,
                    (true, false) => cost[(i * columns) + j + 1] + Gap,
                    (false, true) => cost[((i + 1) * columns) + j] + Gap,
                    _ => Math.Min(
                        cost[((i + 1) * columns) + j + 1] + Unlikeness(meant, i, in written[j], wrongName),
                        Math.Min(cost[((i + 1) * columns) + j], cost[(i * columns) + j + 1]) + Gap
                    ),
                };
            }
        }

        if (Math.Min(inOrder, cost[0]) / Half > most)
            return null;
        var pairs = ImmutableArray.CreateBuilder<(int, int)>(Math.Max(rows, columns));
        for (var (i, j) = (0, 0); i < rows - 1 || j < columns - 1; )
        {
            var here = cost[(i * columns) + j];
            if (
                i < rows - 1
                && j < columns - 1
                && here == cost[((i + 1) * columns) + j + 1] + Unlikeness(meant, i, in written[j], wrongName)
            )
                pairs.Add((i++, j++));
            else if (i < rows - 1 && here == cost[((i + 1) * columns) + j] + Gap)
                pairs.Add((i++, -1));
            else
                pairs.Add((-1, j++));
        }

        if (written.Length != meant.Notes.Length || (IsOneSlipAndBack(pairs) && cost[0] < MostAskew))
            return cost[0] / Half > most ? null : pairs.ToImmutable();
        return inOrder / Half > most ? null : InOrder(written.Length);
    }

    // The least cost with one note left out and one too many, what lies between them being one place off.
    private static int LeastAskew(Explanation meant, ReadOnlySpan<ReadNote> written, int wrongName, int inOrder)
    {
        var least = int.MaxValue;
        var (leftOutFirst, tooManyFirst) = (0, 0);
        var before = Unlikeness(meant, 0, in written[0], wrongName);
        for (var i = 1; i < written.Length; i++)
        {
            var here = Unlikeness(meant, i, in written[i], wrongName);
            leftOutFirst = Math.Min(i == 1 ? 0 : leftOutFirst, -before) + Unlikeness(meant, i, in written[i - 1], wrongName) - here;
            tooManyFirst = Math.Min(i == 1 ? 0 : tooManyFirst, -before) + Unlikeness(meant, i - 1, in written[i], wrongName) - here;
            least = Math.Min(least, Math.Min(leftOutFirst, tooManyFirst));
            before = here;
        }

        return inOrder + (2 * Gap) + least;
    }

    private static int InOrderCost(Explanation meant, ReadOnlySpan<ReadNote> written, int wrongName)
    {
        var cost = 0;
        for (var i = 0; i < written.Length; i++)
            cost += Unlikeness(meant, i, in written[i], wrongName);
        return cost;
    }

    // Where the count is right each note stands for the one at its place, unless one left out and one too many explain nearly all.
    private static bool IsOneSlipAndBack(ImmutableArray<(int Meant, int Written)>.Builder pairs) =>
        pairs.Count(pair => pair.Meant < 0) == 1;

    private static ImmutableArray<(int Meant, int Written)> InOrder(int length)
    {
        var pairs = ImmutableArray.CreateBuilder<(int, int)>(length);
        for (var i = 0; i < length; i++)
            pairs.Add((i, i));
        return pairs.MoveToImmutable();
    }

    private static int Unlikeness(Explanation meant, int place, in ReadNote written, int wrongName)
    {
        var note = meant.Notes[place];
        if (written.Name == note || (!meant.Instead.IsEmpty && written.Name == meant.Instead[place]))
            return 0;
        if (written.HeldOver && written.Unheld == note)
            return 1;
        return written.Name.PitchClass == note.PitchClass ? (wrongName * Half) + 2
            : written.Name.Letter == note.Letter ? Like
            : Unlike;
    }
}
