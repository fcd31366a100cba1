using SkiaSharp;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;

namespace Gavvet.Scanning;

/// <summary>Why a page of a file shows nothing.</summary>
public enum Unread
{
    /// <summary>It is no picture that can be read, or one larger than a page can be.</summary>
    NoPicture,

    /// <summary>The page of a PDF has no picture.</summary>
    NoScan,

    /// <summary>It is packed in a way that cannot be read here.</summary>
    Packed,
}

/// <summary>A page of a file.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="Picture">What it shows, or null.</param>
/// <param name="Problem">Why it shows nothing, or null.</param>
public sealed record FilePage(int Number, Picture? Picture, Unread? Problem);

/// <summary>A file from a copier or a phone: a PDF or a TIFF with a picture a page, or a picture.</summary>
public static class ScanFile
{
    /// <summary>Pages of a file at most.</summary>
    public const int MostPages = 400;

    /// <summary>Its pages, each read when it is asked for.</summary>
    /// <param name="bytes">The file.</param>
    public static IEnumerable<FilePage> Pages(byte[] bytes)
    {
        if (!bytes.AsSpan(0, Math.Min(bytes.Length, 1_024)).IndexOf("%PDF-"u8).Equals(-1))
            return OfPdf(bytes);
        if (TiffFile.IsOne(bytes))
            return TiffFile.Pages(bytes);
        var picture = PictureReader.Read(bytes);
        return [new FilePage(1, picture, picture is null ? Unread.NoPicture : null)];
    }

    private static IEnumerable<FilePage> OfPdf(byte[] bytes)
    {
        PdfDocument? document = null;
        try
        {
            document = Try(() => PdfDocument.Open(bytes, new ParsingOptions { UseLenientParsing = true, MaxStackDepth = 100 }));
            if (document is null)
            {
                yield return new FilePage(1, null, Unread.NoPicture);
                yield break;
            }

            for (var number = 1; number <= Math.Min(document.NumberOfPages, MostPages); number++)
            {
                var at = number;
                yield return Try(() => OfPage(document, at)) ?? new FilePage(at, null, Unread.Packed);
            }
        }
        finally
        {
            document?.Dispose();
        }
    }

    private static FilePage OfPage(PdfDocument document, int number)
    {
        // A copier lays one picture over the page; a logo is smaller.
        var image = document.GetPage(number).GetImages().MaxBy(one => (long)one.WidthInSamples * one.HeightInSamples);
        if (image is null)
            return new FilePage(number, null, Unread.NoScan);
        if ((long)image.WidthInSamples * image.HeightInSamples > Picture.MostPixels)
            return new FilePage(number, null, Unread.NoPicture);
        var picture = PictureReader.Read(image.RawBytes) ?? Unpacked(image);
        return new FilePage(number, picture, picture is null ? Unread.Packed : null);
    }

    // What is no JPEG as it stands: packed rows of gray, colors, or black and white as a fax sends it.
    private static Picture? Unpacked(IPdfImage image)
    {
        if (image.TryGetPng(out var png))
            return PictureReader.Read(png);
        var (width, height) = (image.WidthInSamples, image.HeightInSamples);
        if (image.BitsPerComponent != 1 || !image.TryGetBytesAsMemory(out var unpacked))
            return null;
        var row = (width + 7) / 8;
        if (unpacked.Length < row * height)
            return null;
        var bits = unpacked.Span;
        var isBlackZero = image.Decode.Count < 1 || image.Decode[0] < 0.5;
        var pixels = new byte[width * height];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
                pixels[(y * width) + x] = ((bits[(y * row) + (x / 8)] >> (7 - (x % 8))) & 1) == 1 == isBlackZero ? byte.MaxValue : (byte)0;
        }

        return new Picture(width, height, pixels);
    }

    // What a stranger's file does to its reader is the file's fault.
#pragma warning disable CA1031
    internal static T? Try<T>(Func<T?> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception problem) when (problem is not OutOfMemoryException)
        {
            return null;
        }
    }
#pragma warning restore CA1031

    /// <summary>A picture as a small file: gray, JPEG.</summary>
    /// <param name="picture">The picture.</param>
    public static byte[] Packed(Picture picture)
    {
        const int quality = 38;
        using var bitmap = new SKBitmap(new SKImageInfo(picture.Width, picture.Height, SKColorType.Gray8, SKAlphaType.Opaque));
        for (var y = 0; y < picture.Height; y++)
            picture.Pixels.AsSpan(y * picture.Width, picture.Width).CopyTo(bitmap.GetPixelSpan()[(y * bitmap.RowBytes)..]);
        using var data = bitmap.Encode(SKEncodedImageFormat.Jpeg, quality);
        return data.ToArray();
    }
}
