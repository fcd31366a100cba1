using Gavvet.Engraving.Drawing;

namespace Gavvet.Scanning.Reading;

/// <summary>What was written in a part of a page, pixel by pixel, and how surely that is known: under print it is not.</summary>
internal sealed class WrittenInk
{
    // Shades that pencil is darker than paper where it counts as whole.
    private const float Whole = 90;

    // What is less is the grain of paper and scanner.
    private const float Grain = 22;

    // Under print darker than this nothing is known.
    private const double Covered = 150;

    private const double Slack = 0.4;

    private readonly float[] _ink;
    private readonly float[] _sure;

    private WrittenInk(int left, int top, int width, int height)
    {
        (Left, Top, Width, Height) = (left, top, width, height);
        (_ink, _sure) = (new float[width * height], new float[width * height]);
    }

    public int Left { get; }

    public int Top { get; }

    public int Width { get; }

    public int Height { get; }

    /// <summary>What was written in a box.</summary>
    /// <param name="page">The page as it was printed.</param>
    /// <param name="laid">The page as it was laid.</param>
    /// <param name="box">The box, in pixels of the page.</param>
    public static WrittenInk In(Picture page, Picture laid, Box box)
    {
        var (left, top) = (Math.Max(1, box.Left), Math.Max(1, box.Top));
        var (right, bottom) = (Math.Min(page.Width - 1, box.Right), Math.Min(page.Height - 1, box.Bottom));
        var ink = new WrittenInk(left, top, Math.Max(1, right - left), Math.Max(1, bottom - top));
        var (down, blurs) = Closest(page, laid, ink);
        for (var y = 0; y < ink.Height; y++)
        {
            for (var x = 0; x < ink.Width; x++)
            {
                // What print alone would show, a little to each side as well.
                var here = Print(page, left + x, top + y + down, blurs);
                var darkest = Math.Min(
                    here,
                    Math.Min(
                        Math.Min(
                            Print(page, left + x, top + y + down - Slack, blurs),
                            Print(page, left + x, top + y + down + Slack, blurs)
                        ),
                        Math.Min(Print(page, left + x - 1, top + y + down, blurs), Print(page, left + x + 1, top + y + down, blurs))
                    )
                );
                var at = (y * ink.Width) + x;
                ink._sure[at] = darkest < Covered ? 0 : (float)darkest / 255;
                ink._ink[at] = (float)Math.Clamp((Math.Min(250, darkest) - laid[left + x, top + y] - Grain) / (Whole - Grain), 0, 1);
            }
        }

        return ink;
    }

    // Print lies a part of a pixel off, and a scanner softens it: the shift and the softness that leave least beside it.
    private static (double Down, int Blurs) Closest(Picture page, Picture laid, WrittenInk ink)
    {
        var best = (Left: double.MaxValue, Down: 0.0, Blurs: 0);
        for (var blurs = 0; blurs <= 2; blurs++)
        {
            for (var down = -1.0; down <= 1; down += 0.25)
            {
                var left = 0.0;
                for (var y = 2; y < ink.Height - 2; y++)
                {
                    for (var x = 0; x < ink.Width; x += 5)
                    {
                        // What was written is far off in every case, and counts no more than that.
                        var off = Print(page, ink.Left + x, ink.Top + y + down, blurs) - laid[ink.Left + x, ink.Top + y];
                        left += Math.Min(off * off, 3_600);
                    }
                }

                if (left < best.Left)
                    best = (left, down, blurs);
            }
        }

        return (best.Down, best.Blurs);
    }

    private static double Print(Picture page, int x, double y, int blurs) =>
        blurs == 0
            ? page.At(x, y)
            : (0.25 * Print(page, x, y - 0.7, blurs - 1))
                + (0.5 * Print(page, x, y, blurs - 1))
                + (0.25 * Print(page, x, y + 0.7, blurs - 1));

    /// <summary>How dark it is at a pixel of the page: 0 is bare, 1 written; with how sure that is.</summary>
    public (float Ink, float Sure) At(int x, int y)
    {
        var (dx, dy) = (x - Left, y - Top);
        if (dx < 0 || dy < 0 || dx >= Width || dy >= Height)
            return (0, 0);
        var at = (dy * Width) + dx;
        return (_ink[at], _sure[at]);
    }

    /// <summary>The mean of what is written about a pixel, what is under print aside; with how many pixels count.</summary>
    /// <param name="x">The pixel.</param>
    /// <param name="y">The pixel.</param>
    /// <param name="places">The places, from the pixel on.</param>
    public (double Mean, double Count) Mean(int x, int y, (int X, int Y)[] places)
    {
        var (sum, count) = (0f, 0f);
        foreach (var (dx, dy) in places)
        {
            var (px, py) = (x + dx - Left, y + dy - Top);
            if ((uint)px >= (uint)Width || (uint)py >= (uint)Height)
                continue;
            var at = (py * Width) + px;
            sum += _ink[at] * _sure[at];
            count += _sure[at];
        }

        return (count > 0 ? sum / count : 0, count);
    }

    /// <summary>Whether anything is written near a pixel, to each side and above or below.</summary>
    public bool HasAround(int x, int y, int reach)
    {
        var (left, right) = (Math.Clamp(x - Left - reach, 0, Width), Math.Clamp(x - Left + reach, 0, Width));
        var (top, bottom) = (Math.Clamp(y - Top - reach, 0, Height), Math.Clamp(y - Top + reach, 0, Height));
        var sum = Sums[bottom, right] - Sums[top, right] - Sums[bottom, left] + Sums[top, left];
        return sum > 0.03 * (right - left) * (bottom - top);
    }

    private float[,] Sums
    {
        get
        {
            if (field is not null)
                return field;
            var sums = new float[Height + 1, Width + 1];
            for (var y = 0; y < Height; y++)
            {
                var row = 0f;
                for (var x = 0; x < Width; x++)
                {
                    row += _ink[(y * Width) + x] * _sure[(y * Width) + x];
                    sums[y + 1, x + 1] = sums[y, x + 1] + row;
                }
            }

            return field = sums;
        }
    }
}
