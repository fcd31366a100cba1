using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Languages;

/// <summary>The language of the screens, chosen for one browser; who has not signed in yet may choose too.</summary>
[AllowAnonymous]
public sealed class IndexModel(ServerOptions options) : PageModel
{
    public IReadOnlyList<Language> Offered => ScreenLanguage.Offered(options);

    public IActionResult OnPost(string? language)
    {
        if (Offered.FirstOrDefault(one => one.Tag == language) is not { } chosen)
            return RedirectToPage();
        ScreenLanguage.Choose(HttpContext, chosen, options);
        return LocalRedirect("/");
    }
}
