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
