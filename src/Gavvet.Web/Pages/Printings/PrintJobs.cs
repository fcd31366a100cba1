using System.Collections.Concurrent;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing being made.</summary>
internal sealed class PrintJob : IDisposable
{
    private readonly CancellationTokenSource _ended = new();

    public string Id { get; } = Guid.NewGuid().ToString("N");

    public DateTimeOffset Begun { get; } = DateTimeOffset.UtcNow;

    public required string SheetId { get; init; }

    /// <summary>The class it is made for, or null.</summary>
    public string? ClassId { get; init; }

    /// <summary>What tells the form that began it from others, or null.</summary>
    public string? Form { get; init; }

    /// <summary>The day the class writes it, or null for the day of printing.</summary>
    public DateOnly? WrittenOn { get; init; }

    /// <summary>When it is said to be made, where that is not now.</summary>
    public DateTimeOffset? MadeAt { get; init; }

    /// <summary>How many erasures there were when what it prints was read.</summary>
    public long Erasures { get; init; }

    /// <summary>How much is done, in hundredths.</summary>
    public int Percent { get; private set; }

    /// <summary>The printing, once it is kept.</summary>
    public string? PrintingId { get; private set; }

    /// <summary>Why it was not made, in words.</summary>
    public string? Problem { get; private set; }

    public bool IsOver => PrintingId is not null || Problem is not null;

    /// <summary>The work itself.</summary>
    internal Task Making { get; set; } = Task.CompletedTask;

    internal CancellationToken Ended => _ended.Token;

    public void Cancel() => _ended.Cancel();

    public void Dispose() => _ended.Dispose();

    internal void Tell(int done, int of) => Percent = Math.Max(Percent, 100 * done / (of + 1));

    internal void Kept(string printing) => PrintingId = printing;

    internal void Failed(string problem) => Problem = problem;
}

