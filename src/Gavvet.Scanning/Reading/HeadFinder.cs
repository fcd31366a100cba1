using System.Collections.Concurrent;

namespace Gavvet.Scanning.Reading;

/// <summary>A notehead that was written.</summary>
/// <param name="X">Its middle across, in pixels of the page.</param>
/// <param name="Y">Its middle down.</param>
/// <param name="Wide">Half its width.</param>
/// <param name="High">Half its height.</param>
/// <param name="Likeness">How like a head it is: 1 as drawn, 0 not at all.</param>
internal readonly record struct WrittenHead(double X, double Y, double Wide, double High, double Likeness);

/// <summary>
/// Finds a notehead in a column of a staff: a ring, open or filled, of about a space, with less about it than on it. Ledger lines and
/// stems may run through it.
/// </summary>
internal static class HeadFinder
{
    // Half widths and heights that heads are written with, in spaces.
    private static readonly (double Wide, double High)[] Sizes =
    [
        .. new[] { 0.5, 0.65, 0.8, 0.95 }.SelectMany(wide => new[] { 0.33, 0.43, 0.53 }.Select(high => (wide, high))),
    ];

    /// <summary>The likeliest head, or null where there is next to nothing.</summary>
    /// <param name="ink">What was written.</param>
    /// <param name="left">Where to look from, in pixels of the page.</param>
    /// <param name="right">Where to look to.</param>
    /// <param name="space">A space of the staff in pixels.</param>
    public static WrittenHead? Find(WrittenInk ink, int left, int right, double space)
    {
        const int step = 2;
        var zones = Zones.Of(space);
        var best = (Alike: 0.0, X: 0, Y: 0, Zone: zones[0]);
        for (var y = ink.Top; y < ink.Top + ink.Height; y += step)
        {
            for (var x = left; x <= right; x += step)
            {
                if (!ink.HasAround(x, y, (int)(space / 2)))
                    continue;
                foreach (var zone in zones)
                {
                    var alike = Alike(ink, x, y, zone);
                    if (alike > best.Alike)
                        best = (alike, x, y, zone);
                }
            }
        }

        // Then pixel by pixel beside the best.
        var around = best;
        for (var dy = -step; dy <= step; dy++)
        {
            for (var dx = -step; dx <= step; dx++)
            {
                foreach (var zone in zones)
                {
                    var alike = Alike(ink, around.X + dx, around.Y + dy, zone);
                    if (alike > best.Alike)
                        best = (alike, around.X + dx, around.Y + dy, zone);
                }
            }
        }

        if (best.Alike <= 0.2)
            return null;
        double At(int dx, int dy) => Alike(ink, best.X + dx, best.Y + dy, best.Zone);
        return new WrittenHead(
            best.X + Peak(At(-1, 0), best.Alike, At(1, 0)),
            best.Y + Peak(At(0, -1), best.Alike, At(0, 1)),
            best.Zone.Wide,
            best.Zone.High,
            best.Alike
        );
    }

    private static double Peak(double before, double at, double after) =>
        before + after - (2 * at) is var bend && bend < -1e-9 ? Math.Clamp((before - after) / (2 * bend), -0.5, 0.5) : 0;

    private static double Alike(WrittenInk ink, int x, int y, Zones zone)
    {
        var (on, count) = ink.Mean(x, y, zone.Ring);
        // A head of which next to nothing is seen beside the lines is none.
        if (count < zone.Ring.Length * 0.3 || on < 0.2)
            return 0;
        return on - ink.Mean(x, y, zone.About).Mean;
    }

    // A ring of a size, and what is about it.
    private sealed record Zones(double Wide, double High, (int X, int Y)[] Ring, (int X, int Y)[] About)
    {
        private static readonly ConcurrentDictionary<double, Zones[]> Made = new();

        // Papers have few sizes of staff, and one is never a hundredth of a pixel off itself.
        public static Zones[] Of(double space) =>
            Made.GetOrAdd(Math.Round(space, 2), size => [.. Sizes.Select(one => Of(one.Wide * size, one.High * size))]);

        private static Zones Of(double wide, double high)
        {
            const double inner = 0.72,
                outer = 1.12,
                near = 1.3,
                far = 1.75;
            var (across, down) = ((int)Math.Ceiling(wide * far), (int)Math.Ceiling(high * far));
            var all = Enumerable
                .Range(-down, (2 * down) + 1)
                .SelectMany(y =>
                    Enumerable
                        .Range(-across, (2 * across) + 1)
                        .Select(x => (X: x, Y: y, Far: Math.Sqrt((x * x / (wide * wide)) + (y * y / (high * high)))))
                )
                .ToArray();
            return new Zones(
                wide,
                high,
                [.. all.Where(at => at.Far is >= inner and <= outer).Select(at => (at.X, at.Y))],
                [.. all.Where(at => at.Far is >= near and <= far).Select(at => (at.X, at.Y))]
            );
        }
    }
}
