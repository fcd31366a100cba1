using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws lines to write on, side by side while they fit.</summary>
internal static class AnswerLineSetter
{
    private const int LineGap = 6_000;

    /// <summary>The least width in which all lines stand in one row and can still be written on.</summary>
    public static int LeastWidth(AnswerLinesFigure figure, PageMetrics metrics) =>
        figure.Lines.Sum(line => Words(line.Before, metrics) + Least(line.Room, metrics) + Words(line.After, metrics))
        + ((figure.Lines.Length - 1) * LineGap);

    public static SetFigure Set(AnswerLinesFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var places = ImmutableArray.CreateBuilder<Box>();
        var (x, row) = (0, 0);
        var rules = Rules(figure, metrics, width);
        for (var i = 0; i < figure.Lines.Length; i++)
        {
            var line = figure.Lines[i];
            var before = Words(line.Before, metrics);
            var after = Words(line.After, metrics);
            var rule = Math.Min(rules[i], width - before - after);
            if (x > 0 && x + before + rule + after > width)
                (x, row) = (0, row + 1);
            var baseline = ((row + 1) * metrics.WritingLine) - (metrics.Body / 3);
            var start = x + before;
            if (line.Before.Length > 0)
                primitives.AddRange(TextSetter.Line(line.Before, TextStyle.Regular, metrics.Body, x, baseline));
            var below = baseline + (metrics.Body / 5);
            primitives.Add(new LinePrimitive(Role.Rule, Ink.Given, start, below, start + rule, below, metrics.RuleThickness));
            places.Add(new Box(start, below - metrics.Body, start + rule, below));
            if (line.After.Length > 0)
                primitives.AddRange(
                    TextSetter.Line(line.After, TextStyle.Regular, metrics.Body, start + rule + (metrics.Body / 2), baseline)
                );
            foreach (var mark in marks.Where(mark => mark.Mark is LineMark written && written.Line == i))
                primitives.AddRange(Written(((LineMark)mark.Mark).Text, mark.Ink, start, (rule, width - start), baseline, metrics));
            x = start + rule + after + LineGap;
        }

        return new SetFigure((row + 1) * metrics.WritingLine, primitives.ToImmutable())
        {
            Anchors = new FigureAnchors(places.ToImmutable(), []),
        };
    }

    private static IEnumerable<Primitive> Written(
        string text,
        Ink ink,
        int start,
        (int Rule, int Edge) room,
        int baseline,
        PageMetrics metrics
    )
    {
        var style = ink == Ink.Answer ? TextStyle.BoldItalic : TextStyle.Regular;
        // In a narrow place the words are set smaller rather than past the line, as long as they can be read.
        var width = TextSetter.Width(text, style, metrics.Body);
        var size = width > room.Rule ? (int)((long)metrics.Body * room.Rule / width) : metrics.Body;
        if (size >= PageMetrics.SmallestText)
            return TextSetter.Line(text, style, size, start + (Math.Max(0, room.Rule - width) / 6), baseline, ink);
        // Then on two lines above the rule, and where it takes more, as far as the page goes.
        var lines = TextSetter.Wrap(text, style, PageMetrics.SmallestText, room.Rule);
        if (lines.Length > 2)
            lines = TextSetter.Wrap(text, style, PageMetrics.SmallestText, Math.Max(room.Rule, room.Edge));
        return TextSetter.Stacked(lines, style, PageMetrics.SmallestText, start, baseline, ink);
    }

    private static int Words(string text, PageMetrics metrics) =>
        text.Length == 0 ? 0 : TextSetter.Width(text, TextStyle.Regular, metrics.Body) + (metrics.Body / 2);

    // Where all lines have room in one row when they are a little shorter, they are.
    private static int[] Rules(AnswerLinesFigure figure, PageMetrics metrics, int width)
    {
        int[] full = [.. figure.Lines.Select(line => Rule(line.Room, metrics))];
        int[] least = [.. figure.Lines.Select(line => Least(line.Room, metrics))];
        var missing = LeastWidth(figure, metrics) - least.Sum() + full.Sum() - width;
        var spare = full.Sum() - least.Sum();
        return missing <= 0 || missing > spare
            ? full
            : [.. full.Zip(least, (rule, shortest) => rule - (int)((long)(rule - shortest) * missing / spare))];
    }

    private static int Least(AnswerRoom room, PageMetrics metrics) => Rule(room, metrics) * (room == AnswerRoom.SevenNames ? 85 : 72) / 100;

    private static int Rule(AnswerRoom room, PageMetrics metrics) =>
        room switch
        {
            AnswerRoom.Number => 16_000,
            AnswerRoom.Name => metrics.LargePrint ? 45_000 : 34_000,
            _ => metrics.LargePrint ? 110_000 : 82_000,
        };
}
