namespace Gavvet.Scanning;

/// <summary>Takes away what a speck of dirt under a scanner's lamp draws through the whole of a picture: a thin straight line from edge to
/// edge, which nothing printed and nothing written is.</summary>
internal static class Streaks
{
    // How much darker than what lies beside it, how wide, and on how much of its length.
    private const int Darker = 10,
        Widest = 3;

    private const double OfLength = 0.88;

    /// <summary>The picture without streaks; itself where it has none.</summary>
    /// <param name="picture">The picture.</param>
    public static Picture Without(Picture picture)
    {
        var without = Across(picture, picture.Width, picture.Height, 1, picture.Width);
        return Across(without, picture.Height, picture.Width, picture.Width, 1);
    }

    // Lines along one direction: so many of them, each so long, so far from one to the next and from dot to dot.
    private static Picture Across(Picture picture, int lines, int length, int line, int dot)
    {
        byte[]? mended = null;
        var dark = new bool[lines];
        for (var i = Widest; i < lines - Widest; i++)
        {
            var count = 0;
            for (var k = 0; k < length; k++)
            {
                var at = (i * line) + (k * dot);
                var beside = Math.Min(picture.Pixels[at - (Widest * line)], picture.Pixels[at + (Widest * line)]);
                count += picture.Pixels[at] < beside - Darker ? 1 : 0;
            }

            dark[i] = count > OfLength * length;
        }

        for (var i = Widest; i < lines - Widest; i++)
        {
            if (!dark[i])
                continue;
            mended ??= [.. picture.Pixels];
            // Its rims are half as dark.
            for (var near = i - 1; near <= i + 1; near++)
            {
                for (var k = 0; k < length; k++)
                {
                    var at = (near * line) + (k * dot);
                    var (before, after) = (
                        picture.Pixels[((i - Widest) * line) + (k * dot)],
                        picture.Pixels[((i + Widest) * line) + (k * dot)]
                    );
                    mended[at] = Math.Max(mended[at], (byte)((before + after) / 2));
                }
            }
        }

        return mended is null ? picture : picture with { Pixels = mended };
    }
}
