using System.Collections.Immutable;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Teaching;

/// <summary>What the answers of a student in a skill and key amount to, by a rule a teacher can check by hand.</summary>
public enum StandingIs
{
    /// <summary>The last answer was wrong.</summary>
    Shaky,

    /// <summary>The last answer was right.</summary>
    OnceRight,

    /// <summary>Right on two days at least a week apart, and the last one right.</summary>
    Secure,
}

/// <summary>Where a student stands in a skill on one tonic.</summary>
/// <param name="Student">The student.</param>
/// <param name="Skill">The skill and its key.</param>
/// <param name="Is">What it amounts to.</param>
/// <param name="Last">The day of the last answer.</param>
/// <param name="Due">When it is due again: a week after a wrong answer; 1, 2, 4, 8, then 16 weeks after the first, second … day in a row
/// that was right (spaced practice, a general rule of learning).</param>
public sealed record Standing(string Student, Skill Skill, StandingIs Is, DateOnly Last, DateOnly Due)
{
    private const int Week = 7,
        LongestWeeks = 16;

    /// <summary>The skill as it sounds, the same for all parts.</summary>
    public Skill Sounding { get; init; } = Skill;

    /// <summary>Where students stand on a day; what was not met is not listed.</summary>
    /// <param name="evidence">The evidence, in the order of its days.</param>
    /// <param name="day">The day; what is later does not count yet.</param>
    public static ImmutableArray<Standing> On(IEnumerable<Evidence> evidence, DateOnly day) =>
        [
            .. evidence
                .Where(one => one.Day <= day)
                .GroupBy(one => (one.Student, one.Skill))
                .OrderBy(own => own.Key.Student, StringComparer.Ordinal)
                .ThenBy(own => FileWords.Of(own.Key.Skill.Group), StringComparer.Ordinal)
                .ThenBy(own => own.Key.Skill.Type.Id, StringComparer.Ordinal)
                .ThenBy(own => own.Key.Skill.Tonic.Fifths)
                .Select(own => From(own.Key.Student, own.Key.Skill, [.. own]) with { Sounding = own.Last().Sounding }),
        ];

    /// <summary>Whether it is due on a day.</summary>
    /// <param name="day">The day.</param>
    public bool IsDue(DateOnly day) => Due <= day;

    private static Standing From(string student, Skill skill, Evidence[] own)
    {
        var last = own[^1];
        if (!last.IsRight)
            return new Standing(student, skill, StandingIs.Shaky, last.Day, last.Day.AddDays(Week));
        var right = own.Where(one => one.IsRight).Select(one => one.Day).ToArray();
        var isSecure = right[^1].DayNumber - right[0].DayNumber >= Week;
        // The days in a row that were right, the last one back to the last wrong answer.
        var inARow = own.Reverse().TakeWhile(one => one.IsRight).Select(one => one.Day).Distinct().Count();
        var weeks = Math.Min(LongestWeeks, 1 << Math.Min(inARow - 1, 4));
        return new Standing(student, skill, isSecure ? StandingIs.Secure : StandingIs.OnceRight, last.Day, last.Day.AddDays(Week * weeks));
    }
}
