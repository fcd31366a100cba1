using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>
/// How the questions of a section stand that are answered in words: so many side by side, with the line to write on
/// beside the prompt or below it, whichever takes the least of the page. It follows from what is asked alone.
/// </summary>
/// <param name="Columns">How many stand side by side.</param>
/// <param name="AnswerLeft">Where the line begins on the prompt's row; 0 where it stands below.</param>
internal sealed record ShortRows(int Columns, int AnswerLeft)
{
    private const int MostColumns = 3;

    // White between two rows whose line has room of its own above it.
    private const int RowGap = 1_000;

    // White between a line to write on and the prompt below it, at the least.
    private const int LeastGap = 1_800;

    /// <summary>Whether prompt and line share a row.</summary>
    public bool OnOneRow => AnswerLeft > 0;

    /// <summary>White below a row.</summary>
    public int Gap(PageMetrics metrics) => OnOneRow ? RowGap : StackedGap(metrics);

    private static int StackedGap(PageMetrics metrics) => Math.Max(LeastGap, metrics.QuestionGap / 2);

    /// <summary>The best way, or null where figures are drawn and the kind says how they stand.</summary>
    /// <param name="section">The section.</param>
    /// <param name="metrics">The page's measures.</param>
    /// <param name="left">Where the marks begin in a column of a width.</param>
    public static ShortRows? Of(WorksheetSection section, PageMetrics metrics, Func<int, int> left)
    {
        if (section.Items.IsEmpty || !section.Items.All(item => item.Question.Figures is [AnswerLinesFigure or ChoicesFigure]))
            return null;
        var columns = section.ColumnsAsFit ? Enumerable.Range(1, Math.Min(MostColumns, section.Items.Length)) : [section.PerRow];
        return columns
            .SelectMany(count => Ways(section, metrics, count, left))
            .OrderBy(way => way.Height)
            .ThenBy(way => way.Rows.Columns)
            .Select(way => way.Rows)
            .FirstOrDefault();
    }

    /// <summary>The width of a column.</summary>
    public int Width(PageMetrics metrics) => WidthOf(Columns, metrics);

    // Each way that can be, with the height a question takes in it.
    private static IEnumerable<(ShortRows Rows, int Height)> Ways(
        WorksheetSection section,
        PageMetrics metrics,
        int columns,
        Func<int, int> left
    )
    {
        var width = WidthOf(columns, metrics);
        var room = left(width);
        var indent = section.Items.Max(item => QuestionSigns.Indent(item.Number, metrics));
        var prompts = section.Items.Max(item => TextSetter.Width(item.Question.Prompt, TextStyle.Regular, metrics.Body));
        if (section.Items.All(item => item.Question.Figures[0] is AnswerLinesFigure))
        {
            var start = indent + prompts + (prompts > 0 ? metrics.Body * 3 / 4 : 0);
            if (
                start + section.Items.Max(item => AnswerLineSetter.LeastWidth((AnswerLinesFigure)item.Question.Figures[0], metrics))
                <= room
            )
                yield return (new ShortRows(columns, start), (metrics.WritingLine + RowGap) / columns);
        }

        // Below each other: narrow columns only where nothing in them has to break.
        var heights = section
            .Items.Select(item =>
                (
                    Lines: TextSetter.Wrap(item.Question.Prompt, TextStyle.Regular, metrics.Body, room - indent).Length,
                    Figure: FigureSetter.Set(item.Question.Figures[0], [], Drawing.Ink.Given, metrics, width)
                )
            )
            .ToArray();
        if (
            columns == 1
            || !section.ColumnsAsFit
            || (
                heights.All(item => item.Lines <= MostColumns - columns + 1)
                && section.Items.All(item => Fits(item.Question.Figures[0], width, metrics))
            )
        )
            yield return (
                new ShortRows(columns, 0),
                (heights.Max(item => (Math.Max(1, item.Lines) * metrics.LineHeight) + item.Figure.Height) + StackedGap(metrics)) / columns
            );
    }

    private static bool Fits(Figure figure, int width, PageMetrics metrics) =>
        figure switch
        {
            AnswerLinesFigure lines => AnswerLineSetter.LeastWidth(lines, metrics) <= width,
            ChoicesFigure choices => choices.Options.All(option =>
                TextSetter.Width(option, TextStyle.BoldItalic, metrics.Body) + (metrics.Body * 2) <= width / 2
            ),
            _ => false,
        };

    private static int WidthOf(int columns, PageMetrics metrics) => (metrics.ContentWidth - ((columns - 1) * metrics.Gutter)) / columns;
}
