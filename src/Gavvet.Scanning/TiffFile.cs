using BitMiracle.LibTiff.Classic;

namespace Gavvet.Scanning;

/// <summary>A TIFF, as copiers and fax machines write it: a picture a page, packed in any of its ways.</summary>
internal static class TiffFile
{
    // Two letters for the order of bytes, then 42 (TIFF 6.0, section 2).
    private static readonly byte[][] Marks =
    [
        [0x49, 0x49, 42, 0],
        [0x4D, 0x4D, 0, 42],
    ];

    /// <summary>Whether a file says it is one.</summary>
    public static bool IsOne(ReadOnlySpan<byte> bytes)
    {
        foreach (var mark in Marks)
        {
            if (bytes.StartsWith(mark))
                return true;
        }

        return false;
    }

    /// <summary>Its pages, each read when it is asked for.</summary>
    /// <param name="bytes">The file.</param>
    public static IEnumerable<FilePage> Pages(byte[] bytes)
    {
        Tiff.SetErrorHandler(Quiet.Told);
        using var stream = new MemoryStream(bytes, writable: false);
        using var file = ScanFile.Try(() => Tiff.ClientOpen("scan", "r", stream, new TiffStream()));
        if (file is null)
        {
            yield return new FilePage(1, null, Unread.NoPicture);
            yield break;
        }

        for (var number = 1; number <= ScanFile.MostPages; number++)
        {
            var (width, height) = (Length(file, TiffTag.IMAGEWIDTH), Length(file, TiffTag.IMAGELENGTH));
            var isTooLarge = width < 1 || height < 1 || (long)width * height > Picture.MostPixels;
            var picture = isTooLarge ? null : ScanFile.Try(() => Read(file, width, height));
            yield return new FilePage(
                number,
                picture,
                picture is not null ? null
                    : isTooLarge ? Unread.NoPicture
                    : Unread.Packed
            );
            // A file that points back to its own pages ends at the most pages there may be.
            if (ScanFile.Try(() => (object)file.ReadDirectory()) is not true)
                yield break;
        }
    }

    private static int Length(Tiff file, TiffTag tag) => file.GetField(tag) is [var value, ..] ? value.ToInt() : 0;

    private static Picture? Read(Tiff file, int width, int height)
    {
        var colors = new int[width * height];
        if (!file.ReadRGBAImageOriented(width, height, colors, Orientation.TOPLEFT))
            return null;
        var pixels = new byte[colors.Length];
        // How light each color looks on white (ITU-R BT.601, in thousandths).
        for (var i = 0; i < pixels.Length; i++)
            pixels[i] = (byte)(
                255
                - Tiff.GetA(colors[i])
                + (((299 * Tiff.GetR(colors[i])) + (587 * Tiff.GetG(colors[i])) + (114 * Tiff.GetB(colors[i]))) / 1_000)
            );
        return new Picture(width, height, pixels);
    }

    // What is odd about a file is no news for the log.
    private sealed class Quiet : TiffErrorHandler
    {
        public static Quiet Told { get; } = new();

        public override void ErrorHandler(Tiff tif, string method, string format, params object[] args) { }

        public override void ErrorHandlerExt(Tiff tif, object clientData, string method, string format, params object[] args) { }

        public override void WarningHandler(Tiff tif, string method, string format, params object[] args) { }

        public override void WarningHandlerExt(Tiff tif, object clientData, string method, string format, params object[] args) { }
    }
}
