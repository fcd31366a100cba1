using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Printing;

/// <summary>Words in a column of a list.</summary>
/// <param name="Words">The words, on as many lines as they take.</param>
/// <param name="Style">How they are set.</param>
/// <param name="Left">Where the column begins, in micrometers from the list's left edge.</param>
/// <param name="Width">How wide it is.</param>
internal sealed record ListCell(string Words, TextStyle Style, int Left, int Width)
{
    /// <summary>Whether the words stand at the column's right edge.</summary>
    public bool AtTheRight { get; init; }
}

/// <summary>A list on pages: a title, then a row a line with a rule under it.</summary>
internal static class ListPages
{
    private const int Side = 17_000,
        Top = 16_000;

    private static readonly int Title = PageMetrics.Points(16);

    /// <summary>The height of the letters in a row, in micrometers.</summary>
    public static int Body { get; } = PageMetrics.Points(10);

    private static int LineHeight => Body * 13 / 10;

    /// <summary>The room between the margins, in micrometers.</summary>
    public static int Width { get; } = new PageMetrics(PageSetup.Usual).Width - (2 * Side);

    /// <summary>The pages of a list.</summary>
    /// <param name="title">What stands over it.</param>
    /// <param name="rows">The rows, each with its cells.</param>
    public static ImmutableArray<Page> Of(string title, IEnumerable<ImmutableArray<ListCell>> rows)
    {
        var metrics = new PageMetrics(PageSetup.Usual);
        var pages = new List<ImmutableArray<Primitive>.Builder> { ImmutableArray.CreateBuilder<Primitive>() };
        var heading = TextSetter.Wrap(title, TextStyle.Bold, Title, Width);
        var y = Top + Title + ((heading.Length - 1) * Title * 6 / 5);
        pages[0].AddRange(TextSetter.Stacked(heading, TextStyle.Bold, Title, Side, y));
        y += Title * 3 / 2;
        foreach (var row in rows)
        {
            var cells = row.Select(cell => (Cell: cell, Lines: TextSetter.Wrap(cell.Words, cell.Style, Body, cell.Width))).ToArray();
            var more = (cells.Max(cell => cell.Lines.Length) - 1) * LineHeight;
            if (y + more > metrics.Height - Top)
            {
                pages.Add(ImmutableArray.CreateBuilder<Primitive>());
                y = Top + Body;
            }

            foreach (var (cell, lines) in cells)
            {
                for (var line = 0; line < lines.Length; line++)
                {
                    var left = Side + cell.Left + (cell.AtTheRight ? cell.Width - TextSetter.Width(lines[line], cell.Style, Body) : 0);
                    pages[^1].AddRange(TextSetter.Line(lines[line], cell.Style, Body, left, y + (line * LineHeight)));
                }
            }

            y += more;
            pages[^1].Add(new LinePrimitive(Role.Rule, Ink.Example, Side, y + (Body / 2), Side + Width, y + (Body / 2), 100));
            y += Body * 19 / 10;
        }

        return
        [
            .. pages.Select(page => new Page(
                metrics.Width,
                metrics.Height,
                [new PageGroup(GroupKind.Furniture, default, null, page.ToImmutable())],
                []
            )),
        ];
    }
}
