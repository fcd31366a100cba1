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
}
