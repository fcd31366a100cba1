using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;

namespace Gavvet.Teaching;

/// <summary>A day something was printed for a class, and the scales it asked about.</summary>
/// <param name="Day">The day.</param>
/// <param name="Scales">The scales as they sound: what several parts read is one scale.</param>
public sealed record PrintedDay(DateOnly Day, ImmutableArray<ScaleOn> Scales);

/// <summary>How a topic of a plan stands on a day.</summary>
/// <param name="Topic">The topic.</param>
/// <param name="Place">Its place in the course, from 0.</param>
/// <param name="First">The day of its first lesson.</param>
/// <param name="Last">The day of its last lesson.</param>
/// <param name="IsTaught">Whether its lessons are over and something about its scales was printed from its first lesson on.</param>
/// <param name="Shaky">Of the skills met in its scales and keys, a student each, how many are shaky.</param>
/// <param name="Met">How many were met.</param>
public sealed record TopicProgress(Topic Topic, int Place, DateOnly First, DateOnly Last, bool IsTaught, int Shaky, int Met)
{
    // Fewer answers say nothing of a class.
    private const int FewestMet = 4;

    /// <summary>Whether it went badly: taught, and half or more of what was met in it is shaky.</summary>
    public bool WentBadly => IsTaught && Met >= FewestMet && 2 * Shaky >= Met;
}

/// <summary>A place of the term on the line of fifths.</summary>
/// <param name="Scale">The scale, as it sounds.</param>
/// <param name="Day">When it comes first.</param>
/// <param name="IsTaught">Whether it was printed for the class since.</param>
public sealed record CoveredPlace(ScaleOn Scale, DateOnly Day, bool IsTaught)
{
    /// <summary>Its place on the line of fifths, a minor's with its relative major.</summary>
    public int Place => Scope.PlaceOf(Scale.Type, Scale.Tonic);
}

/// <summary>What has come of a plan by a day, from what was printed and marked.</summary>
/// <param name="Topics">Its topics in their order.</param>
/// <param name="Places">The scales and keys of the term, the earliest lesson of each.</param>
public sealed record TermProgress(ImmutableArray<TopicProgress> Topics, ImmutableArray<CoveredPlace> Places)
{
    /// <summary>The lessons that are set: something about their scales was printed from their day on and before the next lesson.</summary>
    public ImmutableHashSet<int> SetLessons { get; init; } = [];

    /// <summary>Topics that went badly and that nobody has decided about, in order.</summary>
    /// <param name="left">The names of those decided about.</param>
    public IEnumerable<TopicProgress> Undecided(IReadOnlyCollection<string> left) =>
        Topics.Where(topic => topic.WentBadly && !left.Contains(topic.Topic.Name));

    /// <summary>The progress of a plan.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="printed">What was printed for the class.</param>
    /// <param name="evidence">What was marked, in the order of its days.</param>
    /// <param name="day">The day.</param>
    public static TermProgress Of(LessonPlan plan, IReadOnlyCollection<PrintedDay> printed, IEnumerable<Evidence> evidence, DateOnly day)
    {
        var standings = Standing.On(evidence, day);
        var topics = ImmutableArray.CreateBuilder<TopicProgress>();
        var places = new Dictionary<ScaleOn, CoveredPlace>();
        var lesson = 0;
        for (var place = 0; place < plan.Course.Topics.Length && lesson < plan.Lessons.Length; place++)
        {
            var topic = plan.Course.Topics[place];
            var (first, last) = (plan.Lessons[lesson].Date, plan.Lessons[Math.Min(lesson + topic.Lessons, plan.Lessons.Length) - 1].Date);
            lesson += topic.Lessons;
            var since = printed.Where(one => one.Day >= first && one.Day <= day).SelectMany(one => one.Scales).ToHashSet();
            var own = topic.OnTonics.ToHashSet();
            var met = standings
                .Where(one => one.Last >= first && own.Contains(new ScaleOn(one.Sounding.Type, one.Sounding.Tonic)))
                .ToArray();
            topics.Add(
                new TopicProgress(
                    topic,
                    place,
                    first,
                    last,
                    last < day && since.Overlaps(own),
                    met.Count(one => one.Is == StandingIs.Shaky),
                    met.Length
                )
            );
            foreach (var scale in own)
            {
                var isPrinted = since.Contains(scale);
                if (!places.TryGetValue(scale, out var known))
                    places[scale] = new CoveredPlace(scale, first, isPrinted);
                else if (isPrinted)
                    places[scale] = known with { IsTaught = true };
            }
        }

        return new TermProgress(
            topics.ToImmutable(),
            [.. places.Values.OrderBy(covered => ScaleTypes.All.IndexOf(covered.Scale.Type)).ThenBy(covered => covered.Place)]
        )
        {
            SetLessons = [.. plan.Lessons.Where(lesson => IsSet(lesson, plan, printed)).Select(lesson => lesson.Number)],
        };
    }

    private static bool IsSet(Lesson lesson, LessonPlan plan, IReadOnlyCollection<PrintedDay> printed)
    {
        var until = plan.Lessons.Length > lesson.Number ? plan.Lessons[lesson.Number].Date : DateOnly.MaxValue;
        return printed.Any(one =>
            one.Day >= lesson.Date && one.Day < until && one.Scales.Any(scale => lesson.Topic.Scales.Contains(scale.Type))
        );
    }
}
