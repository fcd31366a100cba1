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

    /// <summary>Its printing has as many scans as are kept of one.</summary>
    TooMany,

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
    /// <param name="printing">The printing it was brought to; null where only its code can tell, and then a page without one is not
    /// kept.</param>
    /// <param name="picture">The picture.</param>
    public async Task<Taken> TakeAsync(string? printing, Picture picture)
    {
        var digest = Convert.ToHexStringLower(SHA256.HashData(picture.Pixels));
        if (await scans.HasAsync(digest))
            return Taken.Already;
        var found = ScannedPapers.CodeOn(picture);
        if (found is null || await FindAsync(found.Text) is not var (known, code))
            return ScannedPapers.IsBlank(picture) ? Taken.Blank : await ByPrintAsync(printing, picture, digest);
        var paper = (await ReaderAsync(known, [code])).OfCode(picture, code, found)!;
        var there = printing is null || known.Id == printing;
        return paper.Laid is { } laid
            ? await KeepAsync(Laid(known.Id, paper, laid, digest), there ? Taken.Laid : Taken.Elsewhere)
            : await KeepAsync(Raw(known.Id, paper, picture, digest), there ? Taken.NotLaid : Taken.Elsewhere);
    }

    /// <summary>Lays a scan that a teacher has said the page of.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="scan">The scan.</param>
    /// <param name="code">The page’s code.</param>
    /// <returns>Whether there is such a scan.</returns>
    public async Task<bool> NameAsync(string printing, string scan, string code)
    {
        if (
            await FindAsync(code) is not var (known, printed)
            || known.Id != printing
            || await scans.PictureAsync(printing, scan) is not { } kept
        )
            return false;
        var paper = PictureReader.Read(kept) is { } picture
            ? (await ReaderAsync(known, [printed])).OfCode(picture, printed, found: null)
            : null;
        var copy = known.Record.Copies.First(copy => copy.Codes.Contains(printed));
        return await scans.NameAsync(
            scan,
            paper?.Laid is { } laid
                ? Laid(known.Id, paper, laid, "")
                : new NewScan(known.Id, copy.Number, copy.Codes.IndexOf(printed), ScanState.NotLaid, 0, "", kept, [])
        );
    }

    // A page whose code cannot be read, among those of the printing it was brought to.
    private async Task<Taken> ByPrintAsync(string? printing, Picture picture, string digest)
    {
        if (printing is null || await open.FindAsync(printing) is not { } known)
            return Taken.Unknown;
        var reader = await ReaderAsync(known, known.Record.Copies.SelectMany(copy => copy.Codes));
        return reader.ByPrint(picture) is { Laid: { } laid } paper
            ? await KeepAsync(Laid(printing, paper, laid, digest), Taken.Laid)
            : await KeepAsync(Raw(printing, null, picture, digest), Taken.Unknown);
    }

    private async Task<ScannedPapers> ReaderAsync(OpenPrinting known, IEnumerable<string> codes)
    {
        var pages = await known.PagesAsync(printings, codes);
        return new ScannedPapers(known.Papers, code => pages[code].Student);
    }

    private static NewScan Laid(string printing, KnownPage paper, LaidPage laid, string digest) =>
        new(
            printing,
            paper.Copy.Number,
            paper.Page,
            ScanState.Laid,
            (int)(paper.Off * 1_000),
            digest,
            ScanFile.Packed(laid.Picture),
            [.. paper.Answers.Select(read => new ScanReading(read.Item, read.IsEmpty, read.Written))]
        );

    private async Task<Taken> KeepAsync(NewScan scan, Taken taken) =>
        await scans.AddAsync(scan) ? taken
        : await scans.HasAsync(scan.Digest) ? Taken.Already
        : Taken.TooMany;

    // The printing of a code and the code as it is printed; null where this program has printed none.
    private async Task<(OpenPrinting Printing, string Code)?> FindAsync(string text)
    {
        _ = PageCode.Problem(text, out var code);
        return
            await printings.FindCodeAsync(code) is { } id
            && await open.FindAsync(id) is { } found
            && found.Record.Copies.Any(copy => copy.Codes.Contains(code))
            ? (found, code)
            : null;
    }

    private static NewScan Raw(string printing, KnownPage? paper, Picture picture, string digest) =>
        new(
            printing,
            paper?.Copy.Number,
            paper?.Page,
            paper is null ? ScanState.Unknown : ScanState.NotLaid,
            0,
            digest,
            ScanFile.Packed(picture.Smaller(Math.Max(1, picture.Width / KeptWidth))),
            []
        );
}
