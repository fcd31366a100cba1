using System.Text.Json;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Core.Infrastructure;
using Microsoft.AspNetCore.Mvc.Filters;

namespace Gavvet.Web.Hosting;

/// <summary>The header that proves a post comes from our own page.</summary>
public static class Antiforgery
{
    public const string Header = "X-Gavvet-Form";

    /// <summary>What the cookie is called that goes with the header.</summary>
    internal static string CookieName(ServerOptions options) => $"{options.CookiePrefix}gavvet-form";

    /// <summary>The headers every post of a page carries, as htmx reads them.</summary>
    public static string Headers(IAntiforgery antiforgery, HttpContext context)
    {
        return JsonSerializer.Serialize(new Dictionary<string, string> { [Header] = antiforgery.GetAndStoreTokens(context).RequestToken! });
    }
}

/// <summary>
/// When the proof has run out (keys renewed, cookie gone), the page gets a new one and is told to send again; what was
/// typed stays where it is.
/// </summary>
internal sealed class AntiforgeryAnswer : IAlwaysRunResultFilter
{
    public void OnResultExecuting(ResultExecutingContext context)
    {
        if (context.Result is not IAntiforgeryValidationFailedResult)
            return;
        var antiforgery = context.HttpContext.RequestServices.GetRequiredService<IAntiforgery>();
        var token = Antiforgery.Headers(antiforgery, context.HttpContext);
        context.HttpContext.Response.Headers["HX-Trigger"] = $"{{\"gavvet:proof\":{token}}}";
        context.Result = new ContentResult
        {
            StatusCode = StatusCodes.Status400BadRequest,
            ContentType = "text/html; charset=utf-8",
            Content =
                "<div id=\"notice\" hx-swap-oob=\"true\" class=\"notice notice-problem\" role=\"alert\">Not saved yet: the page had been open too long. What you typed is still here. "
                + "<button type=\"button\" class=\"btn btn-sm\" data-send-again>Save it now</button></div>",
        };
    }

    public void OnResultExecuted(ResultExecutedContext context) { }
}
