using Gavvet.Scanning;
using Gavvet.Storage;
using Gavvet.Web.Pages.Printings;

namespace Gavvet.Web.Pages.Scans;

/// <summary>The pictures of scans, each with an address of its own. A student's hand is kept by no cache.</summary>
internal static class ScanFiles
{
    public static void Map(WebApplication application)
    {
        application.MapGet("/printings/{id}/scans/{scan}.jpg", async (string id, string scan, ScanStore scans, HttpContext context) =>
            Picture(await scans.PictureAsync(id, scan, context.RequestAborted), context)
        );
        // A question, cut out of its page.
        application.MapGet(
            "/printings/{id}/scans/{scan}/{item:int}.jpg",
            async (string id, string scan, int item, ScanStore scans, OpenPrintings open, HttpContext context) =>
            {
                if (
                    await open.FindAsync(id) is not { } found
                    || await scans.FindAsync(id, scan, context.RequestAborted)
                        is not { State: ScanState.Laid, Copy: { } copy, Page: { } page }
                    || found.Record.Copies.FirstOrDefault(one => one.Number == copy) is not { } paper
                    || found.Record.Editions[paper.Edition].Items.FirstOrDefault(one => one.Item.Number == item) is not { } asked
                    || await scans.PictureAsync(id, scan, context.RequestAborted) is not { } whole
                    || PictureReader.Read(whole) is not { } picture
                )
                    return Results.NotFound();
                var pieces = asked.Pieces.Where(piece => piece.Page == page).ToArray();
                return Picture(pieces.Length == 0 ? null : ScanFile.Packed(LaidPage.Cut(picture, pieces[0].Box)), context);
            }
        );
    }

    private static IResult Picture(byte[]? picture, HttpContext context)
    {
        if (picture is null)
            return Results.NotFound();
        context.Response.Headers.CacheControl = "no-store";
        return Results.File(picture, "image/jpeg");
    }
}
