using Gavvet.Storage;
using Gavvet.Web.Pages.Workbench;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Backup;

/// <summary>Everything in one file, and back after a look at what it holds.</summary>
[RequestSizeLimit(Backups.LargestFile)]
[RequestFormLimits(MultipartBodyLengthLimit = Backups.LargestFile)]
public sealed class IndexModel(Backups backups, BenchViews views) : PageModel
{
    public IReadOnlyList<DailyCopy> Copies => backups.Copies();

    public string? Problem { get; private set; }

    /// <summary>What waits to be restored, or null.</summary>
    public BackupContents? Staged { get; private set; }

    /// <summary>The file that holds what was there before a restore just done.</summary>
    public string? Restored { get; private set; }

    public void OnGet(string? restored) => Restored = backups.IsBefore(restored) ? restored : null;

    /// <summary>Looks into a file or a daily copy.</summary>
    public async Task<IActionResult> OnPostLookAsync(IFormFile? file, string? copy)
    {
        try
        {
            await using var stream = backups.PathOf(copy) is { } path ? System.IO.File.OpenRead(path)
                : file is { Length: > 0 } ? file.OpenReadStream()
                : throw new BackupException("Choose a backup file first.");
            Staged = await backups.StageAsync(stream);
        }
        catch (BackupException problem)
        {
            Problem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    public IActionResult OnPostForget()
    {
        backups.Unstage();
        return Redirect("/backup");
    }

    public async Task<IActionResult> OnPostRestoreAsync()
    {
        try
        {
            var before = await backups.RestoreAsync();
            views.Forget();
            return Redirect($"/backup?restored={before}");
        }
        catch (BackupException problem)
        {
            Problem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }
}
