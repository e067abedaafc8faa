using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;

namespace YieldingLoop.Web.Pages.ThreadUps;

/// <summary>The way onto a machine before it is begun: every step with its minutes, and why none is left out.</summary>
public sealed class NewModel(Workroom workroom, Store.ThreadUps threadUps, Wording wording) : ThreadUpAskPage
{
    /// <summary>The form's key, so that beginning twice begins once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>Version of the machine's state the list was worked out from.</summary>
    [BindProperty]
    public int StateVersion { get; set; }

    /// <summary>What was going on at the machine when the page was opened.</summary>
    [BindProperty]
    public int? GoingOnSeen { get; set; }

    public ThreadUpAsk Ask { get; private set; } = null!;

    public ThreadUpPlan? Plan => Ask.Outcome.Value;

    public IReadOnlyList<StepWords> Words { get; private set; } = [];

    /// <summary>What is going on at the machine already.</summary>
    public ThreadUpRow? GoingOn { get; private set; }

    public string? Notice { get; private set; }

    public async Task<IActionResult> OnGetAsync() => ModelState.IsValid && await LoadAsync() ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync()
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        var seen = new SeenAtMachine(StateVersion, GoingOnSeen);
        if (!await LoadAsync())
        {
            return NotFound();
        }

        if (Plan is not { Steps.Count: > 0 } plan)
        {
            // Nothing is left to do, or no way leads there any more: because of what was said meanwhile, where anything was.
            return seen == new SeenAtMachine(StateVersion, GoingOnSeen) ? Page() : Changed();
        }

        switch (await threadUps.BeginAsync(plan, Ask.Name, Ask.Machine.Id, Ask.Setup?.Id, seen, Key))
        {
            case SaveResult.Saved begun:
                return Redirect($"/thread-ups/{begun.Id}");
            case SaveResult.Stale:
                return Changed();
            default:
                return NotFound();
        }
    }

    private PageResult Changed()
    {
        Notice = "What is on the machine, or what is being done at it, was changed after this page was opened. Nothing was begun; this is the way from how it stands now.";
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private async Task<bool> LoadAsync()
    {
        if (await ThreadUpAsk.OfAsync(workroom, wording.Settings.Schools, Address) is not { } ask)
        {
            return false;
        }

        Ask = ask;
        ModelState.Remove(nameof(StateVersion));
        StateVersion = ask.State.Version;
        Words = Plan is { } plan ? ThreadUpWords.All(plan) : [];
        GoingOn = await threadUps.GoingOnAtAsync(ask.Machine.Id) is { } id ? await threadUps.FindAsync(id) : null;
        ModelState.Remove(nameof(GoingOnSeen));
        GoingOnSeen = GoingOn?.Id;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(ask.Machine);
        return true;
    }
}
