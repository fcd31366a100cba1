using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using SkiaSharp;

namespace Gavvet.Engraving.Output;

/// <summary>Paints a page onto a canvas: a PDF's or a picture's.</summary>
internal static class CanvasPainter
{
    public static void Paint(SKCanvas canvas, Page page)
    {
        using var paint = new SKPaint { IsAntialias = true };
        foreach (var primitive in page.Groups.SelectMany(group => group.Primitives))
        {
            paint.Color = Inks.Color(primitive.Ink);
            paint.Style = SKPaintStyle.Fill;
            switch (primitive)
            {
                case LinePrimitive line:
                    paint.Style = SKPaintStyle.Stroke;
                    paint.StrokeWidth = line.Thickness;
                    canvas.DrawLine(line.X1, line.Y1, line.X2, line.Y2, paint);
                    break;
                case GlyphPrimitive glyph:
                    using (var font = MusicFont.Font(glyph.Space))
                    using (var run = Run([MusicFont.GlyphId(glyph.Glyph)], [SKPoint.Empty], font))
                        canvas.DrawText(run, glyph.X, glyph.Y, paint);
                    break;
                case TextPrimitive text:
                    using (var font = new SKFont(TextFace.Of(text.Text.Style).Typeface, text.Text.Size) { Subpixel = true, Hinting = SKFontHinting.None, LinearMetrics = true })
                    using (var run = Run(text.Text.Glyphs.AsSpan(), [.. text.Text.Offsets.Select(x => new SKPoint(x, 0))], font))
                        canvas.DrawText(run, text.X, text.Y, paint);
                    break;
                case RectanglePrimitive { Box: var box } rectangle:
                    paint.Style = rectangle.Thickness == 0 ? SKPaintStyle.Fill : SKPaintStyle.Stroke;
                    paint.StrokeWidth = rectangle.Thickness;
                    canvas.DrawRoundRect(box.Left, box.Top, box.Width, box.Height, rectangle.Radius, rectangle.Radius, paint);
                    break;
                case SlurPrimitive slur:
                    using (var path = Path(slur))
                        canvas.DrawPath(path, paint);
                    break;
                default:
                    throw new ArgumentException($"No painting for {primitive.GetType().Name}.");
            }
        }
    }

    private static SKTextBlob Run(ReadOnlySpan<ushort> glyphs, ReadOnlySpan<SKPoint> places, SKFont font)
    {
        using var builder = new SKTextBlobBuilder();
        builder.AddPositionedRun(glyphs, font, places);
        return builder.Build()!;
    }

    private static SKPath Path(SlurPrimitive slur)
    {
        var p = slur.Outline;
        using var path = new SKPathBuilder();
        path.MoveTo(p[0].X, p[0].Y);
        path.CubicTo(p[1].X, p[1].Y, p[2].X, p[2].Y, p[3].X, p[3].Y);
        path.CubicTo(p[4].X, p[4].Y, p[5].X, p[5].Y, p[6].X, p[6].Y);
        path.Close();
        return path.Detach();
    }
}
