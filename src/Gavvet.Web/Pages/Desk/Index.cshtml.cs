using Gavvet.Engraving.Layout;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Demo;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Desk;

/// <summary>The desk: sheets, printings, the section library and what was deleted.</summary>
internal sealed class IndexModel(
    SheetStore store,
    PrintingStore printings,
    SectionLibrary library,
    NewSheets begin,
    Erasure erasure,
    QuestionCatalogue catalogue,
    ClassPlans plans,
    HeavyWork heavy
) : PageModel
{
    public DeskView Desk { get; private set; } = null!;

    /// <summary>What waits for each class.</summary>
    public IReadOnlyList<ClassWeek> Weeks { get; private set; } = [];

    public async Task OnGetAsync(string? show, string? filter) =>
        (Desk, Weeks) = (await ViewAsync(show, filter), await plans.ThisWeekAsync());

    /// <summary>The sheet of a class's next lesson.</summary>
    public async Task<IActionResult> OnPostLessonAsync(string? group)
    {
        var sheet = await heavy.RunAsync(
            Lane.Short,
            Person.Of(HttpContext),
            _ => plans.SheetAsync(group ?? "", PageCode.FreshSeed()).GetAwaiter().GetResult(),
            HttpContext.RequestAborted
        );
        return sheet is null
            ? await ChangedAsync(
                new DeskNotice(Say("There is no lesson to come and nothing is due. Lay a plan over the class’s term first."), null)
            )
            : Open(await store.CreateAsync(sheet), group);
    }

    /// <summary>The lists alone, as the filter is typed.</summary>
    public async Task<IActionResult> OnGetListsAsync(string? show, string? filter) => Partial("Desk/_Lists", await ViewAsync(show, filter));

    public async Task<IActionResult> OnPostNewAsync() => Open(await begin.BlankAsync());

    /// <summary>A new sheet that begins with a section of the library.</summary>
    public async Task<IActionResult> OnPostBeginAsync(string? shelf, long? kept)
    {
        var (name, section) =
            ShippedSections.Find(shelf) is { } shelved ? (shelved.Name, shelved.Section)
            : kept is { } id && await library.FindAsync(id, HttpContext.RequestAborted) is { } own ? (own.Name, own.Section)
            : ("", null);
        if (section is null)
            return NotFound();
        var (begun, problem) = await begin.WithSectionAsync(section, name);
        return begun is not null ? Open(begun) : await ChangedAsync(new DeskNotice(problem!, null));
    }

    /// <summary>The demo sheets, on a desk that is empty.</summary>
    public async Task<IActionResult> OnPostDemoAsync()
    {
        await DemoData.FillAsync(store);
        return await ChangedAsync(new DeskNotice(Say("The demo sheets are on the desk."), null));
    }

    public async Task<IActionResult> OnPostDuplicateAsync(string sheet) =>
        await store.DuplicateAsync(sheet) is null ? NotFound() : await ChangedAsync(null);

    public async Task<IActionResult> OnPostDeleteAsync(string sheet)
    {
        var title = (await store.LookAsync(sheet, HttpContext.RequestAborted))?.Title;
        return await store.DeleteAsync(sheet)
            ? await ChangedAsync(new DeskNotice(Say("“{0}” is deleted.", title), $"/?handler=Restore&sheet={sheet}"))
            : NotFound();
    }

    public async Task<IActionResult> OnPostRestoreAsync(string sheet) =>
        await store.RestoreAsync(sheet) ? await ChangedAsync(new DeskNotice(Say("The sheet is back on the desk."), null)) : NotFound();

    /// <summary>Deletes a sheet of the bin with its whole history, here and in the copies.</summary>
    public async Task<IActionResult> OnPostEraseAsync(string sheet) =>
        await erasure.SheetAsync(sheet)
            ? await ChangedAsync(
                new DeskNotice(
                    Say(
                        "The sheet is gone for good, with all its states. Out of reach are backups that were taken away, and printed paper."
                    ),
                    null
                )
            )
            : NotFound();

    public async Task<IActionResult> OnPostForgetAsync(long kept) =>
        await library.MarkAsync(kept, true)
            ? await ChangedAsync(new DeskNotice(Say("The section is out of the library."), $"/?handler=Remember&kept={kept}"))
            : NotFound();

    public async Task<IActionResult> OnPostRememberAsync(long kept) =>
        await library.MarkAsync(kept, false)
            ? await ChangedAsync(new DeskNotice(Say("The section is back in the library."), null))
            : NotFound();

    /// <summary>Finds a printed page by the code at its foot.</summary>
    public async Task<IActionResult> OnPostCodeAsync(string? code)
    {
        if (PageCode.Problem(code, out var plain) is { } problem)
            return Problem("code", problem);
        if (await printings.FindCodeAsync(plain, HttpContext.RequestAborted) is null)
            return Problem("code", Say("No printing on this desk has a page with this code."));
        Response.Headers["HX-Redirect"] = $"/p/{plain}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    /// <summary>Brings in a sheet file.</summary>
    public async Task<IActionResult> OnPostImportAsync(IFormFile? file)
    {
        if (file is null || file.Length == 0)
            return Problem("file", Say("Choose a sheet file first: one that was exported from a workbench."));
        if (file.Length > SheetLimits.FileBytes)
            return Problem("file", Say("The file is too large for a sheet: up to {0} KB can be read.", SheetLimits.FileBytes / 1024));
        try
        {
            using var reader = new StreamReader(file.OpenReadStream());
            var sheet = SheetFile.ReadWhole(await reader.ReadToEndAsync(), DrawChoices.None);
            if (PrintCheck.Problem(sheet) is { } unprintable)
                return Problem("file", unprintable);
            // What cannot be drawn is not put on the desk.
            _ = SheetLayout.Student(Composer.Compose(sheet, catalogue, Edition.Only).Worksheet);
            return Open(await store.CreateAsync(sheet));
        }
        catch (Exception problem) when (problem is SheetFileException or UnsavableSheetException)
        {
            return Problem("file", problem.Message);
        }
    }

    private Task<DeskView> ViewAsync(string? show, string? filter) => DeskView.OfAsync(show, filter, store, printings, library);

    // A sheet that was made for a class knows it as far as the print room.
    private StatusCodeResult Open(StoredSheet stored, string? group = null)
    {
        Response.Headers["HX-Redirect"] = $"/sheets/{stored.Id}{(group is null ? "" : $"?group={Uri.EscapeDataString(group)}")}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    private async Task<IActionResult> ChangedAsync(DeskNotice? notice)
    {
        var form = await Request.ReadFormAsync();
        return Partial("Desk/_Changed", new DeskChange(await ViewAsync(form["show"], form["filter"]), notice));
    }

    private PartialViewResult Problem(string field, string words)
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Partial("Desk/_FileProblem", (field, words));
    }
}

/// <summary>What the desk says after a change, and the address that takes it back.</summary>
public sealed record DeskNotice(string Words, string? Undo);

/// <summary>The desk after a change.</summary>
public sealed record DeskChange(DeskView Desk, DeskNotice? Notice);
