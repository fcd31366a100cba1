using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Reference;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Atlas;

/// <summary>A scale on one page to hand out.</summary>
internal static class Handout
{
    public static void Map(WebApplication application) =>
        application.MapGet("/atlas/{type}/{tonic}/handout.pdf", Answer);

    private static IResult Answer(string type, string tonic, string? style, string? clef, string? paper)
    {
        var house = Places.Style(style);
        if (ScaleNames.Only(type) is not { } found || !NoteText.TryParse(tonic, out var note) || !house.CanSpell(found, note))
            return Results.NotFound();
        var entry = new AtlasEntry(found, note, house, Clef.Find(clef) ?? Clef.Treble);
        var size = FileWords.TryParse<Paper>(paper, out var chosen) ? chosen : Paper.A4;
        var name = $"{NoteText.Ascii(note).Replace('#', 's')}-{found.Id}.pdf";
        return Results.File(PdfWriter.Write(entry.Name, HandoutLayout.LayOut(entry, size)), "application/pdf", name);
    }
}
