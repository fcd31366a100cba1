using ZXing;
using ZXing.Common;
using ZXing.QrCode;

namespace Gavvet.Scanning;

/// <summary>A page's code as it was found in a picture.</summary>
/// <param name="Text">What it holds.</param>
/// <param name="Finders">The middles of its finders in pixels: lower left, upper left, upper right, as the page is read.</param>
public sealed record FoundCode(string Text, Spot[] Finders);

/// <summary>Finds the QR code of a page in a picture, however the page lies in it.</summary>
public static class CodeFinder
{
    // The code stands in a corner of the page, and so in one of the picture, whichever way it was laid on the glass.
    private const double CornerWidth = 0.34,
        CornerHeight = 0.28;

    private static readonly Dictionary<DecodeHintType, object> Hints = new()
    {
        [DecodeHintType.TRY_HARDER] = true,
        [DecodeHintType.POSSIBLE_FORMATS] = new List<BarcodeFormat> { BarcodeFormat.QR_CODE },
    };

    /// <summary>The code of the page, or null where none can be read.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="isPages">Whether a text is a page's; a student may have glued something in.</param>
    public static FoundCode? Find(Picture picture, Func<string, bool> isPages)
    {
        var (width, height) = ((int)(picture.Width * CornerWidth), (int)(picture.Height * CornerHeight));
        // As it is, which is enough for most; small squares are read more surely when they are larger, and where grain hides them,
        // smoothed.
        foreach (var (times, smooth) in (ReadOnlySpan<(int, int)>)[(1, 0), (2, 0), (2, 1), (1, 1), (3, 2)])
        {
            foreach (var (left, top) in Corners(picture, width, height))
            {
                var part = picture.Part(left, top, width, height, times);
                if (Read(smooth == 0 ? part : part.Smooth(smooth)) is { } found && isPages(found.Text))
                    return found with
                    {
                        Finders =
                        [
                            .. found.Finders.Select(spot => new Spot(
                                left + ((spot.X + 0.5) / times) - 0.5,
                                top + ((spot.Y + 0.5) / times) - 0.5
                            )),
                        ],
                    };
            }
        }

        return Read(picture) is { } whole && isPages(whole.Text) ? whole : null;
    }

    // The lower right first, where it is on a page that lies as it should; then where turned pages have it.
    private static IEnumerable<(int Left, int Top)> Corners(Picture picture, int width, int height)
    {
        var (right, bottom) = (picture.Width - width, picture.Height - height);
        return [(right, bottom), (0, 0), (0, bottom), (right, 0)];
    }

    private static FoundCode? Read(Picture picture)
    {
        var source = new RGBLuminanceSource(picture.Pixels, picture.Width, picture.Height, RGBLuminanceSource.BitmapFormat.Gray8);
        var result = new QRCodeReader().decode(new BinaryBitmap(new HybridBinarizer(source)), Hints)
            ?? new QRCodeReader().decode(new BinaryBitmap(new GlobalHistogramBinarizer(source)), Hints);
        return result is { ResultPoints: [var lowerLeft, var upperLeft, var upperRight, ..] }
            ? new FoundCode(result.Text, [Of(lowerLeft), Of(upperLeft), Of(upperRight)])
            : null;

        static Spot Of(ResultPoint point) => new(point.X - 0.5, point.Y - 0.5);
    }
}
