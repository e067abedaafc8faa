using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>All machines.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public IReadOnlyList<MachineRow> Machines { get; private set; } = [];

    public async Task OnGetAsync() => Machines = await workroom.ListMachinesAsync(200);
}
