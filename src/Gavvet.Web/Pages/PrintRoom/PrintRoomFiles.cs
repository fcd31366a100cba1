using System.IO.Compression;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Workbench;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.PrintRoom;

/// <summary>The piles of the print room to take away: one PDF each, or everything in a ZIP.</summary>
internal static class PrintRoomFiles
{
    private static readonly string[] Formats = [.. ExportFormat.All.Where(format => format.InArchive).Select(format => format.Id)];

    public static void Map(WebApplication application)
    {
        application.MapGet("/sheets/{id}/piles/{name}.pdf", PileAsync).WithMetadata(HeavyRequest.Mark);
        application.MapGet("/sheets/{id}/everything.zip", EverythingAsync).WithMetadata(HeavyRequest.Mark);
    }

    private static Task<IResult> PileAsync(
        string id,
        string name,
        SheetStore store,
        QuestionCatalogue catalogue,
        HeavyWork heavy,
        HttpContext context
    ) =>
        AnswerAsync(id, store, stored =>
            heavy.RunAsync(
                Lane.Short,
                Person.Of(context),
                ended =>
                    new PrintedFiles(Run(stored, catalogue, ended)).Pdf(name) is { } pdf
                        ? Results.File(pdf, "application/pdf", $"{SheetPapers.FileName(stored.Sheet)}-{name}.pdf")
                        : Results.NotFound(),
                context.RequestAborted
            )
        );

    private static Task<IResult> EverythingAsync(
        string id,
        SheetStore store,
        QuestionCatalogue catalogue,
        HeavyWork heavy,
        DataFolder folder,
        HttpContext context
    ) => AnswerAsync(id, store, stored => heavy.RunAsync(
                Lane.Long,
                Person.Of(context),
                ended =>
                {
                    var path = folder.Temporary();
                    // Each file is packed as it is made, and the archive goes as soon as it is sent.
                    var archived = new FileStream(
                        path,
                        FileMode.CreateNew,
                        FileAccess.ReadWrite,
                        FileShare.None,
                        1 << 16,
                        FileOptions.DeleteOnClose | FileOptions.Asynchronous
                    );
                    try
                    {
                        Pack(archived, new PrintedFiles(Run(stored, catalogue, ended)), ended);
                        archived.Position = 0;
                        return Results.File(archived, "application/zip", $"{SheetPapers.FileName(stored.Sheet)}.zip");
                    }
                    catch
                    {
                        archived.Dispose();
                        throw;
                    }
                },
                context.RequestAborted
            ));

    private static void Pack(FileStream archived, PrintedFiles files, CancellationToken ended)
    {
        using var archive = new ZipArchive(archived, ZipArchiveMode.Create, leaveOpen: true);
        foreach (var file in files.Of(PrintedFiles.Keys, Formats, new PrintPace(1, null, ended)))
        {
            var entry = archive.CreateEntry(
                file.Name,
                file.Name.EndsWith(".pdf", StringComparison.Ordinal) ? CompressionLevel.NoCompression : CompressionLevel.Fastest
            );
            using var stream = entry.Open();
            stream.Write(file.Bytes);
        }
    }

    private static PrintRun Run(StoredSheet stored, QuestionCatalogue catalogue, CancellationToken ended)
    {
        var plan = PrintPlan.Of(stored.Sheet);
        if (plan.TooMuch(catalogue) is { } tooMuch)
            throw new PrintingWithheldException(tooMuch);
        var run = PrintRun.Compose(plan, catalogue, new PrintPace(1, null, ended));
        return run.Problem is { } problem
            ? throw new PrintingWithheldException(Say("This sheet cannot be printed yet. {0}", problem))
            : run;
    }

    private static async Task<IResult> AnswerAsync(string id, SheetStore store, Func<StoredSheet, Task<IResult>> make)
    {
        if (await store.FindAsync(id) is not { } stored)
            return Results.NotFound();
        try
        {
            return await make(stored);
        }
        catch (PrintingWithheldException problem)
        {
            return new Refused(StatusCodes.Status409Conflict, problem.Message);
        }
    }
}
