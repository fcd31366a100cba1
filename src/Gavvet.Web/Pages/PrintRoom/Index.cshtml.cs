using System.Collections.Immutable;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Versions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.PrintRoom;

/// <summary>The print room: versions, parts, and every pile of paper they make.</summary>
public sealed class IndexModel(SheetStore store, QuestionCatalogue catalogue) : PageModel
{
    public StoredSheet Stored { get; private set; } = null!;

    /// <summary>What stands at the form, where it was refused.</summary>
    public string? Problem { get; private set; }

    /// <summary>Why nothing can be printed, or null.</summary>
    public string? Withheld { get; private set; }

    public ImmutableArray<Pile> Piles { get; private set; } = [];

    public ImmutableArray<PrintedEdition> Editions { get; private set; } = [];

    public VersionCapacity Capacity { get; private set; } = new(1, null);

    public Sheet Sheet => Stored.Sheet;

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (await store.FindAsync(id) is not { } stored)
            return NotFound();
        Show(stored);
        return Page();
    }

    /// <summary>Chooses versions and parts; the sheet keeps them.</summary>
    public async Task<IActionResult> OnPostAsync(string id, int? versions, string[] parts)
    {
        if (await store.FindAsync(id) is not { } stored)
            return NotFound();
        var outcome = SheetEditor.Apply(stored.Sheet, new ChangeParts([.. parts.Select(Instrument.Parse)]));
        if (versions != stored.Sheet.Versions)
            outcome = SheetEditor.Apply(outcome.Sheet!, new ChangeVersions(versions ?? 0));
        if (outcome.Sheet is null)
        {
            Show(stored);
            Problem = outcome.Words;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var saved = await store.SaveAsync(id, stored.Head, outcome.Sheet, null);
        return saved.IsStale ? StatusCode(StatusCodes.Status409Conflict) : Redirect($"/sheets/{id}/print");
    }

    private void Show(StoredSheet stored)
    {
        Stored = stored;
        Editions = PrintRun.Of(stored.Sheet, catalogue);
        Withheld = PrintRun.Problem(Editions);
        Piles = [.. new PrintedFiles(stored.Sheet, Editions).Piles(PrintedFiles.Keys)];
        Capacity = SheetVersions.Capacity(stored.Sheet);
    }

    /// <summary>How many versions the scope carries, and what allows no more.</summary>
    public string CapacityWords
    {
        get
        {
            if (Capacity.BottleneckId is not { } id || Sheet.Find(id) is not { } section)
                return $"The sheet can carry {Sheet.MostVersions} versions without a question that comes twice.";
            var name = section.Title.Length > 0 ? section.Title : QuestionCatalogue.Standard.Get(section.KindId).Name;
            return $"The sheet can carry {CountText.Word(Capacity.Versions)} {(Capacity.Versions == 1 ? "version" : "versions")} without a question that comes twice; “{name}” allows no more.";
        }
    }
}
