using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.PutAway;

/// <summary>What was put away, to be brought back; and where putting away and Undo are sent to.</summary>
public sealed class IndexModel(PutAwayShelf shelf) : PageModel
{
    /// <summary>What went in one go stands together.</summary>
    public IReadOnlyList<IReadOnlyList<PutAwayListing>> Gone { get; private set; } = [];

    public string? Notice { get; private set; }

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync(RecordKind kind, int id, int version)
    {
        if (!ModelState.IsValid || !Enum.IsDefined(kind))
        {
            return BadRequest();
        }

        switch (await shelf.PutAwayAsync(kind, id, version))
        {
            case SaveResult.Saved:
                var with = (await shelf.ListAsync()).First(r => r.Kind == kind && r.Id == id).With;
                return Redirect($"{KindName.Room(kind)}?away={with}");
            case SaveResult.Stale:
                Notice = $"This {KindName.One(kind)} was changed in another tab or on another device after you opened it, so it was left where it is. Look at it as it stands now, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                await LoadAsync();
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

        await shelf.BringBackAsync(with);
        return Url.IsLocalUrl(back) ? Redirect(back!) : RedirectToPage();
    }

    private async Task LoadAsync() => Gone = [.. (await shelf.ListAsync()).GroupBy(r => r.With).Select(g => (IReadOnlyList<PutAwayListing>)[.. g])];
}
