using Gavvet.Storage;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing: its piles as they were printed, and its pages by their codes.</summary>
public sealed class IndexModel(PrintingStore printings, MarkingStore markings, ClassStore classes, Erasure erasure) : PageModel
{
    public KeptPrinting Printing { get; private set; } = null!;

    /// <summary>Whether its papers bear names: it was printed for a class.</summary>
    public bool IsForClass { get; private set; }

    /// <summary>The class, or null where it is gone.</summary>
    public string? ClassName { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (await printings.FindAsync(id, HttpContext.RequestAborted) is not { } printing)
            return NotFound();
        Printing = printing;
        IsForClass = (await markings.OwnersAsync(id, HttpContext.RequestAborted)).Count > 0;
        ClassName = (await markings.OfPrintingAsync(id, HttpContext.RequestAborted)).ClassId is { } group
            ? (await classes.FindAsync(group, HttpContext.RequestAborted))?.Name
            : null;
        return Page();
    }

    /// <summary>Deletes the printing with its papers and its record, here and in the copies.</summary>
    public async Task<IActionResult> OnPostEraseAsync(string id) =>
        await erasure.PrintingAsync(id) ? Redirect("/?show=printings") : NotFound();
}
