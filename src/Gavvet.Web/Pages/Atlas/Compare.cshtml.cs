using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Reference;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Atlas;

/// <summary>Two scales compared: what changes from the one to the other, note by note.</summary>
public sealed class CompareModel(StyleList styles) : PageModel
{
    public AtlasEntry First { get; private set; } = null!;

    public AtlasEntry Second { get; private set; } = null!;

    public ImmutableArray<ScaleChange> Changes { get; private set; } = [];

    public string? Problem { get; private set; }

    public async Task OnGetAsync(string? a, string? onA, string? b, string? onB, string? style)
    {
        var house = await styles.FindAsync(style);
        First = Entry(a, onA, ScaleTypes.Major, house);
        // Until another is chosen, the scale most like it that students take for it.
        Second = Entry(b, onB ?? onA, ScaleTypes.Find(First.Type.HasMinorThird ? "major" : "natural-minor")!, house);
        Changes = ScaleChange.Between(First, Second);
    }

    public static string Draw(AtlasEntry entry, string id)
    {
        return SvgWriter.Inline(FigureDrawing.Draw(entry.Staff, [], 176_000), id, entry.Name);
    }

    private AtlasEntry Entry(string? type, string? tonic, ScaleType usual, HouseStyle style)
    {
        try
        {
            return new AtlasEntry(ScaleNames.Parse(type ?? usual.Id), NoteText.Parse(tonic ?? "C"), style, Clef.Treble);
        }
        catch (Exception problem) when (problem is FormatException or UnwritableNoteException)
        {
            Problem = problem.Message;
            return new AtlasEntry(usual, default, style, Clef.Treble);
        }
    }
}
