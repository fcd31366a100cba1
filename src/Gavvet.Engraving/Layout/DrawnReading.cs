using Gavvet.Engraving.Drawing;
using Gavvet.Worksheets.Verifying;

namespace Gavvet.Engraving.Layout;

/// <summary>Reads a drawn figure back by measuring: which heads a ring, slur or bracket is at, and where dots lie.</summary>
internal static class DrawnReading
{
    private const int LinesOfAStaff = 5;

    /// <summary>What stands in the figure, found from its ink alone.</summary>
    public static DrawnMarks Of(IReadOnlyCollection<Primitive> ink) =>
        ink.Any(primitive => primitive.Role == Role.StaffLine) ? Staff(ink)
        : ink.Any(primitive => primitive.Role == Role.FretLine) ? Fretboard(ink)
        : DrawnMarks.None;

    private static DrawnMarks Staff(IReadOnlyCollection<Primitive> ink)
    {
        int[][] systems =
        [
            .. ink.OfType<LinePrimitive>().Where(line => line.Role == Role.StaffLine).Select(line => line.Y1).Order().Chunk(LinesOfAStaff),
        ];
        var space = systems[0][1] - systems[0][0];
        LinePrimitive[] ledgers = [.. ink.OfType<LinePrimitive>().Where(line => line.Role == Role.Ledger)];
        // A head between two staves belongs to the one its ledger lines lead to.
        int SystemAt(int x, int y) =>
            Enumerable
                .Range(0, systems.Length)
                .OrderBy(system => Math.Abs(systems[system][2] - y))
                .First(system => LeadTo(systems[system], x, y));
        bool LeadTo(int[] staff, int x, int y)
        {
            var (edge, away) = y > staff[^1] ? (staff[^1], 1) : (staff[0], -1);
            return Enumerable
                .Range(1, Math.Max(0, ((away * (y - edge)) + (space / 4)) / space))
                .All(k => ledgers.Any(line => line.X1 < x && line.X2 > x && Math.Abs(line.Y1 - edge - (away * k * space)) < space / 4));
        }

        var columns = ink.OfType<GlyphPrimitive>()
            .Where(glyph => glyph.Role == Role.Notehead)
            .Select(glyph => (System: SystemAt(Center(glyph.InkBox).X, glyph.Y), X: Center(glyph.InkBox).X, glyph.Y))
            .GroupBy(head => (head.System, X: head.X / space))
            .OrderBy(column => column.Key.System)
            .ThenBy(column => column.Key.X)
            .Select(column => (column.Key.System, column.First().X, Y: column.Max(head => head.Y)))
            .ToArray();
        // A curve hangs under the nearest head above its beginning; from the last of a staff it may lead to the next staff.
        int Over(int x, int y) =>
            Enumerable
                .Range(0, columns.Length)
                .Where(column => Math.Abs(columns[column].X - x) < space && columns[column].Y < y)
                .DefaultIfEmpty(-1)
                .MaxBy(column => column < 0 ? 0 : columns[column].Y);
        (int From, int To) Joined(int x1, int x2, int y)
        {
            var from = Over(x1, y);
            return (
                from,
                from < 0
                    ? -1
                    : Array.FindIndex(columns, column =>
                        column.System == columns[from].System ? Math.Abs(column.X - x2) < space : column.System > columns[from].System
                    )
            );
        }

        bool Holds(Box box, (int System, int X, int Y) head) =>
            head.X > box.Left && head.X < box.Right && head.Y > box.Top && head.Y < box.Bottom;
        return new DrawnMarks(
            [.. columns.Select(column => (int)Math.Round((systems[column.System][^1] - column.Y) * 2.0 / space))],
            [.. ink.OfType<SlurPrimitive>().Select(slur => Joined(slur.X1, slur.X2, slur.Y))],
            [
                .. ink.OfType<LinePrimitive>()
                    .Where(line => line.Role == Role.Slur && line.Y1 == line.Y2)
                    .Select(line => Joined(line.X1, line.X2, line.Y1)),
            ],
            [
                .. ink.Where(primitive => primitive.Role == Role.Ring)
                    .Select(ring => Array.FindIndex(columns, head => Holds(ring.InkBox, head))),
            ],
            []
        );
    }

    private static DrawnMarks Fretboard(IReadOnlyCollection<Primitive> ink)
    {
        LinePrimitive[] lines = [.. ink.OfType<LinePrimitive>().Where(line => line.Role == Role.FretLine)];
        int[] strings = [.. lines.Where(line => line.Y1 == line.Y2).Select(line => line.Y1).OrderDescending()];
        int[] frets = [.. lines.Where(line => line.X1 == line.X2).Select(line => line.X1)];
        return DrawnMarks.None with
        {
            Dots =
            [
                .. ink.Where(primitive => primitive.Role == Role.DotRim)
                    .Select(rim => Center(rim.InkBox))
                    .Select(dot => (Array.FindIndex(strings, y => Math.Abs(y - dot.Y) < 10), frets.Count(x => x < dot.X))),
            ],
        };
    }

    private static (int X, int Y) Center(Box box) => ((box.Left + box.Right) / 2, (box.Top + box.Bottom) / 2);
}
