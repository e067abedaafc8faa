using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Care;

/// <summary>What is due on every machine.</summary>
public sealed class IndexModel(Workroom workroom, CareBook care, Wording wording, TimeProvider clock) : PageModel
{
    public ListPage<MachineRow> Machines { get; private set; } = ListPage.Empty<MachineRow>();

    public IReadOnlyList<MachineCareState> States { get; private set; } = [];

    /// <summary>Needles that are not accounted for.</summary>
    public IReadOnlyList<CareRow> Broken { get; private set; } = [];

    public DateTimeOffset Now => clock.GetUtcNow();

    public async Task OnGetAsync(int p)
    {
        Machines = await workroom.ListMachinesAsync(p);
        States = await care.StatesAsync([.. Machines.Items.Where(m => m.Entry.SimulatedNumber is null)], wording.Settings.Schools);
        Broken = await care.OpenBrokenAsync();
    }
}
