using System.IO.Compression;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Workbench;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.PrintRoom;

/// <summary>The piles of the print room to take away: one PDF each, or everything in a ZIP.</summary>
internal static class Piles
{
    private static readonly string[] Formats = ["pdf", "musicxml", "midi", "csv", "json"];

    public static void Map(WebApplication application)
    {
        application.MapGet("/sheets/{id}/piles/{name}.pdf", PileAsync).RequireRateLimiting(HeavyWork.Policy);
        application.MapGet("/sheets/{id}/everything.zip", EverythingAsync).RequireRateLimiting(HeavyWork.Policy);
    }

    private static async Task PileAsync(string id, string name, SheetStore store, QuestionCatalogue catalogue, HttpContext context)
    {
        if (await RunAsync(id, store, catalogue, context) is not var (stored, files))
            return;
        if (files.Piles(PrintedFiles.Keys).FirstOrDefault(pile => pile.Name == name) is not { } pile)
        {
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return;
        }

        await Results.File(pile.Pdf(stored.Sheet.Title).Bytes, "application/pdf", $"{SheetPapers.FileName(stored.Sheet)}-{name}.pdf").ExecuteAsync(context);
    }

    private static async Task EverythingAsync(string id, SheetStore store, QuestionCatalogue catalogue, HttpContext context)
    {
        if (await RunAsync(id, store, catalogue, context) is not var (stored, files))
            return;
        using var buffer = new MemoryStream();
        using (var archive = new ZipArchive(buffer, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var file in files.Of(PrintedFiles.Keys, Formats))
            {
                // A teacher who turns away ends the work.
                context.RequestAborted.ThrowIfCancellationRequested();
                var entry = archive.CreateEntry(file.Name, file.Name.EndsWith(".pdf", StringComparison.Ordinal) ? CompressionLevel.NoCompression : CompressionLevel.Fastest);
                using var stream = entry.Open();
                stream.Write(file.Bytes);
            }
        }

        await Results.File(buffer.ToArray(), "application/zip", $"{SheetPapers.FileName(stored.Sheet)}.zip").ExecuteAsync(context);
    }

    // The run of a sheet, or the answer why there is none.
    private static async Task<(StoredSheet Stored, PrintedFiles Files)?> RunAsync(string id, SheetStore store, QuestionCatalogue catalogue, HttpContext context)
    {
        if (await store.FindAsync(id) is not { } stored)
        {
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return null;
        }

        var editions = PrintRun.Of(stored.Sheet, catalogue, cancellation: context.RequestAborted);
        if (PrintRun.Problem(editions) is not { } problem)
            return (stored, new PrintedFiles(stored.Sheet, editions));
        context.Response.StatusCode = StatusCodes.Status409Conflict;
        await PlainAnswer.WriteAsync(context, $"This sheet cannot be printed yet. {problem}");
        return null;
    }
}
