using Gavvet.Engraving.Drawing;
using Gavvet.Teaching;

namespace Gavvet.Printing.Tests;

/// <summary>Pages of a term: the plan to hang up, reports for parents.</summary>
public class TermPagesTests
{
    private static readonly DateOnly Monday = new(2026, 9, 7);

    private static string Words(Page page) => string.Join(' ', Texts(page).Select(text => text.Text.Text));

    private static IEnumerable<TextPrimitive> Texts(Page page) => page.Groups.SelectMany(group => group.Primitives).OfType<TextPrimitive>();

    // Texts of one line stand apart, and all within the page.
    private static void LiesWell(Page page)
    {
        var boxes = Texts(page).Where(text => text.Text.Text.Trim().Length > 0).Select(text => text.InkBox).ToArray();
        Assert.All(boxes, box =>
            Assert.True(
                box.Left >= 10_000 && box.Right <= page.Width - 10_000 && box.Top >= 8_000 && box.Bottom <= page.Height - 8_000,
                $"{box}"
            )
        );
        for (var i = 0; i < boxes.Length; i++)
        {
            for (var j = i + 1; j < boxes.Length; j++)
                Assert.False(
                    boxes[i].Left < boxes[j].Right
                        && boxes[j].Left < boxes[i].Right
                        && boxes[i].Top < boxes[j].Bottom
                        && boxes[j].Top < boxes[i].Bottom,
                    $"{Words(page)}: {boxes[i]} {boxes[j]}"
                );
        }
    }

    [Fact]
    public void Every_shipped_course_is_hung_up_a_lesson_a_line()
    {
        foreach (var course in Course.Shipped)
        {
            var plan = LessonPlan.Of(course, Monday, [DayOfWeek.Monday, DayOfWeek.Thursday], 60, new HashSet<DateOnly>());
            var pages = PlanPage.Of(plan);
            Assert.InRange(pages.Length, 2, 2);
            Assert.All(pages, LiesWell);
            var words = string.Join(' ', pages.Select(Words));
            Assert.All(plan.Lessons, lesson =>
                Assert.Contains(
                    $"{lesson.Number} {lesson.Date.ToString("ddd d MMM yyyy", System.Globalization.CultureInfo.InvariantCulture)}",
                    words,
                    StringComparison.Ordinal
                )
            );
        }

        // A usual term is one page; a name longer than the line is shortened.
        Assert.Single(PlanPage.Of(LessonPlan.Of(Course.Shipped[0], Monday, [DayOfWeek.Monday], 14, new HashSet<DateOnly>())));
        var long1 = Course.Shipped[0] with
        {
            Name = new string('m', 200),
            Topics = [Course.Shipped[0].Topics[0] with { Name = new string('w', 100), Keys = [.. NoteName.All] }],
        };
        Assert.All(PlanPage.Of(LessonPlan.Of(long1, Monday, [DayOfWeek.Monday], 3, new HashSet<DateOnly>())), LiesWell);
    }

    [Fact]
    public void A_report_is_one_page_with_what_is_secure_and_next_and_no_marks()
    {
        var report = new Report(
            ["writes the major scale on C and G"],
            ["knows the key signature of major on F"],
            ["writes the harmonic minor scale on D"],
            ["Relative minors"]
        );
        var page = Assert.Single(ReportPage.Of("Mira", "Hazelmoor strings · 27 November 2026", report));
        LiesWell(page);
        var words = Words(page);
        foreach (
            var said in new[]
            {
                "Mira",
                "Hazelmoor strings",
                "Secure",
                "– Writes the major scale on C and G",
                "Right so far",
                "Practiced next",
                "– Writes the harmonic minor",
                "Coming in class",
                "From the teacher",
                "two days at least a week apart",
            }
        )
            Assert.Contains(said, words, StringComparison.Ordinal);
        Assert.DoesNotContain("of 4", words, StringComparison.Ordinal);
        Assert.Equal(5, page.Groups.SelectMany(group => group.Primitives).OfType<LinePrimitive>().Count());
    }

    [Fact]
    public void A_report_of_nothing_says_so_and_a_long_one_goes_on()
    {
        var nothing = Words(Assert.Single(ReportPage.Of("Bo", "Class", new Report([], [], [], []))));
        Assert.Contains("Nothing has been marked yet", nothing, StringComparison.Ordinal);
        Assert.DoesNotContain("Secure", nothing, StringComparison.Ordinal);
        var pages = ReportPage.Of(
            "Bo",
            "Class",
            new Report([.. Enumerable.Range(1, 90).Select(i => $"writes scale number {i} on every tonic there is")], [], [], [])
        );
        Assert.InRange(pages.Length, 2, 3);
        Assert.All(pages, LiesWell);
        Assert.Contains("scale number 90", string.Join(' ', pages.Select(Words)), StringComparison.Ordinal);
    }
}
