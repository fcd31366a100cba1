using System.Collections.Immutable;

namespace Gavvet.Teaching;

/// <summary>A day of a term.</summary>
/// <param name="Date">The day.</param>
/// <param name="Meets">Whether the class meets on this day of the week, within the term.</param>
/// <param name="IsHoliday">Whether it is without lessons.</param>
/// <param name="Lesson">Its lesson, or null.</param>
/// <param name="Topic">The place of the lesson's topic in the course, from 0; null where there is no lesson, or the course is gone over
/// again.</param>
public sealed record TermDay(DateOnly Date, bool Meets, bool IsHoliday, Lesson? Lesson, int? Topic)
{
    /// <summary>Whether its topic begins here.</summary>
    public bool Begins { get; init; }

    /// <summary>Whether its topic ends here.</summary>
    public bool Ends { get; init; }
}

/// <summary>A plan as a calendar: its weeks, each from Monday to Sunday.</summary>
/// <param name="Weeks">The weeks, from that of the first day to that of the last lesson.</param>
public sealed record TermCalendar(ImmutableArray<ImmutableArray<TermDay>> Weeks)
{
    private const int Week = 7;

    /// <summary>The calendar of a plan.</summary>
    /// <param name="plan">The plan with its lessons.</param>
    /// <param name="kept">What it was laid from.</param>
    /// <exception cref="FormatException">Its holidays cannot be read.</exception>
    public static TermCalendar Of(LessonPlan plan, ClassPlan kept)
    {
        var holidays = LessonPlan.ReadHolidays(kept.Holidays);
        var lessons = plan.Lessons.ToDictionary(lesson => lesson.Date);
        int[] topics = [.. plan.Course.Topics.SelectMany((topic, place) => Enumerable.Repeat(place, topic.Lessons))];
        int? TopicOf(int lesson) => lesson >= 1 && lesson <= Math.Min(topics.Length, plan.Lessons.Length) ? topics[lesson - 1] : null;
        TermDay DayOf(DateOnly date)
        {
            var lesson = lessons.GetValueOrDefault(date);
            var topic = lesson is null ? null : TopicOf(lesson.Number);
            return new TermDay(
                date,
                kept.Days.Contains(date.DayOfWeek) && date >= kept.Start && date <= plan.Lessons[^1].Date,
                holidays.Contains(date),
                lesson,
                topic
            )
            {
                Begins = topic is not null && TopicOf(lesson!.Number - 1) != topic,
                Ends = topic is not null && TopicOf(lesson!.Number + 1) != topic,
            };
        }

        var monday = MondayOf(kept.Start);
        var weeks = ((plan.Lessons[^1].Date.DayNumber - monday.DayNumber) / Week) + 1;
        return new TermCalendar([
            .. Enumerable
                .Range(0, weeks)
                .Select(week => Enumerable.Range(0, Week).Select(day => DayOf(monday.AddDays((Week * week) + day))).ToImmutableArray()),
        ]);
    }

    private static DateOnly MondayOf(DateOnly date) => date.AddDays(-(((int)date.DayOfWeek + Week - 1) % Week));
}
