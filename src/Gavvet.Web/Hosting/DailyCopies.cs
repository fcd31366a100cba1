using Gavvet.Storage;

namespace Gavvet.Web.Hosting;

/// <summary>Makes a copy of everything each day the program runs.</summary>
internal sealed class DailyCopies(Backups backups, TimeProvider clock, ILogger<DailyCopies> log) : BackgroundService
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
                await backups.KeepDailyAsync();
            }
            catch (Exception problem) when (problem is IOException || StorageMessages.Of(problem) is not null)
            {
                log.LogError(problem, "The daily copy could not be made");
            }

            await Task.Delay(Between, clock, stoppingToken);
        }
    }
}
