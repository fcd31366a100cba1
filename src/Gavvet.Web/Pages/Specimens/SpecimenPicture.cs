using System.Collections.Concurrent;
using System.Security.Cryptography;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.Specimens;

/// <summary>A specimen as a small picture, for lists to choose from.</summary>
internal static class SpecimenPicture
{
    private const int Width = 440, Height = 150, PaperWidth = 115_000;

    private static readonly ConcurrentDictionary<string, byte[]> Pictures = new();

    /// <summary>Changes with the program, so that a picture is asked for once.</summary>
    public static string Version { get; } = Convert.ToHexStringLower(SHA256.HashData(typeof(Specimen).Module.ModuleVersionId.ToByteArray()))[..8];

    public static void Map(WebApplication application) => application.MapGet("/specimens/{kind}.png", (string kind, HttpContext context) =>
    {
        if (QuestionCatalogue.Standard.Find(kind) is not { } found)
            return Results.NotFound();
        if (context.Request.Query["v"] == Version)
            context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return Results.File(Pictures.GetOrAdd(found.Id, _ => Draw(found)), "image/png");
    });

    private static byte[] Draw(QuestionKind kind)
    {
        var specimen = Specimen.Of(kind, HouseStyle.Classical);
        // Where two staves are shown, the first is enough to know the kind by. A tall figure is shown smaller, whole.
        var page = FigureDrawing.Draw(specimen.Question.Figures[0], specimen.Answer.Marks[0], PaperWidth);
        var width = Math.Max(PaperWidth, page.Height * Width / Height);
        return PictureWriter.Png(page with { Width = width, Height = width * Height / Width }, Width);
    }
}
