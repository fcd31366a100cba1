using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Reference;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Atlas;

/// <summary>The atlas: any scale on any tonic.</summary>
public sealed class IndexModel(SheetStore store, StyleList styles, ClassStore classes) : PageModel
{
    private const int FigureWidth = 176_000;

    public AtlasEntry Entry { get; private set; } = null!;

    /// <summary>What is typed in the box, and what it finds.</summary>
    public Findings Found { get; private set; } = null!;

    /// <summary>What is wrong with the address, in words; the atlas then shows C major.</summary>
    public string? Problem { get; private set; }

    /// <summary>Tunings to choose from: their names in addresses, their names on screen, and their strings.</summary>
    public static IReadOnlyList<(string Name, string Words, ImmutableArray<Pitch> Strings)> KnownTunings { get; } =
    [
        ("guitar", "Guitar", Tunings.Guitar),
        ("bass-guitar", "Bass guitar", Tunings.BassGuitar),
        ("ukulele", "Ukulele", Tunings.Ukulele),
        ("mandolin", "Mandolin or violin", Tunings.Mandolin),
    ];

    /// <summary>The tuning of the fretboard shown.</summary>
    public string Tuning { get; private set; } = "guitar";

    public ImmutableArray<Pitch> Strings => KnownTunings.First(known => known.Name == Tuning).Strings;

    /// <summary>The first fret of the position shown, or null for the whole fretboard.</summary>
    public int? Position { get; private set; }

    /// <summary>The first frets of the positions there are.</summary>
    public IReadOnlyList<int> Positions => FretPositions.Of(Entry.Scale, Strings);

    /// <summary>The fretboard as it is shown.</summary>
    public FretboardFigure Fretboard => Position is { } first ? Entry.Fretboard(Strings, first) : Entry.Fretboard(Strings);

    /// <summary>The fingering shown, or null.</summary>
    public Fingering? Fingering { get; private set; }

    /// <summary>What instruments read, those the teacher's classes play first.</summary>
    public IReadOnlyList<(AtlasReading Reading, bool IsPlayed)> Readings { get; private set; } = [];

    /// <summary>The instruments the teacher's classes play.</summary>
    public IReadOnlySet<string> Played { get; private set; } = new HashSet<string>();

    /// <summary>The sheets changed last, to set the scale on.</summary>
    public IReadOnlyList<SheetOnDesk> OpenSheets { get; private set; } = [];

    /// <summary>Sets the scale as a section of a sheet, or begins a sheet with it.</summary>
    public async Task<IActionResult> OnPostSetAsync(string scale, string on, string? staff, string? sheet, [FromServices] NewSheets begin)
    {
        if (ScaleNames.Only(scale) is not { } found || !NoteText.TryParse(on, out var note))
            return NotFound();
        var section = ScaleSection.Of(found, note, Clef.Find(staff) ?? Clef.Treble);
        if (string.IsNullOrEmpty(sheet))
        {
            var (begun, _) = await begin.WithSectionAsync(section, Say("{0} on {1}", CountText.Capitalized(found.Name), note));
            return begun is null ? NotFound() : Redirect($"/sheets/{begun.Id}");
        }

        // The sheet may be changed in another window at this moment; then the section goes on the newer one.
        const int tries = 5;
        for (var i = 0; i < tries; i++)
        {
            if (
                await store.FindAsync(sheet, HttpContext.RequestAborted) is not { } stored
                || SheetEditor.Apply(stored.Sheet, new AddKeptSection(section)).Sheet is not { } longer
            )
                return NotFound();
            if (!(await store.SaveAsync(sheet, stored.Head, longer, null)).IsStale)
                return Redirect($"/sheets/{sheet}");
        }

        return StatusCode(StatusCodes.Status409Conflict);
    }

