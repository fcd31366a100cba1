using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws answers to choose from: a box before each, side by side while they fit.</summary>
internal static class ChoicesSetter
{
    // In hundredths of the body.
    private const int SmallestWords = 60;

    public static SetFigure Set(ChoicesFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        var ticked = marks
            .Where(mark => mark.Mark is TickMark)
            .ToDictionary(mark => ((TickMark)mark.Mark).Option, mark => (((TickMark)mark.Mark).Words, mark.Ink));
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var places = ImmutableArray.CreateBuilder<Box>();
        var side = metrics.Body * 9 / 10;
        // One under the other unless all stand in even columns.
        var widest = figure.Options.Max(option => TextSetter.Width(option, TextStyle.BoldItalic, metrics.Body)) + (side * 2) + metrics.Body;
        var columns = Math.Clamp(width / widest, 1, figure.Options.Length);
        if (columns == 3)
            columns = 2;
        var room = (width / columns) - (side * 3 / 2);
        var top = 0;
        foreach (var row in figure.Options.Select((option, i) => (Option: option, Place: i)).Chunk(columns))
        {
            var lines = 1;
            foreach (var (option, place) in row)
            {
                var x = place % columns * (width / columns);
                var baseline = top + (metrics.Body * 13 / 10);
                var box = new Box(x, baseline - side + (side / 10), x + side, baseline + (side / 10));
                places.Add(box);
                primitives.Add(
                    new RectanglePrimitive(
                        Role.TickBox,
                        marks.Length > 0 && marks[0].Ink == Ink.Example ? Ink.Example : Ink.Given,
                        box,
                        0,
                        metrics.RuleThickness
                    )
                );
                var isTicked = ticked.TryGetValue(place, out var tick);
                var (words, ink) = tick;
                if (isTicked)
                {
                    var inset = side / 5;
                    primitives.Add(
                        new RectanglePrimitive(
                            Role.Tick,
                            ink,
                            new Box(box.Left + inset, box.Top + inset, box.Right - inset, box.Bottom - inset),
                            0,
                            0
                        )
                    );
                }

                // Measured in the wider cut, so that a ticked answer breaks as it does on the student's page.
                var wrapped = TextSetter.Wrap(option, TextStyle.BoldItalic, metrics.Body, room * 24 / 25);
                for (var line = 0; line < wrapped.Length; line++)
                    primitives.AddRange(
                        TextSetter.Line(
                            wrapped[line],
                            isTicked ? TextStyle.BoldItalic : TextStyle.Regular,
                            metrics.Body,
                            x + (side * 3 / 2),
                            baseline + (line * metrics.LineHeight),
                            isTicked ? ink : Ink.Given
                        )
                    );
                lines = Math.Max(lines, wrapped.Length);
                if (isTicked && words.Length > 0)
                    primitives.AddRange(
                        Beside(
                            $": {words}",
                            ink,
                            x + (side * 3 / 2) + TextSetter.Width(wrapped[^1], TextStyle.BoldItalic, metrics.Body),
                            x + (width / columns),
                            baseline + ((wrapped.Length - 1) * metrics.LineHeight),
                            metrics
                        )
                    );
            }

            top += RowHeight(metrics) + ((lines - 1) * metrics.LineHeight);
        }

        return new SetFigure(top + (metrics.Body / 2), primitives.ToImmutable()) { Anchors = new FigureAnchors(places.ToImmutable(), []) };
    }

    // The student's page leaves no room for it, so it is as small as it must be; where it would be too small to read, the short key has it.
    private static IEnumerable<Primitive> Beside(string words, Ink ink, int left, int right, int baseline, PageMetrics metrics)
    {
        var needed = TextSetter.Width(words, TextStyle.BoldItalic, metrics.Body);
        var size = needed <= right - left ? metrics.Body : (int)((long)metrics.Body * (right - left) / needed);
        return size < metrics.Body * SmallestWords / 100 ? [] : TextSetter.Line(words, TextStyle.BoldItalic, size, left, baseline, ink);
    }

    private static int RowHeight(PageMetrics metrics) => metrics.Body * 17 / 10;
}
