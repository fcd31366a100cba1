using System.Collections.Immutable;

namespace Gavvet.Teaching;

/// <summary>How many skills stood how at the end of a week.</summary>
/// <param name="Day">The last day of the week.</param>
/// <param name="Secure">How many were secure.</param>
/// <param name="OnceRight">How many were once right.</param>
/// <param name="Shaky">How many were shaky.</param>
public sealed record TrendWeek(DateOnly Day, int Secure, int OnceRight, int Shaky)
{
    /// <summary>How many had been met.</summary>
    public int Met => Secure + OnceRight + Shaky;

    /// <summary>The weeks from the first answer to a day, each by the standing at its end; the last of them where there are more.</summary>
    /// <param name="evidence">The evidence of a class or a student, in the order of its days.</param>
    /// <param name="day">The day.</param>
    /// <param name="most">How many weeks at most, 1 or more.</param>
    public static ImmutableArray<TrendWeek> Until(IReadOnlyCollection<Evidence> evidence, DateOnly day, int most)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(most, 1);
        var met = evidence.Where(one => one.Day <= day).ToArray();
        if (met.Length == 0)
            return [];
        const int week = 7;
        var weeks = Math.Min(most, ((day.DayNumber - met.Min(one => one.Day.DayNumber)) / week) + 1);
        return [.. Enumerable.Range(0, weeks).Reverse().Select(before => On(met, day.AddDays(-week * before)))];
    }

    private static TrendWeek On(Evidence[] evidence, DateOnly day)
    {
        var counts = Standing.On(evidence, day).CountBy(standing => standing.Is).ToDictionary();
        return new TrendWeek(
            day,
            counts.GetValueOrDefault(StandingIs.Secure),
            counts.GetValueOrDefault(StandingIs.OnceRight),
            counts.GetValueOrDefault(StandingIs.Shaky)
        );
    }
}
