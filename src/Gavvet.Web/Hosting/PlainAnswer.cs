using System.Net;

namespace Gavvet.Web.Hosting;

/// <summary>An answer in words when there is no page to show: never a stack trace.</summary>
internal static class PlainAnswer
{
    public static Task WriteAsync(HttpContext context)
    {
        var words = context.Response.StatusCode switch
        {
            StatusCodes.Status400BadRequest => "That could not be read. Load the page again and try once more.",
            StatusCodes.Status403Forbidden => "This came from another site, so nothing was done.",
            StatusCodes.Status404NotFound => "There is nothing at this address. It may have been deleted from the desk.",
            StatusCodes.Status405MethodNotAllowed => "That cannot be done at this address.",
            StatusCodes.Status413PayloadTooLarge => "That is too large to be a sheet file.",
            StatusCodes.Status429TooManyRequests => "Much is being made at this moment. Wait a little and try again.",
            _ => "Something went wrong here. Nothing that was saved is lost; load the page again.",
        };
        return WriteAsync(context, words);
    }

    public static async Task WriteAsync(HttpContext context, string words)
    {
        if (context.Request.Headers.ContainsKey("HX-Request"))
        {
            context.Response.ContentType = "text/html; charset=utf-8";
            await context.Response.WriteAsync($"<div id=\"notice\" hx-swap-oob=\"true\" class=\"notice notice-problem\" role=\"alert\">{WebUtility.HtmlEncode(words)}</div>");
            return;
        }

        context.Response.ContentType = "text/html; charset=utf-8";
        await context.Response.WriteAsync(
            $"<!doctype html><html lang=\"en-US\"><head><meta charset=\"utf-8\"><title>Gavvet</title><link rel=\"stylesheet\" href=\"/css/gavvet.css\"></head><body><main class=\"plain-answer\"><h1>Gavvet</h1><p>{WebUtility.HtmlEncode(words)}</p><p><a href=\"/\">To the desk</a></p></main></body></html>");
    }
}
