using System.IO.Compression;
using System.Text.Json;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Printings;

/// <summary>
/// The papers of a class with the names on them, and what goes back to the students. Pages are kept without names and get
/// them as they are asked for, so that a deleted name is on none.
/// </summary>
internal static class ClassPapers
{
    /// <summary>The papers of a class in one pile, in the order they were printed, or one of them.</summary>
    public static Task<IResult> PapersAsync(
        string id,
        int? paper,
        bool twoSided,
        OpenPrintings open,
        PrintingStore printings,
        MarkingStore markings,
        HeavyWork heavy,
        HttpContext context
    ) => AnswerAsync(id, open, async found =>
        {
            var owners = (await markings.OwnersAsync(id, context.RequestAborted)).ToDictionary(owner => owner.Number);
            if (owners.Count == 0)
                return Results.NotFound();
            var pages = await PagesAsync(found, owners, paper, printings, twoSided);
            return pages.Length == 0 ? Results.NotFound() : await PdfAsync(heavy, context, found.Record.Title, pages, "papers.pdf");
        });

    /// <summary>The pages of one paper, or of all, with the names on them; for two sides with a blank one where a paper would begin on
    /// the back of another.</summary>
    public static async Task<Page[]> PagesAsync(
        OpenPrinting found,
        Dictionary<int, PaperOwner> owners,
        int? paper,
        PrintingStore printings,
        bool twoSided = false
    )
    {
        RecordedCopy[] copies = [.. found.Record.Copies.Where(copy => paper is null || copy.Number == paper)];
        var sides = await found.PagesAsync(printings, copies.SelectMany(copy => copy.Codes));
        return
        [
            .. HalfSheets.Paired(
                copies.Select(copy =>
                {
                    Page[] own =
                    [
                        .. copy.Codes.Select(
                            (code, i) =>
                                Named(sides[code].Student, copy.Names.ElementAtOrDefault(i), owners.GetValueOrDefault(copy.Number)?.Name)
                        ),
                    ];
                    return twoSided && own.Length % 2 == 1 ? [.. own, own[0] with { Groups = [] }] : own;
                })
            ),
        ];
    }

    /// <summary>Slips or marked pages as they were given back; empty where they were not.</summary>
    public static async Task<Page[]> ReturnedAsync(
        string id,
        string kind,
        int? paper,
        Dictionary<int, PaperOwner> owners,
        MarkingStore markings
    )
    {
        var papers = (await markings.ReturnedAsync(id, kind, paper))
            .GroupBy(page => page.Copy)
            .Select(own =>
                own.Select(page =>
                        Named(
                            PageFile.Read(page.Page),
                            JsonSerializer.Deserialize<NamePlace>(page.NamePlace),
                            MarkingStore.NameOf(owners, page.Copy, null)
                        )
                    )
                    .ToArray()
            );
        return
        [
            .. kind switch
            {
                "slip" => Slips.Together(papers),
                "short" => Slips.ShortTogether([.. papers.SelectMany(pages => pages)]),
                _ => HalfSheets.Paired(papers),
            },
        ];
    }

    /// <summary>Slips or marked pages, of one paper or of all: as they were given back, or else as they would be now.</summary>
    public static Task<IResult> BackAsync(
        string id,
        string kind,
        int? paper,
        OpenPrintings open,
        PrintingStore printings,
        MarkingStore markings,
        HeavyWork heavy,
        HttpContext context
    ) => AnswerAsync(id, open, async found =>
        {
            var owners = (await markings.OwnersAsync(id)).ToDictionary(owner => owner.Number);
            var returned = await ReturnedAsync(id, kind, paper, owners, markings);
            if (returned.Length > 0)
                return await PdfAsync(heavy, context, found.Record.Title, returned, $"{kind}.pdf");
            var papers = await MarkedAsync(id, paper, found, owners, printings, markings);
            Page[] pages =
            [
                .. kind switch
                {
                    "slip" => Slips.Of(papers),
                    "short" => Slips.ShortTogether(Slips.Short(papers)),
                    _ => HalfSheets.Paired(papers.Select(marked => MarkedPages.Of(marked))),
                },
            ];
            return pages.Length == 0
                ? new Refused(StatusCodes.Status409Conflict, Say("Nothing is marked yet, so there is nothing to give back."))
                : await PdfAsync(heavy, context, found.Record.Title, pages, $"{kind}.pdf");
        });

