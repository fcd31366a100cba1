using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using SkiaSharp;

namespace Gavvet.Engraving.Output;

/// <summary>Writes a page as a small PNG picture.</summary>
public static class PictureWriter
{
    /// <summary>The page so many pixels wide.</summary>
    public static byte[] Png(Page page, int width)
    {
        var scale = (float)width / page.Width;
        using var surface = SKSurface.Create(new SKImageInfo(width, (int)Math.Round(page.Height * scale)));
        surface.Canvas.Clear(SKColors.White);
        surface.Canvas.Scale(scale);
        using (var painter = new CanvasPainter(FacePart.Whole))
            painter.Paint(surface.Canvas, page);
        using var image = surface.Snapshot();
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>The page so many pixels wide in shades of gray, row by row: 0 is black, 255 white.</summary>
    /// <param name="page">The page.</param>
    /// <param name="width">Its width in pixels.</param>
    /// <returns>Its height in pixels, and the shades.</returns>
    public static (int Height, byte[] Shades) Gray(Page page, int width)
    {
        var scale = (float)width / page.Width;
        var info = new SKImageInfo(width, (int)Math.Round(page.Height * scale), SKColorType.Gray8);
        using var surface = SKSurface.Create(info);
        surface.Canvas.Clear(SKColors.White);
        surface.Canvas.Scale(scale);
        using (var painter = new CanvasPainter(FacePart.Whole))
            painter.Paint(surface.Canvas, page);
        using var image = surface.PeekPixels();
        var shades = new byte[info.Width * info.Height];
        for (var y = 0; y < info.Height; y++)
            image.GetPixelSpan().Slice(y * image.RowBytes, info.Width).CopyTo(shades.AsSpan(y * info.Width));
        return (info.Height, shades);
    }

    /// <summary>Paints a page onto a canvas on which a unit is a micrometer of paper.</summary>
    /// <param name="canvas">The canvas.</param>
    /// <param name="page">The page.</param>
    public static void Paint(SKCanvas canvas, Page page)
    {
        using var painter = new CanvasPainter(FacePart.Whole);
        painter.Paint(canvas, page);
    }
}
