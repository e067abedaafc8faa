using System.Net.Mime;
using Microsoft.AspNetCore.Diagnostics;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Looks at every fault that reaches the end of a request: what the disk did is said in the window, and a script that
/// sent something gets a sentence; a person gets the page that keeps what was typed.
/// </summary>
internal sealed class StorageFaults(StorageWindow window, Rescue rescue) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        if (StorageFault.Of(exception) is not { } trouble)
        {
            return false;
        }

        window.Say(trouble);
        if (trouble == StorageTrouble.Damaged)
        {
            rescue.FoundDamaged();
        }

        if (WantsAPage(context.Request) || context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
        {
            return false;
        }

        context.Response.ContentType = MediaTypeNames.Text.Plain + "; charset=utf-8";
        await context.Response.WriteAsync(StorageWords.What(trouble), cancellationToken);
        return true;
    }

    public static bool WantsAPage(HttpRequest request) => request.Headers.Accept.ToString().Contains("text/html", StringComparison.OrdinalIgnoreCase);
}
