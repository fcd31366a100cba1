using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Output;

namespace Gavvet.Scanning;

/// <summary>A page as it was printed, as a picture to lay scans on.</summary>
public sealed class PrintedPage
{
    /// <summary>Pixels an inch of the picture, and of everything laid on it.</summary>
    public const int Dpi = 150;

    private const double MicrometersAnInch = 25_400;

    /// <summary>Micrometers a pixel.</summary>
    public const double Pixel = MicrometersAnInch / Dpi;

    /// <param name="page">The page.</param>
    public PrintedPage(Page page)
    {
        Page = page;
        var width = (int)Math.Round(page.Width / Pixel);
        var (height, pixels) = PictureWriter.Gray(page, width);
        Picture = new Picture(width, height, pixels);
        Code = CodeOf(page);
        Features = PageFeatures.Of(Picture);
    }

    /// <summary>The page.</summary>
    public Page Page { get; }

    /// <summary>Its picture.</summary>
    public Picture Picture { get; }

    /// <summary>The middles of the three finders of its QR code in micrometers: lower left, upper left, upper right; null without one.</summary>
    public Spot[]? Code { get; }

    /// <summary>Pieces of its print that are found again in a scan, in pixels.</summary>
    internal IReadOnlyList<PageFeature> Features { get; }

    /// <summary>Whether something is printed in a box besides the lines of a staff.</summary>
    /// <param name="box">The box, in micrometers.</param>
    public bool IsPrinted(Box box)
    {
        const int dark = 160;
        const double lines = 0.24;
        var (left, top) = (Math.Max(0, (int)(box.Left / Pixel)), Math.Max(0, (int)(box.Top / Pixel)));
        var (right, bottom) = (
            Math.Min(Picture.Width, (int)(box.Right / Pixel) + 1),
            Math.Min(Picture.Height, (int)(box.Bottom / Pixel) + 1)
        );
        var printed = 0;
        for (var y = top; y < bottom; y++)
        {
            for (var x = left; x < right; x++)
                printed += Picture[x, y] < dark ? 1 : 0;
        }

        return printed > lines * (right - left) * (bottom - top);
    }

    // A finder is seven squares wide (ISO/IEC 18004), and the first dark run of a code is the upper edge of one.
    private static Spot[]? CodeOf(Page page)
    {
        Box[] runs =
        [
            .. page
                .Groups.SelectMany(group => group.Primitives)
                .Where(primitive => primitive.Role == Role.QrCode)
                .Select(primitive => primitive.InkBox),
        ];
        if (runs.Length == 0)
            return null;
        var (left, top, right, bottom) = (
            runs.Min(run => run.Left),
            runs.Min(run => run.Top),
            runs.Max(run => run.Right),
            runs.Max(run => run.Bottom)
        );
        var half = runs.First(run => run.Left == left && run.Top == top).Width / 2.0;
        return [new(left + half, bottom - half), new(left + half, top + half), new(right - half, top + half)];
    }
}
