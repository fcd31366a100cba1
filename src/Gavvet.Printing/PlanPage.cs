using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A plan to hang up: a lesson a line, with its day, its topic and its keys.</summary>
public static class PlanPage
{
    private const int DateWidth = 34_000;

    /// <summary>The pages; one for a usual term.</summary>
    /// <param name="plan">The plan.</param>
    public static ImmutableArray<Page> Of(LessonPlan plan) => ListPages.Of(plan.Course.Title, plan.Lessons.Select(Row));

    private static ImmutableArray<ListCell> Row(Lesson lesson)
    {
        var keys = string.Join(' ', lesson.Topic.Keys.Select(key => $"{key}"));
        var (number, keysWidth) = (
            ListPages.Body * 2,
            Math.Min(TextSetter.Width(keys, TextStyle.Regular, ListPages.Body), ListPages.Width / 3)
        );
        return
        [
            new ListCell($"{lesson.Number}", TextStyle.Bold, 0, number),
            new ListCell(DateText.WeekdayOfYear(lesson.Date), TextStyle.Regular, number, DateWidth),
            new ListCell(
                lesson.Topic.Title,
                TextStyle.Regular,
                number + DateWidth,
                ListPages.Width - number - DateWidth - keysWidth - ListPages.Body
            ),
            new ListCell(keys, TextStyle.Regular, ListPages.Width - keysWidth, keysWidth) { AtTheRight = true },
        ];
    }
}
