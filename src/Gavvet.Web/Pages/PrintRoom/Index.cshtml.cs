using System.Collections.Immutable;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Versions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.PrintRoom;

/// <summary>The students of a class that a sheet is printed for.</summary>
/// <param name="ClassId">The class.</param>
/// <param name="Students">Its students.</param>
/// <param name="Only">The ids of those chosen, or null for everyone who is here today.</param>
public sealed record ChosenStudents(string ClassId, ImmutableArray<Student> Students, string[]? Only)
{
    /// <summary>Which readers get a question twice, in words, or null where none does.</summary>
    public string? Twice { get; init; }

    /// <summary>Whether a student gets a paper.</summary>
    /// <param name="student">The student.</param>
    public bool Has(Student student) => Only is null ? !student.IsAway : Only.Contains(student.Id);
}

/// <summary>The print room: versions, parts, and every pile of paper they make.</summary>
internal sealed class IndexModel(
    SheetStore store,
    PrintingStore printings,
    DeskSettings settings,
    ClassStore classes,
    PrintJobs jobs,
    ServerOptions options,
    Classes.ClassPlans plans,
    QuestionCatalogue catalogue,
    HeavyWork heavy
) : PageModel
{
    public StoredSheet Stored { get; private set; } = null!;

    /// <summary>What stands at the form, where it was refused.</summary>
    public string? Problem { get; private set; }

    /// <summary>The field that was refused: versions or parts.</summary>
    public string ProblemField { get; private set; } = "versions";

    /// <summary>What can be made, by name; none of it is laid out before it is asked for.</summary>
    public ImmutableArray<Pile> Piles { get; private set; } = [];

    public int Papers { get; private set; }

    /// <summary>The parts to choose from under their heads: those the teacher's classes play, then the others by family.</summary>
    public IReadOnlyList<(string Head, Instrument[] Parts)> Shelves { get; private set; } = [];

    /// <summary>The classes it can be printed for.</summary>
    public IReadOnlyList<ClassInList> Classes { get; private set; } = [];

    public VersionCapacity Capacity { get; private set; } = new(1, null);

    public Sheet Sheet => Stored.Sheet;

    /// <summary>The students in large print, as they were typed.</summary>
    public string Seats { get; private set; } = "";

    public IReadOnlyList<PrintingOnDesk> Printings { get; private set; } = [];

    /// <summary>The address a QR code leads to, or null where it holds the page's code alone.</summary>
    public string? PublicAddress => options.PublicAddress;

    /// <summary>The class it is printed for and whom of it, as an address or a choice says; null where none is chosen.</summary>
    public ChosenStudents? Chosen { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id, string? group, string? only)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        await ShowAsync(stored);
        Chosen = await ChosenAsync(stored.Sheet, group, only);
        return Page();
    }

    /// <summary>The students of a class to choose from.</summary>
    public async Task<IActionResult> OnGetStudentsAsync(string id, string? group) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored
            ? Partial("PrintRoom/_Students", await ChosenAsync(stored.Sheet, group, null) ?? new ChosenStudents("", [], null))
            : NotFound();

    private async Task<ChosenStudents?> ChosenAsync(Sheet sheet, string? group, string? only)
    {
        if (string.IsNullOrEmpty(group) || await classes.FindAsync(group, HttpContext.RequestAborted) is not { } found)
            return null;
        var chosen = new ChosenStudents(found.Id, found.Current, only?.Split(','));
        Student[] there = [.. found.Current.Where(chosen.Has)];
        return there.Length == 0 ? chosen : chosen with { Twice = TwiceFor(sheet, there) };
    }

    private static string? TwiceFor(Sheet sheet, Student[] students)
    {
        var twice = PrintPlan
            .Of(sheet, PrintChoices.None with { Copies = PrintedCopy.Of(students, sheet, 0, student => student.Id) })
            .AskedTwice();
        return twice.IsEmpty
            ? null
            : Say(
                "Some questions of this sheet differ in their clefs alone. They are the same for: {0}. Draw them anew on the sheet, or leave the section one clef.",
                string.Join(" · ", twice.Select(reader => $"{reader.Reader}"))
            );
    }

    /// <summary>Begins a printing that is kept.</summary>
    public async Task<IActionResult> OnPostPrintAsync(
        string id,
        string? seats,
        bool qr,
        string? group,
        int spares,
        bool bySeat,
        bool chosen,
        string[]? students,
        bool same
    )
    {
        var erasures = printings.Erasures;
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        try
        {
            var address = qr ? (PublicAddress is { } open ? $"{open}/p/" : "") : null;
            var choices = string.IsNullOrEmpty(group)
                ? await ForNobodyAsync(stored, seats, address)
                : await ForClassAsync(stored, group, spares, bySeat, chosen ? students ?? [] : null, address);
            var job = jobs.Start(
                stored,
                choices with
                {
                    SameWrittenKeys = same,
                },
                Person.Of(HttpContext),
                string.IsNullOrEmpty(group) ? null : group,
                erasures,
                string.IsNullOrEmpty(group) ? null : await plans.WrittenAsync(group)
            );
            return job is null
                ? Said(Say("Other printings are still being made. Wait until they are done."), StatusCodes.Status429TooManyRequests)
                : Partial("PrintRoom/_Job", job);
        }
        catch (FormatException problem)
        {
            return Said(problem.Message, StatusCodes.Status422UnprocessableEntity);
        }
    }

    private async Task<PrintChoices> ForNobodyAsync(StoredSheet stored, string? seats, string? address)
    {
        var students = LargePrintSeat.Parse(seats, stored.Sheet);
        await settings.SetAsync(SeatsOf(stored.Id), seats ?? "");
        return new PrintChoices(students, null, address);
    }

    // A paper for each student who is chosen, or else is there; the papers bear ids, so that a name can be taken away.
    private async Task<PrintChoices> ForClassAsync(
        StoredSheet stored,
        string group,
        int spares,
        bool bySeat,
        string[]? chosen,
        string? address
    )
    {
        if (await classes.FindAsync(group, HttpContext.RequestAborted) is not { } found)
            throw new FormatException(Say("This class is gone. Load the page again."));
        if (chosen is null && found.Present.IsEmpty)
            throw new FormatException(Say("Nobody of {0} is here today. Look at the roster.", found.Name));
        Student[] students = chosen is null ? [.. found.Present] : [.. found.Current.Where(student => chosen.Contains(student.Id))];
        if (students.Length == 0)
            throw new FormatException(Say("Nobody is chosen. Tick the students who get a paper."));
        if (bySeat)
            students = [.. students.OrderBy(student => student.Seat?.Row ?? int.MaxValue).ThenBy(student => student.Seat?.Number)];
        return new PrintChoices([], null, address)
        {
            Class = found.Name,
            Copies = PrintedCopy.Of(students, stored.Sheet, spares, student => student.Id),
        };
    }

    /// <summary>How far a printing is; when it is done, the browser goes to it.</summary>
    public IActionResult OnGetJob(string id, string job)
    {
        if (jobs.Find(job) is not { } running || running.SheetId != id)
            return Said(Say("This printing is no longer known. Look at the list of printings below."), StatusCodes.Status404NotFound);
        if (running.PrintingId is not { } printing)
            return Partial("PrintRoom/_Job", running);
        Response.Headers["HX-Redirect"] = $"/printings/{printing}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    /// <summary>Stops a printing.</summary>
    public async Task<IActionResult> OnPostCancelAsync(string id, string job)
    {
        if (jobs.Find(job) is not { } running || running.SheetId != id)
            return NotFound();
        running.Cancel();
        // It ends at the next page it would draw.
        for (var waited = 0; !running.IsOver && waited < 100; waited++)
            await Task.Delay(20, HttpContext.RequestAborted);
        return OnGetJob(id, job);
    }

    /// <summary>Whether all can be printed, and how alike the versions are in load.</summary>
    public async Task<IActionResult> OnGetCheckAsync(string id)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        return await heavy.RunAsync<IActionResult>(
            Lane.Long,
            Person.Of(HttpContext),
            ended =>
            {
                var plan = PrintPlan.Of(stored.Sheet);
                if ((plan.TooMuch(catalogue) ?? PrintRun.Compose(plan, catalogue, new PrintPace(1, null, ended)).Problem) is { } problem)
                    return Partial("PrintRoom/_Checked", (problem, true));
                int[] loads = [.. plan.Versions.Select(version => version.Load)];
                return Partial(
                    "PrintRoom/_Checked",
                    (
                        loads.Length == 1 ? Say("Every question can be printed.")
                        : loads.Min() == loads.Max() ? Say("Every question can be printed. Every version weighs {0}.", loads[0])
                        : Say("Every question can be printed. The versions weigh {0} to {1}.", loads.Min(), loads.Max()),
                        false
                    )
                );
            },
            HttpContext.RequestAborted
        );
    }

    private static string SeatsOf(string sheet) => DeskSettings.LargePrintOf(sheet);

    private PartialViewResult Said(string words, int status)
    {
        Response.StatusCode = status;
        return Partial("PrintRoom/_PrintProblem", words);
    }

    /// <summary>Chooses versions and parts; the sheet keeps them.</summary>
    public async Task<IActionResult> OnPostAsync(string id, int? versions, string[] parts)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        var outcome = Edited(stored.Sheet, versions, parts);
        if (outcome.Sheet is null)
        {
            await ShowAsync(stored);
            (Problem, ProblemField) = (outcome.Words, outcome.Field!);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var saved = await store.SaveAsync(id, stored.Head, outcome.Sheet, null);
        return saved.IsStale ? StatusCode(StatusCodes.Status409Conflict) : Redirect($"/sheets/{id}/print");
    }

    private static EditOutcome Edited(Sheet sheet, int? versions, string[]? parts)
    {
        ImmutableArray<Instrument> chosen;
        try
        {
            chosen = [.. (parts ?? []).Select(Instrument.Parse)];
        }
        catch (FormatException problem)
        {
            return EditOutcome.Refused("parts", problem.Message);
        }

        var outcome = SheetEditor.Apply(sheet, new ChangeParts(chosen));
        return versions == sheet.Versions ? outcome : SheetEditor.Apply(outcome.Sheet!, new ChangeVersions(versions ?? 0));
    }

    private async Task ShowAsync(StoredSheet stored)
    {
        Seats = await settings.FindAsync(SeatsOf(stored.Id), HttpContext.RequestAborted) ?? "";
        Printings = await printings.ListAsync(stored.Id, "", 20, HttpContext.RequestAborted);
        Classes = [.. (await classes.ListAsync(HttpContext.RequestAborted)).Where(group => !group.IsArchived && group.Students > 0)];
        var played = await classes.PartsAsync(HttpContext.RequestAborted);
        Shelves =
        [
            .. played.Count > 0
                ? [(Say("Your classes"), [.. Instrument.All.Where(part => played.Contains(part.Id))])]
                : Array.Empty<(string, Instrument[])>(),
            .. Instrument
                .All.Where(part => !played.Contains(part.Id))
                .GroupBy(part => part.Family)
                .OrderBy(family => family.Key)
                .Select(family => (Labels.Of(family.Key), family.ToArray())),
        ];
        Stored = stored;
        var plan = PrintPlan.Of(stored.Sheet);
        Papers = plan.Editions.Length;
        Piles = Pile.Of(plan, PrintedFiles.Keys);
        Capacity = SheetVersions.Capacity(stored.Sheet);
    }

    /// <summary>What is to be said of the parts chosen, or null.</summary>
    public string? PartsWords => SheetEditor.Apply(Sheet, new ChangeParts(Sheet.Parts)).Words;

    /// <summary>How many versions the scope carries, and what allows no more.</summary>
    public string CapacityWords
    {
        get
        {
            if (Capacity.BottleneckId is not { } id || Sheet.Find(id) is not { } section)
                return Say("The sheet can carry {0} versions without a question that comes twice.", Sheet.MostVersions);
            var name = catalogue.HeadingOf(section, Sheet.Style);
            return Capacity.Versions == 1
                ? Say("The sheet can carry one version without a question that comes twice; “{0}” allows no more.", name)
                : Say(
                    "The sheet can carry {0} versions without a question that comes twice; “{1}” allows no more.",
                    CountText.Word(Capacity.Versions),
                    name
                );
        }
    }
}
