using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Pages.Marking;
using Gavvet.Web.Pages.Workbench;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Erase;

/// <summary>Takes a name away wherever it stands, after a look at where that is. The name is posted, so it is in no address.</summary>
internal sealed class IndexModel(Erasure erasure, WorkbenchViews views, OpenPrintings open) : PageModel
{
    private const int Shortest = 2;

    public string Name { get; private set; } = "";

    public string? Problem { get; private set; }

    /// <summary>Where the name stands, or stood before it was erased; null before it was looked for.</summary>
    public NameFound? Found { get; private set; }

    public bool IsErased { get; private set; }

    public void OnGet()
    {
    }

    public async Task<IActionResult> OnPostLookAsync(string? name)
    {
        if (Read(name))
            Found = await erasure.FindAsync(Name);
        return Page();
    }

    public async Task<IActionResult> OnPostEraseAsync(string? name)
    {
        if (!Read(name))
            return Page();
        (Found, IsErased) = (await erasure.NameAsync(Name), true);
        views.Forget();
        open.Close();
        return Page();
    }

    private bool Read(string? name)
    {
        Name = (name ?? "").Trim();
        if (Name.Length is >= Shortest and <= LargePrintSeat.NameLength && !Name.Any(char.IsControl))
            return true;
        Problem = Say("Type the name as it was written, from {0} to {1} characters, such as “Mira”.", Shortest, LargePrintSeat.NameLength);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return false;
    }
}
