using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>All machines.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public ListPage<MachineRow> Machines { get; private set; } = ListPage.Empty<MachineRow>();

    public async Task OnGetAsync(int p) => Machines = await workroom.ListMachinesAsync(p);
}