/// <summary>Makes printings in the background, one after another, so that the desk stays quick meanwhile.</summary>
internal sealed class PrintJobs(PrintingStore printings, QuestionCatalogue catalogue, HeavyWork heavy, ILogger<PrintJobs> log)
    : IHostedService
{
    private const int Remembered = 50;
    private const int MostWaiting = 8;

    private readonly ConcurrentDictionary<string, PrintJob> _jobs = new();
    private volatile bool _stopped;

    /// <summary>Begins a printing; null when too many are waiting already.</summary>
    /// <param name="stored">The sheet.</param>
    /// <param name="choices">What is printed of it.</param>
    /// <param name="person">For whom.</param>
    /// <param name="classId">The class it is made for, or null.</param>
    /// <param name="erasures">How many erasures there were when the sheet and the class were read; null where they were read just
    /// now.</param>
    /// <param name="written">The day the class writes it, or null for the day of printing.</param>
    public PrintJob? Start(
        StoredSheet stored,
        PrintChoices choices,
        string person,
        string? classId = null,
        long? erasures = null,
        DateOnly? written = null
    )
    {
        return Begin(
            new PrintJob
            {
                SheetId = stored.Id,
                ClassId = classId,
                WrittenOn = written,
                Erasures = erasures ?? printings.Erasures,
            },
            (stored.Id, stored.Head.Revision, stored.Sheet.Title),
            pace => FrozenPrinting.Of(PrintPlan.Of(stored.Sheet, choices with { CodeSeed = PageCode.FreshSeed() }), catalogue, pace),
            person
        );
    }

    /// <summary>Begins a printing of personal sheets; null when too many are waiting already.</summary>
    /// <param name="title">What the pile is called.</param>
    /// <param name="sheets">The sheets, each with its paper, in the order of the pile.</param>
    /// <param name="group">The class's name.</param>
    /// <param name="person">For whom.</param>
    /// <param name="job">The class and what else is known of it.</param>
    public PrintJob? Start(
        string title,
        IReadOnlyList<(Sheet Sheet, PrintedCopy Copy)> sheets,
        string group,
        string person,
        PrintJob job
    ) =>
        Begin(
            job,
            ("", 0, title),
            pace =>
                PersonalPrinting.Of(
                    title,
                    [
                        .. sheets.Select(one =>
                            PrintPlan.Of(one.Sheet, new PrintChoices([], PageCode.FreshSeed(), "") { Class = group, Copies = [one.Copy] })
                        ),
                    ],
                    catalogue,
                    pace
                ),
            person
        );

    /// <summary>Begins a printing of a sheet that lies on no desk; null when too many are waiting already.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="choices">What is printed of it.</param>
    /// <param name="person">For whom.</param>
    /// <param name="job">The class and what else is known of it.</param>
    public PrintJob? Start(Sheet sheet, PrintChoices choices, string person, PrintJob job) =>
        Begin(
            job,
            ("", 0, sheet.Title),
            pace => FrozenPrinting.Of(PrintPlan.Of(sheet, choices with { CodeSeed = PageCode.FreshSeed() }), catalogue, pace),
            person
        );

    /// <summary>The job that was begun by the same form, or null: a form sent twice makes nothing twice.</summary>
    /// <param name="form">What tells the form from others, or null.</param>
    public PrintJob? OfForm(string? form) => string.IsNullOrEmpty(form) ? null : _jobs.Values.FirstOrDefault(job => job.Form == form);

    private PrintJob? Begin(PrintJob job, (string Id, long Revision, string Title) of, Func<PrintPace, FrozenPrinting> make, string person)
    {
        if (_jobs.Values.Count(job => !job.IsOver) >= MostWaiting)
            return null;
        foreach (var old in _jobs.Values.Where(job => job.IsOver).OrderByDescending(job => job.Begun).Skip(Remembered))
            _jobs.TryRemove(old.Id, out _);
        _jobs[job.Id] = job;
        if (_stopped)
            job.Cancel();
        job.Making = MakeAsync(job, of, make, person);
        return job;
    }

    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>At the end of the program nothing half made is kept, and nothing is written after it.</summary>
    public async Task StopAsync(CancellationToken cancellationToken)
    {
        _stopped = true;
        foreach (var job in _jobs.Values)
            job.Cancel();
        await Task.WhenAll(_jobs.Values.Select(job => job.Making));
    }

    public PrintJob? Find(string? id) => id is null ? null : _jobs.GetValueOrDefault(id);

    private async Task MakeAsync(
        PrintJob job,
        (string Id, long Revision, string Title) of,
        Func<PrintPace, FrozenPrinting> make,
        string person
    )
    {
        try
        {
            job.Kept(await KeepAsync(job, of, make, person));
        }
        catch (OperationCanceledException)
        {
            // Stopped by the teacher, or the program ends.
            job.Failed(Say("The printing was stopped. Nothing was kept of it."));
        }
        catch (PrintingWithheldException problem)
        {
            job.Failed(Say("Nothing was printed. {0}", problem.Message));
        }
        catch (ErasedMeanwhileException)
        {
            job.Failed(Say("Something was erased while this was being made, so it was not kept. Print it once more."));
        }
        catch (TooMuchWorkException problem)
        {
            job.Failed(problem.Message);
        }
        catch (Exception problem)
        {
            log.LogError(problem, "A printing of sheet {Sheet} failed", of.Id);
            job.Failed(StorageMessages.Of(problem) ?? Say("The printing could not be made. Nothing was kept of it; try once more."));
        }
    }

    // A code that is taken already means other codes for the whole printing; with 35 random bits that is a rare thing.
    private async Task<string> KeepAsync(
        PrintJob job,
        (string Id, long Revision, string Title) of,
        Func<PrintPace, FrozenPrinting> make,
        string person
    )
    {
        // The sheet and the choices were read before this, so the count is of then.
        var erasures = job.Erasures;
        while (true)
        {
            job.Ended.ThrowIfCancellationRequested();
            var frozen = await heavy.RunAsync(Lane.Long, person, ended => make(new PrintPace(1, job.Tell, ended)), job.Ended);
            if (
                await printings.AddAsync(
                    Kept(of, frozen, job.ClassId) with
                    {
                        Erasures = erasures,
                        WrittenOn = job.WrittenOn,
                        MadeAt = job.MadeAt,
                    },
                    job.Ended
                ) is
                { } kept
            )
                return kept;
        }
    }

    private static PrintingToKeep Kept((string Id, long Revision, string Title) of, FrozenPrinting frozen, string? classId) =>
        new(
            of.Id,
            of.Revision,
            of.Title,
            frozen.Record.Write(),
            [.. frozen.Piles.Select(pile => (new KeptPile(pile.Pile.Name, pile.Pile.Title, pile.PageCount, pile.Pile.IsKey), pile.Pdf))],
            [.. frozen.Pages.Select(page => new PackedPage(page.Code, page.Pile, page.Number, page.Edition, page.Sides))]
        )
        {
            ClassId = classId,
            Papers = classId is null
                ? []
                : [.. frozen.Record.Copies.Select(copy => (copy.Student, frozen.Record.Editions[copy.Edition].Items.Length))],
        };
}
