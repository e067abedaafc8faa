using Microsoft.AspNetCore.Mvc;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;

namespace YieldingLoop.Web.Pages.ThreadUps;

/// <summary>The list with boxes to tick, for a machine no screen stands beside.</summary>
public sealed class PrintModel(Workroom workroom, Store.ThreadUps threadUps, Wording wording, TimeProvider clock) : ThreadUpAskPage
{
    [BindProperty(SupportsGet = true)]
    public int? List { get; set; }

    public ThreadUpPlan Plan { get; private set; } = null!;

    public IReadOnlyList<StepWords> Words { get; private set; } = [];

    public string Name { get; private set; } = "";

    public string MachineName { get; private set; } = "";

    /// <summary>How many steps are ticked already.</summary>
    public int Done { get; private set; }

    public string Back { get; private set; } = "";

    /// <summary>When the machine stood as the list starts from.</summary>
    public DateTimeOffset From { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (!ModelState.IsValid)
        {
            return NotFound();
        }

        if (List is { } id)
        {
            if (await threadUps.FindAsync(id) is not { } row)
            {
                return NotFound();
            }

            (Plan, Name, MachineName, Done, From, Back) = (row.Entry, row.Name, row.Machine!.Name, row.Done, row.CreatedAt, $"/thread-ups/{id}");
            ViewData["ThreadSheet"] = ThreadSheets.OfMachine(row.Machine);
        }
        else
        {
            if (await ThreadUpAsk.OfAsync(workroom, wording.Settings.Schools, Address) is not { Outcome.Value: { } plan } ask)
            {
                return NotFound();
            }

            (Plan, Name, MachineName, From, Back) = (plan, ask.Name, ask.Machine.Name, clock.GetUtcNow(), "/thread-ups/new" + Address.Query);
            ViewData["ThreadSheet"] = ThreadSheets.OfMachine(ask.Machine);
        }

        Words = ThreadUpWords.All(Plan);
        return Page();
    }
}
