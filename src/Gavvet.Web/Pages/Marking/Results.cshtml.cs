using System.Text;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Shared;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Marking;

/// <summary>How the map is ordered.</summary>
/// <param name="FewestFirst">Whether students with the fewest marks come first; else as the papers are.</param>
/// <param name="MissedFirst">Whether questions on which the most was lost come first; else as on the paper.</param>
internal sealed record MapOrder(bool FewestFirst, bool MissedFirst)
{
    public const string Fewest = "fewest",
        Missed = "missed";

    /// <summary>The address of the map in this order.</summary>
    public string Query =>
        "?"
        + string.Join(
            '&',
            new[] { FewestFirst ? $"students={Fewest}" : "", MissedFirst ? $"questions={Missed}" : "" }.Where(part => part != "")
        )
        + "#map";
}

/// <summary>An answer as it is looked at from the map.</summary>
/// <param name="Printing">The printing's id.</param>
/// <param name="Row">Whose it is.</param>
/// <param name="Answer">Its place in the map.</param>
/// <param name="Item">The question.</param>
/// <param name="Marking">What was decided, or null.</param>
/// <param name="Code">The code of its page, or null.</param>
/// <param name="Language">The language of the paper.</param>
internal sealed record MapAnswerCard(
    string Printing,
    MapRow Row,
    MapAnswer Answer,
    SetItem Item,
    Teaching.Marking? Marking,
    string? Code,
    string Language
);

