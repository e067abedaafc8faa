using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.PutAway;

/// <summary>What was put away, to be brought back; and where putting away and Undo are sent to.</summary>
public sealed class IndexModel(PutAwayShelf shelf) : PageModel
{
    /// <summary>What went in one go stands together.</summary>
    public ListPage<PutAwayGroup> Gone { get; private set; } = ListPage.Empty<PutAwayGroup>();

    public string? Notice { get; private set; }

    public Task OnGetAsync(int p) => LoadAsync(p);

    public async Task<IActionResult> OnPostAsync(RecordKind kind, int id, int version)
    {
        if (!ModelState.IsValid || RecordKinds.PutAway.FirstOrDefault(t => t.Kind == kind) is not { } type)
        {
            return BadRequest();
        }

        switch (await shelf.PutAwayAsync(kind, id, version))
        {
            case SaveResult.Saved:
                return Redirect($"{type.Room}?away={await shelf.AwayWithAsync(kind, id)}");
            case SaveResult.Stale:
                Notice = $"This {type.One} was changed in another tab or on another device after you opened it, so it was left where it is. Look at it as it stands now, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                await LoadAsync(1);
                return Page();
            default:
                return NotFound();
        }
    }

    /// <summary>Puts everything that came with the demo away.</summary>
    public async Task<IActionResult> OnPostDemoAsync() => Redirect(await shelf.PutDemoAwayAsync() is { } with ? $"/?away={with}" : "/");

    public async Task<IActionResult> OnPostBringBackAsync(Guid with, string? back)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        if ((await shelf.BringBackAsync(with)).Held is { Count: > 0 } held)
        {
            Notice = $"{string.Join(", ", held.Select(name => $"“{name}”"))} stays put away: the version it was made from has been amended otherwise since, and the newer amendment stands. What else went with it is back.";
            Response.StatusCode = StatusCodes.Status409Conflict;
            await LoadAsync(1);
            return Page();
        }

        return this.RedirectSaying(Url.IsLocalUrl(back) ? back! : "/put-away", "Brought back, as it was.");
    }

    private async Task LoadAsync(int page) => Gone = await shelf.ListAsync(page);
}
