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
        var calendar = Calendar.Load(Written(Lessons))!;
        Assert.Equal(Lessons, calendar.Events.Select(lesson => (DateOnly.FromDateTime(lesson.Start!.Value), lesson.Summary!)).Order());
        Assert.All(calendar.Events, lesson => Assert.False(lesson.Start!.HasTime));
        Assert.All(calendar.Events, lesson => Assert.Equal(lesson.Start!.Value.AddDays(1), lesson.End!.Value));
        Assert.Equal(Lessons.Length, calendar.Events.Select(lesson => lesson.Uid).Distinct().Count());
    }

    // A holiday moves every lesson after it, and a topic is changed: the same events, with a higher number, so that a calendar which has
    // them changes them.
    [Fact]
    public void A_plan_that_moved_is_the_same_events_of_a_later_writing()
    {
        var before = Calendar.Load(Written(Lessons))!.Events.OrderBy(lesson => lesson.Uid).ToArray();
        var moved = Lessons.Select(lesson => (lesson.Item1.AddDays(7), lesson.Item2 + ", again")).ToArray();
        var after = Calendar.Load(Written(moved, 1))!.Events.OrderBy(lesson => lesson.Uid).ToArray();
        Assert.Equal(before.Select(lesson => lesson.Uid), after.Select(lesson => lesson.Uid));
        Assert.All(before.Zip(after), pair => Assert.True(pair.Second.Sequence > pair.First.Sequence));
        Assert.All(before.Zip(after), pair => Assert.Equal(pair.First.Start!.Value.AddDays(7), pair.Second.Start!.Value));
        Assert.Empty(
            before
                .Select(lesson => lesson.Uid)
                .Intersect(Calendar.Load(LessonCalendar.Write("b", "Hazelmoor strings", Lessons, Now))!.Events.Select(lesson => lesson.Uid))
        );
        Assert.All(before, lesson => Assert.Equal(TransparencyType.Transparent, lesson.Transparency));
        Assert.All(before, lesson => Assert.Equal(Now.UtcDateTime, lesson.DtStamp!.Value));
    }

    private static readonly DateTimeOffset Now = new(2026, 10, 1, 18, 0, 0, TimeSpan.Zero);

    private static string Written((DateOnly, string)[] lessons, int hours = 0) =>
        LessonCalendar.Write("a", "Hazelmoor strings", lessons, Now.AddHours(hours));

    [Fact]
    public void A_lesson_at_its_hour_is_at_the_hour_of_the_clocks_there_and_makes_the_time_busy()
    {
        var text = LessonCalendar.Write("a", "Hazelmoor strings", Lessons, Now, new LessonHours(new TimeOnly(23, 30), 45));
        var first = Calendar.Load(text)!.Events[0];
        Assert.Equal((Lessons[0].Item1, new TimeOnly(23, 30)), (first!.Start!.Date, first.Start.Time));
        Assert.Null(first.Start.TzId);
        // The lesson is over on the next day.
        Assert.Equal((Lessons[0].Item1.AddDays(1), new TimeOnly(0, 15)), (first.End!.Date, first.End.Time));
        Assert.Contains("TRANSP:OPAQUE", text, StringComparison.Ordinal);
        Assert.Equal(
            Calendar.Load(LessonCalendar.Write("a", "Hazelmoor strings", Lessons, Now))!.Events.Select(lesson => lesson.Uid),
            Calendar.Load(text)!.Events.Select(lesson => lesson.Uid)
        );
    }
}