/// <summary>What happened on a printing, and what goes back.</summary>
internal sealed class ResultsModel(
    OpenPrintings open,
    PrintingStore printings,
    MarkingStore markings,
    ClassStore classes,
    FollowUpSheets followUps,
    ScanStore scans,
    TimeProvider clock
) : PageModel
{
    private const int LargestFile = 4 * 1024 * 1024;

    // An item may have been marked anew now and then.
    private const int MarkingsEach = 4;

    public OpenPrinting Printing { get; private set; } = null!;

    public SchoolClass? Class { get; private set; }

    /// <summary>The sheet it was made of, or null where that is gone.</summary>
    public string? Sheet { get; private set; }

    public DateTimeOffset? ReturnedAt { get; private set; }

    /// <summary>Whether some of its papers were scanned, and can go back as they were written on.</summary>
    public bool IsScanned { get; private set; }

    /// <summary>The papers that were marked otherwise since they were given back.</summary>
    public IReadOnlyList<int> Changed { get; private set; } = [];

    /// <summary>What is unfinished, in words, where papers would go back so; null where all is marked.</summary>
    public string? Unfinished
    {
        get
        {
            var absent =
                Printing.Record.Copies.Count(copy => copy.Student is not null)
                - Papers.Count(paper => Printing.Record.Copies.Any(copy => copy.Number == paper.Number && copy.Student is not null));
            return (Papers.Sum(paper => paper.Open), absent) switch
            {
                (0, <= 0) => null,
                (0, var none) => Say("{0} are not begun; they get nothing back now.", Labels.Count(none, "paper")),
                (var items, <= 0) => Say("{0} are not marked yet; they go back without marks.", Labels.Count(items, "answer")),
                var (items, none) => Say(
                    "{0} are not marked yet and go back without marks; {1} are not begun and get nothing back now.",
                    Labels.Count(items, "answer"),
                    Labels.Count(none, "paper")
                ),
            };
        }
    }

    public Outcome Outcome { get; private set; } = new([], [], []);

    /// <summary>Students by questions.</summary>
    public AnswerMap Map { get; private set; } = new([], [], []);

    /// <summary>How the map is ordered, as the address says it.</summary>
    public MapOrder Order { get; private set; } = new(false, false);

    /// <summary>Each paper with a marking: which, whose, marks and marks there are, and how many items are open.</summary>
    public IReadOnlyList<(int Number, string Name, double Marks, int Of, int Open, bool HasSlip)> Papers { get; private set; } = [];

    /// <summary>The follow-ups just made.</summary>
    public MadeFollowUps FollowUps { get; private set; } = MadeFollowUps.None;

    /// <summary>Why it cannot be shown, or what was refused.</summary>
    public string? Problem { get; private set; }

    public string? ImportProblem { get; private set; }

    /// <summary>The days the papers were written.</summary>
    public WrittenDays Written { get; private set; } = new(default, new Dictionary<int, DateOnly>());

    /// <summary>Why a day cannot be one, or null.</summary>
    public string? DayProblem { get; private set; }

    /// <summary>Says when the papers were written: all of them, or one.</summary>
    public async Task<IActionResult> OnPostWrittenAsync(string id, string? day, int? paper, string? own)
    {
        if (!await ShowAsync(id))
            return NotFound();
        try
        {
            if (paper is { } copy)
                await markings.WriteOnAsync(id, copy, string.IsNullOrWhiteSpace(own) ? null : LessonPlan.ReadDate(own));
            else
                await markings.WriteOnAsync(id, LessonPlan.ReadDate(day ?? ""));
            return Redirect($"/printings/{id}/results");
        }
        catch (FormatException problem)
        {
            DayProblem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    /// <summary>What tells this form from others, so that it makes nothing twice.</summary>
    public string Form { get; } = Guid.NewGuid().ToString("N");

    public async Task<IActionResult> OnGetAsync(string id, string? made, string? students, string? questions)
    {
        Order = new MapOrder(students == MapOrder.Fewest, questions == MapOrder.Missed);
        if (!await ShowAsync(id))
            return NotFound();
        FollowUps = await followUps.MadeAsync(made);
        return Page();
    }

    /// <summary>The answer behind a place of the map.</summary>
    public async Task<IActionResult> OnGetAnswerAsync(string id, int paper, int item)
    {
        if (!await ShowAsync(id) || Problem is not null)
            return NotFound();
        var copy = Printing.Record.Copies.FirstOrDefault(copy => copy.Number == paper);
        var row = Map.Rows.FirstOrDefault(row => row.Paper == paper);
        if (copy is null || row is null || !row.Answers.TryGetValue(item, out var answer))
            return NotFound();
        var marked = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        var page = Printing.Record.Editions[copy.Edition].Items.First(one => one.Item.Number == item).Item.Page;
        return Partial(
            "Marking/_Answer",
            new MapAnswerCard(
                id,
                row,
                answer,
                Printing.Papers.ItemOf(copy, item),
                marked.GetValueOrDefault((paper, item))?.Marking,
                copy.Codes.ElementAtOrDefault(page - 1),
                Printing.Record.Speaks.Tag
            )
        );
    }

    /// <summary>The marks as a table: a student a line.</summary>
    public async Task<IActionResult> OnGetTableAsync(string id) =>
        await ShowAsync(id) && Problem is null
            ? File(
                TableForm.Bytes(
                    MarksTable.Write([.. Papers.Select(paper => (paper.Name, paper.Marks, paper.Of, paper.Open))], Tables.FormOf(Request))
                ),
                "text/csv; charset=utf-8",
                "marks.csv"
            )
            : NotFound();

    /// <summary>The results file.</summary>
    public async Task<IActionResult> OnGetFileAsync(string id)
    {
        if (!await ShowAsync(id) || Problem is not null)
            return NotFound();
        var record = Printing.Record;
        return File(
            Encoding.UTF8.GetBytes(ResultsFile.Of(record.Title, Class?.Name, record.HouseStyle, await ResultsAsync(id)).Write()),
            "application/json",
            "results.json"
        );
    }

    /// <summary>Takes the markings of a results file in: those of students and items of this printing.</summary>
    public async Task<IActionResult> OnPostBringAsync(string id, IFormFile? file, bool over)
    {
        if (!await ShowAsync(id))
            return NotFound();
        try
        {
            if (file is not { Length: > 0 and <= LargestFile })
                throw new FormatException(Say("Choose a results file, as “mark --results” or this page writes it."));
            using var reader = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
            var results = ResultsFile.Read(await reader.ReadToEndAsync(HttpContext.RequestAborted));
            await TakeAsync(id, results, over);
            return Redirect($"/printings/{id}/results");
        }
        catch (FormatException problem)
        {
            ImportProblem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    /// <summary>Gives the papers back: slips and marked pages are kept from now on as they are.</summary>
    public async Task<IActionResult> OnPostReturnAsync(string id)
    {
        if (await open.FindAsync(id) is not { } found)
            return NotFound();
        var pages = await ClassPapers.ToReturnAsync(id, found, printings, markings);
        if (pages.Count > 0)
            await markings.ReturnAsync(id, pages);
        return Redirect($"/printings/{id}/results");
    }

    /// <summary>Gives papers back once more that were marked otherwise since; the earlier slips stay kept.</summary>
    public async Task<IActionResult> OnPostReturnAgainAsync(string id)
    {
        if (await open.FindAsync(id) is not { } found)
            return NotFound();
        await markings.ReturnAsync(id, await ClassPapers.ToReturnAsync(id, found, printings, markings), again: true);
        return Redirect($"/printings/{id}/results");
    }

    /// <summary>Takes it back that papers were given back, the last time of them.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(string id)
    {
        if (await open.FindAsync(id) is null)
            return NotFound();
        await markings.TakeBackReturnAsync(id);
        return Redirect($"/printings/{id}/results");
    }

    /// <summary>Draws the next sheet from what was missed: for all together, for groups of like misses, or one for each student.</summary>
    public async Task<IActionResult> OnPostFollowAsync(string id, int? groups, string? form)
    {
        if (!await ShowAsync(id) || Problem is not null)
            return NotFound();
        var record = Printing.Record;
        var key = string.IsNullOrEmpty(form) ? Form : form;
        await followUps.MakeAsync(
            key,
            async () =>
                new FollowUpDraw(
                    Evidence.From(ResultsFile.Of(record.Title, Class?.Name, record.HouseStyle, await ResultsAsync(id)).Markings),
                    Printing.Papers.Style,
                    clock.Today()
                ),
            FollowUpDraw.TitleOf(record.Title),
            groups,
            Class,
            HttpContext
        );
        return Redirect($"/printings/{id}/results?made={Uri.EscapeDataString(key)}#next");
    }

    // All of the file or nothing: a name or an item that is not of this printing refuses it.
    private async Task TakeAsync(string id, ResultsFile results, bool over)
    {
        var owners = (await markings.OwnersAsync(id, HttpContext.RequestAborted))
            .Where(owner => owner.Name is not null)
            .ToDictionary(owner => owner.Name!, owner => owner.Number, StringComparer.CurrentCultureIgnoreCase);
        var most = MarkingsEach * Printing.Record.Copies.Sum(copy => Printing.Papers.ItemsOf(copy).Length);
        if (results.Markings.Length > most)
            throw new FormatException(
                Say(
                    "This file has {0:N0} markings, and this printing has place for {1:N0}. Nothing was taken in.",
                    results.Markings.Length,
                    most
                )
            );
        var copies = Printing.Record.Copies.ToDictionary(copy => copy.Number);
        var taken = new List<(int Copy, SetItem Item, Teaching.Marking Marking)>();
        for (var i = 0; i < results.Markings.Length; i++)
        {
            var result = results.Markings[i];
            if (!owners.TryGetValue(result.Student ?? "", out var number))
                throw new FormatException(
                    Say(
                        "Marking {0} of the file: no paper of this printing is {1}’s. Nothing was taken in.",
                        i + 1,
                        result.Student ?? Say("a spare")
                    )
                );
            var item = Printing.Papers.ItemOf(copies[number], result.Item);
            if (result.Of != item.Marks || result.Answer != item.Answer)
                throw new FormatException(
                    Say(
                        "Marking {0} of the file: item {1} of {2}’s paper asks something else. The file is of another printing; nothing was taken in.",
                        i + 1,
                        result.Item,
                        result.Student
                    )
                );
            taken.Add((number, item, result.Marking));
        }

        // What is marked otherwise here is not written over without a word.
        var current = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        var others = taken
            .GroupBy(one => (one.Copy, one.Item.Number))
            .Count(item =>
                current.TryGetValue(item.Key, out var known)
                && (known.Marking.As, known.Marking.Marks) != (item.Last().Marking.As, item.Last().Marking.Marks)
            );
        if (others > 0 && !over)
            throw new FormatException(
                Say(
                    "{0} are marked otherwise here. Nothing was taken in. Tick “in their place” and choose the file once more if the file is to stand.",
                    Labels.Count(others, "answer")
                )
            );
        await markings.AddAllAsync(id, taken);
    }

    private async Task<IEnumerable<Result>> ResultsAsync(string id)
    {
        var owners = (await markings.OwnersAsync(id, HttpContext.RequestAborted)).ToDictionary(owner => owner.Number);
        var written = await markings.WrittenAsync(id, HttpContext.RequestAborted);
        return (await markings.CurrentAsync(id, HttpContext.RequestAborted))
            .Values.OrderBy(kept => kept.Copy)
            .ThenBy(kept => kept.Item)
            .Select(kept => (kept, Copy: Printing.Record.Copies.First(copy => copy.Number == kept.Copy)))
            .Select(pair => new Result(
                MarkingStore.NameOf(owners, pair.kept.Copy, pair.Copy.Student),
                written.Of(pair.kept.Copy, clock.DayOf(pair.kept.MarkedAt)),
                Printing.Papers.ItemOf(pair.Copy, pair.kept.Item),
                pair.kept.Marking
            ));
    }

    private async Task<bool> ShowAsync(string id)
    {
        try
        {
            if (await open.FindAsync(id) is not { } found)
                return false;
            Printing = found;
            Sheet = await printings.SheetOfAsync(id, HttpContext.RequestAborted);
            var (group, returned) = await markings.OfPrintingAsync(id, HttpContext.RequestAborted);
            Changed = await markings.ChangedSinceReturnAsync(id, HttpContext.RequestAborted);
            Written = await markings.WrittenAsync(id, HttpContext.RequestAborted);
            IsScanned = (await scans.ListAsync(id, HttpContext.RequestAborted)).Any(scan => scan.State == ScanState.Laid);
            (Class, ReturnedAt) = (group is null ? null : await classes.FindAsync(group, HttpContext.RequestAborted), returned);
            var owners = (await markings.OwnersAsync(id, HttpContext.RequestAborted)).ToDictionary(owner => owner.Number);
            var current = await markings.CurrentAsync(id, HttpContext.RequestAborted);
            var papers = found
                .Record.Copies.Select(copy =>
                    (
                        copy.Number,
                        Name: MarkingStore.NameOf(owners, copy.Number, copy.Student) ?? Say("Paper {0}", copy.Number),
                        Items: found.Papers.ItemsOf(copy),
                        Markings: current
                            .Where(pair => pair.Key.Copy == copy.Number)
                            .ToDictionary(pair => pair.Key.Item, pair => pair.Value.Marking),
                        owners.GetValueOrDefault(copy.Number)?.Total,
                        HasOwner: MarkingStore.NameOf(owners, copy.Number, copy.Student) is not null
                    )
                )
                .Where(paper => paper.Markings.Count > 0 || paper.Total is not null || paper.HasOwner)
                .ToArray();
            // Those who were away stand in the map alone.
            Map = AnswerMap.Of(
                [.. papers.Select(paper => new MapPaper(paper.Number, paper.Name, paper.Items, paper.Markings, paper.Total))],
                Order.FewestFirst,
                Order.MissedFirst
            );
            papers = [.. papers.Where(paper => paper.Markings.Count > 0 || paper.Total is not null)];
            Papers =
            [
                .. papers.Select(paper =>
                    (
                        paper.Number,
                        paper.Name,
                        // What was entered for the whole paper stands over its items.
                        paper.Total
                            ?? paper.Markings.Values.Sum(marking => marking.Marks),
                        paper.Items.Sum(item => item.Marks),
                        paper.Total is null ? paper.Items.Length - paper.Markings.Count : 0,
                        paper.Markings.Count > 0
                    )
                ),
            ];
            Outcome = Outcome.Of([
                .. papers.Select(paper => (paper.Name, paper.Items, (IReadOnlyDictionary<int, Teaching.Marking>)paper.Markings)),
            ]);
        }
        catch (FormatException problem)
        {
            Problem = problem.Message;
        }

        return true;
    }

    /// <summary>A warning where one version was harder beyond chance, or null.</summary>
    public string? Unfair =>
        Outcome.Unfair is var (harder, easier)
            ? Say("Version {0} was harder than version {1}, more than chance explains.", harder.Version, easier.Version)
            : null;
}
