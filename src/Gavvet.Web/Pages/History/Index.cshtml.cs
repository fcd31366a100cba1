using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.History;

/// <summary>The states of a sheet: what each changed, names for some, and any two compared.</summary>
public sealed class IndexModel(SheetStore store, SheetHistory history, QuestionCatalogue catalogue) : PageModel
{
    private const int Shown = 60;

    public StoredSheet Stored { get; private set; } = null!;

    public IReadOnlyList<StoredRevision> States { get; private set; } = [];

    /// <summary>The two states compared, the earlier first; null when none are.</summary>
    public (StoredRevision Before, StoredRevision After)? Compared { get; private set; }

    public ImmutableArray<string> Differences { get; private set; } = [];

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id, long? a, long? b)
    {
        if (!await ShowAsync(id))
            return NotFound();
        if (a is { } first && b is { } second && await history.FindAsync(id, Math.Min(first, second)) is { } before && await history.FindAsync(id, Math.Max(first, second)) is { } after)
        {
            Compared = (before, after);
            Differences = SheetComparison.Between(before.Sheet, after.Sheet);
        }

        return Page();
    }

    /// <summary>Gives the present state a name.</summary>
    public async Task<IActionResult> OnPostNameAsync(string id, string? name)
    {
        var plain = (name ?? "").Trim();
        if (plain.Length is > 0 and <= SheetHistory.NameLength)
            return await history.NameAsync(id, plain) ? Redirect($"/sheets/{id}/history") : NotFound();
        if (!await ShowAsync(id))
            return NotFound();
        Problem = $"Give the state a name of up to {SheetHistory.NameLength} characters, such as “Before the concert”.";
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Goes to an earlier state; what came after it stays in the history.</summary>
    public async Task<IActionResult> OnPostReturnAsync(string id, long head, long state)
    {
        var outcome = await store.ReturnAsync(id, head, state);
        if (outcome.Now is null)
            return NotFound();
        if (!outcome.IsStale)
            return Redirect($"/sheets/{id}");
        await ShowAsync(id);
        Problem = "The sheet was changed in another window meanwhile. Look at the list again, then choose once more.";
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    /// <summary>What a state changed against the one it was made from.</summary>
    public string Change(StoredRevision state)
    {
        ArgumentNullException.ThrowIfNull(state);
        if (state.ParentId is null)
            return "The sheet as it was begun.";
        if (States.FirstOrDefault(other => other.Id == state.ParentId) is not { } parent)
            return "";
        var words = SheetComparison.Between(parent.Sheet, state.Sheet);
        return words.Length switch
        {
            0 => "Nothing that shows.",
            1 => words[0],
            _ => $"{words[0]} And {Shared.Words.Count(words.Length - 1, "other change")}.",
        };
    }

    /// <summary>A state's first page.</summary>
    public string Draw(StoredRevision state, string id)
    {
        ArgumentNullException.ThrowIfNull(state);
        var pages = SheetLayout.Student(Composer.Compose(state.Sheet, catalogue, Edition.Only).Worksheet);
        return SvgWriter.Inline(pages[0], id, $"First page, {state.MadeAt.ToLocalTime():d MMM yyyy, HH:mm}");
    }

    private async Task<bool> ShowAsync(string id)
    {
        if (await store.FindAsync(id) is not { } stored)
            return false;
        Stored = stored;
        States = await history.ListAsync(id, Shown);
        return true;
    }
}
