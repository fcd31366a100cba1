namespace Gavvet.Scanning;

/// <summary>A page that a picture may show.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Letters">The code as it is printed at the foot.</param>
/// <param name="Edition">What it shares its print with, but for its code and whose it is: papers of a version, page by page.</param>
/// <param name="Page">The page, read when it is needed.</param>
public sealed record PageCandidate(string Code, string Letters, string Edition, Func<PrintedPage> Page);

/// <summary>
/// Knows a page whose code cannot be read: laid by its print, it is told from the other papers of its version by what is left of
/// its code, in squares or in letters. Where that does not say it for certain, nobody is named.
/// </summary>
public static class PageByPrint
{
    // How alike what is left of a code must be, and by how much more than any other’s. On scans made up to measure it, one’s own
    // letters were alike by 0.67 and more, any other’s by 0.31 and less.
    private const double Alike = 0.55,
        Apart = 0.25;

    // So much of the pixels that differ must be on the picture.
    private const int FewestSeen = 250;

    // Editions whose print is as like as the best’s but for this are asked for their codes too.
    private const double AsLike = 0.12;

    private const int Differs = 60;

    // Of many editions, as where each student has questions of their own, so many that look likest from afar are laid.
    private const int Tried = 8;

    /// <summary>The page a picture shows, and how it lies.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="candidates">The pages it may be.</param>
    /// <returns>The page’s code with how it lies, or null where that is not certain.</returns>
    public static (PageCandidate Candidate, PrintedPage Page, Laying Laying)? Find(Picture picture, IReadOnlyList<PageCandidate> candidates)
    {
        var laid = new List<(PageCandidate[] Group, PrintedPage First, Laying Laying)>();
        var editions = candidates
            .GroupBy(candidate => candidate.Edition)
            .Select(group => (Group: group.ToArray(), First: group.First().Page()))
            .Select(one => (one.Group, one.First, Ways: PrintSearch.Ways(one.First, picture)))
            .OrderByDescending(one => one.Ways.Count > 0 ? one.Ways[0].Alike : 0)
            .Take(Tried);
        foreach (var (group, first, ways) in editions)
        {
            if (PageLaying.LayByPrint(first, picture, ways) is { } laying)
                laid.Add((group, first, laying));
        }

        if (laid.Count == 0)
            return null;
        var most = laid.Max(one => Share(one.First, one.Laying));
        var found = new List<(double Alike, PageCandidate Candidate, Laying Laying)>();
        foreach (var (group, first, laying) in laid.Where(one => Share(one.First, one.Laying) > most - AsLike))
        {
            foreach (
                var (alike, candidate) in Likenesses(group, first, LaidPage.Of(first, picture, laying.Map).Picture, laying.Map, picture)
            )
                found.Add((alike, candidate, laying));
        }

        var ordered = found.OrderByDescending(one => one.Alike).ToArray();
        if (ordered.Length == 0 || ordered[0].Alike < Alike || (ordered.Length > 1 && ordered[1].Alike > ordered[0].Alike - Apart))
            return null;
        return (ordered[0].Candidate, ordered[0].Candidate.Page(), ordered[0].Laying);
    }

    private static double Share(PrintedPage page, Laying laying) => (double)laying.Pieces / page.Features.Count;

    // How alike the codes of a version’s papers are to what is left of one, where they differ.
    private static IEnumerable<(double Alike, PageCandidate Candidate)> Likenesses(
        PageCandidate[] group,
        PrintedPage first,
        Picture laid,
        Homography map,
        Picture picture
    )
    {
        Picture[] prints = [.. group.Select((candidate, i) => i == 0 ? first.Picture : candidate.Page().Picture)];
        var squares = first.CodeData.ToHashSet();
        int[] differing =
        [
            .. group.Length == 1
                ? squares.Concat(first.FootPixels(group[0].Letters))
                : Enumerable
                    .Range(0, laid.Pixels.Length)
                    .Where(i => prints.Any(print => Math.Abs(print.Pixels[i] - prints[0].Pixels[i]) > Differs)),
        ];
        // What is not on the picture says nothing.
        int[] seen =
        [
            .. differing.Where(i =>
                map.Of(new Spot(i % laid.Width, i / laid.Width)) is var at
                && at.X >= 0
                && at.Y >= 0
                && at.X < picture.Width - 1
                && at.Y < picture.Height - 1
            ),
        ];
        // A code that is drawn over in part may still be read by its letters, and the other way round.
        int[][] parts =
        [
            [.. seen.Where(squares.Contains)],
            [.. seen.Where(i => !squares.Contains(i))],
        ];
        return group.Select(
            (candidate, i) =>
                (
                    parts
                        .Where(part => part.Length >= FewestSeen)
                        .Select(part => Correlation(part, prints[i], laid))
                        .DefaultIfEmpty(0)
                        .Max(),
                    candidate
                )
        );
    }

    private static double Correlation(int[] at, Picture print, Picture laid)
    {
        var (printed, seen) = (at.Average(i => print.Pixels[i]), at.Average(i => laid.Pixels[i]));
        var (own, other, both) = (0.0, 0.0, 0.0);
        foreach (var i in at)
        {
            var (a, b) = (print.Pixels[i] - printed, laid.Pixels[i] - seen);
            own += a * a;
            other += b * b;
            both += a * b;
        }

        return own > 0 && other > 0 ? both / Math.Sqrt(own * other) : 0;
    }
}
