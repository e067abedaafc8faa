using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>All machines.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public ListPage<MachineRow> Machines { get; private set; } = ListPage.Empty<MachineRow>();

    /// <summary>A number for one more machine that is simulated: another than those before it had.</summary>
    public int NextSimulated => Math.Min(Core.Machines.Machine.MostSimulated, Machines.Total + 1);

    public async Task OnGetAsync(int p) => Machines = await workroom.ListMachinesAsync(p);
}
