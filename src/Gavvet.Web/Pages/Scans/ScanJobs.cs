using System.Collections.Concurrent;
using Gavvet.Scanning;

namespace Gavvet.Web.Pages.Scans;

/// <summary>Files being taken in.</summary>
/// <param name="printing">The printing they were brought to.</param>
internal sealed class ScanJob(string printing) : IDisposable
{
    private readonly CancellationTokenSource _ended = new();
    private readonly ConcurrentQueue<(string Page, Taken Taken)> _pages = new();

    public string Id { get; } = Guid.NewGuid().ToString("N");

    public string Printing => printing;

    public DateTimeOffset Begun { get; } = DateTimeOffset.UtcNow;

    /// <summary>The pages so far: which of the files, and what became of it.</summary>
    public IReadOnlyCollection<(string Page, Taken Taken)> Pages => _pages;

    public bool IsOver { get; private set; }

    /// <summary>Whether it was stopped, or broke off.</summary>
    public bool IsStopped { get; private set; }

    internal CancellationToken Ended => _ended.Token;

    public int Count(Taken taken) => _pages.Count(page => page.Taken == taken);

    public void Stop() => _ended.Cancel();

    public void Dispose() => _ended.Dispose();

    internal void Add(string page, Taken taken) => _pages.Enqueue((page, taken));

    internal void Over(bool stopped) => (IsOver, IsStopped) = (true, stopped);
}

/// <summary>Takes files in in the background, a page at a time, so that others are served meanwhile.</summary>
internal sealed class ScanJobs(ScanIntake intake, ILogger<ScanJobs> log) : IDisposable
{
    private const int Remembered = 30,
        AtOnce = 2;

    private readonly ConcurrentDictionary<string, ScanJob> _jobs = new();
    private readonly SemaphoreSlim _turns = new(AtOnce);

    public void Dispose() => _turns.Dispose();

    /// <summary>A job, or null where it is not known any more.</summary>
    public ScanJob? Find(string? id) => id is null ? null : _jobs.GetValueOrDefault(id);

    /// <summary>Begins to take files in.</summary>
    /// <param name="printing">The printing they were brought to.</param>
    /// <param name="files">The files.</param>
    public ScanJob Start(string printing, IEnumerable<byte[]> files)
    {
        foreach (var old in _jobs.Values.Where(job => job.IsOver).OrderByDescending(job => job.Begun).Skip(Remembered))
            _jobs.TryRemove(old.Id, out _);
        var job = new ScanJob(printing);
        _jobs[job.Id] = job;
        _ = Task.Run(() => TakeAsync(job, files));
        return job;
    }

    private async Task TakeAsync(ScanJob job, IEnumerable<byte[]> files)
    {
        var stopped = false;
        try
        {
            await Parallel.ForEachAsync(
                files.SelectMany(
                    (file, i) => ScanFile.Pages(file).Select(page => (Page: page, Name: Say("file {0}, page {1}", i + 1, page.Number)))
                ),
                new ParallelOptions { MaxDegreeOfParallelism = AtOnce, CancellationToken = job.Ended },
                async (one, ended) =>
                {
                    if (one.Page.Picture is not { } picture)
                    {
                        job.Add(one.Name, Taken.Unread);
                        return;
                    }

                    // Two pages at once at most, however many files there are.
                    await _turns.WaitAsync(ended);
                    try
                    {
                        job.Add(one.Name, await intake.TakeAsync(job.Printing, picture));
                    }
#pragma warning disable CA1031 // One page that cannot be read is said so; the others go on.
                    catch (Exception problem) when (problem is not OperationCanceledException)
#pragma warning restore CA1031
                    {
                        log.LogError(problem, "A page of printing {Printing} could not be read", job.Printing);
                        job.Add(one.Name, Taken.Unread);
                    }
                    finally
                    {
                        _turns.Release();
                    }
                }
            );
        }
#pragma warning disable CA1031 // Whatever it is, the pages so far are kept, and the teacher is told that it broke off.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            stopped = true;
            if (problem is not OperationCanceledException)
                log.LogError(problem, "Scans of printing {Printing} broke off", job.Printing);
        }

        job.Over(stopped);
    }
}
