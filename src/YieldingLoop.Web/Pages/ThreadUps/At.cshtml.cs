using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.ThreadUps;

/// <summary>At the machine: one step at a time in big type, or the whole list; every tick is written as it is made.</summary>
public sealed class AtModel(Workroom workroom, Store.ThreadUps threadUps, Coaching coaching, Wording wording) : PageModel
{
    /// <summary>Which step is looked at, from 1; the next to do where none is named.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Step { get; set; }

    /// <summary>Whether the whole list is shown.</summary>
    [BindProperty(SupportsGet = true)]
    public bool List { get; set; }

    public ThreadUpRow Row { get; private set; } = null!;

    public ThreadUpPlan Plan => Row.Entry;

    public StateRow State { get; private set; } = null!;

    public IReadOnlyList<StepWords> Words { get; private set; } = [];

    /// <summary>The step on screen, from 0.</summary>
    public int Index { get; private set; }

    /// <summary>The set-up whose coach asked for it; null where none did.</summary>
    public int? ForCoach { get; private set; }

    /// <summary>Whether somebody has said meanwhile what else is on the machine.</summary>
    public bool Stale => Row.EndedAt is null && State.Version != Row.StateVersion;

    public bool GivenUp => Row.PutAwayAt is not null;

    /// <summary>Whether every step is ticked.</summary>
    public bool Finished => Row.Done == Plan.Steps.Count;

    /// <summary>Whether steps can be ticked.</summary>
    public bool CanTick => !Stale && !GivenUp && !Finished;

    /// <summary>Whether the last tick can be taken back: nobody has said anything about the machine since.</summary>
    public bool CanTakeBack => Row.Done > 0 && !GivenUp && State.Version == Row.StateVersion;

    /// <summary>Minutes of what is still to do.</summary>
    public double MinutesLeft => Plan.Steps.Skip(Row.Done).Sum(s => s.Minutes);

    public async Task<IActionResult> OnGetAsync(int id) => ModelState.IsValid && await LoadAsync(id) ? Page() : NotFound();

    /// <summary>Ticks the steps up to a number.</summary>
    public async Task<IActionResult> OnPostTickAsync(int id, int done) => await AfterAsync(id, i => threadUps.TickAsync(i, done));

    /// <summary>Takes ticks back down to a number.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(int id, int done) => await AfterAsync(id, i => threadUps.TakeBackAsync(i, done));

    /// <summary>Gives up the rest.</summary>
    public async Task<IActionResult> OnPostGiveUpAsync(int id)
    {
        var left = await AfterAsync(id, threadUps.GiveUpAsync);
        if (left is RedirectResult && await coaching.AskedForAsync(id) is { } setup)
        {
            return this.RedirectSaying($"/setups/{setup}/coach", "Left: the rest of that list. What was ticked stays written down.");
        }

        return left is RedirectResult to ? this.RedirectSaying(to.Url, "Left: the rest of this list. What was ticked stays written down.") : left;
    }

    /// <summary>Works the rest out anew from what is on the machine now; a broken thread is not forgotten before it is in again.</summary>
    public async Task<IActionResult> OnPostReplanAsync(int id) => await AfterAsync(id, async i =>
        await LoadAsync(i) && ThreadUpPlanner.Plan(Rest()).Value is { } plan
            ? await threadUps.ReplanAsync(i, plan, State.Version)
            : new SaveResult.Missing());

    private ThreadUpQuestion Rest()
    {
        var open = Plan.BreakIsOpen(Row.Done);
        var wentBad = Plan.Again?.Code == "again-went-bad";
        return new ThreadUpQuestion(Plan.Machine, State.Entry, Plan.Wanted, wording.Settings.Schools)
        {
            Broke = open ? Plan.Broke : null, StartAgain = open && Plan.Broke is null && !wentBad, WentBad = open && wentBad, LiftedRuleIds = WantedCheck.ThreadAndPointRules,
        };
    }

    private async Task<IActionResult> AfterAsync(int id, Func<int, Task<SaveResult>> change)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        // Where the state was changed meanwhile, the page itself says so and offers to work the rest out anew.
        return await change(id) is SaveResult.Missing ? NotFound() : Redirect($"/thread-ups/{id}{(List ? "?list=true" : "")}");
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await threadUps.FindAsync(id) is not { } row || await workroom.StateOfAsync(row.MachineId) is not { } state)
        {
            return false;
        }

        Row = row;
        State = state;
        ForCoach = await coaching.AskedForAsync(id);
        Words = ThreadUpWords.All(Plan);
        Index = Math.Clamp((Step ?? row.Done + 1) - 1, 0, Math.Max(0, Plan.Steps.Count - 1));
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(row.Machine!);
        return true;
    }
}
