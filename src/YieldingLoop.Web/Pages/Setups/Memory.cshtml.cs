using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Dial memory: what the swatches of a machine showed at the numbers they were sewn at, and where that says to turn next for one set-up.</summary>
public sealed class MemoryModel(Workroom workroom, Store.Swatches swatches, Store.ThreadUps threadUps, Wording wording) : PageModel
{
    /// <summary>The set-up.</summary>
    public SetupRow Row { get; private set; } = null!;

    /// <summary>What is remembered for it; null where what stands on the machine makes no stitch of its card.</summary>
    public MemorySheet? Sheet { get; private set; }

    /// <summary>Whether the set-up was on its machine.</summary>
    public bool ThreadedUp { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (await workroom.Setups.Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        var state = (await workroom.StateOfAsync(row.MachineId))?.Entry ?? Core.Setups.Setup.Unknown;
        Sheet = MemorySheet.Of(row.Snapshot, Store.Swatches.AsSewn(row.Snapshot, state), await swatches.OfMachineAsync(row.MachineId), Store.Swatches.ClothKey(row.ClothId), wording);
        ThreadedUp = row.SwatchPassedAt is not null || await threadUps.DoneForAsync(id);
        return Page();
    }
}
