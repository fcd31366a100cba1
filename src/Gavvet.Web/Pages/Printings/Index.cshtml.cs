using Gavvet.Storage;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing: its piles as they were printed, and its pages by their codes.</summary>
public sealed class IndexModel(PrintingStore printings) : PageModel
{
    public KeptPrinting Printing { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (await printings.FindAsync(id) is not { } printing)
            return NotFound();
        Printing = printing;
        return Page();
    }
}
