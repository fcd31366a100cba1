using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>The workbench: a sheet being made, its pages in the middle, its settings in the margin.</summary>
internal sealed class IndexModel(SheetStore store, SectionLibrary library, WorkbenchViews views, StyleList styles, ClassPlans plans)
    : PageModel
{
    public WorkbenchView Bench { get; private set; } = null!;

    /// <summary>The teacher's own sections to add.</summary>
    public IReadOnlyList<KeptSection> Library { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string id, string? view)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        Bench = views.Of(stored, view);
        Library = await library.ListAsync(HttpContext.RequestAborted);
        return Page();
    }

    /// <summary>The same sheet as another of its papers.</summary>
    public async Task<IActionResult> OnGetPagesAsync(string id, string? view, string? open, string? inSight) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored
            ? Partial("Workbench/_Turned", views.Of(stored, view) with { OpenCard = open, InSight = Numbers(inSight) })
            : NotFound();

    /// <summary>One page that was left waiting; nothing when the sheet has fewer pages by now.</summary>
    public async Task<IActionResult> OnGetPageAsync(string id, int number, string? shown)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        var bench = views.Of(stored, shown);
        return number >= 1 && number <= bench.Pages.Length ? Partial("Workbench/_Page", bench.Part(bench.Pages[number - 1])) : Content("");
    }

    /// <summary>What a section's card holds.</summary>
    public async Task<IActionResult> OnGetCardAsync(string id, int section) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored && stored.Sheet.Find(section) is { } found
            ? Partial("Workbench/_Card", (views.Of(stored, PaperKind.Student), found))
            : NotFound();

    /// <summary>What the sheet covers, and its pages as pictures.</summary>
    public async Task<IActionResult> OnGetCoverageAsync(string id, string? shown) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored
            ? Partial("Workbench/_Coverage", views.Of(stored, shown))
            : NotFound();

    /// <summary>The scales of a family, to choose from.</summary>
    public async Task<IActionResult> OnGetFamilyAsync(string id, int section, ScaleFamily family) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored && stored.Sheet.Find(section) is { } found
            ? Partial("Workbench/_Family", (found, family))
            : NotFound();

    /// <summary>The scales a teacher means by what is typed, to choose from.</summary>
    public async Task<IActionResult> OnGetFindScaleAsync(string id, int section, string? find)
    {
        const int most = 8;
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored || stored.Sheet.Find(section) is not { } found)
            return NotFound();
        var kind = QuestionCatalogue.Standard.Get(found.KindId);
        ScaleType[] types =
        [
            .. ScaleSearch
                .Find(find, stored.Sheet.Style)
                .Select(match => match.Type)
                .Where(type => ScaleTypes.All.Contains(type) && kind.Takes(type))
                .Distinct()
                .Take(most),
        ];
        return Partial("Workbench/_FoundScales", (found, (find ?? "").Trim(), (IReadOnlyList<ScaleType>)types));
    }

    /// <summary>The single tonics of a section.</summary>
    public async Task<IActionResult> OnGetTonicsAsync(string id, int section) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored && stored.Sheet.Find(section) is { } found
            ? Partial("_SingleTonics", ($"key-{section}", found))
            : NotFound();

    /// <summary>What can be done with one question.</summary>
    public async Task<IActionResult> OnGetQuestionAsync(string id, int section, int slot, string? shown) =>
        await store.FindAsync(id, HttpContext.RequestAborted) is { } stored && stored.Sheet.Find(section)?.Find(slot) is not null
            ? Partial("Workbench/_Question", QuestionCard.Of(views.Of(stored, shown), section, slot))
            : NotFound();

    public async Task<IActionResult> OnPostEditAsync(string id)
    {
        var form = await Request.ReadFormAsync();
        var (edit, field, problem) = await KeptAsync(id, form) is { } kept ? (kept, "", null) : EditForm.Read(form);
        var section = ReadNumber(form["section"]);
        if (edit is null)
            return Refused(field, section, problem!);
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        if (stored.Head != Head.Parse(form["head"]))
            return Stale(stored);
        var outcome = SheetEditor.Apply(stored.Sheet, edit);
        if (outcome.Sheet is not { } edited)
            return Refused(outcome.Field!, section, outcome.Words!);
        // A sheet from before this was looked at can still be changed in other ways.
        if (PrintCheck.Problem(edited) is { } unprintable && (edit.Typing is not null || PrintCheck.Problem(stored.Sheet) is null))
            return Refused(edit.Typing?.Split(' ')[0] ?? outcome.Field ?? "section", section, unprintable);
        if (views.Draw(stored, edited, form["shown"]) is not { } drawn)
            return Refused(
                outcome.Field ?? "section",
                section,
                Say("This would leave a page that cannot be drawn, so it was not done. Choose something else.")
            );
        var saved = await store.SaveAsync(id, stored.Head, edited, edit.Typing);
        if (saved.IsStale)
            return Stale(saved.Now!);
        if (saved.Now is null)
            return NotFound();
        return Changed(stored.Sheet, views.Saved(drawn, saved.Now, form["shown"]), form, edit, outcome);
    }

    /// <summary>Keeps a section in the library.</summary>
    public async Task<IActionResult> OnPostKeepAsync(string id, int section)
    {
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } stored || stored.Sheet.Find(section) is not { } found)
            return NotFound();
        var name = $"{QuestionCatalogue.Standard.HeadingOf(found, stored.Sheet.Style)}, {Labels.Summary(found)}";
        await library.KeepAsync(found.Title.Length > 0 ? found.Title : name, stored.Sheet, found);
        return Partial(
            "Workbench/_FieldWords",
            new FieldWords("section", section, Say("In your section library now. It can be added to any sheet (A)."), IsProblem: false)
        );
    }

    public Task<IActionResult> OnPostUndoAsync(string id) => StepAsync(id, store.UndoAsync);

    public Task<IActionResult> OnPostRedoAsync(string id) => StepAsync(id, store.RedoAsync);

    // What is kept beside the sheet: a section of the library, a house style.
    private async Task<SheetEdit?> KeptAsync(string id, IFormCollection form) =>
        form["edit"].ToString() switch
        {
            "house-style" => await styles.ForSheetAsync(form["houseStyle"]) is { } style ? new ChangeHouseStyle(style) : null,
            "warm-up" => await store.FindAsync(id, HttpContext.RequestAborted) is { } stored
                ? new BeginWith(await plans.WarmUpAsync(form["group"].ToString(), stored.Sheet.Style))
                : null,
            _ => await FromLibraryAsync(form["kept"]),
        };

    private async Task<SheetEdit?> FromLibraryAsync(string? choice) =>
        choice?.Split(' ') switch
        {
            ["shelf", var name] when ShippedSections.Find(name) is { } shelved => new AddKeptSection(shelved.Section),
            ["own", var number]
                when ReadNumber(number) is { } kept && await library.FindAsync(kept, HttpContext.RequestAborted) is { } own =>
                new AddKeptSection(own.Section),
            _ => null,
        };

    private async Task<IActionResult> StepAsync(string id, Func<string, Head, Task<SaveOutcome>> step)
    {
        var form = await Request.ReadFormAsync();
        if (await store.FindAsync(id, HttpContext.RequestAborted) is not { } before)
            return NotFound();
        var stepped = await step(id, Head.Parse(form["head"]));
        if (stepped.IsStale)
            return Stale(stepped.Now!);
        return stepped.Now is null ? NotFound() : Changed(before.Sheet, views.Of(stepped.Now, form["shown"]), form, null, null);
    }

    private PartialViewResult Changed(Sheet before, WorkbenchView drawn, IFormCollection form, SheetEdit? edit, EditOutcome? outcome)
    {
        var now = drawn.Stored;
        var bench = drawn with
        {
            InSight = Numbers(form["inSight"]),
            OpenCard =
                edit is AddSection or AddKeptSection ? $"{now.Sheet.Sections[^1].Id}"
                : edit is BeginWith ? $"{now.Sheet.Sections[0].Id}"
                : form["open"].ToString(),
            OpenQuestion = edit is QuestionEdit question and not RemoveQuestion ? question.SlotId : null,
        };
        return Partial(
            "Workbench/_Edited",
            new WorkbenchChange(bench, [.. form["page"].OfType<string>()], edit, outcome)
            {
                ShowsPanel = form["panel"].ToString().Length > 0,
                Margin = MarginChange.Of(before, now.Sheet, edit),
            }
        );
    }

    private PartialViewResult Stale(StoredSheet now)
    {
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Partial("Workbench/_Stale", now);
    }

    private PartialViewResult Refused(string field, long? section, string words)
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Partial("Workbench/_FieldWords", new FieldWords(field, section, words, IsProblem: true));
    }

    private static ImmutableArray<int>? Numbers(string? text) =>
        string.IsNullOrEmpty(text)
            ? null
            : [.. text.Split(' ').Take(MostPages).Select(part => int.TryParse(part, out var number) ? number : 0)];

    // Pages of one sheet, generously.
    private const int MostPages = 500;

    private static long? ReadNumber(string? text) => long.TryParse(text, out var number) ? number : null;
}

