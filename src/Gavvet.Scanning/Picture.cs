namespace Gavvet.Scanning;

/// <summary>A picture in shades of gray: 0 is black, 255 white.</summary>
/// <param name="Width">Its width in pixels.</param>
/// <param name="Height">Its height in pixels.</param>
/// <param name="Pixels">The shades, row by row.</param>
public sealed record Picture(int Width, int Height, byte[] Pixels)
{
    /// <summary>Pixels a picture has at most: a page at 600 dots an inch, and a little more.</summary>
    public const int MostPixels = 40_000_000;

    /// <summary>A white picture.</summary>
    /// <param name="width">Its width.</param>
    /// <param name="height">Its height.</param>
    public static Picture White(int width, int height)
    {
        var pixels = new byte[width * height];
        Array.Fill(pixels, byte.MaxValue);
        return new Picture(width, height, pixels);
    }

    /// <summary>The shade at a pixel.</summary>
    public byte this[int x, int y] => Pixels[(y * Width) + x];

    /// <summary>The shade between pixels, by their distances; white outside.</summary>
    /// <param name="x">Across, the middle of the first pixel at 0.</param>
    /// <param name="y">Down.</param>
    public double At(double x, double y)
    {
        // What is nowhere, as where a map leads to no end, is outside too.
        if (!(x >= 0 && y >= 0 && x < Width - 1 && y < Height - 1))
            return byte.MaxValue;
        var (left, top) = ((int)x, (int)y);
        var (right, down) = (x - left, y - top);
        var at = (top * Width) + left;
        return ((1 - down) * (((1 - right) * Pixels[at]) + (right * Pixels[at + 1])))
            + (down * (((1 - right) * Pixels[at + Width]) + (right * Pixels[at + Width + 1])));
    }

    /// <summary>The picture so many times smaller, each pixel the mean of those it stands for.</summary>
    /// <param name="times">How many times smaller, 1 or more.</param>
    public Picture Smaller(int times)
    {
        if (times == 1)
            return this;
        var (width, height) = (Width / times, Height / times);
        var pixels = new byte[width * height];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var sum = 0;
                for (var dy = 0; dy < times; dy++)
                {
                    for (var dx = 0; dx < times; dx++)
                        sum += Pixels[(((y * times) + dy) * Width) + (x * times) + dx];
                }

                pixels[(y * width) + x] = (byte)(sum / (times * times));
            }
        }

        return new Picture(width, height, pixels);
    }

    /// <summary>A part of the picture, so many times larger.</summary>
    /// <param name="left">Its left edge.</param>
    /// <param name="top">Its upper edge.</param>
    /// <param name="width">Its width.</param>
    /// <param name="height">Its height.</param>
    /// <param name="times">How many times larger.</param>
    public Picture Part(int left, int top, int width, int height, int times = 1)
    {
        var pixels = new byte[width * times * height * times];
        for (var y = 0; y < height * times; y++)
        {
            for (var x = 0; x < width * times; x++)
                pixels[(y * width * times) + x] = (byte)At(left + ((x + 0.5) / times) - 0.5, top + ((y + 0.5) / times) - 0.5);
        }

        return new Picture(width * times, height * times, pixels);
    }

    /// <summary>The picture with each pixel the mean of those about it.</summary>
    /// <param name="around">How many to each side.</param>
    public Picture Smooth(int around)
    {
        var across = new byte[Pixels.Length];
        var smooth = new byte[Pixels.Length];
        for (var y = 0; y < Height; y++)
            Means(Pixels, across, y * Width, 1, Width, around);
        for (var x = 0; x < Width; x++)
            Means(across, smooth, x, Width, Height, around);
        return this with { Pixels = smooth };
    }

    // Means of a row or a column: the sum goes along, taking in one pixel and letting go of one.
    private static void Means(byte[] from, byte[] to, int start, int step, int count, int around)
    {
        var (sum, held) = (0, 0);
        for (var i = -around; i < count; i++)
        {
            if (i + around < count)
            {
                sum += from[start + ((i + around) * step)];
                held++;
            }

            if (i - around - 1 >= 0)
            {
                sum -= from[start + ((i - around - 1) * step)];
                held--;
            }

            if (i >= 0)
                to[start + (i * step)] = (byte)(sum / held);
        }
    }
}
