using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using SkiaSharp;

namespace Gavvet.Scanning.Tests;

/// <summary>Scanned pages are known by their codes, laid on their print, and what is empty is told from what is written.</summary>
public class LayingTests
{
    private sealed record Tally
    {
        public int Pages,
            Known,
            Laid,
            Written,
            Empty,
            CalledEmpty,
            Wrong;

        public List<double> Off { get; } = [];

        public override string ToString()
        {
            var off = Off.Order().ToArray();
            return FormattableString.Invariant(
                $"{Pages} pages, {Known} known, {Laid} laid, off by {off.ElementAtOrDefault((int)(0.95 * off.Length)):0.000} mm (95 of 100), {off.LastOrDefault():0.000} mm at most; {Written} written items, {Wrong} called empty; {Empty} empty ones, {CalledEmpty} called so"
            );
        }
    }

    private static Tally Run(Func<Page, Action<SKCanvas>, ulong, SimulatedScan> take, ulong from)
    {
        var tally = new Tally();
        Parallel.For(0, Pile.Rounds * Pile.Pages.Length, i =>
        {
            var (code, page, items) = Pile.Pages[i % Pile.Pages.Length];
            var seed = from + (ulong)i;
            var chance = new Chance(seed);
            var written = items.Select(_ => chance.Next() < 0.6).ToArray();
            var hand = new SimulatedHand(seed);
            var scan = take(
                page.Page,
                canvas =>
                {
                    foreach (var (item, _) in items.Zip(written).Where(one => one.Second))
                        hand.Answer(canvas, item.Box, item.Anchors, page.IsPrinted);
                },
                seed
            );
            var picture = PictureReader.Read(scan.Jpeg)!;
            var found = CodeFinder.Find(picture, text => PageCode.Problem(text, out _) is null);
            lock (tally)
            {
                tally.Pages++;
                tally.Known += found?.Text == code ? 1 : 0;
            }

            if (found is null || ScannedPage.Lay(page, picture, found) is not var (laid, laying))
                return;
            var back = laying.Map.Inverse();
            lock (tally)
            {
                tally.Laid++;
                for (var y = 60; y < page.Picture.Height; y += 120)
                {
                    for (var x = 60; x < page.Picture.Width; x += 120)
                        tally.Off.Add(back.Of(scan.Map.Of(new Spot(x, y))).To(new Spot(x, y)) * PrintedPage.Pixel / 1_000);
                }

                foreach (var (item, isWritten) in items.Zip(written))
                {
                    var isEmpty = laid.IsEmpty(item.Box);
                    tally.Written += isWritten ? 1 : 0;
                    tally.Empty += isWritten ? 0 : 1;
                    tally.Wrong += isWritten && isEmpty ? 1 : 0;
                    tally.CalledEmpty += !isWritten && isEmpty ? 1 : 0;
                }
            }
        });
        return tally;
    }

    [Theory]
    [InlineData(150)]
    [InlineData(200)]
    [InlineData(300)]
    public void A_pile_from_a_scanner_is_known_and_laid_on_its_print(int dpi)
    {
        var tally = Run((page, written, seed) => SimulatedScanner.Scan(page, written, dpi, seed), 40_000 + ((ulong)dpi * 1_000));
        TestContext.Current.SendDiagnosticMessage($"{dpi} dpi: {tally}");
        // A page that lay so far askew that its code is not on the picture is asked for.
        Assert.True(tally.Known >= 0.95 * tally.Pages && tally.Laid == tally.Known && tally.Wrong == 0, $"{tally}");
        Assert.True(tally.Off.Max() < 0.6 && tally.Off.Order().ElementAt((int)(0.95 * tally.Off.Count)) < 0.3, $"{tally}");
        // A ring of coffee or a folded corner makes some that are empty full.
        Assert.True(tally.CalledEmpty >= 0.8 * tally.Empty, $"{tally}");
    }

    // A short paper has a few lines at its top, its foot, and the marks in its corners.
    [Fact]
    public void A_page_with_little_print_lies_right_wherever_it_is_printed_or_is_not_laid()
    {
        const double most = 0.6;
        const string recipe =
            """{"gavvet":1,"seed":3,"title":"Friday","sections":[{"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":2}]}""";
        var sparse = new PrintedPage(PageSidesRead.Unpack(Pile.Printed(NameSystem.English, recipe).Copies[0].Sides[0]).Student);
        Assert.True(sparse.Features.Count < 120, $"{sparse.Features.Count}");
        var (laid, off) = (0, new List<(ulong, double)>());
        var photographs = (ulong)(8 * Pile.Rounds);
        for (var seed = 400UL; seed < 400 + photographs; seed++)
        {
            var scan = SimulatedScanner.Photograph(sparse.Page, _ => { }, seed);
            var picture = PictureReader.Read(scan.Jpeg)!;
            if (
                CodeFinder.Find(picture, text => PageCode.Problem(text, out _) is null) is not { } found
                || ScannedPage.Lay(sparse, picture, found) is not var (_, laying)
            )
                continue;
            laid++;
            var back = laying.Map.Inverse();
            off.AddRange(
                sparse.Features.Select(piece => (seed, back.Of(scan.Map.Of(piece.Middle)).To(piece.Middle) * PrintedPage.Pixel / 1_000))
            );
        }

        Assert.True(laid * 2 >= (int)photographs, $"{laid} of {photographs}");
        Assert.All(off, one => Assert.True(one.Item2 < most, $"{one.Item1}: {one.Item2:0.00} mm"));
    }

    [Fact]
    public void Photographs_are_laid_too()
    {
        var tally = Run(SimulatedScanner.Photograph, 90_000);
        TestContext.Current.SendDiagnosticMessage($"photographs: {tally}");
        Assert.True(tally.Known >= 0.9 * tally.Pages && tally.Wrong == 0, $"{tally}");
        Assert.True(tally.Off.Order().ElementAt((int)(0.95 * tally.Off.Count)) < 0.5, $"{tally}");
    }
}
