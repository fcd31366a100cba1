using Gavvet.Printing;
using System.Text;
using Gavvet.Storage;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing's papers, byte for byte as they were made.</summary>
internal static class PrintedPapers
{
    public static void Map(WebApplication application)
    {
        application.MapGet("/printings/{id}/{pile}.pdf", async (string id, string pile, PrintingStore printings) =>
            await printings.PdfAsync(id, pile) is { } pdf ? Results.File(pdf, "application/pdf", $"{pile}.pdf") : Results.NotFound());
        application.MapGet("/printings/{id}/record.json", async (string id, PrintingStore printings) =>
            await printings.RecordAsync(id) is { } record ? Results.File(Encoding.UTF8.GetBytes(record), "application/json", "printing.json") : Results.NotFound());
        application.MapGet("/p/{code}/student.svg", (string code, PrintingStore printings, HttpContext context) => PageAsync(code, printings, context, page => page.StudentSvg));
        application.MapGet("/p/{code}/key.svg", (string code, PrintingStore printings, HttpContext context) => PageAsync(code, printings, context, page => page.KeySvg));
    }

    private static async Task<IResult> PageAsync(string code, PrintingStore printings, HttpContext context, Func<KeptPage, string> choose)
    {
        if (PageCode.Problem(code, out var plain) is not null || await printings.FindPageAsync(plain) is not var (_, page))
            return Results.NotFound();
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return Results.Text(choose(page), "image/svg+xml");
    }
}
