namespace Gavvet.Teaching.Tests;

/// <summary>A plan as a calendar of weeks, over terms by lot: every lesson on its day, every topic from its first to its last.</summary>
public class TermCalendarTests
{
    private static readonly DateOnly Start = new(2026, 9, 9);

    private static ClassPlan PlanOf(Dice dice)
    {
        var course = Course.Shipped[dice.Next(Course.Shipped.Length)];
        DayOfWeek[] days = [.. Enumerable.Range(0, 1 + dice.Next(3)).Select(_ => (DayOfWeek)dice.Next(7)).Distinct()];
        return new ClassPlan(course.Id, Start.AddDays(dice.Next(7)), [.. days], 1 + dice.Next(course.Lessons + 5))
        {
            Holidays = string.Join(
                '\n',
                Enumerable.Range(0, dice.Next(12)).Select(_ => LessonPlan.WriteDate(Start.AddDays(dice.Next(90))))
            ),
        };
    }

    [Fact]
    public void Every_lesson_stands_on_its_day_and_every_topic_begins_and_ends_once()
    {
        for (ulong number = 1; number <= 150; number++)
        {
            var kept = PlanOf(new Dice(number));
            var plan = kept.Lay();
            var calendar = TermCalendar.Of(plan, kept);
            Assert.All(calendar.Weeks, week => Assert.Equal(DayOfWeek.Monday, week[0].Date.DayOfWeek));
            TermDay[] days = [.. calendar.Weeks.SelectMany(week => week)];
            Assert.Equal(Enumerable.Range(0, days.Length).Select(day => days[0].Date.AddDays(day)), days.Select(day => day.Date));
            Assert.Equal(plan.Lessons, days.Select(day => day.Lesson).OfType<Lesson>());
            // Never a week more than there is something in.
            Assert.Contains(calendar.Weeks[0], day => day.Date >= kept.Start);
            Assert.Contains(calendar.Weeks[^1], day => day.Lesson is not null);
            var holidays = LessonPlan.ReadHolidays(kept.Holidays);
            Assert.All(days, day =>
            {
                Assert.Equal(holidays.Contains(day.Date), day.IsHoliday);
                Assert.Equal(day.Meets && !day.IsHoliday, day.Lesson is not null);
            });
            var place = -1;
            var left = 0;
            foreach (var day in days.Where(day => day.Topic is not null))
            {
                if (left == 0)
                {
                    place++;
                    left = plan.Course.Topics[place].Lessons;
                    Assert.True(day.Begins);
                }
                else
                {
                    Assert.False(day.Begins);
                }

                left--;
                Assert.Equal((place, plan.Course.Topics[place].Name), (day.Topic, day.Lesson!.Topic.Name));
                Assert.Equal(left == 0 || day.Lesson.Number == plan.Lessons.Length, day.Ends);
            }
        }
    }

    [Fact]
    public void A_day_is_turned_and_nothing_else_changes()
    {
        const string typed = "# the autumn\n21 December 2026 .. 3 January 2027 # Christmas\n2026-10-12\n";
        var before = LessonPlan.ReadHolidays(typed);
        for (var day = new DateOnly(2026, 10, 1); day < new DateOnly(2027, 2, 1); day = day.AddDays(1))
        {
            var turned = LessonPlan.TurnHoliday(typed, day);
            Assert.Equal(before.SymmetricExcept([day]), LessonPlan.ReadHolidays(turned));
            Assert.Equal(before, LessonPlan.ReadHolidays(LessonPlan.TurnHoliday(turned, day)));
            Assert.Contains("# the autumn", turned, StringComparison.Ordinal);
            Assert.Contains("# Christmas", turned, StringComparison.Ordinal);
        }
    }
}
