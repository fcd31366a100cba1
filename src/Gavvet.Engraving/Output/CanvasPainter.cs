using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using SkiaSharp;

namespace Gavvet.Engraving.Output;

/// <summary>
/// Paints pages onto canvases: a PDF's or a picture's. Fonts are made once a painter, and signs and lines that follow one
/// another in one ink are drawn together: a page is then a tenth of the calls.
/// </summary>
internal sealed class CanvasPainter(FacePart face) : IDisposable
{
    private readonly SKPaint _paint = new() { IsAntialias = true };
    private readonly Dictionary<int, SKFont> _music = [];
    private readonly Dictionary<(TextStyle, Script, int), SKFont> _text = [];
    private readonly Dictionary<ShapedText, SKTextBlob> _runs = [];
    private readonly SKTextBlobBuilder _builder = new();
    private readonly List<ushort> _glyphs = [];
    private readonly List<SKPoint> _places = [];

    public void Paint(SKCanvas canvas, Page page)
    {
        foreach (var group in page.Groups)
        {
            var primitives = group.Primitives;
            for (var i = 0; i < primitives.Length; )
                i = Draw(canvas, primitives, i);
        }
    }

    public void Dispose()
    {
        foreach (var font in _music.Values.Concat(_text.Values))
            font.Dispose();
        foreach (var run in _runs.Values)
            run.Dispose();
        _builder.Dispose();
        _paint.Dispose();
    }

    /// <summary>Draws a primitive and those after it that go with it; says which comes next.</summary>
    private int Draw(SKCanvas canvas, ImmutableArray<Primitive> primitives, int first)
    {
        _paint.Color = Inks.Color(primitives[first].Ink);
        _paint.Style = SKPaintStyle.Fill;
        switch (primitives[first])
        {
            case LinePrimitive line:
                return Lines(canvas, primitives, first, line);
            case GlyphPrimitive glyph:
                return Glyphs(canvas, primitives, first, glyph);
            case TextPrimitive text:
                canvas.DrawText(Run(text.Text), text.X, text.Y, _paint);
                break;
            case RectanglePrimitive { Box: var box } rectangle:
                _paint.Style = rectangle.Thickness == 0 ? SKPaintStyle.Fill : SKPaintStyle.Stroke;
                _paint.StrokeWidth = rectangle.Thickness;
                canvas.DrawRoundRect(box.Left, box.Top, box.Width, box.Height, rectangle.Radius, rectangle.Radius, _paint);
                break;
            case SlurPrimitive slur:
                using (var path = Path(slur))
                    canvas.DrawPath(path, _paint);
                break;
            case PicturePrimitive { Box: var place } picture:
                // A JPEG goes into a PDF as it is.
                using (var data = SKData.CreateCopy(picture.Bytes.Span))
                using (var image = SKImage.FromEncodedData(data) ?? throw new ArgumentException("A picture cannot be read."))
                    canvas.DrawImage(
                        image,
                        new SKRect(place.Left, place.Top, place.Right, place.Bottom),
                        new SKSamplingOptions(SKFilterMode.Linear)
                    );
                break;
            default:
                throw new ArgumentException($"No painting for {primitives[first].GetType().Name}.");
        }

        return first + 1;
    }

    private int Lines(SKCanvas canvas, ImmutableArray<Primitive> primitives, int first, LinePrimitive like)
    {
        _paint.Style = SKPaintStyle.Stroke;
        _paint.StrokeWidth = like.Thickness;
        using var path = new SKPathBuilder();
        var next = first;
        for (
            ;
            next < primitives.Length && primitives[next] is LinePrimitive line && line.Ink == like.Ink && line.Thickness == like.Thickness;
            next++
        )
        {
            path.MoveTo(line.X1, line.Y1);
            path.LineTo(line.X2, line.Y2);
        }

        using var drawn = path.Detach();
        canvas.DrawPath(drawn, _paint);
        return next;
    }

    private int Glyphs(SKCanvas canvas, ImmutableArray<Primitive> primitives, int first, GlyphPrimitive like)
    {
        _glyphs.Clear();
        _places.Clear();
        var next = first;
        for (
            ;
            next < primitives.Length && primitives[next] is GlyphPrimitive glyph && glyph.Ink == like.Ink && glyph.Space == like.Space;
            next++
        )
        {
            _glyphs.Add(MusicFont.GlyphId(glyph.Glyph));
            _places.Add(new SKPoint(glyph.X - like.X, glyph.Y - like.Y));
        }

        if (!_music.TryGetValue(like.Space, out var font))
            _music[like.Space] = font = MusicFont.ReadableFont(like.Space);
        using var run = Run(CollectionsMarshal.AsSpan(_glyphs), CollectionsMarshal.AsSpan(_places), font);
        // Printed again a hair to each side it is heavier and yet stays letters of a face; as outlines it would take four times as long.
        var shift = like.Space * Inks.Weight(like.Ink) / 2000f;
        if (shift > 0)
        {
            canvas.DrawText(run, like.X - shift, like.Y, _paint);
            canvas.DrawText(run, like.X + shift, like.Y, _paint);
            canvas.DrawText(run, like.X, like.Y - shift, _paint);
            canvas.DrawText(run, like.X, like.Y + shift, _paint);
        }
        else
        {
            canvas.DrawText(run, like.X, like.Y, _paint);
        }

        return next;
    }

    private SKFont TextFont(ShapedText text)
    {
        var cut = TextFace.Of(text.Style, text.Script);
        if (!_text.TryGetValue((text.Style, text.Script, text.Size), out var font))
            _text[(text.Style, text.Script, text.Size)] = font = new SKFont(cut.Part(face), cut.CanvasSize(text.Size))
            {
                Subpixel = true,
                Hinting = SKFontHinting.None,
                LinearMetrics = true,
            };
        return font;
    }

    // The same words stand on many pages.
    private SKTextBlob Run(ShapedText text)
    {
        if (_runs.TryGetValue(text, out var known))
            return known;
        _places.Clear();
        foreach (var x in text.Places)
            _places.Add(new SKPoint(x, 0));
        return _runs[text] = Run(text.Glyphs.AsSpan(), CollectionsMarshal.AsSpan(_places), TextFont(text));
    }

    private SKTextBlob Run(ReadOnlySpan<ushort> glyphs, ReadOnlySpan<SKPoint> places, SKFont font)
    {
        _builder.AddPositionedRun(glyphs, font, places);
        return _builder.Build()!;
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
