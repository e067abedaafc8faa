using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Refuses a request whose method or handler a page does not have. The framework would show the page without having
/// loaded anything into it.
/// </summary>
internal sealed class HandlerRequired : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context)
    {
    }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        // A page that loads nothing declares no handler, and is still there to be read.
        var request = context.HttpContext.Request;
        var onlyRead = context.ActionDescriptor.HandlerMethods.Count == 0 && (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method));
        if (context.HandlerMethod is null && !onlyRead)
        {
            context.Result = new StatusCodeResult(StatusCodes.Status405MethodNotAllowed);
        }
    }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context)
    {
    }
}
