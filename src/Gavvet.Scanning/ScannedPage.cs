namespace Gavvet.Scanning;

/// <summary>Reads what a picture shows of the pages that were printed.</summary>
public static class ScannedPage
{
    /// <summary>Lays a picture on the page whose code was found in it.</summary>
    /// <param name="page">The page.</param>
    /// <param name="picture">The picture.</param>
    /// <param name="code">The code.</param>
    /// <returns>The page as it was written on, or null where it cannot be laid on its print.</returns>
    public static (LaidPage Page, Laying Laying)? Lay(PrintedPage page, Picture picture, FoundCode code)
    {
        if (page.Code is not { } printed)
            return null;
        picture = Streaks.Without(picture);
        Pair[] known =
        [
            .. printed.Zip(code.Finders, (place, seen) =>
                new Pair(new Spot((place.X / PrintedPage.Pixel) - 0.5, (place.Y / PrintedPage.Pixel) - 0.5), seen)
            ),
        ];
        return PageLaying.Lay(page, picture, known) is { } laying ? (LaidPage.Of(page, picture, laying.Map), laying) : null;
    }

    /// <summary>Lays a picture on the page it is known to show, by its print alone.</summary>
    /// <param name="page">The page.</param>
    /// <param name="picture">The picture.</param>
    /// <returns>The page as it was written on, or null where it cannot be laid on its print.</returns>
    public static (LaidPage Page, Laying Laying)? Lay(PrintedPage page, Picture picture)
    {
        picture = Streaks.Without(picture);
        return PageLaying.LayByPrint(page, picture) is { } laying ? (LaidPage.Of(page, picture, laying.Map), laying) : null;
    }

    /// <summary>Finds which of some pages a picture shows where its code cannot be read, and lays it.</summary>
    /// <param name="candidates">The pages.</param>
    /// <param name="picture">The picture.</param>
    /// <returns>The page’s code, the page as it was written on, or null where it is not certain which it is.</returns>
    public static (string Code, LaidPage Page, Laying Laying)? Find(IReadOnlyList<PageCandidate> candidates, Picture picture)
    {
        picture = Streaks.Without(picture);
        return PageByPrint.Find(picture, candidates) is var (candidate, page, laying)
            ? (candidate.Code, LaidPage.Of(page, picture, laying.Map), laying)
            : null;
    }
}
