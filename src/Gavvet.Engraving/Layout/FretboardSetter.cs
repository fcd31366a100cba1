using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws a fretboard lying down: the lowest string at the bottom, the nut a thick line, open strings before it.</summary>
internal static class FretboardSetter
{
    private const int Widest = 26_000;

    public static SetFigure Set(FretboardFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        var strings = figure.Strings.Length;
        var dot = metrics.Body * 16 / 10;
        var gap = Math.Max(dot + 600, metrics.Body * 3 / 2);
        // The names of the open strings, then their dots, then the nut.
        var names = figure.Strings.Max(name => TextSetter.Width(name, TextStyle.Regular, metrics.Body)) + (metrics.Body / 2);
        var nut = names + dot + (metrics.Body / 2);
        var fret = Math.Min(Widest, (width - nut) / figure.Frets);
        var top = gap / 2;
        var bottom = top + ((strings - 1) * gap);
        int Level(int s) => bottom - (s * gap);

        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        for (var s = 0; s < strings; s++)
        {
            primitives.AddRange(TextSetter.Line(figure.Strings[s], TextStyle.Regular, metrics.Body, 0, Level(s) + (metrics.Body / 3)));
            primitives.Add(
                new LinePrimitive(
                    Role.FretLine,
                    Ink.Given,
                    nut,
                    Level(s),
                    nut + (figure.Frets * fret),
                    Level(s),
                    metrics.RuleThickness + ((strings - s) * 25)
                )
            );
        }

        for (var i = 0; i <= figure.Frets; i++)
        {
            primitives.Add(
                new LinePrimitive(
                    Role.FretLine,
                    Ink.Given,
                    nut + (i * fret),
                    top,
                    nut + (i * fret),
                    bottom,
                    i == 0 ? 900 : metrics.RuleThickness
                )
            );
            if (i > 0)
                primitives.AddRange(
                    TextSetter.Centered(
                        $"{i}",
                        TextStyle.Regular,
                        metrics.Small,
                        nut + (i * fret) - (fret / 2),
                        bottom + (gap / 2) + metrics.Small,
                        Ink.Given
                    )
                );
        }

        foreach (var (mark, ink) in marks.Select(mark => ((DotMark)mark.Mark, mark.Ink)))
        {
            var x = mark.Fret == 0 ? names + (dot / 2) : nut + (mark.Fret * fret) - (fret / 2);
            primitives.AddRange(Dot(mark, ink, x, Level(mark.String), dot, metrics));
        }

        return new SetFigure(bottom + (gap / 2) + (metrics.Small * 2), primitives.ToImmutable());
    }

    // White with its name inside, or filled where it has none; an answer has the bolder rim and letters.
    private static IEnumerable<Primitive> Dot(DotMark mark, Ink ink, int x, int y, int size, PageMetrics metrics)
    {
        var box = new Box(x - (size / 2), y - (size / 2), x + (size / 2), y + (size / 2));
        yield return new RectanglePrimitive(Role.FretDot, mark.Text.Length > 0 ? Ink.Paper : ink, box, size / 2, 0);
        yield return new RectanglePrimitive(Role.DotRim, ink, box, size / 2, ink == Ink.Answer ? 320 : 160);
        var style = ink == Ink.Answer ? TextStyle.BoldItalic : TextStyle.Regular;
        var needed = TextSetter.Width(mark.Text, style, metrics.Body);
        var room = size * 88 / 100;
        var height = Math.Min(metrics.Body, needed > 0 ? (int)((long)metrics.Body * room / needed) : metrics.Body);
        foreach (var primitive in TextSetter.Centered(mark.Text, style, height, x, y + (height * 35 / 100), ink))
            yield return primitive is TextPrimitive text ? text with { Role = Role.DotLabel }
            : primitive is GlyphPrimitive glyph ? glyph with { Role = Role.DotLabel }
            : primitive;
    }
}