/// <summary>What changed on the workbench, for the partial that answers an edit.</summary>
/// <param name="Bench">The workbench now.</param>
/// <param name="SeenPages">The hashes of the pages the browser shows.</param>
/// <param name="Edit">The edit, or null for undo and redo.</param>
/// <param name="Outcome">What there is to say of it.</param>
public sealed record WorkbenchChange(WorkbenchView Bench, IReadOnlyList<string> SeenPages, SheetEdit? Edit, EditOutcome? Outcome)
{
    /// <summary>Whether the foot shows what the sheet covers, so that it has to follow.</summary>
    public bool ShowsPanel { get; init; }

    /// <summary>How the margin follows.</summary>
    public required MarginChange Margin { get; init; }

    /// <summary>The section whose summary line and words follow the edit.</summary>
    public int? SectionId => (Edit as SectionEdit)?.SectionId;

    /// <summary>The field the edit came from.</summary>
    public string? Field =>
        Edit switch
        {
            Retitle => "title",
            Reinstruct => "instructions",
            ChangeSetup => "staffHeight",
            ChangeKeys => "keys",
            ChangeScales => "scales",
            ChangeClefs => "clefs",
            ChangeCount => "count",
            RewordInstruction => "instruction",
            ChangeHeading => "heading",
            ChangeOctaves => "octaves",
            ChangeMarks => "marks",
            ChangeAnswerForm => "answerAs",
            ChangeTuning => "tuning",
            ChangeOwnQuestions => "own",
            ChangeScaffolding => "scaffold",
            ChangeLanguage => "language",
            ChangeVersions => "versions",
            ChangeParts => "parts",
            ChangeHouseStyle => "houseStyle",
            QuestionEdit or AddQuestionAt => "question",
            _ => null,
        };
}

/// <summary>Words at a field: a problem, or a remark on what was done.</summary>
public sealed record FieldWords(string Field, long? Section, string Words, bool IsProblem)
{
    /// <summary>The element that holds a field's words. Those about a question stand with the page's notices.</summary>
    public static string IdOf(string field, long? section) =>
        field switch
        {
            "title"
            or "instructions"
            or "staffHeight"
            or "minutes"
            or "addSection"
            or "warm-up"
            or "language"
            or "versions"
            or "parts"
            or "houseStyle" => $"words-{field}",
            _ when section is > 0 && field is not "question" => $"words-{field}-{section}",
            _ => "words-sheet",
        };
}
