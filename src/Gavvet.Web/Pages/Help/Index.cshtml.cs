using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Help;

/// <summary>The help: a page a screen, searched by words.</summary>
internal sealed class IndexModel : PageModel
{
    private const int LongestText = 100;

    /// <summary>The page shown.</summary>
    public string Shown { get; private set; } = "";

    /// <summary>What is typed in the box.</summary>
    public string Typed { get; private set; } = "";

    public IActionResult OnGet(string? about, string? q)
    {
        Shown = about ?? HelpPages.All.First().Page;
        Typed = Cut(q);
        return HelpPages.Of(Shown).Any() ? Page() : NotFound();
    }

    /// <summary>What is found while it is typed.</summary>
    public PartialViewResult OnGetFound(string? q) => Partial("Help/_Found", Cut(q));

    private static string Cut(string? text) => text is null ? "" : text[..Math.Min(text.Length, LongestText)];
}