    /// <summary>What is kept when the papers are given back: each slip and each marked page by itself, without the name.</summary>
    public static async Task<IReadOnlyList<ReturnedPage>> ToReturnAsync(
        string id,
        OpenPrinting found,
        PrintingStore printings,
        MarkingStore markings
    )
    {
        var nameless = (await markings.OwnersAsync(id)).ToDictionary(owner => owner.Number, owner => owner with { Name = null });
        var papers = await MarkedAsync(id, null, found, nameless, printings, markings);
        var kept = new List<ReturnedPage>();
        foreach (var paper in papers)
        {
            kept.AddRange(
                Slips
                    .Of([paper])
                    .Select(
                        (page, i) =>
                            new ReturnedPage(
                                paper.Copy.Number,
                                "slip",
                                i + 1,
                                PageFile.Write(page),
                                i == 0 ? JsonSerializer.Serialize(Slips.NamePlace(page)) : "null"
                            )
                    )
            );
            kept.AddRange(
                Slips
                    .Short([paper])
                    .Select(page => new ReturnedPage(
                        paper.Copy.Number,
                        "short",
                        1,
                        PageFile.Write(page),
                        JsonSerializer.Serialize(Slips.ShortNamePlace(page))
                    ))
            );
            kept.AddRange(
                MarkedPages
                    .Signs(paper)
                    .Select((page, i) => new ReturnedPage(paper.Copy.Number, "signs", i + 1, PageFile.Write(page), "null"))
            );
            kept.AddRange(
                MarkedPages
                    .Of(paper)
                    .Select(
                        (page, i) =>
                            new ReturnedPage(
                                paper.Copy.Number,
                                "marked",
                                i + 1,
                                PageFile.Write(page),
                                JsonSerializer.Serialize(paper.Copy.Names.ElementAtOrDefault(i))
                            )
                    )
            );
        }

        return kept;
    }

    /// <summary>
    /// The students’ own papers, scanned, with what was decided drawn on them: as they were given back, or else as they would be now.
    /// A page that is not here, or does not lie on its print, is as it was printed.
    /// </summary>
    public static async Task<IReadOnlyList<(int Copy, string Name, Page[] Pages)>> OwnAsync(
        string id,
        int? paper,
        OpenPrinting found,
        PrintingStore printings,
        MarkingStore markings,
        ScanStore scans
    )
    {
        var owners = (await markings.OwnersAsync(id)).ToDictionary(owner => owner.Number);
        var shown = (await scans.ListAsync(id))
            .Where(scan => scan is { IsShown: true, State: ScanState.Laid } && (paper is null || scan.Copy == paper))
            .ToLookup(scan => scan.Copy!.Value);
        var signs = (await markings.ReturnedAsync(id, "signs", paper)).ToLookup(page => page.Copy);
        var whole = (await markings.ReturnedAsync(id, "marked", paper)).ToLookup(page => page.Copy);
        var own = new List<(int Copy, string Name, Page[] Pages)>();
        foreach (var marked in await MarkedAsync(id, paper, found, owners, printings, markings))
        {
            var copy = marked.Copy.Number;
            Page[] drawn = signs[copy].Any() ? Read(signs[copy]) : [.. MarkedPages.Signs(marked)];
            Page[] pages = whole[copy].Any() && signs[copy].Any() ? Read(whole[copy], marked.Student) : [.. MarkedPages.Of(marked)];
            foreach (var scan in shown[copy])
            {
                if (
                    scan.Page is { } at
                    && at < Math.Min(pages.Length, drawn.Length)
                    && await scans.PictureAsync(id, scan.Id) is { } picture
                )
                    pages[at] = MarkedPages.Over(drawn[at], picture);
            }

            if (shown[copy].Any())
                own.Add((copy, marked.Student, pages));
        }

        return own;

        static Page[] Read(IEnumerable<ReturnedPage> pages, string? name = null) =>
            [
                .. pages
                    .OrderBy(page => page.Number)
                    .Select(page => Named(PageFile.Read(page.Page), JsonSerializer.Deserialize<NamePlace>(page.NamePlace), name)),
            ];
    }

