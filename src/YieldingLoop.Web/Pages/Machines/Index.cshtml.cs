using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>All machines.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public IReadOnlyList<MachineRow> Machines { get; private set; } = [];

    public async Task OnGetAsync() => Machines = await workroom.Machines.OrderBy(m => m.Name).Take(200).ToListAsync();
}
