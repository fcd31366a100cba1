namespace Gavvet.Teaching.Tests;

/// <summary>Dates as teachers write them; what could be two is none.</summary>
public class DateReadingTests
{
    [Theory]
    [InlineData("2026-12-24")]
    [InlineData("24.12.2026")]
    [InlineData("24. 12. 2026")]
    [InlineData(" 24 December 2026 ")]
    [InlineData("24 Dec 2026")]
    [InlineData("December 24, 2026")]
    [InlineData("Dec 24 2026")]
    [InlineData("24/12/2026")]
    [InlineData("12/24/2026")]
    public void A_date_is_read(string typed)
    {
        Assert.True(DateReading.TryRead(typed, out var day));
        Assert.Equal(new DateOnly(2026, 12, 24), day);
    }

    [Theory]
    [InlineData("3/4/2026")]
    [InlineData("24.13.2026")]
    [InlineData("30 February 2026")]
    [InlineData("24.12.26")]
    [InlineData("tomorrow")]
    [InlineData("")]
    [InlineData(null)]
    public void What_is_no_date_or_could_be_two_is_none(string? typed) => Assert.False(DateReading.TryRead(typed, out _));

    [Fact]
    public void The_same_day_and_month_in_either_order_is_one_date()
    {
        Assert.True(DateReading.TryRead("4/4/2026", out var day));
        Assert.Equal(new DateOnly(2026, 4, 4), day);
    }

    [Theory]
    [InlineData("2026-12-21..2027-01-03")]
    [InlineData("21.12.2026 – 3.1.2027")]
    [InlineData("21 December 2026 - 3 January 2027 # winter")]
    [InlineData("21 Dec 2026 to 3 Jan 2027")]
    public void Holidays_are_a_stretch_with_dots_a_dash_or_a_word_between(string line)
    {
        var days = LessonPlan.ReadHolidays(line);
        Assert.Equal(14, days.Count);
        Assert.Equal((new DateOnly(2026, 12, 21), new DateOnly(2027, 1, 3)), (days.Min(), days.Max()));
    }

    [Fact]
    public void The_hour_of_a_lesson_is_read_and_kept_with_the_plan_and_a_template_leaves_what_was_of_its_year()
    {
        Assert.Equal(new TimeOnly(14, 30), LessonPlan.ReadHour("14:30"));
        Assert.Equal(new TimeOnly(9, 5), LessonPlan.ReadHour(" 9.05 "));
        Assert.Null(LessonPlan.ReadHour(""));
        Assert.Contains(
            "14:30",
            Assert.Throws<FormatException>(() => LessonPlan.ReadHour("half past two")).Message,
            StringComparison.Ordinal
        );
        var plan = new ClassPlan("string-class", new DateOnly(2026, 9, 1), [DayOfWeek.Monday], 10)
        {
            Holidays = "2026-12-21",
            At = new TimeOnly(14, 30),
            Minutes = 50,
            Left = ["D major: high second finger"],
        };
        Assert.Equal((plan.At, plan.Minutes), (ClassPlan.Read(plan.Write()).At, ClassPlan.Read(plan.Write()).Minutes));
        Assert.Throws<FormatException>(() => (plan with { Minutes = 4 }).Lay());
        var next = plan.AsTemplate(new DateOnly(2027, 9, 1));
        Assert.Equal(("string-class", new DateOnly(2027, 9, 1), "", plan.At), (next.CourseId, next.Start, next.Holidays, next.At));
        Assert.Empty(next.Left);
    }
}
