using Gavvet.Engraving.Drawing;

namespace Gavvet.Scanning;

/// <summary>A scanned page laid on its print: what was printed is known, and what is left was written.</summary>
public sealed class LaidPage
{
    // The paper's own white is taken from squares of five millimeters.
    private const int Square = 30;

    // Print is not laid better than this many pixels; what is nearer to it may be print: half a millimeter.
    private const int NearPrint = 3;

    // What is written runs over its place; less than this, in square millimeters, is dust.
    private const int Beside = 2_000;

    private const double Least = 0.45;

    private const int PrintedBelow = 235,
        Fainter = 26,
        Speck = 9;

    private readonly bool[] _written;

    private LaidPage(Picture picture, bool[] written) => (Picture, _written) = (picture, written);

    /// <summary>The page as it lies on the print, its paper white.</summary>
    public Picture Picture { get; }

    /// <summary>Lays a picture.</summary>
    /// <param name="page">The page it shows.</param>
    /// <param name="picture">The picture.</param>
    /// <param name="map">How it lies.</param>
    public static LaidPage Of(PrintedPage page, Picture picture, Homography map)
    {
        var (width, height) = (page.Picture.Width, page.Picture.Height);
        var flat = new byte[width * height];
        for (var y = 0; y < height; y++)
        {
            map.Row(y, width, (x, at) => flat[(y * width) + x] = (byte)picture.At(at.X, at.Y));
        }

        var laid = Whitened(new Picture(width, height, flat));
        return new LaidPage(laid, Written(page.Picture, laid));
    }

    /// <summary>Whether nothing was written for a question: nothing but specks in its box or just beside it.</summary>
    /// <param name="box">Where the question stands, in micrometers of the page.</param>
    public bool IsEmpty(Box box) =>
        WrittenIn(new Box(box.Left - Beside, box.Top - Beside, box.Right + Beside, box.Bottom + Beside)) < Least;

    /// <summary>How much was written in a box, in square millimeters; specks do not count.</summary>
    /// <param name="box">The box, in micrometers of the page.</param>
    public double WrittenIn(Box box)
    {
        var (left, top) = (Math.Max(0, In(box.Left)), Math.Max(0, In(box.Top)));
        var (right, bottom) = (Math.Min(Picture.Width, In(box.Right)), Math.Min(Picture.Height, In(box.Bottom)));
        var count = 0;
        for (var y = top; y < bottom; y++)
        {
            for (var x = left; x < right; x++)
                count += _written[(y * Picture.Width) + x] ? 1 : 0;
        }

        return count * PrintedPage.Pixel * PrintedPage.Pixel / 1e6;

        static int In(int micrometers) => (int)Math.Round(micrometers / PrintedPage.Pixel);
    }

    /// <summary>What a laid page shows in a box and a little beside it.</summary>
    /// <param name="laid">The picture of the page.</param>
    /// <param name="box">The box, in micrometers of the page.</param>
    public static Picture Cut(Picture laid, Box box)
    {
        var left = Math.Clamp((int)((box.Left - Beside) / PrintedPage.Pixel), 0, laid.Width - 1);
        var top = Math.Clamp((int)((box.Top - Beside) / PrintedPage.Pixel), 0, laid.Height - 1);
        var right = Math.Clamp((int)((box.Right + Beside) / PrintedPage.Pixel), left + 1, laid.Width);
        var bottom = Math.Clamp((int)((box.Bottom + Beside) / PrintedPage.Pixel), top + 1, laid.Height);
        return laid.Part(left, top, right - left, bottom - top);
    }

    // Light falls unevenly: each place is measured by the white beside it.
    private static Picture Whitened(Picture flat)
    {
        var (across, down) = ((flat.Width / Square) + 1, (flat.Height / Square) + 1);
        var white = new byte[across * down];
        var counts = new int[256];
        for (var row = 0; row < down; row++)
        {
            for (var column = 0; column < across; column++)
            {
                Array.Clear(counts);
                var all = 0;
                for (var y = row * Square; y < Math.Min((row + 1) * Square, flat.Height); y++)
                {
                    for (var x = column * Square; x < Math.Min((column + 1) * Square, flat.Width); x++, all++)
                        counts[flat[x, y]]++;
                }

                // The shade that an eighth of the square is lighter than: more than an eighth of it is never written on.
                var (shade, lighter) = (255, 0);
                while (shade > 1 && lighter + counts[shade] < all / 8)
                    lighter += counts[shade--];
                white[(row * across) + column] = (byte)shade;
            }
        }

        var whites = new Picture(across, down, Widened(white, across, down));
        var pixels = new byte[flat.Pixels.Length];
        var level = new double[across];
        for (var y = 0; y < flat.Height; y++)
        {
            // The whites of this height, and between them those of each pixel.
            var row = Math.Clamp(((y + 0.5) / Square) - 0.5, 0, down - 1.001);
            for (var column = 0; column < across; column++)
                level[column] = 250 / Math.Max(1, whites.At(Math.Min(column, across - 1.001), row));
            for (var x = 0; x < flat.Width; x++)
            {
                var column = Math.Clamp(((x + 0.5) / Square) - 0.5, 0, across - 1.001);
                var (left, part) = ((int)column, column - (int)column);
                pixels[(y * flat.Width) + x] = (byte)Math.Min(255, flat[x, y] * (level[left] + (part * (level[left + 1] - level[left]))));
            }
        }

        return new Picture(flat.Width, flat.Height, pixels);
    }

