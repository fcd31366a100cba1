using Gavvet.Storage;

namespace Gavvet.Web.Hosting;

/// <summary>Makes a copy of everything each day the program runs, and lets go of what was kept for a time.</summary>
internal sealed class DailyCopies(
    Backups backups,
    Erasure erasure,
    Sessions sessions,
    ScanStore scans,
    DeskSettings settings,
    ServerOptions options,
    TimeProvider clock,
    ILogger<DailyCopies> log
) : BackgroundService
{
    private static readonly TimeSpan Between = TimeSpan.FromHours(1);

    // The first copy waits until the desk has been opened.
    private static readonly TimeSpan First = TimeSpan.FromSeconds(20);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Delay(First, clock, stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                // What someone was reading while it was erased is still in the log of changes.
                await erasure.FinishAsync();
                await scans.ClearAsync(await settings.ScanDaysAsync());
                await backups.KeepDailyAsync(stoppingToken);
                if (options.NeedsSignIn)
                    await sessions.ForgetOldAsync();
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                // Whatever keeps a copy from being made, the teacher goes on working.
                log.LogError(problem, "The daily copy could not be made");
            }

            await Task.Delay(Between, clock, stoppingToken);
        }
    }
}
