namespace Gavvet.Teaching;

/// <summary>How fast a teacher marks, and so how long what waits will take.</summary>
/// <param name="Seconds">Seconds from one answer to the next.</param>
public sealed record MarkingPace(double Seconds)
{
    // Before anything is known: what one key an answer takes (common practice, no source).
    private const double Usual = 8;

    // A longer gap is a pause.
    private const double LongestGap = 120;

    // What was marked together was decided at once, and says nothing of one answer.
    private const double ShortestGap = 0.5;
    private const int FewestGaps = 20;

    /// <summary>The pace of the last markings: the middle one of their gaps, pauses and what was marked together left out; a usual one where few are known.</summary>
    /// <param name="times">When answers were marked, in any order.</param>
    public static MarkingPace Of(IEnumerable<DateTimeOffset> times)
    {
        DateTimeOffset[] ordered = [.. times.Order()];
        double[] gaps =
        [
            .. ordered
                .Zip(ordered.Skip(1), (one, next) => (next - one).TotalSeconds)
                .Where(gap => gap is >= ShortestGap and <= LongestGap)
                .Order(),
        ];
        return new MarkingPace(gaps.Length < FewestGaps ? Usual : gaps[gaps.Length / 2]);
    }

    /// <summary>Minutes for some answers, a begun one counted whole.</summary>
    /// <param name="answers">How many answers.</param>
    public int MinutesFor(int answers) => (int)Math.Ceiling(answers * Seconds / 60);
}
