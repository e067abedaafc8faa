using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>The coach of one set-up: the swatch as it is, the one step, and the swatch as it should become.</summary>
public sealed class CoachModel(Workroom workroom, Coaching coaching, Store.ThreadUps threadUps, CoachMemory memory, Wording wording) : PageModel
{
    /// <summary>After how much of what was done the page stands; null for all of it.</summary>
    [BindProperty(SupportsGet = true)]
    public int? At { get; set; }

    /// <summary>The way as the page showed it.</summary>
    [BindProperty]
    public string Mark { get; set; } = "";

    /// <summary>The form's key, so that what is said twice is written down once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    public SetupRow Row { get; private set; } = null!;

    public CoachedWay Way { get; private set; } = null!;

    /// <summary>What is on the machine.</summary>
    public StateRow State { get; private set; } = null!;

    public CoachSheet Sheet { get; private set; } = null!;

    /// <summary>All that was done, the oldest first.</summary>
    public IReadOnlyList<DoneLine> Done { get; private set; } = [];

    /// <summary>Whether the page stands at an earlier moment, and nothing can be done on it.</summary>
    public bool Past => At is { } at && at < Way.Items.Count;

    /// <summary>In what the machine does not stand as the coach reckons, beside numbers; nothing can be done before that is so.</summary>
    public IReadOnlyList<string> InTheWay { get; private set; } = [];

    /// <summary>Numbers somebody has set otherwise since the last step; the coach reckons with them.</summary>
    public IReadOnlyList<string> Moved { get; private set; } = [];

    /// <summary>Why nothing of what was sent was done; null where it was.</summary>
    public string? Notice { get; private set; }

    public bool ThreadedUp { get; private set; }

    /// <summary>On a simulated machine how what is asked about looks: whether bad; null on a real one.</summary>
    public bool? LooksBad { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id) => ModelState.IsValid && await LoadAsync(id) ? Page() : NotFound();

    /// <summary>Says how something looked: "good", "bad" or "unsure".</summary>
    public Task<IActionResult> OnPostLookedAsync(int id, string answer) => DoneAsync(id, step =>
        step.Act == CoachAct.Look && answer is "good" or "bad" or "unsure" ? CoachDone.Of(step, answer == "unsure" ? null : answer == "bad") : null);

    /// <summary>Says that the step was done: put right, or changed.</summary>
    public Task<IActionResult> OnPostDoneAsync(int id) => DoneAsync(id, step => step.Act is CoachAct.Repair or CoachAct.Change && step.Change != CoachChange.DropLeftNeedle ? CoachDone.Of(step) : null);

    /// <summary>Takes the last thing back.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(int id)
    {
        if (!ModelState.IsValid || !await LoadAsync(id))
        {
            return NotFound();
        }

        return await coaching.TakeBackAsync(id, Row.MachineId, Mark) switch
        {
            SaveResult.Saved => this.RedirectSaying($"/setups/{id}/coach", "Taken back: the step is open again."),
            SaveResult.Stale => Refused("Something was done meanwhile, here or on another device, so nothing was taken back. This is how it stands now."),
            _ => NotFound(),
        };
    }

    /// <summary>Begins anew: what was done so far is not reckoned with any more.</summary>
    public async Task<IActionResult> OnPostBeginAsync(int id)
    {
        if (!ModelState.IsValid || !await LoadAsync(id))
        {
            return NotFound();
        }

        return await coaching.SayAsync(id, Row.MachineId, new(CoachDeed.Begin), Mark, Key) switch
        {
            SaveResult.Saved => this.RedirectSaying($"/setups/{id}/coach", "Begun anew. What the swatches taught of this machine is kept."),
            SaveResult.Stale => Refused("Something was done meanwhile, here or on another device. This is how it stands now."),
            _ => NotFound(),
        };
    }

