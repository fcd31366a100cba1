using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Gavvet.Exchange;

/// <summary>Lessons as an iCalendar file (RFC 5545): an event a lesson, for the whole day, so that no clock change moves it.</summary>
public static class LessonCalendar
{
    private static readonly DateTimeOffset Beginning = new(2020, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>The calendar. A lesson is the same event wherever the plan moves it: one that a calendar has already is changed there
    /// and not added once more.</summary>
    /// <param name="id">What tells the calendar from others, as a class's id.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="lessons">Each day with what is taught, in the order of the plan.</param>
    /// <param name="now">When it is written.</param>
    public static string Write(string id, string name, IReadOnlyList<(DateOnly Day, string Topic)> lessons, DateTimeOffset now)
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
                    Start = new CalDateTime(day),
                    End = new CalDateTime(day.AddDays(1)),
                    Uid = $"lesson-{number}-{Gavvet.Theory.StableHash.Of(id):x16}@gavvet",
                    // What is written later stands over what was written before.
                    Sequence = (int)(now - Beginning).TotalMinutes,
                    DtStamp = new CalDateTime(now.UtcDateTime, "UTC"),
                    // A lesson on the whole day does not make the day busy.
                    Transparency = TransparencyType.Transparent,
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }
}
