using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>One page to print and fill in at the machine, with pencil.</summary>
public sealed class SheetModel(Workroom workroom) : PageModel
{
    public MachineRow Row { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (await workroom.Machines.FirstOrDefaultAsync(m => m.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(row);
        return Page();
    }
}
