using Gavvet.Engraving.Drawing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Verifying;

namespace Gavvet.Engraving.Layout;

/// <summary>Whether the figures of a question can be drawn with its answer: nothing touches that may not, nothing runs out of its
/// room.</summary>
public static class FigureCheck
{
    // What a page leaves white beside a figure; a slur or ledger may reach into it.
    private const int Tolerance = 2_000;

    /// <summary>The question drawn with its answer: what is wrong with the ink, and what stands where.</summary>
    public static DrawnQuestion Draw(Question question, Answer answer, PageSetup setup, int perRow)
    {
        var metrics = new PageMetrics(setup);
        var width = (metrics.ContentWidth - ((perRow - 1) * metrics.Gutter)) / perRow;
        var drawn = question
            .Figures.Zip(answer.Marks, (figure, marks) =>
                (Figure: figure, Set: FigureSetter.Set(figure, marks, Ink.Answer, metrics, width))
            )
            .ToArray();
        return new DrawnQuestion(
            drawn.Select(one => Problem(one.Figure, one.Set, width)).FirstOrDefault(problem => problem is not null),
            [.. drawn.Select(one => DrawnReading.Of(one.Set.Primitives))]
        );
    }

    /// <summary>What is wrong, or null.</summary>
    public static string? Problem(Question question, Answer answer, PageSetup setup, int perRow) =>
        Draw(question, answer, setup, perRow).Problem;

    private static string? Problem(Figure figure, SetFigure set, int width)
    {
        var page = new Page(width, set.Height, [new PageGroup(GroupKind.Furniture, default, null, set.Primitives)], []);
        if (Overlaps.Find(page) is [var (first, second), ..])
            return $"{first.Role} {first.InkBox} touches {second.Role} {second.InkBox} in a {figure.GetType().Name}.";
        var outside = set.Primitives.FirstOrDefault(primitive =>
            primitive.InkBox.Left < -Tolerance
            || primitive.InkBox.Right > width + Tolerance
            || primitive.InkBox.Bottom > set.Height + Tolerance
            || primitive.InkBox.Top < -Tolerance
        );
        return outside is null
            ? null
            : $"{outside.Role} {outside.InkBox} runs out of a {figure.GetType().Name} {width} wide and {set.Height} high.";
    }
}
