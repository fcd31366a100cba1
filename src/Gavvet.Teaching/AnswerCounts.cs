using System.Collections.Immutable;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Teaching;

/// <summary>What a class wrote for a question, counted without names: to be gone over before all.</summary>
/// <param name="Right">Right answers.</param>
/// <param name="Empty">Answers left empty.</param>
/// <param name="Mistakes">The mistakes by name, each answer under its first, the most frequent first.</param>
/// <param name="Unnamed">Answers that are not right, without a name for what went wrong.</param>
public sealed record AnswerCounts(int Right, int Empty, ImmutableArray<(FindingCode Code, int Count)> Mistakes, int Unnamed)
{
    /// <summary>All answers counted.</summary>
    public int All => Right + Empty + Unnamed + Mistakes.Sum(mistake => mistake.Count);

    /// <summary>The counts of some markings.</summary>
    /// <param name="markings">The markings, one an answer.</param>
    public static AnswerCounts Of(IEnumerable<Marking> markings)
    {
        var all = markings.ToLookup(marking =>
            marking.IsRight ? Kind.Right
            : marking.As == MarkedAs.Blank ? Kind.Empty
            : marking.Findings.IsEmpty ? Kind.Unnamed
            : Kind.Mistake
        );
        return new AnswerCounts(
            all[Kind.Right].Count(),
            all[Kind.Empty].Count(),
            [
                .. all[Kind.Mistake]
                    .GroupBy(marking => marking.Findings[0].Code)
                    .Select(group => (group.Key, Count: group.Count()))
                    .OrderByDescending(mistake => mistake.Count)
                    .ThenBy(mistake => mistake.Key),
            ],
            all[Kind.Unnamed].Count()
        );
    }

    private enum Kind
    {
        Right,
        Empty,
        Mistake,
        Unnamed,
    }
}
