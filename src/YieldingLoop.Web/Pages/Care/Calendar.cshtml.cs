using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Network;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Care;

/// <summary>The calendar of what is due: as a file, and as addresses with secrets of their own.</summary>
public sealed class CalendarModel(Feeds feeds, NetworkOptions network) : PageModel
{
    public IReadOnlyList<FeedRow> List { get; private set; } = [];

    /// <summary>The address that was just made; it is not kept.</summary>
    public string? Made { get; private set; }

    public string? Notice { get; private set; }

    public string? Typed { get; private set; }

    public bool OnNetwork => network.Lan;

    public async Task OnGetAsync() => List = await feeds.ListAsync();

    public async Task<IActionResult> OnPostAsync(string? name)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Trim().Length > Feeds.LongestName)
        {
            (Notice, Typed, Response.StatusCode) = ($"Say who reads it, in 1 to {Feeds.LongestName} characters, so that it can be told from the others.", name, StatusCodes.Status400BadRequest);
        }
        else if (await feeds.MakeAsync(name) is { } secret)
        {
            Made = $"{Request.Scheme}://{Request.Host}{CareCalendar.FeedPath}{secret}{CareCalendar.Ending}";
        }
        else
        {
            (Notice, Typed, Response.StatusCode) = ($"There are {Feeds.MostGood} already. Revoke one that nobody reads.", name, StatusCodes.Status409Conflict);
        }

        await OnGetAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostRevokeAsync(int feed) =>
        this.RedirectSaying("/care/calendar", await feeds.RevokeAsync(feed) ? "Revoked: that address opens nothing any more." : "That address was revoked already.");
}
