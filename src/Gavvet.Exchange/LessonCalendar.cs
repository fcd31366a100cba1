using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Gavvet.Exchange;

/// <summary>Lessons as an iCalendar file (RFC 5545): an event a lesson, for the whole day, so that no clock change moves it.</summary>
public static class LessonCalendar
{
    /// <summary>The calendar.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="lessons">Each day with what is taught.</param>
    public static string Write(string name, IReadOnlyList<(DateOnly Day, string Topic)> lessons)
    {
        var calendar = new Calendar { ProductId = "-//Gavvet//Lessons//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        foreach (var (day, topic) in lessons)
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Summary = topic,
                    Description = name,
                    Start = new CalDateTime(day),
                    End = new CalDateTime(day.AddDays(1)),
                    // The same plan is the same file.
                    Uid = $"{day:yyyyMMdd}-{Gavvet.Theory.StableHash.Of(name + topic):x8}@gavvet",
                    DtStamp = new CalDateTime(day.Year, day.Month, day.Day, 0, 0, 0, "UTC"),
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }
}
