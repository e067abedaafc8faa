using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>One kept set-up, as it was when it was kept.</summary>
public sealed class KeptModel(Workroom workroom) : PageModel
{
    public SetupRow Row { get; private set; } = null!;

    public SetupCard Card { get; private set; } = null!;

    /// <summary>What has changed since it was kept.</summary>
    public IReadOnlyList<string> Changes { get; private set; } = [];

    public string? Notice { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id) => await LoadAsync(id) ? Page() : NotFound();

    public async Task<IActionResult> OnPostSwatchAsync(int id, int version, bool passed)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        switch (await workroom.SetSwatchPassedAsync(id, version, passed))
        {
            case SaveResult.Saved:
                return Redirect($"/setups/{id}");
            case SaveResult.Stale:
                Notice = "This was changed in another tab or on another device. Look at it as it stands now, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                return await LoadAsync(id) ? Page() : NotFound();
            default:
                return NotFound();
        }
    }

    /// <summary>Says that this set-up is on its machine now.</summary>
    public async Task<IActionResult> OnPostOnMachineAsync(int id) =>
        await workroom.PutOnMachineAsync(id) is SaveResult.Saved saved ? Redirect($"/machines/{saved.Id}") : NotFound();

    private async Task<bool> LoadAsync(int id)
    {
        if (await workroom.Setups.Include(s => s.Cloth).Include(s => s.Seam).Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return false;
        }

        Row = row;
        var kept = row.Snapshot;
        Card = SetupCard.Of(kept);
        Changes = SnapshotChanges.Between(kept, row.Cloth!.Entry, row.Seam!.Entry, row.Machine!.Entry);
        ViewData["ThreadSheet"] = ThreadSheets.OfSetup(row);
        return true;
    }
}
