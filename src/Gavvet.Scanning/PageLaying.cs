namespace Gavvet.Scanning;

/// <summary>How a page was found to lie in a picture.</summary>
/// <param name="Map">From pixels of the printed page to pixels of the picture.</param>
/// <param name="Pieces">How many pieces of its print were found again.</param>
/// <param name="Off">How far off their places nineteen of twenty of them are at most, in millimeters.</param>
public sealed record Laying(Homography Map, int Pieces, double Off);

/// <summary>
/// Lays a picture on the page it shows. From a few places that are known, pieces of the print beside them are looked for, and from
/// those the next, until the whole page is known; then all are looked for once more, closely.
/// </summary>
public static class PageLaying
{
    private const int Coarse = 2,
        Fewest = 10,
        AtOnce = 8;

    // How far off a piece may be where only the page's print was compared, in pixels of the page: four millimeters.
    private const int ByPrint = 24;

    // How alike a piece must be: 1 is the same, 0 nothing alike. Handwriting may run through it.
    private const double Alike = 0.5;

    private const double MostOff = 0.5,
        FewestOfAll = 0.35,
        FewestOfQuarter = 0.4;

    // In pixels of the page: four centimeters.
    private const double FarthestSeen = 240;

    private const int Sparse = 120;

    private const double PixelMillimeters = PrintedPage.Pixel / 1_000;

    /// <summary>Lays a picture on a page.</summary>
    /// <param name="page">The page.</param>
    /// <param name="picture">The picture.</param>
    /// <param name="known">Places that are known, in pixels of both.</param>
    /// <returns>How it lies, or null where that cannot be said.</returns>
    public static Laying? Lay(PrintedPage page, Picture picture, IReadOnlyList<Pair> known)
    {
        if (page.Features.Count < Fewest)
            return null;
        // What leads astray as it is usually looked for is looked for in wider places, and as lying on glass for longer.
        return Closely(page, picture, Grown(page, picture, known, isWide: false))
            ?? Closely(page, picture, Grown(page, picture, known, isWide: true));
    }

    /// <summary>Lays a picture on a page of which nothing is known but its print.</summary>
    /// <param name="page">The page.</param>
    /// <param name="picture">The picture.</param>
    /// <returns>How it lies, or null where that cannot be said.</returns>
    public static Laying? LayByPrint(PrintedPage page, Picture picture) => LayByPrint(page, picture, PrintSearch.Ways(page, picture));

    /// <summary>The same, where the likeliest ways are known.</summary>
    internal static Laying? LayByPrint(PrintedPage page, Picture picture, IReadOnlyList<Way> ways)
    {
        if (page.Features.Count < Fewest)
            return null;
        var print = page.Picture.Smaller(Coarse);
        var middle = new Spot(page.Picture.Width / 2.0, page.Picture.Height / 2.0);
        foreach (var way in ways)
        {
            // Wherever the page is a little larger or more askew than was tried, it is less off near its middle.
            List<Pair> pairs =
            [
                .. page
                    .Features.OrderBy(piece => piece.Middle.To(middle))
                    .Take(6 * AtOnce)
                    .Select(piece => Match(print, picture, way.Map, piece, Coarse, ByPrint / Coarse))
                    .OfType<Pair>(),
            ];
            if (Agreed(pairs, Freedom.Similar) is not var (_, agreeing) || agreeing.Count < Fewest)
                continue;
            if (
                (
                    Closely(page, picture, Grown(page, picture, agreeing, isWide: false))
                    ?? Closely(page, picture, Grown(page, picture, agreeing, isWide: true))
                ) is
                { } laying
            )
                return laying;
        }

        return null;
    }

