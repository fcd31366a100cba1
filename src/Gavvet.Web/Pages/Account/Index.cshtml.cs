using Gavvet.Web.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Account;

/// <summary>The passphrase, and the browsers that are signed in with it.</summary>
internal sealed class IndexModel(
    SignInManager<IdentityUser> signIn,
    UserManager<IdentityUser> users,
    Sessions sessions,
    AuditLog audit,
    ServerOptions options
) : PageModel
{
    public IReadOnlyList<SessionRow> Open { get; private set; } = [];

    public string? Problem { get; private set; }

    public string? Said { get; private set; }

    /// <summary>The session of this browser.</summary>
    public string? Own => User.FindFirst(Sessions.Claim)?.Value;

    public async Task<IActionResult> OnGetAsync() => options.NeedsSignIn ? await ShownAsync() : NotFound();

    /// <summary>Changes the passphrase and ends every other session.</summary>
    public async Task<IActionResult> OnPostChangeAsync(string? passphrase, string? fresh, string? again)
    {
        if (!options.NeedsSignIn)
            return NotFound();
        var teacher = await users.FindByNameAsync(SetUp.Teacher);
        Problem =
            teacher is null ? Say("No passphrase is set.")
            : (fresh ?? "").Length < SetUp.ShortestPassphrase
                ? Say("A passphrase has at least {0} characters; a few words do well.", SetUp.ShortestPassphrase)
            : fresh != again ? Say("The two are not alike. Type the new passphrase twice.")
            : (await users.ChangePasswordAsync(teacher, passphrase ?? "", fresh!)).Succeeded ? null
            : Say("The passphrase you have now is another one. Type it once more.");
        if (Problem is not null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return await ShownAsync();
        }

        audit.Write("passphrase-changed", HttpContext);
        await sessions.EndOthersAsync(Own);
        Said = Say("The passphrase is changed, and every other browser is signed out.");
        return await ShownAsync();
    }

    public async Task<IActionResult> OnPostEndAsync(string? session)
    {
        if (!options.NeedsSignIn)
            return NotFound();
        await sessions.EndAsync(session);
        audit.Write("session-ended", HttpContext);
        return Redirect("/account");
    }

    public async Task<IActionResult> OnPostSignOutAsync()
    {
        if (!options.NeedsSignIn)
            return NotFound();
        await sessions.EndAsync(Own);
        audit.Write("signed-out", HttpContext);
        await signIn.SignOutAsync();
        return Redirect("/sign-in");
    }

    private async Task<PageResult> ShownAsync()
    {
        Open = await sessions.ListAsync();
        return Page();
    }
}
