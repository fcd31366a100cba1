using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Reference;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Atlas;

/// <summary>A scale to take away: on one page to hand out, or as sound.</summary>
internal static class Handout
{
    public static void Map(WebApplication application)
    {
        application.MapGet("/atlas/{type}/{tonic}/handout.pdf", Page);
        application.MapGet("/atlas/{type}/{tonic}/scale.mid", Sound);
    }

    private static IResult Page(string type, string tonic, string? style, string? clef, string? paper)
    {
        if (Find(type, tonic, style, clef) is not { } entry)
            return Results.NotFound();
        var size = FileWords.TryParse<Paper>(paper, out var chosen) ? chosen : Paper.A4;
        return Results.File(PdfWriter.Write(entry.Name, HandoutLayout.LayOut(entry, size)), "application/pdf", $"{FileName(entry)}.pdf");
    }

    private static IResult Sound(string type, string tonic, string? style, string? clef) => Find(type, tonic, style, clef) is { } entry
        ? Results.File(MidiWriter.Write([new HeardLine(entry.Name, entry.Pitches)]), "audio/midi", $"{FileName(entry)}.mid")
        : Results.NotFound();

    private static AtlasEntry? Find(string type, string tonic, string? style, string? clef)
    {
        var house = Places.Style(style);
        return ScaleNames.Only(type) is { } found && NoteText.TryParse(tonic, out var note) && house.CanSpell(found, note)
            ? new AtlasEntry(found, note, house, Clef.Find(clef) ?? Clef.Treble)
            : null;
    }

    private static string FileName(AtlasEntry entry) => $"{NoteText.Ascii(entry.Tonic).Replace('#', 's')}-{entry.Type.Id}";
}
