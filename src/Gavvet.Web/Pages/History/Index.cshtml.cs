using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.History;

/// <summary>The states of a sheet: what each changed, names for some, and any two compared.</summary>
public sealed class IndexModel(SheetStore store, SheetHistory history, QuestionCatalogue catalogue, TimeProvider clock) : PageModel
{
    private const int Shown = 60;

    public SheetOnDesk Sheet { get; private set; } = null!;

    /// <summary>Where the sheet itself cannot be read: the last state that can.</summary>
    public StoredRevision? LastReadable { get; private set; }

    /// <summary>Whether the sheet as it is now cannot be read.</summary>
    public bool IsUnreadable { get; private set; }

    public IReadOnlyList<StoredRevision> States { get; private set; } = [];

    /// <summary>The two states compared, the earlier first; null when none are.</summary>
    public (StoredRevision Before, StoredRevision After)? Compared { get; private set; }

    public ImmutableArray<string> Differences { get; private set; } = [];

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id, long? a, long? b)
    {
        if (!await ShowAsync(id))
            return NotFound();
        if (
            a is { } first
            && b is { } second
            && await history.FindAsync(id, Math.Min(first, second), HttpContext.RequestAborted) is { } before
            && await history.FindAsync(id, Math.Max(first, second), HttpContext.RequestAborted) is { } after
        )
        {
            Compared = (before, after);
            Differences =
                before.Sheet is { } earlier && after.Sheet is { } later
                    ? SheetComparison.Between(earlier, later)
                    : [Say("One of the two cannot be read.")];
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
        Problem = Say("Give the state a name of up to {0} characters, such as “Before the concert”.", SheetHistory.NameLength);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Goes to an earlier state; what came after it stays in the history.</summary>
    public async Task<IActionResult> OnPostReturnAsync(string id, string? head, long state)
    {
        var outcome = await store.ReturnAsync(id, Head.Parse(head), state);
        if (outcome is { IsStale: false, Now: not null })
            return Redirect($"/sheets/{id}");
        if (!await ShowAsync(id))
            return NotFound();
        Problem = outcome.Now is null
            ? Say("This state cannot be read. Choose another.")
            : Say("The sheet was changed in another window meanwhile. Look at the list again, then choose once more.");
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    /// <summary>What a state changed against the one it was made from.</summary>
    public string Change(StoredRevision state)
    {
        if (state.ParentId is null)
            return Say("The sheet as it was begun.");
        if (state.Sheet is not { } sheet)
            return Say("This state cannot be read.");
        if (States.FirstOrDefault(other => other.Id == state.ParentId) is not { Sheet: { } parent })
            return "";
        var words = SheetComparison.Between(parent, sheet);
        return words.Length switch
        {
            0 => Say("Nothing that shows."),
            1 => words[0],
            _ => Say("{0} And {1}.", words[0], Shared.Labels.Count(words.Length - 1, "other-change")),
        };
    }

    /// <summary>A state's first page.</summary>
    public string Draw(StoredRevision state, string id)
    {
        if (state.Sheet is not { } sheet)
            return "";
        var pages = SheetLayout.Student(Composer.Compose(sheet, catalogue, Edition.Only).Worksheet);
        return SvgWriter.Inline(pages[0], id, Say("First page, {0}", DateText.OfYearAt(clock.Local(state.MadeAt))));
    }

    private async Task<bool> ShowAsync(string id)
    {
        if (await store.LookAsync(id, HttpContext.RequestAborted) is not { } sheet)
            return false;
        Sheet = sheet;
        States = await history.ListAsync(id, Shown, HttpContext.RequestAborted);
        IsUnreadable = States.Any(state => state.Id == sheet.Head.Revision && state.Sheet is null);
        LastReadable = IsUnreadable ? await store.LastReadableAsync(id, HttpContext.RequestAborted) : null;
        return true;
    }
}
