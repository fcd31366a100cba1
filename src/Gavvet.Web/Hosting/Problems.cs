using System.Text;
using Gavvet.Storage;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Diagnostics;

namespace Gavvet.Web.Hosting;

/// <summary>What is answered when a request could not be carried out: what happened, what still works, and never a stack trace.</summary>
internal static class Problems
{
    /// <summary>Whether a problem is the program's, so that it belongs in the log.</summary>
    public static bool IsOurFault(Exception problem) =>
        problem
            is not (
                BadHttpRequestException
                or InvalidDataException
                or TooMuchWorkException
                or UnreadableSheetException
                or UnsavableSheetException
                or OperationCanceledException
                or AntiforgeryValidationException
                or DecoderFallbackException
            );

    public static Task AnswerAsync(HttpContext context)
    {
        var problem = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        if (StorageMessages.IsDamage(problem))
            context.RequestServices.GetRequiredService<DataFolder>().MarkDamage(true);
        switch (problem)
        {
            case UnreadableSheetException unreadable:
                return ShowUnreadableAsync(context, unreadable);
            case UnsavableSheetException:
                return AnswerAsync(context, StatusCodes.Status422UnprocessableEntity, problem.Message);
            case TooMuchWorkException:
                return AnswerAsync(context, StatusCodes.Status429TooManyRequests, problem.Message);
            case BadHttpRequestException bad:
                context.Response.StatusCode = bad.StatusCode;
                return PlainAnswer.WriteAsync(context);
            // A form that is larger or has more fields than any page of ours.
            case InvalidDataException or AntiforgeryValidationException or DecoderFallbackException:
                context.Response.StatusCode = StatusCodes.Status400BadRequest;
                return PlainAnswer.WriteAsync(context);
            case OperationCanceledException:
                context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
                return PlainAnswer.WriteAsync(context);
        }

        return StorageMessages.Of(problem) is { } words
            ? AnswerAsync(context, StatusCodes.Status503ServiceUnavailable, words)
            : PlainAnswer.WriteAsync(context);
    }

    private static Task AnswerAsync(HttpContext context, int status, string words)
    {
        context.Response.StatusCode = status;
        return PlainAnswer.WriteAsync(context, words);
    }

    // The page that says what can be done; a picture or a file of the sheet just is not there.
    private static Task ShowUnreadableAsync(HttpContext context, UnreadableSheetException unreadable)
    {
        var page = $"/sheets/{Uri.EscapeDataString(unreadable.SheetId)}/history";
        context.Response.StatusCode = StatusCodes.Status409Conflict;
        if (context.Request.Headers.ContainsKey("HX-Request"))
            context.Response.Headers["HX-Redirect"] = page;
        else if (
            HttpMethods.IsGet(context.Request.Method)
            && context.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal)
        )
            context.Response.Redirect(page);
        return context.Response.StatusCode == StatusCodes.Status409Conflict
            ? PlainAnswer.WriteAsync(
                context,
                Say("The last state of this sheet cannot be read. Open the sheet to go back to an earlier one.")
            )
            : Task.CompletedTask;
    }
}
