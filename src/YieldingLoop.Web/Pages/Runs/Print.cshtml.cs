using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>The run sheet: what is still to be sewn, in its order, with what each machine is set to, the ends, and the thread to have at hand.</summary>
public sealed class PrintModel(RunDesk desk, TimeProvider clock) : PageModel
{
    /// <summary>Papers, with the name shown.</summary>
    public static IReadOnlyList<(string Id, string Name)> Papers { get; } = [("a4", "A4"), ("letter", "Letter")];

    [BindProperty(SupportsGet = true)]
    public string? Paper { get; set; }

    public string PaperId => Papers.Any(p => p.Id == Paper) ? Paper! : Papers[0].Id;

    public RunBoard Board { get; private set; } = null!;

    /// <summary>When it was printed.</summary>
    public DateTimeOffset Now => clock.GetLocalNow();

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (!ModelState.IsValid || await desk.LoadAsync(id) is not { } board)
        {
            return NotFound();
        }

        Board = board;
        return board.Worked is null ? Redirect($"/runs/{id}") : Page();
    }

    /// <summary>Whether a place is set up as the one before it on its machine: then the dials are not said again.</summary>
    public bool Again(RunPlaceView place) =>
        Board.Places.Take(place.Number - 1).LastOrDefault(p => p.Entry.MachineId == place.Entry.MachineId) is { } before && (place.Entry.ChangeoverMinutes == 0 || before.Choice.Plan.Setup == place.Choice.Plan.Setup);
}
