using Gavvet.Storage;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Desk;

/// <summary>What the desk shows: one of its lists, filtered, and how much the others hold.</summary>
/// <param name="Show">Which list: sheets, printings, library or deleted.</param>
/// <param name="Filter">The filter as it was typed.</param>
/// <param name="Sheets">The sheets.</param>
/// <param name="SheetCount">How many sheets there are without the filter.</param>
/// <param name="Printings">The printings.</param>
/// <param name="Own">The teacher's own sections.</param>
/// <param name="Shelf">The sections the program ships.</param>
/// <param name="Deleted">The sheets in the bin.</param>
public sealed record DeskView(
    string Show,
    string Filter,
    IReadOnlyList<SheetOnDesk> Sheets,
    int SheetCount,
    IReadOnlyList<PrintingOnDesk> Printings,
    IReadOnlyList<KeptSection> Own,
    IReadOnlyList<ShippedSection> Shelf,
    IReadOnlyList<SheetOnDesk> Deleted
)
{
    /// <summary>The lists, by their names in addresses.</summary>
    public static readonly IReadOnlyList<string> Lists = ["sheets", "printings", "library", "deleted"];

    private const int MostSheets = 60;
    private const int MostOthers = 100;

    /// <summary>Whether nothing was ever put here, so that the desk asks how to begin.</summary>
    public bool IsUntouched => Filter.Length == 0 && SheetCount + Printings.Count + Own.Count + Deleted.Count == 0;

    public static async Task<DeskView> OfAsync(
        string? show,
        string? filter,
        SheetStore store,
        PrintingStore printings,
        SectionLibrary library
    )
    {
        var words = filter ?? "";
        var terms = DeskFilter.Terms(words);
        bool Holds(string text) => terms.All(term => text.Contains(term, StringComparison.OrdinalIgnoreCase));
        return new DeskView(
            Lists.Contains(show) ? show! : Lists[0],
            words,
            await store.ListAsync(words, MostSheets),
            await store.CountAsync(),
            await printings.ListAsync(null, words, MostOthers),
            [.. (await library.ListAsync()).Where(kept => Holds(Text(kept.Name, kept.Section)))],
            [.. ShippedSections.All.Where(shelved => Holds(Text(shelved.Name, shelved.Section)))],
            await store.ListDeletedAsync(words, MostOthers)
        );
    }

    private static string Text(string name, Section section) => $"{name} {string.Join(' ', section.Scales.Select(type => type.Name))}";

    /// <summary>A list's name on screen with how much it holds.</summary>
    public string Name(string list) =>
        list switch
        {
            "printings" => Say("Printings ({0})", Printings.Count),
            "library" => Say("Section library ({0})", Own.Count + Shelf.Count),
            "deleted" => Say("Recently deleted ({0})", Deleted.Count),
            _ => Say("Sheets ({0})", Sheets.Count == MostSheets ? Say("{0} of {1}", MostSheets, SheetCount) : $"{Sheets.Count}"),
        };
}
