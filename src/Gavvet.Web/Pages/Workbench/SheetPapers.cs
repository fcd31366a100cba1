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
            application.MapGet($"/sheets/{{id}}/{FileWords.Of(kind)}.pdf", (string id, SheetStore store, QuestionCatalogue catalogue, HttpContext context) => PdfAsync(id, kind, store, catalogue, context)).RequireRateLimiting(HeavyWork.Policy);
        application.MapGet("/sheets/{id}/sheet.json", (string id, SheetStore store) => FileAsync(id, store, SheetFile.Write, ""));
        application.MapGet("/sheets/{id}/recipe.json", (string id, SheetStore store) => FileAsync(id, store, RecipeFile.Write, "-recipe"));
        application.MapGet("/sheets/{id}/picture.png", PictureAsync);
    }

    private static async Task PdfAsync(string id, PaperKind kind, SheetStore store, QuestionCatalogue catalogue, HttpContext context)
    {
        if (await store.FindAsync(id) is not { } stored)
        {
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return;
        }

        var composition = Composer.Compose(stored.Sheet, catalogue, Edition.Only);
        if (!composition.Key.MayPrint)
        {
            context.Response.StatusCode = StatusCodes.Status409Conflict;
            var numbers = string.Join(", ", composition.Key.Withheld.Select(withheld => withheld.Number));
            await PlainAnswer.WriteAsync(context, $"This sheet cannot be printed yet: question {numbers} is withheld. Draw it again on the workbench.");
            return;
        }

        var pdf = PdfWriter.Write(stored.Sheet.Title, SheetLayout.LayOut(composition, kind));
        var file = Results.File(pdf, "application/pdf", $"{FileName(stored.Sheet)}-{FileWords.Of(kind)}.pdf");
        await file.ExecuteAsync(context);
    }

    private static async Task<IResult> FileAsync(string id, SheetStore store, Func<Sheet, string> write, string suffix) => await store.FindAsync(id) is { } stored
        ? Results.File(Encoding.UTF8.GetBytes(write(stored.Sheet)), "application/json", $"{FileName(stored.Sheet)}{suffix}.json")
        : Results.NotFound();

    // The address names the revision, so a picture that was shown once is never asked for again.
    private static async Task<IResult> PictureAsync(string id, SheetStore store, QuestionCatalogue catalogue, HttpContext context)
    {
        if (await store.FindAsync(id) is not { } stored)
            return Results.NotFound();
        if (context.Request.Query["head"] == $"{stored.Head}")
            context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        var pages = SheetLayout.Student(Composer.Compose(stored.Sheet, catalogue, Edition.Only).Worksheet);
        var number = int.TryParse(context.Request.Query["page"], out var wanted) ? wanted : 1;
        if (number < 1 || number > pages.Length)
            return Results.NotFound();
        var page = pages[number - 1];
        return Results.File(PictureWriter.Png(page, PictureWidth), "image/png");
    }

    // A name any file system takes: letters and figures of the title, and the code that finds the sheet.
    internal static string FileName(Sheet sheet)
    {
        var plain = string.Concat(sheet.Title.Select(sign => char.IsAsciiLetterOrDigit(sign) ? char.ToLowerInvariant(sign) : '-'));
        var words = string.Join('-', plain.Split('-', StringSplitOptions.RemoveEmptyEntries).Take(6));
        return $"{words}{(words.Length > 0 ? "-" : "")}{sheet.Code}";
    }
}
