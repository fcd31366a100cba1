using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Output;
using SkiaSharp;

namespace Gavvet.Scanning.Simulated;

/// <summary>A scan of the simulated scanner.</summary>
/// <param name="Jpeg">The picture as a file.</param>
/// <param name="Map">How the page truly lies in it: from pixels of the printed page to pixels of the picture.</param>
public sealed record SimulatedScan(byte[] Jpeg, Homography Map);

/// <summary>
/// A copier that scans, or a phone, simulated: pages lie askew, a little large or small, upside down or on their side, with noise,
/// streaks, dark edges, punched holes, a folded corner or the ring of a cup.
/// </summary>
public static class SimulatedScanner
{
    private const int Quality = 60;

    private const double MicrometersAnInch = 25_400;

    /// <summary>Scans a page on the glass.</summary>
    /// <param name="page">The page.</param>
    /// <param name="written">What was written on it; a unit is a micrometer.</param>
    /// <param name="dpi">Dots an inch.</param>
    /// <param name="seed">What is done by chance.</param>
    public static SimulatedScan Scan(Page page, Action<SKCanvas> written, int dpi, ulong seed)
    {
        var chance = new Chance(seed);
        var scale = dpi / MicrometersAnInch * chance.Between(0.98, 1.02);
        var (width, height) = ((int)(page.Width * dpi / MicrometersAnInch), (int)(page.Height * dpi / MicrometersAnInch));
        var matrix = SKMatrix
            .CreateScale((float)scale, (float)scale)
            .PostConcat(SKMatrix.CreateTranslation(-width / 2f, -height / 2f))
            .PostConcat(SKMatrix.CreateRotationDegrees((float)chance.Between(-3, 3)))
            .PostConcat(
                SKMatrix.CreateTranslation(
                    (float)((width / 2.0) + chance.Between(-0.005, 0.005) * width),
                    (float)((height / 2.0) + chance.Between(-0.005, 0.005) * height)
                )
            );
        // One of four lies another way round.
        if (chance.Next() < 0.25)
        {
            switch ((int)(chance.Next() * 3))
            {
                case 0:
                    matrix = matrix.PostConcat(SKMatrix.CreateRotationDegrees(180, width / 2f, height / 2f));
                    break;
                case 1:
                    matrix = matrix.PostConcat(SKMatrix.CreateRotationDegrees(90)).PostConcat(SKMatrix.CreateTranslation(height, 0));
                    (width, height) = (height, width);
                    break;
                default:
                    matrix = matrix.PostConcat(SKMatrix.CreateRotationDegrees(-90)).PostConcat(SKMatrix.CreateTranslation(0, width));
                    (width, height) = (height, width);
                    break;
            }
        }

        return Taken(page, written, matrix, width, height, chance, noise: chance.Between(1, 5), isPhoto: false);
    }

    /// <summary>Photographs a page with a phone.</summary>
    /// <param name="page">The page.</param>
    /// <param name="written">What was written on it; a unit is a micrometer.</param>
    /// <param name="seed">What is done by chance.</param>
    public static SimulatedScan Photograph(Page page, Action<SKCanvas> written, ulong seed)
    {
        const int width = 1_900,
            height = 2_600;
        var chance = new Chance(seed);
        SKPoint Corner(double x, double y) =>
            new((float)(width * (x + chance.Between(-0.045, 0.045))), (float)(height * (y + chance.Between(-0.045, 0.045))));
        Pair[] corners =
        [
            .. new[] { (0, 0, 0.06, 0.06), (1, 0, 0.94, 0.06), (0, 1, 0.06, 0.94), (1, 1, 0.94, 0.94) }.Select(corner =>
            {
                var at = Corner(corner.Item3, corner.Item4);
                return new Pair(new Spot(corner.Item1 * (double)page.Width, corner.Item2 * (double)page.Height), new Spot(at.X, at.Y));
            }),
        ];
        return Taken(page, written, Matrix(Homography.Fit(corners)!), width, height, chance, noise: chance.Between(2, 6), isPhoto: true);
    }

