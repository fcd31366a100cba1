using Ical.Net;

namespace Gavvet.Exchange.Tests;

public class LessonCalendarTests
{
    // Over the end of summer time, a leap day and the turn of the year.
    private static readonly (DateOnly, string)[] Lessons =
    [
        (new(2026, 10, 25), "D major"),
        (new(2026, 12, 31), "Minor; forms, and \\ signs"),
        (new(2028, 2, 29), "Modes"),
    ];

    [Fact]
    public void Each_lesson_is_an_event_of_its_day_when_the_file_is_read_back()
    {
        var calendar = Calendar.Load(LessonCalendar.Write("Hazelmoor strings", Lessons))!;
        Assert.Equal(Lessons, calendar.Events.Select(lesson => (DateOnly.FromDateTime(lesson.Start!.Value), lesson.Summary!)).Order());
        Assert.All(calendar.Events, lesson => Assert.False(lesson.Start!.HasTime));
        Assert.All(calendar.Events, lesson => Assert.Equal(lesson.Start!.Value.AddDays(1), lesson.End!.Value));
        Assert.Equal(Lessons.Length, calendar.Events.Select(lesson => lesson.Uid).Distinct().Count());
    }

    [Fact]
    public void The_same_plan_is_the_same_file() =>
        Assert.Equal(LessonCalendar.Write("Hazelmoor strings", Lessons), LessonCalendar.Write("Hazelmoor strings", Lessons));
}
