using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Pages;

/// <summary>
/// The one page that answers without a session: it asks for the passcode. Its form is good however old it is: whoever
/// sends it has to know the passcode, which is more than a token says.
/// </summary>
[IgnoreAntiforgeryToken]
[ResponseCache(NoStore = true)]
public sealed class EnterModel(NetworkOptions network, Passcode code, EntryAttempts attempts) : PageModel
{
    public string Next { get; private set; } = "/";

    public string? Fault { get; private set; }

    public IActionResult OnGet(string? next)
    {
        KeepNext(next);
        return User.Identity?.IsAuthenticated == true || !network.AsksForPasscode(HttpContext.Connection) ? Redirect(Next) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string? passcode, string? next)
    {
        KeepNext(next);
        if (attempts.Take(HttpContext.Connection) is { } wait)
        {
            Response.Headers.RetryAfter = ((int)wait.TotalSeconds).ToString(CultureInfo.InvariantCulture);
            Fault = $"Too many attempts. Wait {Math.Max(1, (int)Math.Ceiling(wait.TotalMinutes))} minutes, then try again.";
            Response.StatusCode = StatusCodes.Status429TooManyRequests;
            return Page();
        }

        if (!await attempts.TryAsync(code, passcode, HttpContext.RequestAborted))
        {
            Fault = "That is not the passcode. Capitals and the dash do not matter.";
            Response.StatusCode = StatusCodes.Status401Unauthorized;
            return Page();
        }

        attempts.Remember(HttpContext.Connection);
        await Gate.LetInAsync(HttpContext);
        return Redirect(Next);
    }

    private void KeepNext(string? next) => Next = Url.IsLocalUrl(next) && !next!.StartsWith(Gate.EntryPath, StringComparison.Ordinal) ? next : "/";
}
