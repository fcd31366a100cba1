using System.Text;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Worksheets.Files;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing's papers, byte for byte as they were made.</summary>
internal static class PrintedPapers
{
    public static void Map(WebApplication application)
    {
        application
            .MapGet(
                "/printings/{id}/papers.pdf",
                (
                    string id,
                    int? paper,
                    int? sides,
                    OpenPrintings open,
                    PrintingStore printings,
                    MarkingStore markings,
                    HeavyWork heavy,
                    HttpContext context
                ) => ClassPapers.PapersAsync(id, paper, sides == 2, open, printings, markings, heavy, context)
            )
            .WithMetadata(HeavyRequest.Mark);
        application
            .MapGet(
                "/printings/{id}/slips.pdf",
                (
                    string id,
                    int? paper,
                    int? size,
                    OpenPrintings open,
                    PrintingStore printings,
                    MarkingStore markings,
                    HeavyWork heavy,
                    HttpContext context
                ) => ClassPapers.BackAsync(id, size == 3 ? "short" : "slip", paper, open, printings, markings, heavy, context)
            )
            .WithMetadata(HeavyRequest.Mark);
        application
            .MapGet(
                "/printings/{id}/marked.pdf",
                (
                    string id,
                    int? paper,
                    OpenPrintings open,
                    PrintingStore printings,
                    MarkingStore markings,
                    HeavyWork heavy,
                    HttpContext context
                ) => ClassPapers.BackAsync(id, "marked", paper, open, printings, markings, heavy, context)
            )
            .WithMetadata(HeavyRequest.Mark);
        foreach (var isArchive in new[] { false, true })
        {
            application
                .MapGet(
                    isArchive ? "/printings/{id}/own.zip" : "/printings/{id}/own.pdf",
                    (
                        string id,
                        int? paper,
                        OpenPrintings open,
                        PrintingStore printings,
                        MarkingStore markings,
                        ScanStore scans,
                        HeavyWork heavy,
                        HttpContext context
                    ) => ClassPapers.OwnFileAsync(id, paper, isArchive, open, printings, markings, scans, heavy, context)
                )
                .WithMetadata(HeavyRequest.Mark);
        }

        application.MapGet("/printings/{id}/{pile}.pdf", async (string id, string pile, PrintingStore printings) =>
            await printings.PdfAsync(id, pile) is { } pdf ? Results.File(pdf, "application/pdf", $"{pile}.pdf") : Results.NotFound()
        );
        application
            .MapGet("/printings/{id}/record.json", async (string id, OpenPrintings open, PrintingStore printings) =>
                await open.FindAsync(id) is { } found
                    ? Results.File(
                        Encoding.UTF8.GetBytes((await WithPagesAsync(found.Record, printings)).Write()),
                        "application/json",
                        "printing.json"
                    )
                    : Results.NotFound()
            )
            .WithMetadata(HeavyRequest.Mark);
        application.MapGet("/p/{code}/student.svg", (string code, PrintingStore printings) =>
            PageAsync(code, printings, page => page.Student)
        );
        application.MapGet("/p/{code}/key.svg", (string code, PrintingStore printings) => PageAsync(code, printings, page => page.Key));
    }

    // With its pages a record says all that is needed to read its scans, and to draw its marked pages, on the command line.
    private static async Task<PrintingRecord> WithPagesAsync(PrintingRecord record, PrintingStore printings)
    {
        var sides = await printings.SidesAsync([.. record.Copies.SelectMany(copy => copy.Codes)]);
        return record with
        {
            Copies =
            [
                .. record.Copies.Select(copy =>
                    copy.Codes.All(sides.ContainsKey)
                        ? copy with
                        {
                            Sides = [.. copy.Codes.Select(code => PackedSides.Pack(sides[code].Student, sides[code].Key))],
                        }
                        : copy
                ),
            ],
        };
    }

    private static async Task<IResult> PageAsync(string code, PrintingStore printings, Func<KeptPage, string> choose)
    {
        if (PageCode.Problem(code, out var plain) is not null || await printings.FindPageAsync(plain) is not var (_, page))
            return Results.NotFound();
        try
        {
            return Results.Text(SvgWriter.File(PageFile.Read(choose(page))), "image/svg+xml");
        }
        catch (FormatException problem)
        {
            return new Refused(StatusCodes.Status409Conflict, problem.Message);
        }
    }
}
