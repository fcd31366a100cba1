using Gavvet.Storage;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing: its piles as they were printed, and its pages by their codes.</summary>
public sealed class IndexModel(PrintingStore printings, Erasure erasure) : PageModel
{
    public KeptPrinting Printing { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (await printings.FindAsync(id) is not { } printing)
            return NotFound();
        Printing = printing;
        return Page();
    }

    /// <summary>Deletes the printing with its papers and its record, here and in the copies.</summary>
    public async Task<IActionResult> OnPostEraseAsync(string id) => await erasure.PrintingAsync(id) ? Redirect("/?show=printings") : NotFound();
}
