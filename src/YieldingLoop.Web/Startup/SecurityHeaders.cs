namespace YieldingLoop.Web.Startup;

/// <summary>Headers every answer carries.</summary>
internal static class SecurityHeaders
{
    /// <summary>Nothing inline, nothing evaluated, nothing from elsewhere.</summary>
    private const string Policy =
        "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; "
        + "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public static IApplicationBuilder UseSecurityHeaders(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        // What is private is kept by nobody: not by the browser of a tablet that somebody else opens next. Files say for themselves how long they last.
        context.Response.OnStarting(() =>
        {
            if (headers.CacheControl.Count == 0)
            {
                headers.CacheControl = "no-store";
            }

            return Task.CompletedTask;
        });
        headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=(), payment=(), usb=()";
        return next(context);
    });
}
