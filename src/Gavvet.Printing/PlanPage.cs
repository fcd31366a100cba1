using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;

namespace Gavvet.Printing;

/// <summary>A plan to hang up: a lesson a line, with its day, its topic and its keys.</summary>
public static class PlanPage
{
    private const int Side = 17_000, Top = 16_000, DateWidth = 34_000;

    private static readonly int Title = PageMetrics.Points(16), Body = PageMetrics.Points(10), Small = PageMetrics.Points(9);

    /// <summary>The pages; one for a usual term.</summary>
    /// <param name="plan">The plan.</param>
    public static ImmutableArray<Page> Of(LessonPlan plan)
    {
        var metrics = new PageMetrics(Worksheets.Sheets.PageSetup.Usual);
        var width = metrics.Width - (2 * Side);
        var pages = new List<ImmutableArray<Primitive>.Builder> { ImmutableArray.CreateBuilder<Primitive>() };
        pages[0].AddRange(TextSetter.Line(TextSetter.Shortened(plan.Course.Name, TextStyle.Bold, Title, width), TextStyle.Bold, Title, Side, Top + Title));
        var y = Top + (Title * 5 / 2);
        foreach (var lesson in plan.Lessons)
        {
            if (y > metrics.Height - Top)
            {
                pages.Add(ImmutableArray.CreateBuilder<Primitive>());
                y = Top + Body;
            }

            var line = pages[^1];
            var keys = string.Join(' ', lesson.Topic.Keys.Select(key => $"{Theory.NoteText.Parse(key)}"));
            var keysWidth = Math.Min(TextSetter.Width(keys, TextStyle.Regular, Small), width / 3);
            line.AddRange(TextSetter.Line($"{lesson.Number}", TextStyle.Bold, Body, Side, y));
            line.AddRange(TextSetter.Line(lesson.Date.ToString("ddd d MMM yyyy", CultureInfo.InvariantCulture), TextStyle.Regular, Body, Side + (Body * 2), y));
            line.AddRange(TextSetter.Line(TextSetter.Shortened(lesson.Topic.Name, TextStyle.Regular, Body, width - DateWidth - (Body * 2) - keysWidth), TextStyle.Regular, Body, Side + DateWidth + (Body * 2), y));
            line.AddRange(TextSetter.Line(TextSetter.Shortened(keys, TextStyle.Regular, Small, width / 3), TextStyle.Regular, Small, Side + width - keysWidth, y));
            line.Add(new LinePrimitive(Role.Rule, Ink.Example, Side, y + (Body / 2), Side + width, y + (Body / 2), 100));
            y += Body * 19 / 10;
        }

        return [.. pages.Select(page => new Page(metrics.Width, metrics.Height, [new PageGroup(GroupKind.Furniture, default, null, page.ToImmutable())], []))];
    }
}
