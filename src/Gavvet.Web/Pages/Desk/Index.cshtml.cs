using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Desk;

/// <summary>The desk: the sheets, newest first.</summary>
public sealed class IndexModel(SheetStore store) : PageModel
{
    public IReadOnlyList<SheetOnDesk> Sheets { get; private set; } = [];

    public async Task OnGetAsync() => Sheets = await store.ListAsync();

    public async Task<IActionResult> OnPostNewAsync() => Open(await store.CreateAsync(SheetEditor.NewSheet(FreshSeed())));

    public async Task<IActionResult> OnPostDuplicateAsync(string sheet) =>
        await store.DuplicateAsync(sheet) is null ? NotFound() : await CardsAsync(null);

    public async Task<IActionResult> OnPostDeleteAsync(string sheet)
    {
        var title = (await store.FindAsync(sheet))?.Sheet.Title;
        return await store.DeleteAsync(sheet) ? await CardsAsync(new DeskNotice($"“{title}” is deleted.", sheet)) : NotFound();
    }

    public async Task<IActionResult> OnPostRestoreAsync(string sheet) =>
        await store.RestoreAsync(sheet) ? await CardsAsync(new DeskNotice("The sheet is back on the desk.", null)) : NotFound();

    /// <summary>Brings in a sheet file.</summary>
    public async Task<IActionResult> OnPostImportAsync(IFormFile? file)
    {
        if (file is null || file.Length == 0)
            return Problem("Choose a sheet file first: one that was exported from a workbench.");
        if (file.Length > SheetLimits.FileBytes)
            return Problem($"The file is too large for a sheet: up to {SheetLimits.FileBytes / 1024} KB can be read.");
        try
        {
            using var reader = new StreamReader(file.OpenReadStream());
            var sheet = SheetFile.Read(await reader.ReadToEndAsync());
            return PrintCheck.Problem(sheet) is { } unprintable ? Problem(unprintable) : Open(await store.CreateAsync(sheet));
        }
        catch (SheetFileException problem)
        {
            return Problem(problem.Message);
        }
    }

    private static ulong FreshSeed() => BitConverter.ToUInt64(System.Security.Cryptography.RandomNumberGenerator.GetBytes(8));

    private StatusCodeResult Open(StoredSheet stored)
    {
        Response.Headers["HX-Redirect"] = $"/sheets/{stored.Id}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    private async Task<IActionResult> CardsAsync(DeskNotice? notice)
    {
        Sheets = await store.ListAsync();
        return Partial("Desk/_Changed", new DeskChange(Sheets, notice));
    }

    private PartialViewResult Problem(string words)
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Partial("Desk/_FileProblem", words);
    }
}

/// <summary>What the desk says after a change, and the sheet that can be taken back out of the bin.</summary>
public sealed record DeskNotice(string Words, string? Restorable);

/// <summary>The desk after a change.</summary>
public sealed record DeskChange(IReadOnlyList<SheetOnDesk> Sheets, DeskNotice? Notice);
