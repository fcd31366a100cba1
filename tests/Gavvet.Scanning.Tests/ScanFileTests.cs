using System.Text;
using BitMiracle.LibTiff.Classic;
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

    [Theory]
    [InlineData(Compression.NONE, 8)]
    [InlineData(Compression.LZW, 8)]
    [InlineData(Compression.ADOBE_DEFLATE, 8)]
    [InlineData(Compression.PACKBITS, 1)]
    [InlineData(Compression.CCITTFAX3, 1)]
    [InlineData(Compression.CCITTFAX4, 1)]
    public void Pages_of_a_tiff_are_read_in_gray_and_in_black_and_white(Compression packing, int bits)
    {
        var pages = ScanFile.Pages(TiffOf(PictureReader.Read(Jpeg)!, packing, bits, pages: 2)).ToArray();
        Assert.Equal([1, 2], pages.Select(page => page.Number));
        Assert.All(pages, page => Assert.Equal(Pile.Pages[0].Code, CodeIn(page)));
    }

    // As a copier sends black and white: ITU-T T.6 inside a PDF (ISO 32000-1, 7.4.6).
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_pdf_packed_as_a_fax_is_read(bool isBlackOne)
    {
        var page = Assert.Single(ScanFile.Pages(FaxPdf(PictureReader.Read(Jpeg)!, isBlackOne)));
        Assert.Equal(Pile.Pages[0].Code, CodeIn(page));
        // Black is black: most of a page is paper.
        Assert.True(page.Picture!.Pixels.Average(pixel => pixel) > 200);
    }

    [Fact]
    public void A_tiff_that_says_it_is_larger_than_a_page_or_ends_early_is_said_so()
    {
        var tiff = TiffOf(PictureReader.Read(Jpeg)!, Compression.LZW, 8, pages: 1);
        Assert.Equal(Unread.NoPicture, Assert.Single(ScanFile.Pages(tiff[..4])).Problem);
        Assert.Equal(Unread.NoPicture, Assert.Single(ScanFile.Pages(TiffOf(new Picture(7_000, 7_000, []), Compression.LZW, 8, 1))).Problem);
    }

    private static byte[] Row(Picture picture, int y, int bits)
    {
        if (bits == 8)
            return picture.Pixels[(y * picture.Width)..((y + 1) * picture.Width)];
        // White is 0.
        var row = new byte[(picture.Width + 7) / 8];
        for (var x = 0; x < picture.Width; x++)
            row[x / 8] |= (byte)(picture[x, y] < 128 ? 0x80 >> (x % 8) : 0);
        return row;
    }

    private static byte[] TiffOf(Picture picture, Compression packing, int bits, int pages)
    {
        using var stream = new MemoryStream();
        using (var file = Tiff.ClientOpen("made", "w", stream, new KeptOpen()))
        {
            for (var page = 0; page < pages; page++)
            {
                file.SetField(TiffTag.IMAGEWIDTH, picture.Width);
                file.SetField(TiffTag.IMAGELENGTH, picture.Height);
                file.SetField(TiffTag.BITSPERSAMPLE, bits);
                file.SetField(TiffTag.SAMPLESPERPIXEL, 1);
                file.SetField(TiffTag.PHOTOMETRIC, bits == 1 ? Photometric.MINISWHITE : Photometric.MINISBLACK);
                file.SetField(TiffTag.COMPRESSION, packing);
                file.SetField(TiffTag.ROWSPERSTRIP, picture.Height);
                for (var y = 0; y < picture.Height && picture.Pixels.Length > 0; y++)
                    file.WriteScanline(Row(picture, y, bits), y);
                file.WriteDirectory();
            }
        }

        return stream.ToArray();
    }

    // The stream is read after the file is done with it.
    private sealed class KeptOpen : TiffStream
    {
        public override void Close(object clientData) { }
    }

    private static byte[] FaxPdf(Picture picture, bool isBlackOne)
    {
        byte[] packed;
        using (var stream = new MemoryStream(TiffOf(picture, Compression.CCITTFAX4, 1, pages: 1)))
        using (var file = Tiff.ClientOpen("made", "r", stream, new KeptOpen()))
        {
            packed = new byte[file.RawStripSize(0)];
            file.ReadRawStrip(0, packed, 0, packed.Length);
        }

        using var pdf = new MemoryStream();
        var places = new List<long>();
        void Write(string text) => pdf.Write(Encoding.Latin1.GetBytes(text));
        void Object(string text)
        {
            places.Add(pdf.Position);
            Write($"{places.Count} 0 obj\n{text}\n");
        }

        Write("%PDF-1.5\n");
        Object("<</Type/Catalog/Pages 2 0 R>>\nendobj");
        Object("<</Type/Pages/Kids[3 0 R]/Count 1>>\nendobj");
        Object("<</Type/Page/Parent 2 0 R/MediaBox[0 0 595 842]/Resources<</XObject<</I 5 0 R>>>>/Contents 4 0 R>>\nendobj");
        Object("<</Length 29>>\nstream\nq 595 0 0 842 0 0 cm /I Do Q \nendstream\nendobj");
        Object(
            $"<</Type/XObject/Subtype/Image/Width {picture.Width}/Height {picture.Height}/BitsPerComponent 1/ColorSpace/DeviceGray"
                + $"{(isBlackOne ? "/Decode[1 0]" : "")}/Filter/CCITTFaxDecode/DecodeParms<</K -1/Columns {picture.Width}/Rows {picture.Height}"
                + $"{(isBlackOne ? "/BlackIs1 true" : "")}>>/Length {packed.Length}>>\nstream"
        );
        pdf.Write(packed);
        Write("\nendstream\nendobj\n");
        var table = pdf.Position;
        Write($"xref\n0 {places.Count + 1}\n0000000000 65535 f \n");
        foreach (var place in places)
            Write($"{place:0000000000} 00000 n \n");
        Write($"trailer\n<</Size {places.Count + 1}/Root 1 0 R>>\nstartxref\n{table}\n%%EOF\n");
        return pdf.ToArray();
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
        var picture = PictureReader.Read(Jpeg)!;
        byte[][] whole =
        [
            Jpeg,
            Encoded(Jpeg, SKEncodedImageFormat.Png),
            Pdf(Jpeg),
            TiffOf(picture, Compression.LZW, 8, pages: 1),
            TiffOf(picture, Compression.CCITTFAX4, 1, pages: 2),
            FaxPdf(picture, isBlackOne: false),
        ];
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
