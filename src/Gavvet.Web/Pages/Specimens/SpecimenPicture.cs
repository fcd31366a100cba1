using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Security.Cryptography;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Specimens;

/// <summary>A specimen as a small picture, for lists to choose from.</summary>
internal static class SpecimenPicture
{
    private const int Width = 440,
        Height = 150,
        PaperWidth = 115_000;

    private static readonly ConcurrentDictionary<string, byte[]> Pictures = new();

    /// <summary>Changes with the program and the language, so that a picture is asked for once.</summary>
    public static string Version => Language.Current == Language.English ? OfProgram : $"{OfProgram}-{Language.Current}";

    private static string OfProgram { get; } =
        Convert.ToHexStringLower(SHA256.HashData(typeof(Specimen).Module.ModuleVersionId.ToByteArray()))[..8];

    public static void Map(WebApplication application)
    {
        application.MapGet("/specimens/{kind}.png", (string kind, HttpContext context) =>
            QuestionCatalogue.Standard.Find(kind) is { } found ? Answer(context, found.Id, () => OfKind(found)) : Results.NotFound()
        );
        application.MapGet("/specimens/{kind}/{help}.png", (string kind, string help, HttpContext context) =>
            QuestionCatalogue.Standard.Find(kind) is { } found
            && FileWords.TryParse<Scaffolding>(help, out var given)
            && found.Scaffoldings.Contains(given)
                ? Answer(context, $"{kind} {help}", () => OfHelp(found, given))
                : Results.NotFound()
        );
        application.MapGet("/scales/{type}.png", (string type, HttpContext context) =>
            ScaleTypes.Find(type) is { } found ? Answer(context, $"scale {type}", () => OfScale(found)) : Results.NotFound()
        );
    }

    private static IResult Answer(HttpContext context, string name, Func<byte[]> draw)
    {
        if (context.Request.Query["v"] == Version)
            context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return Results.File(Pictures.GetOrAdd($"{Language.Current} {name}", _ => draw()), "image/png");
    }

    // Where two staves are shown, the first is enough to know the kind by.
    private static byte[] OfKind(QuestionKind kind)
    {
        var specimen = Specimen.Of(kind, HouseStyle.Classical);
        return Draw(specimen.Question.Figures[0], specimen.Answer.Marks[0], Width, Height);
    }

    // What a student is given; of a worked example the answer, since that is what is given.
    private static byte[] OfHelp(QuestionKind kind, Scaffolding help)
    {
        var specimen = Specimen.Of(kind, HouseStyle.Classical, help);
        return Draw(specimen.Question.Figures[0], help == Scaffolding.WorkedExample ? specimen.Answer.Marks[0] : [], 320, 88);
    }

    private static byte[] OfScale(ScaleType type)
    {
        var specimen = Specimen.Of(QuestionCatalogue.Standard.Get("write-scale"), type, HouseStyle.Classical);
        return Draw(specimen.Question.Figures[0], specimen.Answer.Marks[0], 300, 68);
    }

    // A tall figure is shown smaller, whole.
    private static byte[] Draw(Figure figure, ImmutableArray<Mark> marks, int pixels, int high)
    {
        var page = FigureDrawing.Draw(figure, marks, PaperWidth);
        var width = Math.Max(PaperWidth, page.Height * pixels / high);
        return PictureWriter.Png(page with { Width = width, Height = width * high / pixels }, pixels);
    }
}
