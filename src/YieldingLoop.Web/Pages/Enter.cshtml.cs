using System.Globalization;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Pages;

/// <summary>The one page that answers without a session: it asks for the passcode.</summary>
[ResponseCache(NoStore = true)]
public sealed class EnterModel(NetworkOptions network, Passcode code, PartitionedRateLimiter<HttpContext> attempts) : PageModel
{
    public string Next { get; private set; } = "/";

    public string? Fault { get; private set; }

    public IActionResult OnGet(string? next)
    {
        KeepNext(next);
        return User.Identity?.IsAuthenticated == true || !network.AsksForPasscode(HttpContext.Connection.RemoteIpAddress) ? Redirect(Next) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string? passcode, string? next)
    {
        KeepNext(next);
        using var attempt = attempts.AttemptAcquire(HttpContext);
        if (!attempt.IsAcquired)
        {
            var wait = attempt.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : Gate.Window;
            Response.Headers.RetryAfter = ((int)wait.TotalSeconds).ToString(CultureInfo.InvariantCulture);
            Fault = $"Too many attempts. Wait {Math.Max(1, (int)Math.Ceiling(wait.TotalMinutes))} minutes, then try again.";
            Response.StatusCode = StatusCodes.Status429TooManyRequests;
            return Page();
        }

        if (!code.Accepts(passcode))
        {
            Fault = "That is not the passcode. Capitals and the dash do not matter.";
            Response.StatusCode = StatusCodes.Status401Unauthorized;
            return Page();
        }

        await Gate.LetInAsync(HttpContext);
        return Redirect(Next);
    }

    private void KeepNext(string? next) => Next = Url.IsLocalUrl(next) && !next!.StartsWith(Gate.EntryPath, StringComparison.Ordinal) ? next : "/";
}
