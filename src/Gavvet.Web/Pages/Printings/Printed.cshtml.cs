using System.Collections.Immutable;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printed page found by its code, beside its key. The answers are read from the record alone.</summary>
public sealed class PrintedModel(PrintingStore printings) : PageModel
{
    public KeptPage Kept { get; private set; } = null!;

    public KeptPrinting Printing { get; private set; } = null!;

    public ImmutableArray<RecordedItem> Items { get; private set; } = [];

    /// <summary>The tag of the language its questions and answers are in.</summary>
    public string Speaks { get; private set; } = Language.English.Tag;

    /// <summary>Why the answers cannot be listed, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>The code of the page before in the same pile, or null.</summary>
    public string? Before { get; private set; }

    public string? Next { get; private set; }

    private Dictionary<int, string> _heard = [];

    /// <summary>The scale a question is about, in semitones; empty where there is none.</summary>
    public string Heard(RecordedItem item) => _heard.GetValueOrDefault(item.Item.Number, "");

    public async Task<IActionResult> OnGetAsync(string code)
    {
        if (
            PageCode.Problem(code, out var plain) is not null
            || await printings.FindPageAsync(plain, HttpContext.RequestAborted) is not var (id, page)
        )
            return NotFound();
        (Kept, Printing) = (page, (await printings.FindAsync(id, HttpContext.RequestAborted))!);
        string[] pile = [.. Printing.Codes.Where(other => other.Pile == page.Pile).Select(other => other.Code)];
        var at = Array.IndexOf(pile, page.Code);
        (Before, Next) = (pile.ElementAtOrDefault(at - 1), pile.ElementAtOrDefault(at + 1));
        try
        {
            var record = PrintingRecord.Read((await printings.RecordAsync(id, HttpContext.RequestAborted))!);
            Speaks = record.Speaks.Tag;
            Items =
            [
                .. record
                    .Copies.Where(copy => copy.Codes.Contains(page.Code))
                    .SelectMany(copy => record.Editions[copy.Edition].Items)
                    .Where(item => item.Item.Page == page.Number),
            ];
            // The answers stand, whether they can be heard or not.
            var style = record.Style();
            _heard = record
                .Copies.Where(copy => copy.Codes.Contains(page.Code))
                .SelectMany(copy => record.ItemsOf(copy))
                .DistinctBy(item => item.Number)
                .ToDictionary(item => item.Number, item => Sound.Of(item, style));
        }
        catch (FormatException problem)
        {
            Problem = problem.Message;
        }

        return Page();
    }
}
