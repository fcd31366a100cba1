using System.Collections.Concurrent;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.PrintRoom;

/// <summary>A printing being made.</summary>
public sealed class PrintJob : IDisposable
{
    private readonly CancellationTokenSource _ended = new();

    public string Id { get; } = Guid.NewGuid().ToString("N");

    public required string SheetId { get; init; }

    /// <summary>How much is done, in hundredths.</summary>
    public int Percent { get; private set; }

    /// <summary>The printing, once it is kept.</summary>
    public string? PrintingId { get; private set; }

    /// <summary>Why it was not made, in words.</summary>
    public string? Problem { get; private set; }

    public bool IsOver => PrintingId is not null || Problem is not null;

    internal CancellationToken Ended => _ended.Token;

    public void Cancel() => _ended.Cancel();

    public void Dispose() => _ended.Dispose();

    internal void Tell(int done, int of) => Percent = Math.Max(Percent, 100 * done / (of + 1));

    internal void Kept(string printing) => PrintingId = printing;

    internal void Failed(string problem) => Problem = problem;
}

/// <summary>Makes printings in the background, one at a time, so that the desk stays quick meanwhile.</summary>
public sealed class PrintJobs(PrintingStore printings, QuestionCatalogue catalogue, ILogger<PrintJobs> log) : IDisposable
{
    private const int Remembered = 50;
    private const int MostWaiting = 5;

    private readonly ConcurrentDictionary<string, PrintJob> _jobs = new();
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Begins a printing; null when too many are waiting already.</summary>
    public PrintJob? Start(StoredSheet stored, PrintWishes wishes)
    {
        ArgumentNullException.ThrowIfNull(stored);
        ArgumentNullException.ThrowIfNull(wishes);
        if (_jobs.Values.Count(job => !job.IsOver) >= MostWaiting)
            return null;
        foreach (var old in _jobs.Values.Where(job => job.IsOver).SkipLast(Remembered))
            _jobs.TryRemove(old.Id, out _);
        var job = new PrintJob { SheetId = stored.Id };
        _jobs[job.Id] = job;
        _ = Task.Run(() => MakeAsync(job, stored, wishes));
        return job;
    }

    public PrintJob? Find(string id) => _jobs.GetValueOrDefault(id);

    public void Dispose() => _turn.Dispose();

    private async Task MakeAsync(PrintJob job, StoredSheet stored, PrintWishes wishes)
    {
        try
        {
            await _turn.WaitAsync(job.Ended);
            try
            {
                job.Kept(await KeepAsync(job, stored, wishes));
            }
            finally
            {
                _turn.Release();
            }
        }
        catch (Exception problem) when (problem is OperationCanceledException or ObjectDisposedException)
        {
            // Stopped by the teacher, or the program ends.
            job.Failed("The printing was stopped. Nothing was kept of it.");
        }
        catch (PrintingWithheldException problem)
        {
            job.Failed($"Nothing can be printed yet. {problem.Message}");
        }
        catch (Exception problem)
        {
            log.LogError(problem, "A printing of sheet {Sheet} failed", stored.Id);
            job.Failed("The printing could not be made. Nothing was kept of it; try once more.");
        }
    }

    // A code that is taken already means other codes for the whole printing; with 35 random bits that is a rare thing.
    private async Task<string> KeepAsync(PrintJob job, StoredSheet stored, PrintWishes wishes)
    {
        while (true)
        {
            var frozen = FrozenPrinting.Of(stored.Sheet, catalogue, wishes with { CodeSeed = PageCode.FreshSeed() }, job.Tell, job.Ended);
            var kept = await printings.AddAsync(Kept(stored, frozen), job.Ended);
            if (kept is not null)
                return kept;
        }
    }

    private static PrintingToKeep Kept(StoredSheet stored, FrozenPrinting frozen) => new(
        stored.Id,
        stored.Head,
        stored.Sheet.Title,
        frozen.Record.Write(),
        [.. frozen.Piles.Select(pile => (new KeptPile(pile.Pile.Name, pile.Pile.Title, pile.Pile.Pages.Length, pile.Pile.IsKey), pile.Pdf))],
        [.. frozen.Pages.Select(page => new KeptPage(page.Code, page.Pile, page.Number, page.Edition, page.StudentSvg, page.KeySvg))]);
}