    /// <summary>The students’ own papers as one PDF, or each as its own in an archive.</summary>
    public static Task<IResult> OwnFileAsync(
        string id,
        int? paper,
        bool isArchive,
        OpenPrintings open,
        PrintingStore printings,
        MarkingStore markings,
        ScanStore scans,
        HeavyWork heavy,
        HttpContext context
    ) => AnswerAsync(id, open, async found =>
        {
            var own = await OwnAsync(id, paper, found, printings, markings, scans);
            if (own.Count == 0)
                return new Refused(
                    StatusCodes.Status409Conflict,
                    Say("No paper that was scanned is marked yet, so there is nothing to give back.")
                );
            var title = found.Record.Title;
            if (!isArchive)
                return await PdfAsync(heavy, context, title, HalfSheets.Paired(own.Select(one => one.Pages)), "own-papers.pdf");
            return await heavy.RunAsync(
                Lane.Long,
                Person.Of(context),
                ended =>
                {
                    using var archive = new MemoryStream();
                    using (var zip = new ZipArchive(archive, ZipArchiveMode.Create, leaveOpen: true))
                    {
                        foreach (var (copy, name, pages) in own)
                        {
                            ended.ThrowIfCancellationRequested();
                            using var entry = zip.CreateEntry(EntryName(copy, name), CompressionLevel.NoCompression).Open();
                            entry.Write(PdfWriter.Write(title, HalfSheets.Paired([pages])));
                        }
                    }

                    return Results.File(archive.ToArray(), "application/zip", "own-papers.zip");
                },
                context.RequestAborted
            );
        });

    // A name as typed may hold what no file’s name can.
    private static string EntryName(int copy, string name)
    {
        var plain = string.Concat(name.Where(sign => char.IsLetterOrDigit(sign) || sign is ' ' or '-')).Trim();
        return FormattableString.Invariant($"{copy:00}{(plain.Length > 0 ? " " + plain : "")}.pdf");
    }

    private static async Task<List<MarkedPaper>> MarkedAsync(
        string id,
        int? paper,
        OpenPrinting found,
        Dictionary<int, PaperOwner> owners,
        PrintingStore printings,
        MarkingStore markings
    )
    {
        var current = await markings.CurrentAsync(id);
        var days = current
            .GroupBy(marking => marking.Key.Copy)
            .ToDictionary(own => own.Key, own => own.Max(marking => marking.Value.MarkedAt));
        RecordedCopy[] copies =
        [
            .. found.Record.Copies.Where(copy => (paper is null || copy.Number == paper) && days.ContainsKey(copy.Number)),
        ];
        var pages = await found.PagesAsync(printings, copies.SelectMany(copy => copy.Codes));
        return
        [
            .. copies.Select(copy =>
                found.Marked(
                    pages,
                    copy,
                    MarkingStore.NameOf(owners, copy.Number, copy.Student) ?? "",
                    days[copy.Number],
                    current,
                    owners.GetValueOrDefault(copy.Number)?.Total
                )
            ),
        ];
    }

    private static Page Named(Page page, NamePlace? place, string? name) =>
        place is null || string.IsNullOrEmpty(name) ? page : place.On(page, name);

    private static Task<IResult> PdfAsync(HeavyWork heavy, HttpContext context, string title, IReadOnlyList<Page> pages, string name) =>
        heavy.RunAsync(
            Lane.Short,
            Person.Of(context),
            _ => Results.File(PdfWriter.Write(title, pages), "application/pdf", name),
            context.RequestAborted
        );

    private static async Task<IResult> AnswerAsync(string id, OpenPrintings open, Func<OpenPrinting, Task<IResult>> make)
    {
        try
        {
            return await open.FindAsync(id) is { } found ? await make(found) : Results.NotFound();
        }
        catch (FormatException problem)
        {
            return new Refused(StatusCodes.Status409Conflict, problem.Message);
        }
    }
}
