using Gavvet.Theory;
using Microsoft.AspNetCore.Localization;

namespace Gavvet.Web.Hosting;

/// <summary>The language a person sees the screens in: the one chosen in this browser, or else the first the browser asks for that is
/// here.</summary>
internal static class ScreenLanguage
{
    private const string CookieName = "gavvet-language";

    /// <summary>The languages to choose from on this server, English first.</summary>
    public static IReadOnlyList<Language> Offered(ServerOptions options) =>
        options.PseudoLanguage ? [.. Language.All, Language.Pseudo] : Language.All;

    /// <summary>Reads it from each request, before anything is said.</summary>
    public static void Use(WebApplication application, ServerOptions options)
    {
        var cultures = Offered(options).Select(language => language.Culture).ToList();
        application.UseRequestLocalization(
            new RequestLocalizationOptions
            {
                DefaultRequestCulture = new RequestCulture(Language.English.Culture),
                SupportedCultures = cultures,
                SupportedUICultures = cultures,
                RequestCultureProviders =
                [
                    new CookieRequestCultureProvider { CookieName = CookieName },
                    new AcceptLanguageHeaderRequestCultureProvider(),
                ],
            }
        );
    }

    /// <summary>Keeps a choice in this browser for a year.</summary>
    public static void Choose(HttpContext context, Language language, ServerOptions options) =>
        context.Response.Cookies.Append(
            CookieName,
            CookieRequestCultureProvider.MakeCookieValue(new RequestCulture(language.Culture)),
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Path = "/",
                MaxAge = TimeSpan.FromDays(365),
                Secure = options.NeedsSignIn,
            }
        );
}
