using Gavvet.Printing;
using SkiaSharp;

namespace Gavvet.Scanning.Tests;

/// <summary>Files of copiers and phones are read, and what is none does no harm.</summary>
public class ScanFileTests
{
    // A scan that shows the code; a page that lay far askew would not.
    private static readonly byte[] Jpeg = Enumerable
        .Range(1, 20)
        .Select(seed => SimulatedScanner.Scan(Pile.Pages[0].Page.Page, _ => { }, 150, (ulong)seed).Jpeg)
        .First(jpeg => CodeIn(new FilePage(1, PictureReader.Read(jpeg), null)) is not null);

    private static byte[] Encoded(byte[] jpeg, SKEncodedImageFormat format)
    {
        using var bitmap = SKBitmap.Decode(jpeg);
        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    private static byte[] Blue(byte[] jpeg)
    {
        using var gray = SKImage.FromEncodedData(jpeg);
        using var surface = SKSurface.Create(new SKImageInfo(gray.Width, gray.Height, SKColorType.Rgba8888));
        surface.Canvas.DrawImage(gray, 0, 0, SKSamplingOptions.Default);
        surface.Canvas.DrawColor(new SKColor(30, 60, 200, 60), SKBlendMode.SrcOver);
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Png, 90);
        return data.ToArray();
    }

    // A copier's PDF: a picture over the whole of each page.
    private static byte[] Pdf(params byte[][] pictures)
    {
        using var stream = new MemoryStream();
        using (var document = SKDocument.CreatePdf(stream))
        {
            foreach (var picture in pictures)
            {
                using var canvas = document.BeginPage(595, 842);
                using var image = SKImage.FromEncodedData(picture);
                canvas.DrawImage(image, new SKRect(0, 0, 595, 842), SKSamplingOptions.Default);
                document.EndPage();
            }

            document.Close();
        }

        return stream.ToArray();
    }

    private static string? CodeIn(FilePage page) =>
        page.Picture is { } picture ? CodeFinder.Find(picture, text => PageCode.Problem(text, out _) is null)?.Text : null;

    [Fact]
    public void Pictures_and_pdf_pages_show_the_same_code()
    {
        var jpeg = Jpeg;
        var code = Pile.Pages[0].Code;
        Assert.Equal(code, CodeIn(Assert.Single(ScanFile.Pages(jpeg))));
        Assert.Equal(code, CodeIn(Assert.Single(ScanFile.Pages(Encoded(jpeg, SKEncodedImageFormat.Png)))));
        Assert.Equal(code, CodeIn(Assert.Single(ScanFile.Pages(Encoded(jpeg, SKEncodedImageFormat.Webp)))));
        // In colors, as a phone takes it, and with the gray of a blue page.
        foreach (var format in new[] { SKEncodedImageFormat.Jpeg, SKEncodedImageFormat.Png })
            Assert.Equal(code, CodeIn(Assert.Single(ScanFile.Pages(Encoded(Blue(jpeg), format)))));
        // One picture as a JPEG inside, one packed as a PDF packs a PNG.
        var pages = ScanFile.Pages(Pdf(jpeg, Encoded(jpeg, SKEncodedImageFormat.Png))).ToArray();
        Assert.Equal([1, 2], pages.Select(page => page.Number));
        Assert.All(pages, page => Assert.Equal(code, CodeIn(page)));
    }

    [Fact]
    public void A_file_that_is_no_picture_is_said_so()
    {
        Assert.Equal(Unread.NoPicture, Assert.Single(ScanFile.Pages([])).Problem);
        Assert.Equal(Unread.NoPicture, Assert.Single(ScanFile.Pages("%PDF-1.7 nothing"u8.ToArray())).Problem);
        using var stream = new MemoryStream();
        using (var document = SKDocument.CreatePdf(stream))
        {
            document.BeginPage(595, 842);
            document.EndPage();
            document.Close();
        }

        Assert.Equal(Unread.NoScan, Assert.Single(ScanFile.Pages(stream.ToArray())).Problem);
        // A header that says it is larger than any page.
        Assert.Null(PictureReader.Read(Encoded(Jpeg, SKEncodedImageFormat.Png) is var png ? Lying(png) : []));
    }

    // The width and height of a PNG stand at its sixteenth byte.
    private static byte[] Lying(byte[] png)
    {
        byte[] lying = [.. png];
        (lying[16], lying[17], lying[20], lying[21]) = (0, 9, 0, 9);
        return lying;
    }

    [Fact]
    public void What_is_cut_off_or_spoiled_brings_no_failure()
    {
        var chance = new Chance(11);
        byte[][] whole = [Jpeg, Encoded(Jpeg, SKEncodedImageFormat.Png), Pdf(Jpeg)];
        for (var i = 0; i < 150; i++)
        {
            byte[] file = [.. whole[i % whole.Length].Take((int)chance.Between(1, whole[i % whole.Length].Length))];
            for (var k = 0; k < (i % 12) + 1; k++)
                file[(int)(chance.Next() * file.Length)] = (byte)chance.Between(0, 256);
            foreach (var page in ScanFile.Pages(file).Take(3))
                Assert.True(page.Picture is null != page.Problem is null);
        }
    }

    [Theory]
    [InlineData(double.PositiveInfinity, 1)]
    [InlineData(1, double.NegativeInfinity)]
    [InlineData(double.NaN, double.NaN)]
    [InlineData(3_000_000_000, 1)]
    [InlineData(3, 1)]
    public void Outside_of_a_picture_all_is_white(double x, double y)
    {
        var black = new Picture(4, 4, new byte[16]);
        Assert.Equal(byte.MaxValue, black.At(x, y));
        Assert.Equal(0, black.At(2.9, 2.9));
    }
}
