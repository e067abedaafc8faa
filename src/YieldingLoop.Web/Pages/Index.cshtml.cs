using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages;

/// <summary>The Workroom: what is on the table, and what worked before.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public IReadOnlyList<WorkListing> Work { get; private set; } = [];

    public IReadOnlyList<SetupListing> Passed { get; private set; } = [];

    public IReadOnlyList<ClothRow> Cloths { get; private set; } = [];

    public IReadOnlyList<MachineRow> Machines { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Work = await workroom.OnTheTableAsync(6);
        Passed = await workroom.LastPassedAsync(5);
        Cloths = await workroom.ListClothsAsync(6);
        Machines = await workroom.ListMachinesAsync(6);
    }
}
