using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages;

/// <summary>The Workroom: what is on the table, and what worked before.</summary>
public sealed class IndexModel(Workroom workroom, Store.ThreadUps threadUps, Drafts drafts, PutAwayShelf shelf, Store.Runs runs, Wording wording) : PageModel
{
    /// <summary>Whether the help of the first visit is still shown.</summary>
    public bool FirstHelp => !wording.Settings.FirstHelpRead;

    public bool DemoInUse { get; private set; }

    public ListPage<DraftListing> Unfinished { get; private set; } = ListPage.Empty<DraftListing>();

    /// <summary>What is going on at the machines.</summary>
    public ListPage<ThreadUpListing> AtMachines { get; private set; } = ListPage.Empty<ThreadUpListing>();

    /// <summary>Runs of which something is sewn already.</summary>
    public ListPage<RunListing> Runs { get; private set; } = ListPage.Empty<RunListing>();

    public ListPage<WorkListing> Work { get; private set; } = ListPage.Empty<WorkListing>();

    public ListPage<SetupListing> Passed { get; private set; } = ListPage.Empty<SetupListing>();

    public ListPage<ClothRow> Cloths { get; private set; } = ListPage.Empty<ClothRow>();

    public ListPage<MachineRow> Machines { get; private set; } = ListPage.Empty<MachineRow>();

    public async Task OnGetAsync()
    {
        Work = await workroom.OnTheTableAsync(1, 6);
        Passed = await workroom.LastPassedAsync(5);
        Cloths = await workroom.ListClothsAsync(size: 6);
        Machines = await workroom.ListMachinesAsync(size: 6);
        AtMachines = await threadUps.ListAsync(1, ListPage.Size);
        Runs = await runs.ListGoingOnAsync(3);
        Unfinished = await drafts.ListAsync(size: 3);
        DemoInUse = await shelf.DemoInUseAsync();
    }
}