    // A square that is dark all over, as under a thick stroke, takes the white of the squares beside it.
    private static byte[] Widened(byte[] white, int across, int down)
    {
        var widened = new byte[white.Length];
        Span<byte> beside = stackalloc byte[9];
        for (var row = 0; row < down; row++)
        {
            for (var column = 0; column < across; column++)
            {
                var count = 0;
                for (var y = Math.Max(0, row - 1); y <= Math.Min(down - 1, row + 1); y++)
                {
                    for (var x = Math.Max(0, column - 1); x <= Math.Min(across - 1, column + 1); x++)
                        beside[count++] = white[(y * across) + x];
                }

                beside[..count].Sort();
                widened[(row * across) + column] = Math.Max(white[(row * across) + column], beside[count / 2]);
            }
        }

        return widened;
    }

    // What is darker than paper where nothing is printed, specks aside.
    private static bool[] Written(Picture print, Picture laid)
    {
        var near = Near(print);
        var fainter = 255 - 5 - Math.Max(Fainter, (int)(5 * Noise(near, laid)));
        var written = new bool[laid.Pixels.Length];
        for (var i = 0; i < written.Length; i++)
            written[i] = !near[i] && laid.Pixels[i] < fainter;
        return WithoutSpecks(written, laid.Width, laid.Height);
    }

    // Where print is, or so near that a page laid a little off would have it there.
    private static bool[] Near(Picture print)
    {
        var (width, height) = (print.Width, print.Height);
        var across = new bool[print.Pixels.Length];
        for (var y = 0; y < height; y++)
        {
            for (var (x, last) = (0, -width); x < width + NearPrint; x++)
            {
                if (x < width && print[x, y] < PrintedBelow)
                    last = x;
                if (x >= NearPrint)
                    across[(y * width) + x - NearPrint] = x - last <= 2 * NearPrint;
            }
        }

        var near = new bool[across.Length];
        for (var x = 0; x < width; x++)
        {
            for (var (y, last) = (0, -height); y < height + NearPrint; y++)
            {
                if (y < height && across[(y * width) + x])
                    last = y;
                if (y >= NearPrint)
                    near[((y - NearPrint) * width) + x] = y - last <= 2 * NearPrint;
            }
        }

        return near;
    }

    // How much bare paper varies: the middle distance of neighbors, as a standard deviation (the median of such distances of a
    // normal variable is 0.954 of it; common practice, no source).
    private static double Noise(bool[] near, Picture laid)
    {
        var counts = new int[256];
        var all = 0;
        for (var i = 0; i + 1 < near.Length; i += 3)
        {
            if (near[i] || near[i + 1])
                continue;
            counts[Math.Abs(laid.Pixels[i] - laid.Pixels[i + 1])]++;
            all++;
        }

        var (distance, below) = (0, 0);
        while (distance < 255 && below + counts[distance] <= all / 2)
            below += counts[distance++];
        return distance / 0.954;
    }

    // Dots that touch, as one; those too small to be meant are taken away.
    private static bool[] WithoutSpecks(bool[] written, int width, int height)
    {
        var seen = new bool[written.Length];
        var kept = new bool[written.Length];
        var piece = new List<int>();
        for (var start = 0; start < written.Length; start++)
        {
            if (!written[start] || seen[start])
                continue;
            piece.Clear();
            piece.Add(start);
            seen[start] = true;
            for (var next = 0; next < piece.Count; next++)
            {
                var (x, y) = (piece[next] % width, piece[next] / width);
                for (var dy = -1; dy <= 1; dy++)
                {
                    for (var dx = -1; dx <= 1; dx++)
                    {
                        var (i, inside) = (((y + dy) * width) + x + dx, x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height);
                        if (!inside || !written[i] || seen[i])
                            continue;
                        seen[i] = true;
                        piece.Add(i);
                    }
                }
            }

            if (piece.Count < Speck)
                continue;
            foreach (var i in piece)
                kept[i] = true;
        }

        return kept;
    }
}
