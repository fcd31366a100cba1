using System.Security.Cryptography;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Storage;
using Gavvet.Web.Pages.Printings;

namespace Gavvet.Web.Pages.Scans;

/// <summary>What became of a page that was taken in.</summary>
internal enum Taken
{
    /// <summary>It is known, and laid on its print.</summary>
    Laid,

    /// <summary>It is known, but could not be laid.</summary>
    NotLaid,

    /// <summary>Nobody knows yet whose it is.</summary>
    Unknown,

    /// <summary>It is of another printing, and was kept there.</summary>
    Elsewhere,

    /// <summary>It was there already.</summary>
    Already,

    /// <summary>Nothing is on it: the back of a page.</summary>
    Blank,

    /// <summary>The file’s page could not be read.</summary>
    Unread,
}

/// <summary>Takes scanned pages in: finds which each is, lays it on its print, and keeps it.</summary>
internal sealed class ScanIntake(ScanStore scans, PrintingStore printings, OpenPrintings open)
{
    // What is kept of a page that is not laid: as large as one that is.
    private const int KeptWidth = 1_240;

    /// <summary>Takes a page in.</summary>
    /// <param name="printing">The printing it was brought to.</param>
    /// <param name="picture">The picture.</param>
    public async Task<Taken> TakeAsync(string printing, Picture picture)
    {
        var digest = Convert.ToHexStringLower(SHA256.HashData(picture.Pixels));
        if (await scans.HasAsync(digest))
            return Taken.Already;
        var found = CodeFinder.Find(picture, text => PageCode.Problem(text, out _) is null);
        var of = found is null ? null : await FindAsync(found.Text);
        if (of is not var (known, copy, page, sides))
            return IsBlank(picture) ? Taken.Blank : await ByPrintAsync(printing, picture, digest);
        var there = known.Id == printing;
        var print = new PrintedPage(sides.Student);
        if ((ScannedPage.Lay(print, picture, found!) ?? ScannedPage.Lay(print, picture)) is not var (laid, laying))
            return await KeepAsync(Raw(known.Id, copy.Number, page, picture, digest), there ? Taken.NotLaid : Taken.Elsewhere);
        return await KeepAsync(Laid(known, copy, page, print, laid, laying, digest), there ? Taken.Laid : Taken.Elsewhere);
    }

    /// <summary>Lays a scan that a teacher has said the page of.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="scan">The scan.</param>
    /// <param name="code">The page’s code.</param>
    /// <returns>Whether there is such a scan.</returns>
    public async Task<bool> NameAsync(string printing, string scan, string code)
    {
        if (
            await FindAsync(code) is not var (known, copy, page, sides)
            || known.Id != printing
            || await scans.PictureAsync(printing, scan) is not { } kept
        )
            return false;
        var print = new PrintedPage(sides.Student);
        var named =
            PictureReader.Read(kept) is { } picture && ScannedPage.Lay(print, picture) is var (laid, laying)
                ? Laid(known, copy, page, print, laid, laying, "")
                : new NewScan(known.Id, copy.Number, page, ScanState.NotLaid, 0, "", kept, []);
        return await scans.NameAsync(scan, named);
    }

    // A page whose code cannot be read, among those of the printing it was brought to.
    private async Task<Taken> ByPrintAsync(string printing, Picture picture, string digest)
    {
        if (await open.FindAsync(printing) is not { } known)
            return Taken.Unknown;
        var pages = await known.PagesAsync(printings, known.Record.Copies.SelectMany(copy => copy.Codes));
        PageCandidate[] candidates =
        [
            .. known.Record.Copies.SelectMany(copy =>
                copy.Codes.Select(
                    (code, page) =>
                        new PageCandidate(code, PageCode.Printed(code), FormattableString.Invariant($"{copy.Edition} {page}"), () =>
                            new PrintedPage(pages[code].Student)
                        )
                )
            ),
        ];
        if (ScannedPage.Find(candidates, picture) is not var (found, laid, laying))
            return await KeepAsync(Raw(printing, null, null, picture, digest), Taken.Unknown);
        var paper = known.Record.Copies.First(copy => copy.Codes.Contains(found));
        return await KeepAsync(
            Laid(known, paper, paper.Codes.IndexOf(found), new PrintedPage(pages[found].Student), laid, laying, digest),
            Taken.Laid
        );
    }

    private static NewScan Laid(
        OpenPrinting known,
        RecordedCopy copy,
        int page,
        PrintedPage print,
        LaidPage laid,
        Laying laying,
        string digest
    )
    {
        ScanReading[] readings =
        [
            .. ScannedAnswers
                .Of(known.Papers, copy, page, print, laid)
                .Select(read => new ScanReading(read.Item, read.IsEmpty, read.Written)),
        ];
        return new NewScan(
            known.Id,
            copy.Number,
            page,
            ScanState.Laid,
            (int)(laying.Off * 1_000),
            digest,
            ScanFile.Packed(laid.Picture),
            readings
        );
    }

    private async Task<Taken> KeepAsync(NewScan scan, Taken taken) => await scans.AddAsync(scan) ? taken : Taken.Already;

    // The page of a code, wherever it was printed; null where this program has printed none.
    private async Task<(OpenPrinting Printing, RecordedCopy Copy, int Page, PageSidesRead Sides)?> FindAsync(string text)
    {
        _ = PageCode.Problem(text, out var code);
        if (await printings.FindCodeAsync(code) is not { } id || await open.FindAsync(id) is not { } found)
            return null;
        var copy = found.Record.Copies.FirstOrDefault(one => one.Codes.Contains(code));
        if (copy is null)
            return null;
        var pages = await found.PagesAsync(printings, [code]);
        return (found, copy, copy.Codes.IndexOf(code), pages[code]);
    }

    private static NewScan Raw(string printing, int? copy, int? page, Picture picture, string digest) =>
        new(
            printing,
            copy,
            page,
            copy is null ? ScanState.Unknown : ScanState.NotLaid,
            0,
            digest,
            ScanFile.Packed(picture.Smaller(Math.Max(1, picture.Width / KeptWidth))),
            []
        );

    // The back of a page: next to nothing on it is dark.
    private static bool IsBlank(Picture picture)
    {
        const int dark = 150;
        const double next = 0.0006;
        var small = picture.Smaller(Math.Max(1, picture.Width / 600));
        // The edges may be dark of themselves.
        var (across, down, count) = (small.Width / 20, small.Height / 20, 0);
        for (var y = down; y < small.Height - down; y++)
        {
            for (var x = across; x < small.Width - across; x++)
                count += small[x, y] < dark ? 1 : 0;
        }

        return count < next * small.Width * small.Height;
    }
}
