using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace Gavvet.Web.Hosting;

/// <summary>
/// A request no handler of the page is for. The framework would show the page without its model; it is refused, since the
/// sender is no page of ours.
/// </summary>
internal sealed class NoSuchHandler : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is not null)
            return;
        var request = context.HttpContext.Request;
        if (!HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method))
            context.Result = new StatusCodeResult(StatusCodes.Status405MethodNotAllowed);
        else if (request.Query.ContainsKey("handler"))
            context.Result = new StatusCodeResult(StatusCodes.Status404NotFound);
    }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
