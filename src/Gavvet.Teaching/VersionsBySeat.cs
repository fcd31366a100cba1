using System.Collections.Immutable;

namespace Gavvet.Teaching;

/// <summary>Which version each student gets, so that neighbors never hold the same.</summary>
public static class VersionsBySeat
{
    /// <summary>
    /// The version of each student, from 0. By row and seat those beside, before and behind one another differ, and with
    /// four versions or more those aslant too; students without a seat take turns in the order of the roster.
    /// </summary>
    /// <param name="students">The students.</param>
    /// <param name="versions">How many versions there are, 1 or more.</param>
    public static ImmutableArray<int> Of(IReadOnlyList<Student> students, int versions)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(versions, 1);
        var turn = 0;
        return [.. students.Select(student => student.Seat is { } seat ? By(seat, versions) : turn++ % versions)];
    }

    // A row further on begins two versions later, so that with four or more no two seats that touch are alike; with two, one.
    private static int By(Seat seat, int versions) => ((seat.Row * (versions == 2 ? 1 : 2)) + seat.Number) % versions;
}
