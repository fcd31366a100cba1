using Gavvet.Scanning;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Scans;

/// <summary>
/// Takes in what a copier puts into a folder. Each page goes to the printing its code tells; a file that was taken in whole is taken
/// away, and one with a page that cannot be told is kept aside for someone to bring in.
/// </summary>
internal sealed class ScanFolder(ScanIntake intake, ServerOptions options, TimeProvider clock, ILogger<ScanFolder> log) : BackgroundService
{
    /// <summary>Where files lie that could not be told, in the folder.</summary>
    public const string Aside = "not-known";

    private const long LargestFile = 512L * 1024 * 1024;

    private static readonly TimeSpan Between = TimeSpan.FromSeconds(2);

    private static readonly string[] Kinds = [".pdf", ".tif", ".tiff", ".jpg", ".jpeg", ".png", ".webp"];

    // A file that is still being written grows from one look to the next.
    private Dictionary<string, (long Length, DateTime WrittenAt)> _seen = [];

    /// <summary>Files that could not be told, and where they lie in the folder; null where none is watched.</summary>
    public (string Name, int Count)? Left =>
        options.Scans is not { } folder ? null
        : Directory.Exists(Path.Combine(folder, Aside)) ? (Aside, Directory.GetFiles(Path.Combine(folder, Aside)).Length)
        : (Aside, 0);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (options.Scans is not { } folder)
            return;
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await LookAsync(folder, stoppingToken);
            }
#pragma warning disable CA1031 // A folder on another machine comes and goes; it is looked into again.
            catch (Exception problem) when (problem is not OperationCanceledException)
#pragma warning restore CA1031
            {
                // Names of files may be names of students: none is said.
                log.LogError("The folder for scans could not be looked into: {Problem}", problem.GetType().Name);
            }

            await Task.Delay(Between, clock, stoppingToken);
        }
    }

    private async Task LookAsync(string folder, CancellationToken stopping)
    {
        var now = new DirectoryInfo(folder)
            .GetFiles()
            .Where(file => Kinds.Contains(file.Extension, StringComparer.OrdinalIgnoreCase))
            .ToDictionary(file => file.FullName, file => (file.Length, file.LastWriteTimeUtc));
        foreach (var (path, state) in now.Where(file => _seen.TryGetValue(file.Key, out var before) && before == file.Value))
        {
            stopping.ThrowIfCancellationRequested();
            if (state.Length <= LargestFile && await TakeAsync(path, stopping))
                File.Delete(path);
            else
                Keep(folder, path);
        }

        _seen = now;
    }

    // Whether every page was told.
    private async Task<bool> TakeAsync(string path, CancellationToken stopping)
    {
        var all = true;
        foreach (var page in ScanFile.Pages(await File.ReadAllBytesAsync(path, stopping)))
        {
            all &= page.Picture is { } picture && await IsToldAsync(picture);
            stopping.ThrowIfCancellationRequested();
        }

        return all;
    }

    private async Task<bool> IsToldAsync(Picture picture)
    {
        try
        {
            return await intake.TakeAsync(null, picture) is not (Taken.Unknown or Taken.TooMany);
        }
#pragma warning disable CA1031 // A page that cannot be read is kept aside with its file, and does not come again for ever.
        catch (Exception problem) when (problem is not OperationCanceledException)
#pragma warning restore CA1031
        {
            log.LogError(problem, "A page in the folder for scans could not be read");
            return false;
        }
    }

    private static void Keep(string folder, string path)
    {
        var aside = Directory.CreateDirectory(Path.Combine(folder, Aside)).FullName;
        var (name, kind) = (Path.GetFileNameWithoutExtension(path), Path.GetExtension(path));
        var to = Path.Combine(aside, name + kind);
        for (var i = 2; File.Exists(to); i++)
            to = Path.Combine(aside, FormattableString.Invariant($"{name} {i}{kind}"));
        File.Move(path, to);
    }
}
