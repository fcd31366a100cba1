using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace Gavvet.Web.Hosting;

/// <summary>
/// Looks at a form before anything is made of it: a value no text can hold is said in words, and a field that is named as none
/// of ours is comes from no page of ours.
/// </summary>
internal sealed partial class FormText : IResourceFilter
{
    public void OnResourceExecuting(ResourceExecutingContext context)
    {
        var request = context.HttpContext.Request;
        if (!request.HasFormContentType)
            return;
        if (request.Form.Any(field => !Name().IsMatch(field.Key)) || request.Form.Files.Any(file => !Name().IsMatch(file.Name)))
            context.Result = new StatusCodeResult(StatusCodes.Status400BadRequest);
        else if (request.Form.Any(field => !field.Value.All(Pipeline.IsText)))
            context.Result = new RefusedPage(
                StatusCodes.Status422UnprocessableEntity,
                Say("A field holds a sign that no text can have. Type it anew, without pasting.")
            );
    }

    public void OnResourceExecuted(ResourceExecutedContext context) { }

    [GeneratedRegex(@"^[A-Za-z_][\w.-]{0,99}\z")]
    private static partial Regex Name();

    private sealed class RefusedPage(int status, string words) : ActionResult
    {
        public override Task ExecuteResultAsync(ActionContext context) => new Refused(status, words).ExecuteAsync(context.HttpContext);
    }
}
