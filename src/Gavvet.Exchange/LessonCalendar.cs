using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Gavvet.Exchange;

/// <summary>Lessons as an iCalendar file (RFC 5545): an event a lesson, at its hour by the clocks of the place, or for the whole day;
/// no clock change moves either.</summary>
public static class LessonCalendar
{
    private static readonly DateTimeOffset Beginning = new(2020, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>The calendar. A lesson is the same event wherever the plan moves it: one that a calendar has already is changed there
    /// and not added once more.</summary>
    /// <param name="id">What tells the calendar from others, as a class's id.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="lessons">Each day with what is taught, in the order of the plan.</param>
    /// <param name="now">When it is written.</param>
    /// <param name="hours">When a lesson begins and how long it is, or null for the whole day.</param>
    public static string Write(
        string id,
        string name,
        IReadOnlyList<(DateOnly Day, string Topic)> lessons,
        DateTimeOffset now,
        LessonHours? hours = null
    )
    {
        var calendar = new Calendar { ProductId = "-//Gavvet//Lessons//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        foreach (var ((day, topic), number) in lessons.Select((lesson, i) => (lesson, i + 1)))
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Summary = topic,
                    Description = name,
                    // Without a zone it is the hour the clocks show (RFC 5545, 3.3.5, form 1).
                    Start = hours is null ? new CalDateTime(day) : new CalDateTime(day, hours.At),
                    End = hours is null ? new CalDateTime(day.AddDays(1)) : EndOf(day, hours),
                    Uid = $"lesson-{number}-{Gavvet.Theory.StableHash.Of(id):x16}@gavvet",
                    // What is written later stands over what was written before.
                    Sequence = (int)(now - Beginning).TotalMinutes,
                    DtStamp = new CalDateTime(now.UtcDateTime, "UTC"),
                    // A lesson on the whole day does not make the day busy.
                    Transparency = hours is null ? TransparencyType.Transparent : TransparencyType.Opaque,
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static CalDateTime EndOf(DateOnly day, LessonHours hours)
    {
        var end = day.ToDateTime(hours.At).AddMinutes(hours.Minutes);
        return new CalDateTime(DateOnly.FromDateTime(end), TimeOnly.FromDateTime(end));
    }
}

/// <summary>When lessons are.</summary>
/// <param name="At">When one begins, by the clocks of the place.</param>
/// <param name="Minutes">How long it is.</param>
public sealed record LessonHours(TimeOnly At, int Minutes)
{
    /// <summary>Minutes of a lesson where they are not said (common practice, no source).</summary>
    public const int UsualMinutes = 45;
}
