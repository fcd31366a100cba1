using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Listen;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Reference;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Atlas;

/// <summary>A scale to take away: on one page to hand out, or as sound.</summary>
internal static class Handout
{
    public static void Map(WebApplication application)
    {
        application
            .MapGet(
                "/atlas/{type}/{tonic}/handout.pdf",
                (
                    string type,
                    string tonic,
                    string? style,
                    string? clef,
                    string? paper,
                    string? fingering,
                    StyleList styles,
                    HeavyWork heavy,
                    ServerOptions options,
                    HttpContext context
                ) => MadeAsync(styles, style, heavy, context, house => Page(type, tonic, house, clef, paper, fingering, (options, style)))
            )
            .WithMetadata(HeavyRequest.Mark);
        application.MapGet("/atlas/{type}/{tonic}/scale.mid", SoundAsync);
        application
            .MapGet(
                "/atlas-family/{family}/{tonic}/handout.pdf",
                (
                    string family,
                    string tonic,
                    string? style,
                    string? paper,
                    StyleList styles,
                    HeavyWork heavy,
                    ServerOptions options,
                    HttpContext context
                ) => MadeAsync(styles, style, heavy, context, house => Family(family, tonic, house, paper, (options, style)))
            )
            .WithMetadata(HeavyRequest.Mark);
        application
            .MapGet(
                "/atlas-keys/{type}/{most:int}/handout.pdf",
                (
                    string type,
                    int most,
                    string? style,
                    string? clef,
                    string? paper,
                    StyleList styles,
                    HeavyWork heavy,
                    ServerOptions options,
                    HttpContext context
                ) => MadeAsync(styles, style, heavy, context, house => Keys(type, most, house, clef, paper, (options, style)))
            )
            .WithMetadata(HeavyRequest.Mark);
    }

    private static async Task<IResult> MadeAsync(
        StyleList styles,
        string? style,
        HeavyWork heavy,
        HttpContext context,
        Func<HouseStyle, IResult> make
    )
    {
        var house = await styles.FindAsync(style);
        return await heavy.RunAsync(Lane.Short, Person.Of(context), _ => make(house), context.RequestAborted);
    }

    private static IResult Page(
        string type,
        string tonic,
        HouseStyle house,
        string? clef,
        string? paper,
        string? fingering,
        (ServerOptions Options, string? Style) heard
    )
    {
        if (Find(type, tonic, house, clef) is not { } entry)
            return Results.NotFound();
        var size = FileWords.TryParse<Paper>(paper, out var chosen) ? chosen : Paper.A4;
        return Results.File(
            PdfWriter.Write(entry.Name, HandoutLayout.LayOut(entry, size, Fingering.Find(fingering), HeardAt([entry], heard))),
            "application/pdf",
            $"{FileName(entry)}.pdf"
        );
    }

    private static IResult Family(
        string family,
        string tonic,
        HouseStyle house,
        string? paper,
        (ServerOptions Options, string? Style) heard
    )
    {
        if (
            FamilyWords.Find(family) is not { } found
            || !NoteText.TryParse(tonic, out var note)
            || FamilyModel.EntriesOf(found, note, house) is not [_, ..] entries
        )
            return Results.NotFound();
        return Several(Say("{0} on {1}", found.Name(), note), entries, paper, heard);
    }

    // A scale in every key whose signature has up to so many sharps or flats, from the flats to the sharps.
    private static IResult Keys(
        string type,
        int most,
        HouseStyle house,
        string? clef,
        string? paper,
        (ServerOptions Options, string? Style) heard
    )
    {
        if (ScaleNames.Only(type) is not { } found || most is < 0 or > 7)
            return Results.NotFound();
        AtlasEntry[] entries =
        [
            .. Key
                .Majors.Where(place => Math.Abs(place.Fifths) <= most)
                .Select(place => Scope.TonicAt(found, place))
                .Where(tonic => house.CanSpell(found, tonic))
                .Select(tonic => new AtlasEntry(found, tonic, house, Clef.Find(clef) ?? Clef.Treble)),
        ];
        return entries.Length == 0
            ? Results.NotFound()
            : Several(Say("{0} to {1} sharps and flats", CountText.Capitalized(found.Name), CountText.Word(most)), entries, paper, heard);
    }

    private static IResult Several(
        string title,
        IReadOnlyList<AtlasEntry> entries,
        string? paper,
        (ServerOptions Options, string? Style) heard
    ) =>
        Results.File(
            PdfWriter.Write(
                title,
                HandoutLayout.Several(
                    title,
                    entries,
                    FileWords.TryParse<Paper>(paper, out var chosen) ? chosen : Paper.A4,
                    HeardAt(entries, heard)
                )
            ),
            "application/pdf",
            "scales.pdf"
        );

    // Where its scales are heard: one type in several keys, or several types in one.
    private static string? HeardAt(IReadOnlyList<AtlasEntry> entries, (ServerOptions Options, string? Style) heard) =>
        Listening.Address(
            heard.Options,
            entries.Select(entry => entry.Type).Distinct(),
            entries.Select(entry => entry.Tonic).Distinct(),
            heard.Style,
            entries[0].Clef
        );

    private static async Task<IResult> SoundAsync(string type, string tonic, string? style, string? clef, StyleList styles) =>
        Find(type, tonic, await styles.FindAsync(style), clef) is { } entry
            ? Results.File(MidiWriter.Write([new HeardLine(entry.Name, entry.Pitches)]), "audio/midi", $"{FileName(entry)}.mid")
            : Results.NotFound();

    private static AtlasEntry? Find(string type, string tonic, HouseStyle house, string? clef)
    {
        return ScaleNames.Only(type) is { } found && NoteText.TryParse(tonic, out var note) && house.CanSpell(found, note)
            ? new AtlasEntry(found, note, house, Clef.Find(clef) ?? Clef.Treble)
            : null;
    }

    private static string FileName(AtlasEntry entry) => $"{NoteText.Ascii(entry.Tonic).Replace('#', 's')}-{entry.Type.Id}";
}
