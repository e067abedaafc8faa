using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages;

/// <summary>The Workroom: what is on the table, and what worked before.</summary>
public sealed class IndexModel(Workroom workroom, Store.ThreadUps threadUps, Drafts drafts, PutAwayShelf shelf, Wording wording) : PageModel
{
    /// <summary>Whether the help of the first visit is still shown.</summary>
    public bool FirstHelp => !wording.Settings.FirstHelpRead;

    public bool DemoInUse { get; private set; }

    public IReadOnlyList<DraftListing> Unfinished { get; private set; } = [];

    /// <summary>What is going on at the machines.</summary>
    public IReadOnlyList<ThreadUpListing> AtMachines { get; private set; } = [];

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
        AtMachines = await threadUps.ListAsync(4);
        Unfinished = await drafts.ListAsync(3);
        DemoInUse = await shelf.DemoInUseAsync();
    }
}
