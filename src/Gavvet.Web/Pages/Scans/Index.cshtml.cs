using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Printings;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Scans;

/// <summary>A paper of the pile, and which of its pages were scanned.</summary>
/// <param name="Number">Which.</param>
/// <param name="Name">Whose.</param>
/// <param name="Pages">For each of its pages the scan that is shown, or null.</param>
internal sealed record ScannedPaper(int Number, string Name, ImmutableArray<KeptScan?> Pages)
{
    /// <summary>Whether it is a paper over, which nobody need have written on.</summary>
    public bool IsSpare { get; init; }
}

/// <summary>The scans of a printing: files are taken in, what is missing or unknown is said, and what is empty is proposed.</summary>
[RequestSizeLimit(LargestFiles)]
[RequestFormLimits(MultipartBodyLengthLimit = LargestFiles)]
internal sealed class IndexModel(
    OpenPrintings open,
    MarkingStore markings,
    ScanStore scans,
    ScanJobs jobs,
    ScanIntake intake,
    PrintingStore printings,
    DeskSettings settings,
    ScanFolder folder,
    ServerOptions options
) : PageModel
{
    public const long LargestFiles = 200 * 1024 * 1024;

    public OpenPrinting Printing { get; private set; } = null!;

    public IReadOnlyList<ScannedPaper> Papers { get; private set; } = [];

    /// <summary>Scans that are nobody’s yet.</summary>
    public IReadOnlyList<KeptScan> Unknown { get; private set; } = [];

    /// <summary>Scans of pages of which another one is shown.</summary>
    public IReadOnlyList<KeptScan> Twice { get; private set; } = [];

    /// <summary>Answers on the scans on which nothing seems to be written and which are not marked yet, by question.</summary>
    public IReadOnlyList<(int Item, ImmutableArray<int> Copies)> Empty { get; private set; } = [];

    public ScanJob? Job { get; private set; }

    public (string Scan, string Words)? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id, string? job)
    {
        if (!await ShowAsync(id))
            return NotFound();
        Job = jobs.Find(job) is { } known && known.Printing == id ? known : null;
        return Page();
    }

    /// <summary>How far a job is.</summary>
    public async Task<IActionResult> OnGetJobAsync(string id, string? job)
    {
        if (jobs.Find(job) is not { } known || known.Printing != id)
            return NotFound();
        // What it has brought is shown by the page itself.
        if (known.IsOver)
            Response.Headers["HX-Redirect"] = $"/printings/{id}/scans?job={known.Id}";
        return await ShowAsync(id) ? Partial("Scans/_Job", known) : NotFound();
    }

    /// <summary>Takes files in.</summary>
    public async Task<IActionResult> OnPostAsync(string id, IReadOnlyList<IFormFile>? files)
    {
        if (!await ShowAsync(id))
            return NotFound();
        if (files is not { Count: > 0 } || files.All(file => file.Length == 0))
        {
            Problem = ("", Say("Choose the files of the scanner: PDF, JPEG, PNG or WebP."));
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var bytes = new List<byte[]>();
        foreach (var file in files)
        {
            using var content = new MemoryStream();
            await file.CopyToAsync(content, HttpContext.RequestAborted);
            bytes.Add(content.ToArray());
        }

        await scans.ClearAsync(await settings.ScanDaysAsync());
        return Redirect($"/printings/{id}/scans?job={jobs.Start(id, bytes).Id}");
    }

    /// <summary>How many days all pictures are kept after papers were handed back, as it stands or as it was typed.</summary>
    public string Days { get; private set; } = "";

    /// <summary>The files in the watched folder that could not be told, and where they lie in it; null where none is watched.</summary>
    public (string Name, int Count)? Folder => folder.Left;

    /// <summary>Says how many days pictures are kept after papers were handed back.</summary>
    public async Task<IActionResult> OnPostDaysAsync(string id, string? days)
    {
        if (!await ShowAsync(id))
            return NotFound();
        if (
            int.TryParse(days, NumberStyles.None, CultureInfo.InvariantCulture, out var count)
            && count is >= ScanStore.LeastDays and <= ScanStore.MostDays
        )
        {
            await settings.ChooseScanDaysAsync(count);
            await scans.ClearAsync(count);
            return Redirect($"/printings/{id}/scans");
        }

        Days = days ?? "";
        Problem = ("days", Say("Type a number of days from {0} to {1}, such as 365.", ScanStore.LeastDays, ScanStore.MostDays));
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Whether the pile can be scanned by the simulated scanner: in the demo school.</summary>
    public bool IsDemo => options.Demo;

    /// <summary>Has the simulated class write on its papers, and the simulated scanner scan them.</summary>
    public async Task<IActionResult> OnPostSimulateAsync(string id)
    {
        if (!options.Demo || await open.FindAsync(id) is not { } found)
            return NotFound();
        var pages = await found.PagesAsync(printings, found.Record.Copies.SelectMany(copy => copy.Codes));
        var marked = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        var pile = new SimulatedPile(found.Papers, code => pages[code].Student)
        {
            Marked = copy => marked.Where(one => one.Key.Copy == copy.Number).ToDictionary(one => one.Key.Item, one => one.Value.Marking),
        };
        return Redirect($"/printings/{id}/scans?job={jobs.Start(id, pile.Pages().Select(page => page.Scan.Jpeg)).Id}");
    }

    public IActionResult OnPostStop(string id, string? job)
    {
        if (jobs.Find(job) is { } known && known.Printing == id)
            known.Stop();
        return Redirect($"/printings/{id}/scans?job={Uri.EscapeDataString(job ?? "")}");
    }

    /// <summary>Says which page a scan is.</summary>
    public async Task<IActionResult> OnPostNameAsync(string id, string? scan, string? code)
    {
        if (!await ShowAsync(id) || scan is null)
            return NotFound();
        try
        {
            _ = Printing.Papers.Find(null, code ?? "");
            return await intake.NameAsync(id, scan, code ?? "") ? Redirect($"/printings/{id}/scans") : NotFound();
        }
        catch (FormatException problem)
        {
            Problem = (scan, problem.Message);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    public async Task<IActionResult> OnPostDeleteAsync(string id, string? scan) =>
        scan is not null && await scans.DeleteAsync(id, scan) ? Redirect($"/printings/{id}/scans") : NotFound();

    /// <summary>Takes it that nothing was written where nothing seems to be: of a question, or of all.</summary>
    public async Task<IActionResult> OnPostEmptyAsync(string id, int? item, string[]? proposed)
    {
        if (!await ShowAsync(id))
            return NotFound();
        var record = Printing.Record;
        foreach (var (number, copies) in Empty.Where(one => item is null || one.Item == item))
        {
            // What was scanned since was proposed to nobody.
            foreach (var copy in copies.Where(copy => proposed?.Contains($"{number} {copy}") == true))
            {
                var set = Printing.Papers.ItemOf(record.Copies.First(one => one.Number == copy), number);
                await markings.AddAsync(id, copy, set, Printing.Papers.Mark(set, new Decision.Blank()));
            }
        }

        return Redirect($"/printings/{id}/scans");
    }

    private async Task<bool> ShowAsync(string id)
    {
        if (await open.FindAsync(id) is not { } found)
            return false;
        Printing = found;
        Days = (await settings.ScanDaysAsync()).ToString(CultureInfo.InvariantCulture);
        var all = await scans.ListAsync(id, HttpContext.RequestAborted);
        var shown = all.Where(scan => scan.IsShown).ToDictionary(scan => (scan.Copy!.Value, scan.Page!.Value));
        var owners = (await markings.OwnersAsync(id, HttpContext.RequestAborted)).ToDictionary(owner => owner.Number);
        Papers =
        [
            .. found.Record.Copies.Select(copy => new ScannedPaper(
                copy.Number,
                MarkingStore.NameOf(owners, copy.Number, copy.Student) ?? Say("A spare"),
                [.. copy.Codes.Select((_, page) => shown.GetValueOrDefault((copy.Number, page)))]
            )
            {
                IsSpare = owners.Count > 0 && owners.GetValueOrDefault(copy.Number)?.StudentId is null,
            }),
        ];
        Unknown = [.. all.Where(scan => scan.Copy is null)];
        Twice = [.. all.Where(scan => scan.Copy is not null && !scan.IsShown)];
        var marked = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        Empty =
        [
            .. shown
                .Values.SelectMany(scan => scan.Readings.Select(reading => (Copy: scan.Copy!.Value, reading)))
                .GroupBy(one => (one.Copy, one.reading.Item))
                // What goes on on another page is empty where all of it is.
                .Where(one => one.All(part => part.reading.IsEmpty) && one.Count() == PiecesOf(one.Key.Copy, one.Key.Item))
                .Where(one => !marked.ContainsKey(one.Key))
                .GroupBy(one => one.Key.Item)
                .OrderBy(item => item.Key)
                .Select(item => (item.Key, item.Select(one => one.Key.Copy).Order().ToImmutableArray())),
        ];
        return true;

        int PiecesOf(int copy, int item) =>
            found
                .Record.Editions[found.Record.Copies.First(one => one.Number == copy).Edition]
                .Items.First(one => one.Item.Number == item)
                .Pieces.Length;
    }
}
