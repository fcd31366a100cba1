using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Practicing;

namespace Gavvet.Web.Pages.Practices;

/// <summary>What of a practice has an address of its own: the slips with the codes, and the news of it as they come.</summary>
internal static class PracticeFiles
{
    public static void Map(WebApplication application)
    {
        application.MapGet(
            "/practices/{id}/codes.pdf",
            async (string id, PracticeStore practices, ServerOptions options, HttpContext context) =>
            {
                if (await practices.FindAsync(id, context.RequestAborted) is not { } practice)
                    return Results.NotFound();
                var place = PracticeModel.PlaceOf(options, context.Request);
                var slips = (await practices.SeatsAsync(id, context.RequestAborted))
                    .Where(seat => seat.Name is not null)
                    .Select(seat => new CodeSlip(seat.Name!, PracticeCode.Shown(seat.Code), $"{place}?code={seat.Code}"))
                    .ToArray();
                return slips.Length == 0
                    ? Results.NotFound()
                    : Results.File(PdfWriter.Write("Codes", CodeSlips.Of(practice.Title, place, slips)), "application/pdf", "codes.pdf");
            }
        );
        // It stays open as long as someone watches, and takes nobody's place meanwhile.
        application
            .MapGet(
                "/practices/{id}/events",
                async (string id, PracticeStore practices, PracticeWatch watch, CancellationToken cancellation) =>
                    await practices.FindAsync(id, cancellation) is null
                        ? Results.NotFound()
                        : TypedResults.ServerSentEvents(watch.WatchAsync(id, cancellation))
            )
            .DisableRateLimiting();
    }
}
