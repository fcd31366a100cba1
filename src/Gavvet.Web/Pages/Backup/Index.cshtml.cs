using Gavvet.Storage;
using Gavvet.Web.Pages.Erase;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Backup;

/// <summary>Everything in one file, and back after a look at what it holds.</summary>
[RequestSizeLimit(Backups.LargestFile)]
[RequestFormLimits(MultipartBodyLengthLimit = Backups.LargestFile)]
internal sealed class IndexModel(Backups backups, Database data, Remembered remembered, SchoolClock clock, DeskSettings settings)
    : PageModel
{
    public IReadOnlyList<DailyCopy> Copies => backups.Copies();

    public string? Problem { get; private set; }

    /// <summary>What waits to be restored, or null.</summary>
    public StagedBackup? Staged { get; private set; }

    /// <summary>The file that holds what was there before a restore just done.</summary>
    public string? Restored { get; private set; }

    public void OnGet(string? restored) => Restored = backups.IsBefore(restored) ? restored : null;

    /// <summary>Looks into a file or a daily copy.</summary>
    public async Task<IActionResult> OnPostLookAsync(IFormFile? file, string? copy)
    {
        try
        {
            if (copy is not null)
            {
                Staged = await backups.StageCopyAsync(copy);
                return Page();
            }

            await using var stream = file is { Length: > 0 }
                ? file.OpenReadStream()
                : throw new BackupException(Say("Choose a backup file first."));
            Staged = await backups.StageAsync(stream);
        }
        catch (BackupException problem)
        {
            Problem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    public IActionResult OnPostForget(string? staged)
    {
        backups.Unstage(staged);
        return Redirect("/backup");
    }

    public async Task<IActionResult> OnPostRestoreAsync(string? staged)
    {
        try
        {
            var before = await backups.RestoreAsync(staged, data);
            remembered.Forget();
            await clock.ReadAsync(settings);
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
