using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Reference;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Atlas;

/// <summary>The scales of one family on one tonic, side by side: what the modes share and where they part.</summary>
public sealed class FamilyModel(StyleList styles) : PageModel
{
    public ScaleFamily Family { get; private set; }

    public NoteName Tonic { get; private set; }

    public HouseStyle Style { get; private set; } = HouseStyle.Classical;

    public IReadOnlyList<AtlasEntry> Entries { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string family, string tonic, string? style)
    {
        if (FamilyWords.Find(family) is not { } found || !NoteText.TryParse(tonic, out var note))
            return NotFound();
        (Family, Tonic, Style) = (found, note, await styles.FindAsync(style));
        Entries = EntriesOf(found, note, Style);
        return Page();
    }

    public static string Draw(AtlasEntry entry, int number)
    {
        return SvgWriter.Inline(FigureDrawing.Draw(entry.Staff, [], 176_000), $"row-{number}", entry.Name);
    }

    /// <summary>The scales of a family that can be written on a tonic; modes with their parent and all its rotations, in their
    /// order.</summary>
    internal static IReadOnlyList<AtlasEntry> EntriesOf(ScaleFamily family, NoteName tonic, HouseStyle style)
    {
        var own = ScaleTypes.All.Where(type => type.Family == family).ToArray();
        var parents = own.Select(type => type.Parent).OfType<ScaleType>().ToHashSet();
        var types = ScaleTypes.All.Where(type =>
            own.Contains(type) || parents.Contains(type) || (type.Parent is { } parent && parents.Contains(parent))
        );
        return
        [
            .. types
                .Where(type => style.CanSpell(type, tonic))
                .OrderBy(type => type.Parent is null ? 1 : type.ParentPosition)
                .Select(type => new AtlasEntry(type, tonic, style, Clef.Treble)),
        ];
    }
}

/// <summary>Families by their names in addresses.</summary>
public static class FamilyWords
{
    public static string Word(this ScaleFamily family) =>
        Language.English.Saying(() => family.Name()).ToLowerInvariant().Replace(' ', '-').Replace(",", "", StringComparison.Ordinal);

    public static ScaleFamily? Find(string word) =>
        Enum.GetValues<ScaleFamily>().Select(family => (ScaleFamily?)family).FirstOrDefault(family => family!.Value.Word() == word);
}
