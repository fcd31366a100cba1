using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;

namespace Gavvet.Printing;

/// <summary>
/// Finds in the drawing what records of before anchors do not say: the one place where a page is read by its looks. Staves,
/// heads and places for marks were drawn so by those programs.
/// </summary>
internal static class AnchorsOfOldRecords
{
    private const int RuleBeforeMarks = 3_000,
        LinesOfAStaff = 5;

    /// <summary>The anchors of a question.</summary>
    /// <param name="page">Its page with its key.</param>
    /// <param name="box">Where it stands.</param>
    /// <param name="marks">What it can earn.</param>
    public static ItemAnchors Of(PageSidesRead page, Box box, int marks)
    {
        var student = MarkedPaper.Within(page.Student, box);
        var heads = MarkedPaper
            .Within(page.Key, box)
            .OfType<GlyphPrimitive>()
            .Where(glyph => glyph.Glyph.Name.StartsWith("notehead", StringComparison.Ordinal))
            .OrderBy(glyph => glyph.X)
            .Select(glyph => glyph.InkBox);
        var number = new Box(box.Left, box.Top, box.Left, box.Top);
        return new ItemAnchors(number, MarkBefore(student, marks), [new FigureAnchors([], [.. heads]) { Staff = StaffIn(student, box) }]);
    }

    /// <summary>Where the marks of the whole paper are written.</summary>
    /// <param name="page">The first page.</param>
    /// <param name="marks">What the paper can earn.</param>
    public static MarkAnchor? TotalOf(Page page, int marks) =>
        MarkBefore(
            [.. page.Groups.SelectMany(group => group.Primitives).Where(primitive => primitive.InkBox.Top < page.Height / 4)],
            marks,
            first: true
        );

    // What was earned stands on the short rule before what there is.
    private static MarkAnchor? MarkBefore(ImmutableArray<Primitive> drawn, int marks, bool first = false)
    {
        var found = drawn.OfType<TextPrimitive>().Where(text => text.Text.Text == $"/ {marks}");
        var outOf = first ? found.FirstOrDefault() : found.LastOrDefault();
        return outOf is null ? null : new MarkAnchor(outOf.X - (outOf.Text.Size / 4) - RuleBeforeMarks, outOf.Y, outOf.Text.Size);
    }

    private static Box? StaffIn(ImmutableArray<Primitive> drawn, Box box)
    {
        int[] lines =
        [
            .. drawn
                .OfType<LinePrimitive>()
                .Where(line => line.Y1 == line.Y2 && line.X2 - line.X1 > box.Width / 3)
                .Select(line => line.Y1)
                .Distinct()
                .Order(),
        ];
        return lines.Length >= LinesOfAStaff && IsEven(lines[^LinesOfAStaff..])
            ? new Box(box.Left, lines[^LinesOfAStaff], box.Right, lines[^1])
            : null;
    }

    private static bool IsEven(int[] lines) =>
        Enumerable.Range(0, LinesOfAStaff - 1).All(i => Math.Abs(lines[i + 1] - lines[i] - (lines[1] - lines[0])) <= 2);
}
