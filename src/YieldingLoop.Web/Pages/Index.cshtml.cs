using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Care;
using YieldingLoop.Web.Pages.Runs;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>Something on the table, with its next step.</summary>
/// <param name="Href">Where the next step is.</param>
/// <param name="Name">What it is.</param>
/// <param name="Where">Where, on what.</param>
/// <param name="Next">The next step, in words.</param>
public sealed record TableItem(string Href, string Name, string Where, string Next);

/// <summary>
/// The Workroom as the day's page: the machines as they stand, at most three sentences of what needs attention, what is on the
/// table with its next step, and what passed lately. What needs none takes no room.
/// </summary>
public sealed class IndexModel(
    Workroom workroom, Store.ThreadUps threadUps, Drafts drafts, PutAwayShelf shelf, Store.Runs runs, CareBook care, RunDesk desk, DayMemory memory, SettingsCache settings, Wording wording, TimeProvider clock) : PageModel
{
    private const int MostMachines = 4, MostOnTable = 6, MostPassed = 5, MostDueNamed = 3;

    /// <summary>Whether the help of the first visit is still shown.</summary>
    public bool FirstHelp => !wording.Settings.FirstHelpRead;

    public bool DemoInUse { get; private set; }

    public ListPage<MachineRow> Machines { get; private set; } = ListPage.Empty<MachineRow>();

    /// <summary>What is to be done to them, by machine.</summary>
    public IReadOnlyDictionary<int, MachineCareState> States { get; private set; } = new Dictionary<int, MachineCareState>();

    /// <summary>What is on them, by machine.</summary>
    public IReadOnlyDictionary<int, Setup> On { get; private set; } = new Dictionary<int, Setup>();

    /// <summary>Needles that are not accounted for.</summary>
    public IReadOnlyList<CareRow> Broken { get; private set; } = [];

    /// <summary>At most three sentences, each with where it leads.</summary>
    public IReadOnlyList<(string Said, string Href, string To)> Sentences { get; private set; } = [];

    public IReadOnlyList<TableItem> Table { get; private set; } = [];

    /// <summary>How many seams are on the table in all.</summary>
    public int SeamsOnTable { get; private set; }

    public ListPage<DraftListing> Unfinished { get; private set; } = ListPage.Empty<DraftListing>();

    public ListPage<SetupListing> Passed { get; private set; } = ListPage.Empty<SetupListing>();

    /// <summary>Whether there is a cloth yet, or something on the table, which is of one.</summary>
    public bool AnyCloth { get; private set; }

    public async Task OnGetAsync()
    {
        // One that is simulated stands nowhere in the room.
        var rows = await workroom.ListMachinesAsync(size: MostMachines + 4);
        Machines = rows with { Items = [.. rows.Items.Where(m => m.Entry.SimulatedNumber is null).Take(MostMachines)] };
        var ids = Machines.Items.Select(m => m.Id).ToList();
        On = await workroom.States.Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.Entry);
        States = (await care.StatesAsync(Machines.Items, wording.Settings.Schools)).ToDictionary(s => s.Machine.Id);
        Broken = await care.OpenBrokenAsync();
        var news = await memory.OfAsync(workroom, care, runs, desk, settings.Stored, care.DayOf(clock.GetUtcNow()));
        Sentences = [.. new[] { DueSaid(), RunoutSaid(news), SinceSaid(news) }.Where(s => s.Said.Length > 0)];
        await LayTableAsync(news);
        Passed = await workroom.LastPassedAsync(FirstHelp ? MostPassed - 1 : MostPassed);
        // Asked only where the page says how to begin.
        AnyCloth = Table.Count > 0 || await workroom.Cloths.AnyAsync(c => c.PutAwayAt == null);
        DemoInUse = await shelf.DemoInUseAsync();
    }

    private async Task LayTableAsync(DayNews news)
    {
        var items = new List<TableItem>();
        var going = await threadUps.ListAsync(1, MostOnTable);
        items.AddRange(going.Items.Select(t => new TableItem($"/thread-ups/{t.Id}", t.Name, $"on {t.Machine}", $"go on threading: {t.Done} of {t.Steps} steps done")));
        items.AddRange(news.Runs.Select(r => new TableItem(r.Next is null ? $"/runs/{r.Id}" : $"/runs/{r.Id}/at", r.Name, "a run", r.Next is not null ? $"sew {r.Next}" : r.Worked ? "see what it waits for" : "its order is being worked out")));
        Unfinished = await drafts.ListAsync(size: 2);
        items.AddRange(Unfinished.Items.Select(d => new TableItem(d.Href, d.Title, "not finished", "go on with the form")));
        var work = await workroom.OnTheTableAsync(1, MostOnTable);
        SeamsOnTable = work.Total;
        items.AddRange(work.Items.Where(w => going.Items.All(t => t.Name != w.Seam)).Select(w => w.SetupId is not { } setup ? new TableItem($"/seams/{w.SeamId}/set-up", w.Seam, w.Cloth, "choose its set-up")
            : w.ThreadedUp ? new TableItem($"/swatches/new?setup={setup}", w.Seam, w.Cloth, "sew a swatch and write it down") : new TableItem($"/setups/{setup}", w.Seam, w.Cloth, "thread it up")));
        // The help of the first visit needs its room.
        Table = [.. items.Take(FirstHelp ? MostOnTable - 2 : MostOnTable)];
    }

    private (string Said, string Href, string To) DueSaid()
    {
        var due = States.Values.SelectMany(s => s.All.Where(d => d.Due).Select(d => (State: s, Due: d))).ToList();
        if (due.Count == 0)
        {
            return ("", "", "");
        }

        var named = due.GroupBy(d => d.State.Machine.Name).Take(MostDueNamed)
            .Select(g => $"{Phrase.List([.. g.Select(d => d.Due.Needle is { } needle ? $"a new {Core.Threads.ThreadPositions.Name(needle.Seat)}" : CareWords.Task(d.Due.TaskId))])} on {g.Key}").ToList();
        var more = due.Select(d => d.State.Machine.Id).Distinct().Count() - named.Count;
        return (wording.Say($"Due: {string.Join("; ", named)}{(more > 0 ? $"; and something on {more} more" : "")}."), due.Count == 1 ? CareSheet.Address(due[0].State.Machine.Id, due[0].Due) : "/care", "How");
    }

    private (string Said, string Href, string To) RunoutSaid(DayNews news) =>
        news.Runs.FirstOrDefault(r => r.Runout is not null) is { Runout: var (thread, found) } run
            ? (wording.Say($"{thread}, for {run.Name}: {Phrase.Small(ThreadRoomWords.Of(found))}{(run.MoreRunouts > 0 ? $" {run.MoreRunouts} more {(run.MoreRunouts == 1 ? "does" : "do")} not last." : "")}"), $"/runs/{run.Id}/thread", "What to do") : ("", "", "");

    private (string Said, string Href, string To) SinceSaid(DayNews news) =>
        news.Since.Count == 0 ? ("", "", "") : (wording.Say($"Since yesterday: {Phrase.List([.. news.Since.Select(CareWords.Of)])}."), news.Since.Any(f => f.Code == "since-reopened") ? "/setups" : "/care", news.Since.Any(f => f.Code == "since-reopened") ? "Set-ups" : "Care");

    /// <summary>A machine as its threads run now: a convertible one as the half it is changed over to.</summary>
    public (Machine Head, Setup State) Standing(MachineRow row)
    {
        var state = On.GetValueOrDefault(row.Id, Setup.Unknown);
        return (state.HeadOf(row.Entry), state);
    }
}
