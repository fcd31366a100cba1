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

    // From the middle of a finder to its edge.
    private readonly double _half;

    private readonly Lazy<IReadOnlyList<PageFeature>> _features;

    /// <param name="page">The page.</param>
    public PrintedPage(Page page)
    {
        Page = page;
        var width = (int)Math.Round(page.Width / Pixel);
        var (height, pixels) = PictureWriter.Gray(page, width);
        Picture = new Picture(width, height, pixels);
        (Code, _half) = CodeOf(page) is var (code, half) ? (code, half) : (null, 0);
        _features = new Lazy<IReadOnlyList<PageFeature>>(() => PageFeatures.Of(Picture));
    }

    /// <summary>The page.</summary>
    public Page Page { get; }

    /// <summary>Its picture.</summary>
    public Picture Picture { get; }

    /// <summary>The middles of the three finders of its QR code in micrometers: lower left, upper left, upper right; null without one.</summary>
    public Spot[]? Code { get; }

    /// <summary>The pixels of its QR code besides the finders, which all codes share; none without a code.</summary>
    internal IEnumerable<int> CodeData
    {
        get
        {
            if (Code is not [var lowerLeft, var upperLeft, var upperRight])
                return [];
            // From the middle of a finder to its outer edge are three and a half modules, to the white line within one more.
            var module = _half / 3.5;
            int Pixels(double micrometers) => (int)Math.Round(micrometers / Pixel);
            var (left, top) = (Pixels(upperLeft.X - (3.5 * module)), Pixels(upperLeft.Y - (3.5 * module)));
            var (right, bottom) = (Pixels(upperRight.X + (3.5 * module)), Pixels(lowerLeft.Y + (3.5 * module)));
            var finder = Pixels(8 * module);
            return Enumerable
                .Range(top, bottom - top)
                .SelectMany(y =>
                    Enumerable
                        .Range(left, right - left)
                        .Where(x =>
                            !(y < top + finder && (x < left + finder || x >= right - finder))
                            && !(y >= bottom - finder && x < left + finder)
                        )
                        .Select(x => (y * Picture.Width) + x)
                );
        }
    }

    /// <summary>The pixels of some letters of its foot; none where they do not stand there.</summary>
    /// <param name="letters">The letters.</param>
    internal IEnumerable<int> FootPixels(string letters)
    {
        foreach (
            var text in Page
                .Groups.Where(group => group.Kind == GroupKind.Furniture)
                .SelectMany(group => group.Primitives)
                .OfType<TextPrimitive>()
        )
        {
            var from = text.Text.Text.IndexOf(letters, StringComparison.Ordinal);
            // Where signs are joined, a letter is no glyph of its own.
            if (from < 0 || text.Text.Offsets.Length != text.Text.Text.Length || text.Y < Page.Height / 2)
                continue;
            var offsets = text.Text.Offsets;
            var (start, end) = (offsets[from], from + letters.Length < offsets.Length ? offsets[from + letters.Length] : text.Text.Width);
            var box = text.InkBox;
            var (left, right) = ((int)((text.X + start) / Pixel), (int)((text.X + end) / Pixel));
            var (top, bottom) = ((int)(box.Top / Pixel) - 1, (int)(box.Bottom / Pixel) + 1);
            return Enumerable
                .Range(top, bottom - top)
                .SelectMany(y => Enumerable.Range(left, right - left).Select(x => (y * Picture.Width) + x));
        }

        return [];
    }

    /// <summary>Pieces of its print that are found again in a scan, in pixels.</summary>
    internal IReadOnlyList<PageFeature> Features => _features.Value;

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
    private static (Spot[] Finders, double Half)? CodeOf(Page page)
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
        return ([new(left + half, bottom - half), new(left + half, top + half), new(right - half, top + half)], half);
    }
}
