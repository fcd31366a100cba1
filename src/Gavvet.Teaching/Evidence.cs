using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Teaching;

/// <summary>Where an answer was written.</summary>
public enum EvidenceSource
{
    /// <summary>On paper, and marked.</summary>
    Paper,

    /// <summary>In a practice, where it was judged at once and help could be had.</summary>
    Practice,
}

/// <summary>One answer as evidence of what a student can do.</summary>
/// <param name="Student">The student.</param>
/// <param name="Day">When it was written.</param>
/// <param name="Skill">The skill it is evidence of, in the key the student read.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there were.</param>
/// <param name="IsRight">Whether all of it was right.</param>
/// <param name="Findings">The mistakes by name.</param>
public sealed record Evidence(
    string Student,
    DateOnly Day,
    Skill Skill,
    double Marks,
    int Of,
    bool IsRight,
    ImmutableArray<FindingCode> Findings
)
{
    /// <summary>Where it was written.</summary>
    public EvidenceSource Source { get; init; }

    /// <summary>The part it was read in, or null for concert pitch.</summary>
    public Instrument? Part { get; init; }

    /// <summary>The tonic at concert pitch, where a part reads another; otherwise null.</summary>
    public NoteName? Sounds { get; init; }

    /// <summary>The skill as it sounds, the same for all parts.</summary>
    public Skill Sounding => Sounds is { } tonic ? Skill with { Tonic = tonic } : Skill;

    /// <summary>Whether nothing was written.</summary>
    public bool IsBlank { get; init; }

    /// <summary>What was asked; null where its skill alone is known, which is enough for standing and not for asking the like
    /// again.</summary>
    public Asked? What { get; init; }

    /// <summary>The load of the item; 0 where it is not known.</summary>
    public int Load { get; init; }

    /// <summary>The evidence an answer is.</summary>
    /// <param name="student">The student.</param>
    /// <param name="day">When it was marked.</param>
    /// <param name="skill">The skill.</param>
    /// <param name="marking">What was decided.</param>
    public static Evidence From(string student, DateOnly day, Skill skill, Marking marking) =>
        new(student, day, skill, marking.Marks, marking.Of, marking.IsRight, [.. marking.Findings.Select(finding => finding.Code)])
        {
            IsBlank = marking.As == MarkedAs.Blank,
        };

    /// <summary>The evidence of results, in the order of their days: of several markings of an item on a day the last counts. Papers of
    /// no one's own are none.</summary>
    /// <param name="results">The results, in the order they were made.</param>
    public static ImmutableArray<Evidence> From(IEnumerable<KeptResult> results) =>
        [
            .. results
                .Where(result => result.Student is not null)
                .GroupBy(result => (result.Student, result.Date, result.Version, result.Item, result.Asked))
                .Select(item => item.Last())
                .OrderBy(result => result.Date)
                .Select(result =>
                    From(result.Student!, result.Date, result.Asked.Skill, result.Marking)
                        .About(result.Asked, Instrument.Find(result.Part), result.Load)
                ),
        ];

    /// <summary>The same with what was asked.</summary>
    /// <param name="asked">What was asked.</param>
    /// <param name="part">The part it was read in, or null for concert pitch.</param>
    /// <param name="load">The load of the item.</param>
    public Evidence About(Asked asked, Instrument? part, int load) =>
        this with
        {
            What = asked.Heard(part),
            Part = part,
            Sounds = asked.Heard(part).Sounds,
            Load = load,
        };
}
