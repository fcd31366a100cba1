using Gavvet.Storage;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Questions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Board;

/// <summary>A sheet shown to the room, a question at a time, worked out step by step.</summary>
internal sealed class IndexModel(
    SheetStore store,
    QuestionCatalogue catalogue,
    OpenPrintings open,
    PrintingStore printings,
    MarkingStore markings,
    PracticeStore practices,
    PracticeRoom room
) : PageModel
{
    public BoardView? View { get; private set; }

    /// <summary>The sheet's title.</summary>
    public string Title { get; private set; } = "";

    /// <summary>Where the sheet is worked on.</summary>
    public string Sheet { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(string id, BoardPlace at, string? printing, string? practice)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        (Title, Sheet) = (stored.Sheet.Title, $"/sheets/{stored.Id}");
        var answers = await ClassAnswers.OfAsync(open, printings, markings, stored.Id, printing)
            ?? await ClassAnswers.OfPracticeAsync(practices, room, stored.Id, practice);
        View = stored.Sheet.Language.Saying(() => BoardView.Of(stored, catalogue, at, answers));
        return Request.Headers.ContainsKey("HX-Request") && View is not null ? Partial("Board/_Board", View) : Page();
    }
}
