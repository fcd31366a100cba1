using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>What to tell parents: what is secure and what is next, in words anyone reads, without marks and without others.</summary>
/// <param name="Secure">What is secure, a sentence a skill.</param>
/// <param name="Growing">What was right once.</param>
/// <param name="Next">What is practiced next.</param>
/// <param name="Coming">The topics that come next, or none.</param>
public sealed record Report(
    ImmutableArray<string> Secure,
    ImmutableArray<string> Growing,
    ImmutableArray<string> Next,
    ImmutableArray<string> Coming
)
{
    private const int MostTopics = 3;

    /// <summary>The report of a student, or of a class where a skill stands as it does for most.</summary>
    /// <param name="evidence">The evidence, in the order of its days: a student's, or a class's.</param>
    /// <param name="plan">The class's plan, or null.</param>
    /// <param name="style">The house style, for the names of notes.</param>
    /// <param name="day">The day.</param>
    public static Report Of(IEnumerable<Evidence> evidence, LessonPlan? plan, HouseStyle style, DateOnly day)
    {
        var skills = Standing
            .On(evidence, day)
            .GroupBy(one => one.Skill)
            .Select(skill => (Skill: skill.Key, Is: OfMost([.. skill.Select(one => one.Is)])))
            .ToArray();
        return new Report(Said(StandingIs.Secure), Said(StandingIs.OnceRight), Said(StandingIs.Shaky), Coming());

        ImmutableArray<string> Said(StandingIs standing) =>
            [
                .. skills
                    .Where(skill => skill.Is == standing)
                    .Select(skill => skill.Skill)
                    .GroupBy(skill => (skill.Group, skill.Type))
                    .OrderBy(row => row.Key.Group)
                    .ThenBy(row => ScaleTypes.All.IndexOf(row.Key.Type))
                    .Select(row =>
                        Texts.Say(
                            $"report.{FileWords.Of(row.Key.Group)}",
                            ("scale", row.Key.Type.Name),
                            (
                                "keys",
                                Texts.And([
                                    .. row.Select(skill => skill.Tonic).OrderBy(tonic => tonic.Fifths).Select(note => style.Say(note)),
                                ])
                            )
                        )
                    ),
            ];

        ImmutableArray<string> Coming() =>
            [.. (plan?.Lessons ?? []).Where(lesson => lesson.Date >= day).Select(lesson => lesson.Topic.Title).Distinct().Take(MostTopics)];
    }

    // Of a class: secure where it is so for most who met it, shaky where it is so for most, and otherwise growing.
    private static StandingIs OfMost(StandingIs[] standings) =>
        2 * standings.Count(one => one == StandingIs.Secure) > standings.Length ? StandingIs.Secure
        : 2 * standings.Count(one => one == StandingIs.Shaky) > standings.Length ? StandingIs.Shaky
        : StandingIs.OnceRight;
}
