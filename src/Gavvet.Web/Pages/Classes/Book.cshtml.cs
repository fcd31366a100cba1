using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Shared;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>The mark book of a class: printings by students over a term, with what they come to.</summary>
internal sealed class BookModel(ClassStore classes, MarkingStore markings, OpenPrintings open) : PageModel
{
    public SchoolClass Class { get; private set; } = null!;

    public MarkRules Rules { get; private set; } = MarkRules.Usual;

    public MarkBook Book { get; private set; } = new([], []);

    /// <summary>What was typed for the rules, where it was refused.</summary>
    public (string Bands, string Best, string From, string To) Typed { get; private set; }

    /// <summary>What was refused, or null, and at which field.</summary>
    public string? Problem { get; private set; }

    public string ProblemField { get; private set; } = "";

    /// <summary>How a spreadsheet of this browser's language wants its tables.</summary>
    public TableForm Form => Tables.FormOf(Request);

    public string? At(string field) => ProblemField == field ? Problem : null;

    public async Task<IActionResult> OnGetAsync(string id) => await ShowAsync(id) ? Page() : NotFound();

    /// <summary>Says how the book counts.</summary>
    public Task<IActionResult> OnPostRulesAsync(string id, string? bands, string? scale, string? best, string? from, string? to) =>
        ChangedAsync(id, "bands", async () =>
        {
            Typed = (bands ?? "", best ?? "", from ?? "", to ?? "");
            var shipped = MarkRules.Shipped.Where(known => known.Id == scale).Select(known => known.Bands).ToArray();
            var rules = new MarkRules(shipped.Length == 1 ? shipped[0] : MarkRules.ReadBands(bands));
            ProblemField = "best";
            rules = rules with
            {
                Best =
                    string.IsNullOrWhiteSpace(best) ? null
                    : int.TryParse(best, out var count) && count is >= 1 and <= 99 ? count
                    : throw new FormatException(Say("How many papers count: write a number from 1 to 99, or nothing for all.")),
            };
            ProblemField = "from";
            rules = rules with
            {
                From = string.IsNullOrWhiteSpace(from) ? null : LessonPlan.ReadDate(from),
                To = string.IsNullOrWhiteSpace(to) ? null : LessonPlan.ReadDate(to),
            };
            if (rules.From > rules.To)
                throw new FormatException(Say("The span ends before it begins. Exchange the two days."));
            await classes.KeepBookAsync(id, rules);
        });

    /// <summary>Says how much each printing weighs.</summary>
    public Task<IActionResult> OnPostWeightsAsync(string id, string[]? printing, string[]? weight) =>
        ChangedAsync(id, "weights", async () =>
        {
            var own = (await markings.PrintingsOfAsync(id)).Select(one => one.Id).ToHashSet();
            var pairs = (printing ?? []).Zip(weight ?? []).Where(pair => own.Contains(pair.First)).ToArray();
            foreach (var (_, typed) in pairs)
            {
                if (!int.TryParse(typed, out var count) || count is < 0 or > MarkingStore.MostWeight)
                    throw new FormatException(
                        Say("“{0}” is no weight. Write a number from 0, which does not count, to {1}.", typed, MarkingStore.MostWeight)
                    );
            }

            foreach (var (one, typed) in pairs)
                await markings.WeighAsync(one, int.Parse(typed, null));
        });

    /// <summary>Enters the marks of a whole paper, or says that it is excused or not.</summary>
    public Task<IActionResult> OnPostPaperAsync(string id, string? student, string? printing, string? marks, string? what) =>
        ChangedAsync(id, "paper", async () =>
        {
            var of = (await markings.PrintingsOfAsync(id)).FirstOrDefault(one => one.Id == printing);
            var copy = of?.Papers.LastOrDefault(paper => paper.StudentId == student);
            if (of is null || copy is null || await open.FindAsync(of.Id) is not { } found)
                throw new FormatException(Say("This student has no paper of that printing."));
            if (what is "excused" or "counts")
            {
                await markings.ExcuseAsync(of.Id, student!, what == "excused");
                return;
            }

            var record = found.Record.Copies.First(one => one.Number == copy.Number);
            var most = found.Papers.ItemsOf(record).Sum(item => item.Marks);
            if (!string.IsNullOrWhiteSpace(marks) && !MarksText.TryParse(marks, out _))
                throw new FormatException(Say("The paper has {0} marks: write a number from 0 to {0}, in halves if you like.", most));
            await markings.TotalAsync(of.Id, copy.Number, MarksText.TryParse(marks, out var total) ? total : null, most);
        });

    /// <summary>The book as a table for spreadsheets.</summary>
    public async Task<IActionResult> OnGetTableAsync(string id, string? separator, bool questions)
    {
        if (!await ShowAsync(id))
            return NotFound();
        var form =
            separator == "semicolon" ? TableForm.Semicolons
            : separator == "comma" ? TableForm.Commas
            : Form;
        Dictionary<string, IReadOnlyDictionary<(string, int), double>>? each = questions ? [] : null;
        foreach (var printing in questions ? Book.Printings : [])
        {
            var owners = (await markings.OwnersAsync(printing.Id, HttpContext.RequestAborted)).ToDictionary(
                owner => owner.Number,
                owner => owner.StudentId
            );
            each![printing.Id] = (await markings.CurrentAsync(printing.Id, HttpContext.RequestAborted))
                .Values.Where(kept => owners.GetValueOrDefault(kept.Copy) is not null)
                .GroupBy(kept => (owners[kept.Copy]!, kept.Item))
                .ToDictionary(own => own.Key, own => own.Last().Marking.Marks);
        }

        return File(TableForm.Bytes(MarksTable.Write(Book, form, each)), "text/csv; charset=utf-8", "mark-book.csv");
    }

    private async Task<bool> ShowAsync(string id)
    {
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group)
            return false;
        Class = group;
        Rules = await classes.BookAsync(id, HttpContext.RequestAborted);
        Book = MarkBook.Of(group.Students, await markings.BookedAsync(id, HttpContext.RequestAborted), Rules);
        if (Problem is null)
            Typed = (
                Rules.Typed,
                $"{Rules.Best}",
                Rules.From is { } from ? LessonPlan.WriteDate(from) : "",
                Rules.To is { } to ? LessonPlan.WriteDate(to) : ""
            );
        return true;
    }

    private async Task<IActionResult> ChangedAsync(string id, string field, Func<Task> change)
    {
        ProblemField = field;
        try
        {
            if (await classes.FindAsync(id, HttpContext.RequestAborted) is null)
                return NotFound();
            await change();
            return Redirect($"/classes/{id}/book");
        }
        catch (FormatException problem)
        {
            Problem = problem.Message;
            await ShowAsync(id);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }
}
