using System.Net;
using System.Text.RegularExpressions;

namespace Gavvet.Web.Hosting;

/// <summary>An answer in words when there is no page to show: never a stack trace.</summary>
internal static partial class PlainAnswer
{
    public static Task WriteAsync(HttpContext context)
    {
        var words = context.Response.StatusCode switch
        {
            StatusCodes.Status400BadRequest => Say("That could not be read. Load the page again and try once more."),
            StatusCodes.Status401Unauthorized => Say("You are not signed in any more."),
            StatusCodes.Status403Forbidden => Say("This came from another site, so nothing was done."),
            StatusCodes.Status404NotFound => Say("There is nothing at this address. It may have been deleted from the desk."),
            StatusCodes.Status405MethodNotAllowed => Say("That cannot be done at this address."),
            StatusCodes.Status413PayloadTooLarge => Say("That is too large to be a sheet file."),
            StatusCodes.Status414UriTooLong => Say("That address is too long. Type fewer words."),
            StatusCodes.Status415UnsupportedMediaType => Say(
                "That was sent in a form this page does not read. Load the page again and try once more."
            ),
            StatusCodes.Status429TooManyRequests => Say("Much is being made at this moment. Wait a little and try again."),
            _ => Say("Something went wrong here. Nothing that was saved is lost; load the page again."),
        };
        return WriteAsync(context, words);
    }

    public static async Task WriteAsync(HttpContext context, string words)
    {
        context.Response.ContentType = "text/html; charset=utf-8";
        if (!context.Request.Headers.ContainsKey("HX-Request"))
        {
            await context.Response.WriteAsync(Page(context, words));
            return;
        }

        // The notice alone changes; what was asked for keeps what it shows.
        context.Response.Headers["HX-Reswap"] = "none";
        await context.Response.WriteAsync(Notice(context, words));
    }

    // Signing in happens in a window of its own, so that what was typed stays in this one.
    private static string Notice(HttpContext context, string words)
    {
        var more =
            context.Response.StatusCode == StatusCodes.Status401Unauthorized
                ? $" {Encoded(Say("Not saved: sign in. What you typed is still here and is sent then."))} <a class=\"btn btn-sm\" href=\"/sign-in?returnUrl=%2Fsigned-in\" target=\"_blank\">{Encoded(Say("Sign in"))}</a> <button type=\"button\" class=\"btn btn-sm\" data-send-again>{Encoded(Say("Send it now"))}</button>"
            : HttpMethods.IsPost(context.Request.Method)
                ? $" <button type=\"button\" class=\"btn btn-sm\" data-send-again>{Encoded(Say("Try again"))}</button>"
            : "";
        return $"<div id=\"notice\" hx-swap-oob=\"true\" class=\"notice notice-problem\" role=\"alert\">{Encoded(words)}{more}</div>";
    }

    // A page of a sheet that is broken for any reason: the sheet's file and its earlier states need none of it.
    private static string Page(HttpContext context, string words)
    {
        var sheet =
            context.Response.StatusCode >= StatusCodes.Status500InternalServerError
            && SheetPage().Match(context.Request.Path.Value ?? "") is { Success: true } match
                ? match.Groups[1].Value
                : null;
        var ways = sheet is null
            ? ""
            : $"<p>{Encoded(Say("The desk and your other sheets still work."))} <a href=\"/sheets/{sheet}/history\">{Encoded(Say("Earlier states of this sheet"))}</a> · <a href=\"/sheets/{sheet}/sheet.json\" download>{Encoded(Say("Its file, to keep or to send in"))}</a></p>";
        return Framed("Gavvet", $"<h1>Gavvet</h1><p>{Encoded(words)}</p>{ways}<p><a href=\"/\">{Encoded(Say("To the desk"))}</a></p>");
    }

    /// <summary>A page that needs nothing of the program but its styles.</summary>
    /// <param name="title">Its title.</param>
    /// <param name="content">What stands on it, as HTML.</param>
    public static string Framed(string title, string content) =>
        $"<!doctype html><html lang=\"en-US\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><title>{Encoded(title)}</title><link rel=\"stylesheet\" href=\"/lib/bootstrap.min.css\"><link rel=\"stylesheet\" href=\"/css/gavvet.css\"></head><body><main class=\"plain-answer\">{content}</main></body></html>";

    /// <summary>Words as they stand in HTML.</summary>
    public static string Encoded(string words) => WebUtility.HtmlEncode(words);

    [GeneratedRegex("^/sheets/([0-9a-f]{32})(?:/|$)")]
    private static partial Regex SheetPage();
}

/// <summary>A refusal in words, as the answer of an address that gives files.</summary>
/// <param name="Status">Its status.</param>
/// <param name="Words">Why, and what would be right.</param>
internal sealed record Refused(int Status, string Words) : IResult
{
    public Task ExecuteAsync(HttpContext httpContext)
    {
        httpContext.Response.StatusCode = Status;
        return PlainAnswer.WriteAsync(httpContext, Words);
    }
}
