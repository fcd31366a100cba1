using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Reference;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Listen;

/// <summary>The scales of a handout, to be heard by whoever holds it: it needs no sign-in and leads nowhere else.</summary>
[AllowAnonymous]
public sealed class IndexModel(StyleList styles) : PageModel
{
    private const int Most = 24,
        FigureWidth = 176_000;

    /// <summary>The scales, in the order of the handout.</summary>
    public ImmutableArray<AtlasEntry> Entries { get; private set; } = [];

    public Instrument? Part { get; private set; }

    public async Task<IActionResult> OnGetAsync(string types, string tonics, string? style, string? clef, string? part)
    {
        Part = Instrument.Find(part);
        var house = await styles.FindAsync(style);
        var read = Clef.Find(clef) ?? Part?.Clef ?? Clef.Treble;
        var names = tonics.Split(Listening.Between).Take(Most).ToArray();
        Entries =
        [
            .. types
                .Split(Listening.Between)
                .Take(Most)
                .Select(ScaleTypes.Find)
                .OfType<ScaleType>()
                .SelectMany(_ => names, (type, name) => (type, Tonic: NoteText.TryParse(name, out var note) ? note : (NoteName?)null))
                .Where(scale => scale.Tonic is { } tonic && house.CanSpell(scale.type, tonic))
                .Take(Most)
                .Select(scale => new AtlasEntry(scale.type, scale.Tonic!.Value, house, read)),
        ];
        return Entries.IsEmpty ? NotFound() : Page();
    }

    internal static string Draw(AtlasEntry entry, int number) =>
        SvgWriter.Inline(FigureDrawing.Draw(entry.Staff, [], FigureWidth), $"scale-{number}", entry.Name);

    internal Sound Heard(AtlasEntry entry) => Sound.Of(entry.Pitches, Part);
}
