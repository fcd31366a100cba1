using Gavvet.Printing;

namespace Gavvet.Scanning.Tests;

/// <summary>A page whose code cannot be read is known by its print.</summary>
public class ByPrintTests
{
    [Theory]
    [InlineData(150)]
    [InlineData(200)]
    [InlineData(0)]
    public void A_page_is_laid_by_its_print_alone(int dpi)
    {
        var (laid, off) = (0, new List<double>());
        Parallel.For(0, Pile.Pages.Length / 2, i =>
        {
            var (_, page, items) = Pile.Pages[i];
            var hand = new SimulatedHand((ulong)i);
            var seed = 700UL + (ulong)i;
            void Write(SkiaSharp.SKCanvas canvas)
            {
                foreach (var item in items)
                    hand.Answer(canvas, item.Box, item.Anchors, page.IsPrinted);
            }

            var scan = dpi == 0 ? SimulatedScanner.Photograph(page.Page, Write, seed) : SimulatedScanner.Scan(page.Page, Write, dpi, seed);
            var laying = PageLaying.LayByPrint(page, PictureReader.Read(scan.Jpeg)!);
            lock (off)
            {
                if (laying is null)
                    return;
                laid++;
                var back = laying.Map.Inverse();
                for (var y = 60; y < page.Picture.Height; y += 120)
                {
                    for (var x = 60; x < page.Picture.Width; x += 120)
                        off.Add(back.Of(scan.Map.Of(new Spot(x, y))).To(new Spot(x, y)) * PrintedPage.Pixel / 1_000);
                }
            }
        });
        TestContext.Current.SendDiagnosticMessage($"{dpi}: {laid} of {Pile.Pages.Length}, {off.Max():0.000} mm off at most");
        Assert.True(laid >= 0.8 * (Pile.Pages.Length / 2) && off.Max() < 0.6);
    }

    // How much of the code is taken: torn off below, drawn over, or blotted out but for its letters.
    private static byte[] Without(byte[] jpeg, int how, Homography map)
    {
        using var bitmap = SkiaSharp.SKImage.FromEncodedData(jpeg);
        using var surface = SkiaSharp.SKSurface.Create(new SkiaSharp.SKImageInfo(bitmap.Width, bitmap.Height));
        surface.Canvas.DrawImage(bitmap, 0, 0, SkiaSharp.SKSamplingOptions.Default);
        using var paint = new SkiaSharp.SKPaint
        {
            Color = new SkiaSharp.SKColor(40, 40, 40),
            IsAntialias = true,
            StrokeWidth = 12,
        };
        Spot At(double x, double y) => map.Of(new Spot(x / PrintedPage.Pixel, y / PrintedPage.Pixel));
        void Line(double x1, double y1, double x2, double y2)
        {
            var (a, b) = (At(x1, y1), At(x2, y2));
            surface.Canvas.DrawLine((float)a.X, (float)a.Y, (float)b.X, (float)b.Y, paint);
        }

        var (right, bottom) = (193_000.0, 290_500.0);
        if (how == 0)
        {
            // A blot over all of it.
            paint.StrokeWidth = 110;
            Line(right - 9_000, bottom - 5_500, right - 2_000, bottom - 5_500);
        }
        else if (how == 1)
        {
            // Scribbled through.
            for (var i = 0; i < 7; i++)
                Line(right - 10_500, bottom - 1_000 - (i * 1_500), right - 500, bottom - 1_800 - (i * 1_500));
        }
        else
        {
            // The finders at the outer edge torn off.
            paint.Color = SkiaSharp.SKColors.White;
            paint.StrokeWidth = 60;
            Line(right - 1_500, bottom - 14_000, right - 1_500, bottom + 4_000);
        }

        using var image = surface.Snapshot();
        using var data = image.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 85);
        return data.ToArray();
    }

    [Fact]
    public void A_page_whose_code_is_spoiled_is_told_from_the_others()
    {
        PageCandidate[] candidates =
        [
            .. Pile.Record.Copies.SelectMany(copy =>
                copy.Codes.Select(
                    (code, page) =>
                        new PageCandidate(code, PageCode.Printed(code), $"{copy.Edition} {page}", () =>
                            Pile.Pages.First(one => one.Code == code).Page
                        )
                )
            ),
        ];
        var right = 0;
        for (var i = 0; i < 6; i++)
        {
            var (code, page, items) = Pile.Pages[i % Pile.Pages.Length];
            var hand = new SimulatedHand((ulong)i);
            var scan = SimulatedScanner.Scan(
                page.Page,
                canvas =>
                {
                    foreach (var item in items)
                        hand.Answer(canvas, item.Box, item.Anchors, page.IsPrinted);
                },
                200,
                5_000UL + (ulong)i
            );
            var picture = PictureReader.Read(Without(scan.Jpeg, i % 3, scan.Map))!;
            Assert.Null(CodeFinder.Find(picture, _ => true));
            var found = ScannedPage.Find(candidates, picture);
            right += found?.Code == code ? 1 : 0;
            Assert.True(found is null || found.Value.Code == code, "A page was taken for another.");
            // Where the page is of another printing of the same sheet, it is nobody's here.
            if (i < 3)
                Assert.Null(ScannedPage.Find([.. candidates.Where(one => one.Code != code)], picture));
        }

        Assert.True(right >= 5, $"{right} of 6");
    }
}
