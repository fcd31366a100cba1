using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws a line of letters with room for an accidental after each, and steps in the gaps below.</summary>
internal static class LetterLineSetter
{
    public static SetFigure Set(LetterLineFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        var size = metrics.Body * 3 / 2;
        // The widest letter, so that an accidental stands equally far from every letter's start, the accidental and some air; a line that
        // is too long goes on below.
        var letterRoom = Math.Max(
            size * 4 / 5,
            figure
                .Given.OfType<LabelMark>()
                .Select(label => TextSetter.Width(label.Text, TextStyle.Regular, size) + (size / 8))
                .DefaultIfEmpty(0)
                .Max()
        );
        var narrowest = letterRoom + (size * 6 / 5);
        var fitting = Math.Max(1, width / narrowest);
        var rows = (figure.Columns + fitting - 1) / fitting;
        var perRow = (figure.Columns + rows - 1) / rows;
        var column = Math.Min(width / perRow, 22_000);
        var gapRoom = figure.Gaps ? metrics.LineHeight : 0;
        var rowHeight = Math.Max(metrics.WritingLine, size * 2) + gapRoom;

        int Left(int i) => i % perRow * column;
        int Baseline(int i) => (i / perRow * rowHeight) + (rowHeight - gapRoom) - (size / 2);
        IEnumerable<Primitive> Draw(InkedMark mark) =>
            mark.Mark switch
            {
                LabelMark label => TextSetter.Line(
                    label.Text,
                    TextStyle.Regular,
                    size,
                    Left(label.Column),
                    Baseline(label.Column),
                    mark.Ink
                ),
                SignMark sign => TextSetter.Line(
                    sign.Accidental.Sign(),
                    TextStyle.Regular,
                    size * (mark.Ink == Ink.Answer ? 6 : 5) / 5,
                    Left(sign.Column) + letterRoom,
                    Baseline(sign.Column),
                    mark.Ink
                ),
                GapMark gap => TextSetter.Centered(
                    gap.Text,
                    mark.Ink == Ink.Answer ? TextStyle.BoldItalic : TextStyle.Regular,
                    metrics.Body,
                    Left(gap.Column) + (letterRoom / 2) + (column / 2),
                    Baseline(gap.Column) + (size / 2) + metrics.Body,
                    mark.Ink
                ),
                _ => throw new ArgumentException($"A line of letters takes no {mark.Mark.GetType().Name}."),
            };

        var places = Enumerable
            .Range(0, figure.Columns)
            .Select(i => new Box(Left(i), Baseline(i) - size, Left(i) + column, Baseline(i) + (size / 2)));
        return new SetFigure(rows * rowHeight, [.. marks.SelectMany(Draw)]) { Anchors = new FigureAnchors([.. places], []) };
    }
}
