using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gavvet.Theory;

namespace Gavvet.Teaching;

/// <summary>One answer as evidence of what a student can do.</summary>
/// <param name="Student">The student.</param>
/// <param name="Day">When it was marked.</param>
/// <param name="What">What was asked.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there were.</param>
/// <param name="IsRight">Whether all of it was right.</param>
/// <param name="Findings">The mistakes by name.</param>
public sealed record Evidence(string Student, DateOnly Day, Asked What, int Marks, int Of, bool IsRight, ImmutableArray<string> Findings)
{
    /// <summary>Whether nothing was written.</summary>
    public bool IsBlank { get; init; }

    /// <summary>The evidence of results, in the order of their days: of several markings of an item on a day the last counts. Papers of no one's own are none.</summary>
    /// <param name="results">The results, in the order they were made.</param>
    public static ImmutableArray<Evidence> From(IEnumerable<KeptResult> results) =>
    [
        .. results.Where(result => result.Student is not null)
            .GroupBy(result => (result.Student, result.Date, result.Version, result.Item, result.Asked))
            .Select(item => item.Last())
            .OrderBy(result => result.Day)
            .Select(result => new Evidence(result.Student!, result.Day, result.Asked, result.Marks, result.Of, new Marking(result.As, result.Marks, result.Of, []).IsRight, [.. result.Findings.Select(finding => finding.Code)]) { IsBlank = result.As == MarkedAs.Blank }),
    ];
}

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
/// <param name="Group">The group of kinds of question.</param>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic.</param>
/// <param name="Is">What it amounts to.</param>
/// <param name="Last">The day of the last answer.</param>
/// <param name="Due">When it is due again: a week after a wrong answer; 1, 2, 4, 8, then 16 weeks after the first, second … day in a row that was right (spaced practice, a general rule of learning).</param>
public sealed record Standing(string Student, string Group, string Type, string Tonic, [property: JsonIgnore] StandingIs Is, DateOnly Last, DateOnly Due)
{
    private const int Week = 7, LongestWeeks = 16;

    /// <summary>Where students stand on a day; what was not met is not listed.</summary>
    /// <param name="evidence">The evidence, in the order of its days.</param>
    /// <param name="day">The day; what is later does not count yet.</param>
    public static ImmutableArray<Standing> On(IEnumerable<Evidence> evidence, DateOnly day) =>
    [
        .. evidence.Where(one => one.Day <= day).GroupBy(one => (one.Student, one.What.Group, one.What.Type, one.What.Tonic))
            .OrderBy(own => own.Key.Student, StringComparer.Ordinal).ThenBy(own => own.Key.Group, StringComparer.Ordinal).ThenBy(own => own.Key.Type, StringComparer.Ordinal).ThenBy(own => Fifths(own.Key.Tonic))
            .Select(own => From(own.Key.Student, own.Key.Group, own.Key.Type, own.Key.Tonic, [.. own])),
    ];

    /// <summary>Whether it is due on a day.</summary>
    /// <param name="day">The day.</param>
    public bool IsDue(DateOnly day) => Due <= day;

    private static Standing From(string student, string group, string type, string tonic, Evidence[] own)
    {
        var last = own[^1];
        if (!last.IsRight)
            return new Standing(student, group, type, tonic, StandingIs.Shaky, last.Day, last.Day.AddDays(Week));
        var right = own.Where(one => one.IsRight).Select(one => one.Day).ToArray();
        var isSecure = right[^1].DayNumber - right[0].DayNumber >= Week;
        // The days in a row that were right, the last one back to the last wrong answer.
        var inARow = own.Reverse().TakeWhile(one => one.IsRight).Select(one => one.Day).Distinct().Count();
        var weeks = Math.Min(LongestWeeks, 1 << Math.Min(inARow - 1, 4));
        return new Standing(student, group, type, tonic, isSecure ? StandingIs.Secure : StandingIs.OnceRight, last.Day, last.Day.AddDays(Week * weeks));
    }

    private static int Fifths(string tonic) => NoteText.TryParse(tonic, out var note) ? note.Fifths : 0;
}
