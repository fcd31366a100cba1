namespace Gavvet.Scanning;

/// <summary>A way a page may lie in a picture.</summary>
/// <param name="Alike">How alike the picture is to it: 1 is the same, 0 nothing alike.</param>
/// <param name="Map">From pixels of the page to pixels of the picture, to about four millimeters.</param>
internal readonly record struct Way(double Alike, Homography Map);

/// <summary>
/// Finds about how a page lies in a picture by its print alone: where its code is cut off, folded or drawn over. The picture and the
/// page are compared very small, turned every way a page is laid on a scanner or held before a phone.
/// </summary>
internal static class PrintSearch
{
    // A page is looked for at a pixel for a little more than a millimeter.
    private const int Times = 8;

    // How far its middle may be from that of the picture, in those pixels: a centimeter.
    private const int Reach = 8;

    private const int Kept = 4;

    // What varies more slowly than this is light, not print.
    private const int Light = 8;

    private static readonly double[] Skews = [0, -1, 1, -2, 2, -3, 3];

    // A scanner's page fills its picture; a phone's lies inside.
    private static readonly double[] Sizes = [1, 0.94, 0.88];

    /// <summary>The likeliest ways the page lies, the likeliest first.</summary>
    /// <param name="page">The page.</param>
    /// <param name="picture">The picture.</param>
    public static IReadOnlyList<Way> Ways(PrintedPage page, Picture picture)
    {
        var print = page.Picture.Smaller(Times);
        var isAcross = picture.Width > picture.Height != page.Picture.Width > page.Picture.Height;
        var (wide, high) = isAcross ? (picture.Height, picture.Width) : (picture.Width, picture.Height);
        // How many pixels of the picture stand for one of the page where the page fills it.
        var scale = Math.Max((double)wide / page.Picture.Width, (double)high / page.Picture.Height);
        var times = Math.Max(1, (int)(scale * Times));
        var small = Print(picture.Smaller(times));
        // Rows are compared eight and more at a time.
        var width = print.Width - (print.Width % 16);
        var given = Part(Print(print), width);
        var ways = new List<Way>();
        foreach (var turn in isAcross ? (ReadOnlySpan<int>)[90, -90] : [0, 180])
        {
            foreach (var size in Sizes)
            {
                foreach (var skew in Skews)
                {
                    var map = Map(page, picture, turn + skew, scale * size);
                    var seen = Seen(small, times, map, width, print.Height);
                    var (alike, dx, dy) = Best(given, width, print.Height, seen);
                    if (alike > 0)
                        ways.Add(new Way(alike, Moved(map, dx * Times, dy * Times)));
                }
            }
        }

        return [.. ways.OrderByDescending(way => way.Alike).Take(Kept)];
    }

    // From the middle of the page to the middle of the picture.
    private static Homography Map(PrintedPage page, Picture picture, double degrees, double scale)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        var (x, y) = (page.Picture.Width / 2.0, page.Picture.Height / 2.0);
        Spot At(double px, double py) =>
            new(
                (picture.Width / 2.0) + (scale * (((px - x) * cos) - ((py - y) * sin))),
                (picture.Height / 2.0) + (scale * (((px - x) * sin) + ((py - y) * cos)))
            );
        return Homography.Fit([new(new(0, 0), At(0, 0)), new(new(2 * x, 2 * y), At(2 * x, 2 * y))], Freedom.Similar)!;
    }

    private static Homography Moved(Homography map, double dx, double dy)
    {
        Spot[] places = [new(0, 0), new(1_000, 1_000)];
        return Homography.Fit([.. places.Select(place => new Pair(place, map.Of(new Spot(place.X + dx, place.Y + dy))))], Freedom.Similar)!;
    }

    // How dark each pixel is beside what is about it.
    private static float[,] Print(Picture picture)
    {
        var light = picture.Smooth(Light);
        var print = new float[picture.Height, picture.Width];
        for (var y = 0; y < picture.Height; y++)
        {
            for (var x = 0; x < picture.Width; x++)
                print[y, x] = Math.Max(0, light[x, y] - picture[x, y]);
        }

        return print;
    }

    private static float[] Part(float[,] print, int width)
    {
        var part = new float[width * print.GetLength(0)];
        for (var y = 0; y < print.GetLength(0); y++)
        {
            for (var x = 0; x < width; x++)
                part[(y * width) + x] = print[y, x];
        }

        var mean = part.Average();
        var length = MathF.Sqrt(part.Sum(one => (one - mean) * (one - mean)));
        return [.. part.Select(one => length > 0 ? (one - mean) / length : 0)];
    }

    // The picture as it would lie on the page, and a little beside it.
    private static float[] Seen(float[,] small, int times, Homography map, int width, int height)
    {
        var (across, down) = (width + (2 * Reach), height + (2 * Reach));
        var seen = new float[across * down];
        var (most, last) = (small.GetLength(1) - 1, small.GetLength(0) - 1);
        for (var y = 0; y < down; y++)
        {
            for (var x = 0; x < across; x++)
            {
                var at = map.Of(new Spot((x - Reach + 0.5) * Times, (y - Reach + 0.5) * Times));
                var (px, py) = ((int)Math.Floor(at.X / times), (int)Math.Floor(at.Y / times));
                if (px >= 0 && py >= 0 && px <= most && py <= last)
                    seen[(y * across) + x] = small[py, px];
            }
        }

        return seen;
    }

    private static (double Alike, int Dx, int Dy) Best(float[] given, int width, int height, float[] seen)
    {
        var best = (0.0, 0, 0);
        for (var dy = 0; dy <= 2 * Reach; dy++)
        {
            for (var dx = 0; dx <= 2 * Reach; dx++)
            {
                var alike = Correlation.Of(given, width, height, seen, width + (2 * Reach), dx, dy);
                if (alike > best.Item1)
                    best = (alike, dx - Reach, dy - Reach);
            }
        }

        return best;
    }
}