    private async Task<IActionResult> DoneAsync(int id, Func<CoachStep, CoachDone?> what)
    {
        if (!ModelState.IsValid || !await LoadAsync(id))
        {
            return NotFound();
        }

        if (await coaching.MadeAsync(Key) is not null)
        {
            return Redirect($"/setups/{id}/coach");
        }

        if (Mark != Way.Mark || InTheWay.Count > 0 || Way.Waiting is not null || what(Sheet.Step) is not { } done)
        {
            return Refused("Something was done meanwhile, here or on another device. Nothing was written down; this is the step as things stand now.");
        }

        if (!CoachThreadUp.Changes(Sheet.Step))
        {
            return await coaching.SayAsync(id, Row.MachineId, done, Mark, Key) is SaveResult.Saved ? Redirect($"/setups/{id}/coach") : Refused("Something was done meanwhile. This is the step as things stand now.");
        }

        var way = CoachThreadUp.Of(Sheet.Step, Row.Machine!.Entry, State.Entry, Row.Snapshot.Plan.Baseline, wording.Settings.Schools);
        if (way.Value is not { Steps.Count: > 0 } plan)
        {
            return Refused(wording.Say($"What is on record of the machine makes no way there: {string.Join(" ", way.Problems.Select(p => p.Message))} Write down what is on it first."));
        }

        var (result, threadUp) = await coaching.ChangeAsync(id, Row.MachineId, done, plan, $"{CoachWords.Step(Sheet.Step)}{(Sheet.Step.To is { } to ? " " + FieldText.Of(to) : "")}: {Row.Name}", Mark, Key);
        return result is not SaveResult.Saved ? Refused("Something was done meanwhile. This is the step as things stand now.")
            : Redirect(threadUp is { } number ? $"/thread-ups/{number}" : $"/setups/{id}/coach");
    }

    private PageResult Refused(string notice)
    {
        Notice = notice;
        Response.StatusCode = StatusCodes.Status409Conflict;
        ModelState.Clear();
        (Mark, Key) = (Way.Mark, Guid.NewGuid());
        return Page();
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await workroom.Setups.Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == id) is not { } row || await workroom.StateOfAsync(row.MachineId) is not { } state)
        {
            return false;
        }

        (Row, State) = (row, state);
        Way = await coaching.WayAsync(id, row.MachineId);
        if (At is < 0 || At > Way.Items.Count)
        {
            return false;
        }

        ThreadedUp = row.SwatchPassedAt is not null || await threadUps.DoneForAsync(id);
        List<CoachedItem> items = [.. Way.Items.Take(At ?? Way.Items.Count)];
        Done = [.. Way.Items.Select(i => CoachSheet.Of(i, wording))];
        var question = await coaching.QuestionAsync(row, Way, wording.Settings.Schools);
        (Sheet, InTheWay, Moved) = memory.Answer(new(row, question, items, Past ? null : state.Entry, wording), Answer);
        LooksBad = Sheet.Step is { Act: CoachAct.Look, Look: { } look } && !Past ? Simulating.LooksBad(row, Way, look, Sheet.Step.Position) : null;
        if (HttpMethods.IsGet(Request.Method))
        {
            Mark = Way.Mark;
        }

        ViewData["ThreadSheet"] = Drawings.ThreadSheets.OfSetup(row);
        return true;
    }

    private static readonly HashSet<string> Numbers = ["changed-dial", "changed-length", "changed-width", "changed-differential", "changed-cutting-width", "changed-foot-pressure"];

    private static CoachAnswer Answer(CoachAsk ask)
    {
        var coach = Coaching.After(ask.Question, ask.Items);
        var (inTheWay, moved) = ask.State is { } state ? Stand(ask.Row, coach, state) : ([], []);
        return new(CoachSheet.Of(ask.Row.Snapshot, coach, ask.Items, ask.Wording), inTheWay, moved);
    }

    /// <summary>What stands on the machine wins: numbers that were turned meanwhile are reckoned with, anything else is in the way.</summary>
    private static (IReadOnlyList<string> InTheWay, IReadOnlyList<string> Moved) Stand(SetupRow row, CoachSession coach, Setup state)
    {
        if (coach.Now.Threads.Any(t => !state.Threads[t.Key].IsThere))
        {
            return (["not every thread of the card is on it"], []);
        }

        var stands = state.Over(coach.Now) with { StitchId = coach.Now.StitchId, Flatlock = coach.Now.Flatlock, Tape = coach.Now.Tape };
        var differences = SetupDifferences.Between(coach.Now, stands).Select(d => d.Finding).ToList();
        IReadOnlyList<string> said = [.. differences.Select(Sentences.Fragment)];
        if (coach.Swatches == 0 || differences.Exists(d => !Numbers.Contains(d.Code)) || Store.Swatches.CaseOf(row.Snapshot, new() { Setup = stands }) is null)
        {
            return (said, []);
        }

        if (said.Count > 0)
        {
            coach.StandsAt(stands);
        }

        return ([], said);
    }
}
