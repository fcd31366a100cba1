using System.Text;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>A sheet to take away: its PDFs, its file, its picture.</summary>
internal static class SheetPapers
{
    private const int PictureWidth = 440;

    public static void Map(WebApplication application)
    {
        foreach (var kind in Enum.GetValues<PaperKind>())
            application
                .MapGet(
                    $"/sheets/{{id}}/{FileWords.Of(kind)}.pdf",
                    (string id, SheetStore store, QuestionCatalogue catalogue, HeavyWork heavy, HttpContext context) =>
                        PdfAsync(id, kind, store, catalogue, heavy, context)
                )
                .WithMetadata(HeavyRequest.Mark);
        application.MapGet("/sheets/{id}/sheet.json", FileAsync);
        application.MapGet("/sheets/{id}/recipe.json", async (string id, SheetStore store) =>
            await store.FindAsync(id) is { } stored
                ? Json(SheetFile.WriteRecipe(stored.Sheet), $"{FileName(stored.Sheet)}-recipe.json")
                : Results.NotFound()
        );
        application.MapGet("/sheets/{id}/picture.png", PictureAsync);
    }

    private static async Task<IResult> PdfAsync(
        string id,
        PaperKind kind,
        SheetStore store,
        QuestionCatalogue catalogue,
        HeavyWork heavy,
        HttpContext context
    )
    {
        if (await store.FindAsync(id) is not { } stored)
            return Results.NotFound();
        return await heavy.RunAsync<IResult>(
            Lane.Short,
            Person.Of(context),
            _ =>
            {
                var composition = Composer.Compose(stored.Sheet, catalogue, Edition.Only);
                return composition.Key.MayPrint
                    ? Results.File(
                        PdfWriter.Write(stored.Sheet.Title, SheetLayout.LayOut(composition, kind)),
                        "application/pdf",
                        $"{FileName(stored.Sheet)}-{FileWords.Of(kind)}.pdf"
                    )
                    : new Refused(
                        StatusCodes.Status409Conflict,
                        Say(
                            "This sheet cannot be printed yet: question {0} is withheld. Draw it again on the workbench.",
                            string.Join(", ", composition.Key.Withheld.Select(withheld => withheld.Number))
                        )
                    );
            },
            context.RequestAborted
        );
    }

    // The file as it is kept, which can be taken away even where the sheet cannot be read.
    private static async Task<IResult> FileAsync(string id, SheetStore store)
    {
        if (await store.FileAsync(id) is not { } file)
            return Results.NotFound();
        try
        {
            return Json(file, $"{FileName(SheetFile.Read(file))}.json");
        }
        catch (SheetFileException)
        {
            return Json(file, "sheet.json");
        }
    }

    private static IResult Json(string text, string name) => Results.File(Encoding.UTF8.GetBytes(text), "application/json", name);

    // The address names the state, so a picture that was shown once is never asked for again.
    private static async Task<IResult> PictureAsync(string id, SheetStore store, QuestionCatalogue catalogue, HttpContext context)
    {
        if (await store.FindAsync(id) is not { } stored)
            return Results.NotFound();
        var pages = SheetLayout.Student(Composer.Compose(stored.Sheet, catalogue, Edition.Only).Worksheet);
        var number = int.TryParse(context.Request.Query["page"], out var wanted) ? wanted : 1;
        if (number < 1 || number > pages.Length)
            return Results.NotFound();
        if (context.Request.Query["head"] == $"{stored.Head}")
            context.Response.Headers.CacheControl = "private, max-age=3600";
        return Results.File(PictureWriter.Png(pages[number - 1], PictureWidth), "image/png");
    }

    // A name any file system takes: letters and figures of the title, and the code that finds the sheet.
    internal static string FileName(Sheet sheet)
    {
        var plain = string.Concat(sheet.Title.Select(sign => char.IsAsciiLetterOrDigit(sign) ? char.ToLowerInvariant(sign) : '-'));
        var words = string.Join('-', plain.Split('-', StringSplitOptions.RemoveEmptyEntries).Take(6));
        return $"{words}{(words.Length > 0 ? "-" : "")}{sheet.Code}";
    }
}
