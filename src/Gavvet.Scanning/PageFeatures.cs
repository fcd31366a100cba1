namespace Gavvet.Scanning;

/// <summary>A piece of print that looks like no place beside it.</summary>
/// <param name="X">Its middle across, in pixels of the printed page.</param>
/// <param name="Y">Its middle down.</param>
internal readonly record struct PageFeature(int X, int Y)
{
    /// <summary>Its sides, in pixels of the printed page: eight millimeters.</summary>
    public const int Side = 48;

    public Spot Middle => new(X, Y);
}

/// <summary>Finds pieces of a printed page that are found again in a scan: where it is dark and light both across and down.</summary>
internal static class PageFeatures
{
    // One in each square centimeter at most.
    private const int Tile = 60,
        Step = 6;

    // What a piece must have of change in its weaker direction; a row of staff lines alone has next to none.
    private const double Weakest = 120;

    public static IReadOnlyList<PageFeature> Of(Picture print)
    {
        var (across, down, both) = Sums(print);
        var found = new List<PageFeature>();
        const int half = PageFeature.Side / 2;
        for (var top = half; top < print.Height - half; top += Tile)
        {
            for (var left = half; left < print.Width - half; left += Tile)
            {
                var (best, at) = (Weakest, default(PageFeature?));
                for (var y = top; y < Math.Min(top + Tile, print.Height - half); y += Step)
                {
                    for (var x = left; x < Math.Min(left + Tile, print.Width - half); x += Step)
                    {
                        var weaker = Weaker(Sum(across, x, y), Sum(down, x, y), Sum(both, x, y));
                        if (weaker > best)
                            (best, at) = (weaker, new PageFeature(x, y));
                    }
                }

                if (at is { } piece)
                    found.Add(piece);
            }
        }

        return found;

        double Sum(double[,] sums, int x, int y) =>
            (sums[y + half, x + half] - sums[y - half, x + half] - sums[y + half, x - half] + sums[y - half, x - half])
            / (PageFeature.Side * PageFeature.Side);
    }

    // The smaller eigenvalue of the matrix of slopes (Shi and Tomasi, Good features to track, 1994).
    private static double Weaker(double across, double down, double both) =>
        ((across + down) / 2) - Math.Sqrt(((across - down) * (across - down) / 4) + (both * both));

    // Sums of squared slopes from the upper left on, so that any rectangle's are four of them.
    private static (double[,] Across, double[,] Down, double[,] Both) Sums(Picture print)
    {
        var (across, down, both) = (New(), New(), New());
        for (var y = 1; y < print.Height - 1; y++)
        {
            var (rowAcross, rowDown, rowBoth) = (0.0, 0.0, 0.0);
            for (var x = 1; x < print.Width - 1; x++)
            {
                var (dx, dy) = ((print[x + 1, y] - print[x - 1, y]) / 2.0, (print[x, y + 1] - print[x, y - 1]) / 2.0);
                rowAcross += dx * dx;
                rowDown += dy * dy;
                rowBoth += dx * dy;
                across[y + 1, x + 1] = across[y, x + 1] + rowAcross;
                down[y + 1, x + 1] = down[y, x + 1] + rowDown;
                both[y + 1, x + 1] = both[y, x + 1] + rowBoth;
            }
        }

        return (across, down, both);

        double[,] New() => new double[print.Height + 1, print.Width + 1];
    }
}
