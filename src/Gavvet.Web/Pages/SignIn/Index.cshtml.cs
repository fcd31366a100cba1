using System.Security.Claims;
using Gavvet.Web.Hosting;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.SignIn;

/// <summary>Asks for the passphrase, or sets the first one for whoever has the link the server printed at its start.</summary>
[AllowAnonymous]
internal sealed class IndexModel(
    SignInManager<IdentityUser> signIn,
    UserManager<IdentityUser> users,
    SetUp setUp,
    AuditLog audit,
    ServerOptions options,
    Sessions sessions,
    Attempts attempts,
    KnownBrowsers browsers,
    Door door
) : PageModel
{
    private const int LongestPassphrase = 1_000;

    public string? Problem { get; private set; }

    /// <summary>The secret of the link when the first passphrase is being set; null when one is asked for.</summary>
    public string? Setup { get; private set; }

    /// <summary>Whether no passphrase was set yet.</summary>
    public bool IsNew { get; private set; }

    public async Task<IActionResult> OnGetAsync(string? setup)
    {
        if (!options.NeedsSignIn)
            return NotFound();
        await ShowAsync(setup);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? passphrase, string? again, string? setup, string? returnUrl)
    {
        if (!options.NeedsSignIn)
            return NotFound();
        await ShowAsync(setup);
        return Setup is not null ? await SetAsync(passphrase ?? "", again ?? "") : await EnterAsync(passphrase ?? "", returnUrl);
    }

    private async Task<IActionResult> SetAsync(string passphrase, string again)
    {
        if (passphrase.Length < SetUp.ShortestPassphrase)
            return Refused(Say("A passphrase has at least {0} characters; a few words do well.", SetUp.ShortestPassphrase));
        if (passphrase != again)
            return Refused(Say("The two are not alike. Type the passphrase twice."));
        var teacher = new IdentityUser(SetUp.Teacher);
        if (!(await users.CreateAsync(teacher, passphrase)).Succeeded)
            return Refused(Say("This passphrase cannot be used. Choose another."));
        audit.Write("passphrase-set", HttpContext);
        await BeginAsync(teacher);
        return Redirect("/");
    }

    private async Task<IActionResult> EnterAsync(string passphrase, string? returnUrl)
    {
        if (IsNew)
            return Refused(Say("No passphrase is set yet. Open the link the server printed at its start."));
        var who = browsers.Of(HttpContext);
        if (attempts.Wait(who) is { Ticks: > 0 } wait)
        {
            audit.Write("made-to-wait", HttpContext);
            return Refused(
                Say("Too many wrong passphrases came from here. Wait {0} and try again.", Attempts.Words(wait)),
                StatusCodes.Status429TooManyRequests
            );
        }

        var teacher = (await users.FindByNameAsync(SetUp.Teacher))!;
        // Nobody's passphrase is longer, and a longer one is worked on for longer.
        var isRight =
            passphrase.Length > LongestPassphrase ? false
            : KnownBrowsers.IsKnown(who) ? await users.CheckPasswordAsync(teacher, passphrase)
            : await door.KnockAsync(() => users.CheckPasswordAsync(teacher, passphrase), HttpContext.RequestAborted);
        if (isRight is null)
        {
            audit.Write("made-to-wait", HttpContext);
            return Refused(Say("Many are at the door at this moment. Wait a little and try again."), StatusCodes.Status429TooManyRequests);
        }

        if (isRight is false)
        {
            attempts.Failed(who);
            audit.Write("refused", HttpContext);
            return Refused(
                attempts.Wait(who) is { Ticks: > 0 } next
                    ? Say(
                        "That is not the passphrase. Wait {0} before you try again; the wait grows with each wrong one.",
                        Attempts.Words(next)
                    )
                    : Say("That is not the passphrase. Try again.")
            );
        }

        attempts.Succeeded(who);
        audit.Write("signed-in", HttpContext);
        await BeginAsync(teacher);
        return LocalRedirect(Url.IsLocalUrl(returnUrl) ? returnUrl : "/");
    }

    private async Task BeginAsync(IdentityUser teacher)
    {
        var session = await sessions.BeginAsync(HttpContext);
        await signIn.SignInWithClaimsAsync(teacher, isPersistent: false, [new Claim(Sessions.Claim, session.Id)]);
        browsers.Remember(HttpContext);
    }

    private async Task ShowAsync(string? setup)
    {
        IsNew = await users.FindByNameAsync(SetUp.Teacher) is null;
        Setup = IsNew && setUp.Opens(setup) ? setup : null;
    }

    private PageResult Refused(string words, int status = StatusCodes.Status422UnprocessableEntity)
    {
        Problem = words;
        Response.StatusCode = status;
        return Page();
    }
}
