using Gavvet.Exchange;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Marking;

/// <summary>Marking: paper by paper, or question by question.</summary>
internal sealed class IndexModel(OpenPrintings open, PrintingStore printings, MarkingStore markings, ScanStore scans, ClassStore classes)
    : PageModel
{
    public OpenPrinting Printing { get; private set; } = null!;

    public SchoolClass? Class { get; private set; }

    /// <summary>When the papers were given back, or null.</summary>
    public DateTimeOffset? ReturnedAt { get; private set; }

    /// <summary>Why it cannot be marked, or null.</summary>
    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id)
    {
        try
        {
            if (await open.FindAsync(id) is not { } found)
                return NotFound();
            Printing = found;
            var (group, returned) = await markings.OfPrintingAsync(id, HttpContext.RequestAborted);
            Class = group is null ? null : await classes.FindAsync(group, HttpContext.RequestAborted);
            ReturnedAt = returned;
        }
        catch (FormatException problem)
        {
            Problem = problem.Message;
        }

        return Page();
    }

    /// <summary>What the screen needs, once.</summary>
    public async Task<IActionResult> OnGetDataAsync(string id)
    {
        try
        {
            return await open.FindAsync(id) is { } found
                ? new JsonResult(await MarkingData.OfAsync(found, printings, markings, scans))
                : NotFound();
        }
        catch (FormatException problem)
        {
            return new JsonResult(new { problem = problem.Message }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
        }
    }

    /// <summary>Marks an item; the answer is the marking, kept, or the one another window made of it meanwhile.</summary>
    public async Task<IActionResult> OnPostMarkAsync(
        string id,
        int copy,
        int item,
        string? say,
        string? written,
        string? marks,
        string? code,
        string? remark,
        long? seen
    )
    {
        if (await open.FindAsync(id) is not { } found || found.Record.Copies.FirstOrDefault(paper => paper.Number == copy) is not { } own)
            return NotFound();
        try
        {
            if ((written?.Length ?? 0) > Teaching.Marking.LongestWords || (remark?.Length ?? 0) > Teaching.Marking.LongestWords)
                throw new FormatException(Say("This is longer than {0:N0} characters. Write less.", Teaching.Marking.LongestWords));
            var set = found.Papers.ItemOf(own, item);
            var marking = say == "remark" ? await StandingAsync(id, copy, item) : found.Papers.Mark(set, Said(say, written, marks, code));
            marking = marking with { Remark = string.IsNullOrWhiteSpace(remark) ? null : remark.Trim() };
            var kept = await markings.AddAsync(id, copy, set, marking, seen, HttpContext.RequestAborted);
            return new JsonResult(
                new { id = kept, marking = MarkingData.Of(await markings.SaidAsync(id, marking, HttpContext.RequestAborted)) }
            );
        }
        catch (MarkedMeanwhileException other)
        {
            return Meanwhile(other, Say("This was marked in another window meanwhile."));
        }
        catch (FormatException problem)
        {
            return new JsonResult(new { problem = problem.Message }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
        }
    }

    /// <summary>Enters the marks of a whole paper, without its items, or takes them away.</summary>
    public async Task<IActionResult> OnPostTotalAsync(string id, int copy, string? marks)
    {
        if (await open.FindAsync(id) is not { } found || found.Record.Copies.FirstOrDefault(paper => paper.Number == copy) is not { } own)
            return NotFound();
        try
        {
            var of = found.Papers.ItemsOf(own).Sum(item => item.Marks);
            double? total =
                string.IsNullOrWhiteSpace(marks) ? null
                : MarksText.TryParse(marks, out var typed) && Teaching.Marking.CanBe(typed, of) ? typed
                : throw new FormatException(Say("The paper has {0} marks: write a number from 0 to {0}, in halves if you like.", of));
            return await markings.TotalAsync(id, copy, total, of)
                ? new JsonResult(new { total, of })
                : throw new FormatException(Say("Totals are kept for papers of a class. This printing was made for none."));
        }
        catch (FormatException problem)
        {
            return new JsonResult(new { problem = problem.Message }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
        }
    }

    // The marking that stands, with another remark.
    private async Task<Teaching.Marking> StandingAsync(string id, int copy, int item) =>
        (await markings.CurrentAsync(id, HttpContext.RequestAborted)).GetValueOrDefault((copy, item))?.Marking
        ?? throw new FormatException(Say("Nothing is decided for this answer, so the remark has nothing to stand with. Decide it first."));

    /// <summary>Takes a marking back: one that the window which asks has made.</summary>
    public async Task<IActionResult> OnPostUndoAsync(string id, long? marking)
    {
        if (await open.FindAsync(id) is null)
            return NotFound();
        try
        {
            if (marking is null || await markings.UndoAsync(id, marking) is not { } undone)
                return new JsonResult(new { problem = Say("There is nothing of this window’s to take back.") })
                {
                    StatusCode = StatusCodes.Status422UnprocessableEntity,
                };
            var current = await markings.CurrentAsync(id, HttpContext.RequestAborted);
            var before = current.GetValueOrDefault((undone.Copy, undone.Item));
            return new JsonResult(
                new
                {
                    copy = undone.Copy,
                    item = undone.Item,
                    id = before?.Id ?? 0,
                    marking = before is null ? null : MarkingData.Of(before.Marking),
                }
            );
        }
        catch (MarkedMeanwhileException other)
        {
            return Meanwhile(other, Say("This was marked in another window since, so it was not taken back."));
        }
    }

    private static JsonResult Meanwhile(MarkedMeanwhileException other, string problem) =>
        new(
            new
            {
                problem,
                id = other.Current?.Id ?? 0,
                copy = other.Current?.Copy,
                item = other.Current?.Item,
                marking = other.Current is { } current ? MarkingData.Of(current.Marking) : null,
            }
        )
        {
            StatusCode = StatusCodes.Status409Conflict,
        };

    /// <summary>Marks a paper from the score a student saved: its staffs go to the items of their numbers.</summary>
    public async Task<IActionResult> OnPostScoreAsync(string id, int copy, IFormFile? score, long? seen)
    {
        if (await open.FindAsync(id) is not { } found || found.Record.Copies.FirstOrDefault(paper => paper.Number == copy) is not { } own)
            return NotFound();
        try
        {
            if (score is not { Length: > 0 and <= MusicXmlReader.MostBytes })
                throw new FormatException(Say("Choose the score a student saved, .musicxml or .mxl."));
            using var bytes = new MemoryStream();
            await score.CopyToAsync(bytes, HttpContext.RequestAborted);
            var marked = ScoreMarking.Of(found.Papers, own, MusicXmlReader.Read(bytes.ToArray(), HttpContext.RequestAborted));
            await markings.AddAllAsync(
                id,
                [.. marked.Marked.Select(item => (copy, item.Item, item.Marking))],
                seen,
                HttpContext.RequestAborted
            );
            var current = await markings.CurrentAsync(id, HttpContext.RequestAborted);
            return new JsonResult(
                new
                {
                    markings = current
                        .Values.Where(kept => kept.Copy == copy)
                        .Select(kept => new
                        {
                            copy,
                            item = kept.Item,
                            id = kept.Id,
                            marking = MarkingData.Of(kept.Marking),
                        }),
                    said = marked.NotRead.IsEmpty
                        ? Say("Marked from the score: {0}.", Labels.Count(marked.Marked.Length, "answer"))
                        : Say(
                            "Marked from the score: {0}. Not in it, or nothing a score can hold: {1}.",
                            Labels.Count(marked.Marked.Length, "answer"),
                            string.Join(", ", marked.NotRead)
                        ),
                }
            );
        }
        catch (MarkedMeanwhileException other)
        {
            return Meanwhile(
                other,
                Say("Items of this paper were marked in another window meanwhile. Look at them, and choose the file once more.")
            );
        }
        catch (FormatException problem)
        {
            return new JsonResult(new { problem = problem.Message }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
        }
    }

    /// <summary>What was written for an item, as it sounds; empty where it is no row of notes.</summary>
    public async Task<IActionResult> OnGetHeardAsync(string id, int copy, int item)
    {
        if (await open.FindAsync(id) is not { } found || found.Record.Copies.FirstOrDefault(paper => paper.Number == copy) is not { } own)
            return NotFound();
        var current = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        var written = current.GetValueOrDefault((copy, item))?.Marking.Written;
        var asked = found.Papers.ItemsOf(own).FirstOrDefault(one => one.Number == item);
        return new JsonResult(new { written = asked is null ? "" : Sound.Of(asked, found.Papers.Style, written) });
    }

    /// <summary>Says a sentence otherwise, for all who made the mistake.</summary>
    public async Task<IActionResult> OnPostSayAsync(string id, string? said, string? instead)
    {
        if (await open.FindAsync(id) is null)
            return NotFound();
        if (
            string.IsNullOrWhiteSpace(instead)
            || string.IsNullOrEmpty(said)
            || instead.Length > Teaching.Marking.LongestWords
            || said.Length > Teaching.Marking.LongestWords
        )
            return new JsonResult(new { problem = Say("Write a sentence for the students.") })
            {
                StatusCode = StatusCodes.Status422UnprocessableEntity,
            };
        await markings.SayAsync(id, said, instead.Trim());
        var current = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        return new JsonResult(
            new
            {
                markings = current.Values.Select(kept => new
                {
                    copy = kept.Copy,
                    item = kept.Item,
                    id = kept.Id,
                    marking = MarkingData.Of(kept.Marking),
                }),
            }
        );
    }

    /// <summary>Finds the paper of a page's code.</summary>
    public async Task<IActionResult> OnGetCodeAsync(string id, string? code)
    {
        if (await open.FindAsync(id) is not { } found)
            return NotFound();
        try
        {
            var copy = found.Papers.Find(null, code ?? "");
            _ = PageCode.Problem(code, out var plain);
            return new JsonResult(new { copy = copy.Number, page = copy.Codes.IndexOf(plain) });
        }
        catch (FormatException problem)
        {
            // A page of another printing is found there.
            var other = PageCode.Problem(code, out var plain) is null
                ? await printings.FindCodeAsync(plain, HttpContext.RequestAborted)
                : null;
            return new JsonResult(new { problem = problem.Message, other = other is null ? null : $"/printings/{other}/mark" })
            {
                StatusCode = StatusCodes.Status422UnprocessableEntity,
            };
        }
    }

    private static Decision Said(string? say, string? written, string? marks, string? code) =>
        say switch
        {
            "right" => new Decision.Right(),
            "wrong" => new Decision.Wrong(),
            "blank" => new Decision.Blank(),
            "written" => new Decision.Written(written ?? ""),
            "marks" => MarksText.TryParse(marks, out var earned)
                ? new Decision.Earned(earned, written)
                : throw new FormatException(Say("Type how many marks it earns: whole ones or halves, such as 1.5.")),
            "mistake" => new Decision.Mistake(
                FileWords.TryParse<FindingCode>(code, out var known)
                    ? known
                    : throw new FormatException(Say("This mistake has no name here."))
            ),
            _ => throw new FormatException(Say("There is no such decision.")),
        };
}