    // All pieces once more, about where they must be.
    private static Laying? Closely(PrintedPage page, Picture picture, Homography? coarse)
    {
        if (coarse is not { } map)
            return null;
        List<Pair> pairs = [];
        // Of a page with little print each piece is missed, and is looked for farther off.
        var isSparse = page.Features.Count < Sparse;
        var print = isSparse ? page.Picture.Smaller(Coarse) : page.Picture;
        foreach (var (times, reach) in isSparse ? [(Coarse, 24), (Coarse, 12), (1, 6), (1, 4)] : ((int, int)[])[(1, 6), (1, 4)])
        {
            pairs =
            [
                .. page
                    .Features.Select(piece => Match(times == 1 ? page.Picture : print, picture, map, piece, times, reach / times))
                    .OfType<Pair>(),
            ];
            if (Agreed(pairs) is not var (better, agreeing))
                return null;
            (map, pairs) = (better, agreeing);
        }

        var back = map.Inverse();
        double[] off = [.. pairs.Select(pair => back.Of(pair.Seen).To(pair.Page) * PixelMillimeters).Order()];
        var most = off[(int)(0.95 * (off.Length - 1))];
        return pairs.Count >= Math.Max(Fewest, FewestOfAll * page.Features.Count) && most <= MostOff && AreSpread(page, pairs)
            ? new Laying(map, pairs.Count, most)
            : null;
    }

    // From what is known outward, the nearest pieces first.
    private static Homography? Grown(PrintedPage page, Picture picture, IReadOnlyList<Pair> known, bool isWide)
    {
        var print = page.Picture.Smaller(Coarse);
        List<Pair> pairs = [.. known];
        var left = page.Features.ToList();
        while (left.Count > 0)
        {
            if (Trusted(page, pairs, isWide) is not { } map)
                return null;
            var next = left.OrderBy(piece => pairs.Min(pair => pair.Page.To(piece.Middle))).Take(AtOnce).ToArray();
            foreach (var piece in next)
            {
                left.Remove(piece);
                var far = pairs.Min(pair => pair.Page.To(piece.Middle));
                var reach = Reach(far, Extent(pairs), isWide);
                if (Match(print, picture, map, piece, Coarse, reach / Coarse) is { } pair)
                    pairs.Add(pair);
            }

            // What was mistaken for another piece is let go before it leads astray.
            if (pairs.Count >= 2 * AtOnce && Agreed(pairs) is var (_, agreeing))
                pairs = agreeing;
        }

        return pairs.Count >= Fewest ? Agreed(pairs)?.Map : null;
    }

    // A map from places close together is less sure the farther it is carried; seen aslant, it is still less.
    private static int Reach(double far, double extent, bool isWide) =>
        isWide ? (int)Math.Min(96, 12 + (0.2 * far)) : (int)Math.Min(48, 6 + (far * ((1.5 / extent) + 0.015)));

    private static double Extent(List<Pair> pairs) =>
        Math.Max(
            pairs.Max(pair => pair.Page.X) - pairs.Min(pair => pair.Page.X),
            pairs.Max(pair => pair.Page.Y) - pairs.Min(pair => pair.Page.Y)
        );

    // The map of the pairs; one that is far from where all others have it was mistaken, and is let go.
    private static Homography? Trusted(PrintedPage page, List<Pair> pairs, bool isWide)
    {
        const double astray = 4;
        while (Homography.Fit(pairs, Freely(page, pairs, isWide ? 2 : 1)) is { } map)
        {
            var back = map.Inverse();
            var worst = pairs.MaxBy(pair => back.Of(pair.Seen).To(pair.Page));
            if (pairs.Count < 6 || back.Of(worst.Seen).To(worst.Page) <= astray)
                return map;
            pairs.Remove(worst);
        }

        return null;
    }

    // Places close together, or in a row, say nothing of slant, and less of perspective.
    private static Freedom Freely(PrintedPage page, List<Pair> pairs, int cautious)
    {
        var narrower = Math.Min(
            pairs.Max(pair => pair.Page.X) - pairs.Min(pair => pair.Page.X),
            pairs.Max(pair => pair.Page.Y) - pairs.Min(pair => pair.Page.Y)
        );
        return pairs.Count < cautious * AtOnce || narrower < cautious * page.Picture.Width / 8.0 ? Freedom.Similar
            : narrower < cautious * page.Picture.Width / 3.0 ? Freedom.Flat
            : Freedom.Whole;
    }