    private static SimulatedScan Taken(
        Page page,
        Action<SKCanvas> written,
        SKMatrix matrix,
        int width,
        int height,
        Chance chance,
        double noise,
        bool isPhoto
    )
    {
        var info = new SKImageInfo(width, height, SKColorType.Gray8);
        using var surface = SKSurface.Create(info);
        var canvas = surface.Canvas;
        // Beside the paper are the lid, or the table.
        canvas.Clear(isPhoto ? new SKColor(95, 95, 95) : new SKColor(225, 225, 225));
        canvas.SetMatrix(matrix);
        using (var paper = new SKPaint { Color = SKColors.White })
            canvas.DrawRect(0, 0, page.Width, page.Height, paper);
        PictureWriter.Paint(canvas, page);
        written(canvas);
        Accidents(canvas, page, chance);
        canvas.ResetMatrix();
        using var pixmap = surface.PeekPixels();
        Spoil(pixmap.GetPixelSpan<byte>(), pixmap.RowBytes, width, height, chance, noise, isPhoto);
        using var image = surface.Snapshot();
        using var jpeg = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return new SimulatedScan(jpeg.ToArray(), Map(matrix));
    }

    // A pile that was punched, a cup, a corner: one page of six has one.
    private static void Accidents(SKCanvas canvas, Page page, Chance chance)
    {
        var kind = (int)(chance.Next() * 18);
        using var paint = new SKPaint { IsAntialias = true, Color = new SKColor(60, 60, 60) };
        if (kind == 0)
        {
            foreach (var y in new[] { -40_000, 40_000 })
                canvas.DrawCircle(9_000, (page.Height / 2f) + y, 2_900, paint);
        }
        else if (kind == 1)
        {
            paint.Style = SKPaintStyle.Stroke;
            (paint.StrokeWidth, paint.Color) = (1_600, new SKColor(120, 120, 120, 70));
            var (x, y) = (chance.Between(0.2, 0.8) * page.Width, chance.Between(0.2, 0.8) * page.Height);
            canvas.DrawCircle((float)x, (float)y, 36_000, paint);
        }
        else if (kind == 2)
        {
            using var corner = new SKPathBuilder();
            corner.MoveTo(0, 0);
            corner.LineTo(14_000, 0);
            corner.LineTo(0, 14_000);
            corner.Close();
            paint.Color = new SKColor(200, 200, 200);
            using var path = corner.Detach();
            canvas.DrawPath(path, paint);
        }
    }

    // Noise, a streak of the glass, dark edges, or the shadow of whoever photographs.
    private static void Spoil(Span<byte> pixels, int row, int width, int height, Chance chance, double noise, bool isPhoto)
    {
        var streak = !isPhoto && chance.Next() < 0.2 ? (int)(chance.Next() * width) : -9;
        var (shade, turn) = (isPhoto ? chance.Between(0.15, 0.45) : 0, chance.Between(0, 2 * Math.PI));
        var edge = isPhoto ? 0 : chance.Between(0, 0.012) * width;
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                ref var pixel = ref pixels[(y * row) + x];
                double shown = pixel;
                if (shade > 0)
                {
                    var along = ((x - (width / 2.0)) * Math.Cos(turn) / width) + ((y - (height / 2.0)) * Math.Sin(turn) / height);
                    shown *= 1 - (shade * (0.5 + along));
                }

                if (Math.Abs(x - streak) < 1)
                    shown *= 0.82;
                if (x < edge)
                    shown *= 0.35 + (0.65 * x / edge);
                pixel = (byte)Math.Clamp(shown + (noise * chance.Normal()), 0, 255);
            }
        }
    }

    // From pixels of the printed page, whose middles are their places, to pixels of the picture.
    private static Homography Map(SKMatrix matrix)
    {
        Pair Seen(double x, double y)
        {
            var point = matrix.MapPoint((float)((x + 0.5) * PrintedPage.Pixel), (float)((y + 0.5) * PrintedPage.Pixel));
            return new Pair(new Spot(x, y), new Spot(point.X - 0.5, point.Y - 0.5));
        }

        return Homography.Fit([Seen(0, 0), Seen(1_200, 0), Seen(0, 1_700), Seen(1_200, 1_700)])!;
    }

    private static SKMatrix Matrix(Homography map)
    {
        var numbers = map.Numbers;
        return new SKMatrix(
            (float)numbers[0],
            (float)numbers[1],
            (float)numbers[2],
            (float)numbers[3],
            (float)numbers[4],
            (float)numbers[5],
            (float)numbers[6],
            (float)numbers[7],
            (float)numbers[8]
        );
    }
}
