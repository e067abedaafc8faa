using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Seams;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Leads to another seam's set-up with the choices of a kept one pinned. Nothing is written.</summary>
public sealed class CopyModel(Workroom workroom) : PageModel
{
    public async Task<IActionResult> OnGetAsync(int id, int seam)
    {
        if (!ModelState.IsValid || await workroom.Setups.FirstOrDefaultAsync(s => s.Id == id) is not { } row || !await workroom.Seams.AnyAsync(s => s.Id == seam))
        {
            return NotFound();
        }

        var pins = PinFields.QueryOf(row.Snapshot.Plan);
        return Redirect($"/seams/{seam}/set-up?machine={row.MachineId}&{pins[1..]}");
    }
}