    // The map most pairs agree on, and those that do.
    private static (Homography Map, List<Pair> Pairs)? Agreed(List<Pair> pairs, Freedom freedom = Freedom.Whole)
    {
        var agreeing = pairs;
        for (var round = 0; round < 8; round++)
        {
            if (agreeing.Count < Fewest || Homography.Fit(agreeing, freedom) is not { } map)
                return null;
            var back = map.Inverse();
            double[] off = [.. pairs.Select(pair => back.Of(pair.Seen).To(pair.Page))];
            var middle = off.Order().ElementAt(off.Length / 2);
            var most = Math.Max(1.2, 3 * middle);
            List<Pair> next = [.. pairs.Where((_, i) => off[i] <= most)];
            if (next.Count == agreeing.Count)
                return (map, next);
            agreeing = next;
        }

        return agreeing.Count >= Fewest && Homography.Fit(agreeing, freedom) is { } last ? (last, agreeing) : null;
    }

    // A map is trusted where it was seen: in every quarter of the page that has print, and no farther from there than half a hand.
    private static bool AreSpread(PrintedPage page, List<Pair> pairs)
    {
        int Quarter(Spot spot) => (spot.X > page.Picture.Width / 2.0 ? 1 : 0) + (spot.Y > page.Picture.Height / 2.0 ? 2 : 0);
        if (page.Features.Any(piece => pairs.Min(pair => pair.Page.To(piece.Middle)) > FarthestSeen))
            return false;
        return page
            .Features.GroupBy(piece => Quarter(piece.Middle))
            .All(quarter => pairs.Count(pair => Quarter(pair.Page) == quarter.Key) >= Math.Max(1, FewestOfQuarter * quarter.Count()));
    }

    // Where a piece of print is in the picture, about where the map has it; null where nothing there is like it.
    private static Pair? Match(Picture print, Picture picture, Homography map, PageFeature piece, int times, int reach)
    {
        var side = PageFeature.Side / times;
        var (left, top) = ((piece.X / times) - (side / 2), (piece.Y / times) - (side / 2));
        var seen = Seen(picture, map, left - reach, top - reach, side + (2 * reach), times);
        var given = new float[side * side];
        for (var y = 0; y < side; y++)
        {
            for (var x = 0; x < side; x++)
                given[(y * side) + x] = print[Math.Clamp(left + x, 0, print.Width - 1), Math.Clamp(top + y, 0, print.Height - 1)];
        }

        Normalize(given);
        var span = (2 * reach) + 1;
        var alike = new double[span, span];
        var (best, bestX, bestY) = (-1.0, 0, 0);
        for (var dy = 0; dy < span; dy++)
        {
            for (var dx = 0; dx < span; dx++)
            {
                alike[dy, dx] = Correlation.Of(given, side, side, seen, side + (2 * reach), dx, dy);
                if (alike[dy, dx] > best)
                    (best, bestX, bestY) = (alike[dy, dx], dx, dy);
            }
        }

        // A best place at the rim may have a better one beyond it.
        if (best < Alike || bestX == 0 || bestY == 0 || bestX == span - 1 || bestY == span - 1)
            return null;
        var found = new Spot(
            piece.X + (times * (bestX - reach + Peak(alike[bestY, bestX - 1], best, alike[bestY, bestX + 1]))),
            piece.Y + (times * (bestY - reach + Peak(alike[bestY - 1, bestX], best, alike[bestY + 1, bestX])))
        );
        return new Pair(piece.Middle, map.Of(found));
    }

    // The top of the parabola through three points, from the middle one.
    private static double Peak(double before, double at, double after) =>
        before + after - (2 * at) is var bend && Math.Abs(bend) > 1e-9 ? Math.Clamp((before - after) / (2 * bend), -0.5, 0.5) : 0;

    // The picture as it would lie on the page.
    private static float[] Seen(Picture picture, Homography map, int left, int top, int side, int times)
    {
        var seen = new float[side * side];
        for (var y = 0; y < side; y++)
        {
            for (var x = 0; x < side; x++)
            {
                var at = map.Of(new Spot(((left + x + 0.5) * times) - 0.5, ((top + y + 0.5) * times) - 0.5));
                seen[(y * side) + x] = (float)picture.At(at.X, at.Y);
            }
        }

        return seen;
    }

    private static void Normalize(float[] shades)
    {
        var mean = shades.Average();
        var length = (float)Math.Sqrt(shades.Sum(shade => (shade - mean) * (shade - mean)));
        for (var i = 0; i < shades.Length; i++)
            shades[i] = length > 0 ? (shades[i] - mean) / length : 0;
    }
}
