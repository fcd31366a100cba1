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
}