    public async Task OnGetAsync(
        string? type,
        string? tonic,
        string? style,
        string? clef,
        string? q,
        string? tuning,
        string? fingering,
        string? position
    )
    {
        Fingering = Fingering.Find(fingering);
        OpenSheets = await store.ListAsync("", 12, HttpContext.RequestAborted);
        Tuning = KnownTunings.Any(known => known.Name == tuning) ? tuning! : Tuning;
        var house = await styles.FindAsync(style);
        var staff = Clef.Find(clef) ?? Clef.Treble;
        Found = new Findings(q ?? "", house, staff);
        try
        {
            Entry = new AtlasEntry(ScaleNames.Parse(type ?? ScaleTypes.Major.Id), NoteText.Parse(tonic ?? "C"), house, staff);
        }
        catch (Exception problem) when (problem is FormatException or UnwritableNoteException)
        {
            Problem = problem.Message;
            Entry = new AtlasEntry(ScaleTypes.Major, default, house, staff);
        }

        Position =
            int.TryParse(position, NumberStyles.None, CultureInfo.InvariantCulture, out var first) && Positions.Contains(first)
                ? first
                : null;
        Played = await classes.PartsAsync(HttpContext.RequestAborted);
        Readings =
        [
            .. Entry
                .Readings.Select(reading => (reading, reading.Parts.Any(part => Played.Contains(part.Id))))
                .OrderByDescending(row => row.Item2),
        ];
    }

    /// <summary>Another tonic, clef or house style chosen: the same scale at its own address.</summary>
    public async Task<IActionResult> OnGetGoAsync(
        string type,
        string tonic,
        string? style,
        string? clef,
        string? tuning,
        string? fingering,
        string? position
    )
    {
        if (ScaleNames.Only(type) is not { } found || !NoteText.TryParse(tonic, out var note))
            return NotFound();
        var address = Places.Atlas(found, note, await styles.FindAsync(style), Clef.Find(clef) ?? Clef.Treble);
        // What else is shown stays shown.
        string[] shown =
        [
            .. KnownTunings.Any(known => known.Name == tuning) ? new[] { $"tuning={tuning}" } : [],
            .. int.TryParse(position, NumberStyles.None, CultureInfo.InvariantCulture, out var first) ? new[] { $"position={first}" } : [],
            .. Fingering.Find(fingering) is { } chosen ? new[] { $"fingering={chosen.Id}" } : [],
        ];
        return Redirect(
            shown.Length == 0
                ? address
                : $"{address}{(address.Contains('?', StringComparison.Ordinal) ? '&' : '?')}{string.Join('&', shown)}"
        );
    }

    /// <summary>What the box finds while it is typed in.</summary>
    public async Task<PartialViewResult> OnGetFoundAsync(string? q, string? style, string? clef) =>
        Partial("Atlas/_Found", new Findings(q ?? "", await styles.FindAsync(style), Clef.Find(clef) ?? Clef.Treble));

    /// <summary>A figure as a drawing for the screen.</summary>
    public string Draw(Figure figure, string id, int width = FigureWidth) =>
        SvgWriter.Inline(FigureDrawing.Draw(figure, [], width), id, Entry.Name);

    /// <summary>The address of another scale in the same clef and house style, or null where it cannot be written.</summary>
    public string? AddressOf(ScaleType type, NoteName tonic) =>
        Entry.Style.CanSpell(type, tonic) ? Places.Atlas(type, tonic, Entry.Style, Entry.Clef) : null;
}

/// <summary>What the box finds.</summary>
/// <param name="Text">What is typed.</param>
/// <param name="Style">The house style.</param>
/// <param name="Clef">The clef links keep.</param>
public sealed record Findings(string Text, HouseStyle Style, Clef Clef)
{
    /// <summary>How many are shown; more words find fewer.</summary>
    public const int Most = 40;

    public IReadOnlyList<ScaleMatch> Matches { get; } = ScaleSearch.Find(Text, Style);

    public string AddressOf(ScaleMatch match)
    {
        return Places.Atlas(match.Type, match.Tonic ?? default, Style, Clef);
    }
}
