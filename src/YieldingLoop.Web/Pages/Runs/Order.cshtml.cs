using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>What moving a seam to a place comes to, as the page's script is told it.</summary>
/// <param name="To">The place, from 0.</param>
/// <param name="Allowed">Whether it can go there.</param>
/// <param name="Said">What it comes to, in words.</param>
public sealed record MoveSaid(int To, bool Allowed, string Said);

/// <summary>The order of a run: drawn, moved about in, and what stands behind it.</summary>
public sealed class OrderModel(RunDesk desk, Store.Runs runs, Wording wording) : PageModel
{
    public RunBoard Board { get; private set; } = null!;

    /// <summary>Whether it was broken off, so that nobody works it out again before being told to.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Stopped { get; set; }

    public string? Notice { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id) => ModelState.IsValid && await LoadAsync(id) ? Page() : NotFound();

    /// <summary>How far the order is.</summary>
    public async Task<IActionResult> OnGetProgressAsync(int id) =>
        await desk.LoadAsync(id, begin: false) is { } board ? new JsonResult(new { done = board.Worked is not null, going = board.Going, percent = Math.Round(board.Progress * 100) }) : NotFound();

    /// <summary>What it comes to to move a seam, for every place.</summary>
    public async Task<IActionResult> OnGetMovesAsync(int id, string? piece) =>
        await LoadAsync(id) && Moves(piece) is { } moves ? new JsonResult(moves.Select(m => new MoveSaid(m.To, m.Why is null, Say(m.Against(Board.Order!))))) : NotFound();

    /// <summary>Breaks off what is being worked out.</summary>
    public async Task<IActionResult> OnPostStopAsync(int id)
    {
        await desk.StopAsync(id);
        return Redirect($"/runs/{id}?stopped=true");
    }

    /// <summary>Moves a seam to a place, from 1.</summary>
    public async Task<IActionResult> OnPostMoveAsync(int id, int version, string? piece, int to)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        if (!await LoadAsync(id))
        {
            return NotFound();
        }

        if (Moves(piece)?.FirstOrDefault(m => m.To == to - 1) is not { } move)
        {
            return Refused("That seam, or that place, is not in the order any more. Nothing was moved; this is how it stands.");
        }

        if (move.Why is { } why)
        {
            return Refused($"{Say(why)} Nothing was moved.");
        }

        var order = Board.Places.Select(p => p.Name).Where(p => p != piece).ToList();
        order.Insert(to - 1, piece!);
        return await ChangedAsync(id, version, run => run with { Order = order }, $"Moved: {Said.Name(Board.PieceName(piece!))} to place {to}.");
    }

    /// <summary>Leaves the user's own order for the best there is.</summary>
    public Task<IActionResult> OnPostBestAsync(int id, int version) => ChangedAsync(id, version, run => run with { Order = [] }, "This is the best order.");

    /// <summary>Sews copies seam by seam, or one after the other.</summary>
    public Task<IActionResult> OnPostBatchAsync(int id, int version, RunBatch batch) => ChangedAsync(id, version, run => run with { Batch = batch, Order = [] }, batch == RunBatch.SeamBySeam ? "Each seam is sewn on every copy before the next." : "One copy is sewn to its end before the next.");

    /// <summary>Holds a seam where it is among the others that are held, or lets go of it.</summary>
    public async Task<IActionResult> OnPostHoldAsync(int id, int version, string? seam, bool hold)
    {
        if (!ModelState.IsValid || seam is null || !await LoadAsync(id))
        {
            return NotFound();
        }

        var inOrder = Board.Places.Select(p => p.Piece.Seam).Distinct().ToList();
        return inOrder.Contains(seam)
            ? await ChangedAsync(id, version, run => run with { Held = [.. inOrder.Where(s => s == seam ? hold : run.Held.Contains(s))] },
                hold ? $"Held: {Said.Name(Board.PieceName(seam))} keeps its place among those that are held." : $"Let go: {Said.Name(Board.PieceName(seam))}.")
            : Refused("That seam is not in the order any more.");
    }

    /// <summary>Lets go of everything that is held.</summary>
    public Task<IActionResult> OnPostFreeAsync(int id, int version) => ChangedAsync(id, version, run => run with { Held = [] }, "Let go of everything that was held.");

    /// <summary>Closes a machine for today, or opens it.</summary>
    public async Task<IActionResult> OnPostCloseAsync(int id, int version, int machine, bool closed)
    {
        if (!ModelState.IsValid || !await LoadAsync(id) || Board.Machines.FirstOrDefault(m => m.Row.Id == machine) is not { } row)
        {
            return NotFound();
        }

        var today = desk.Today;
        return await ChangedAsync(id, version, run => run with
        {
            // What was closed on another day is open again.
            Closed = [.. run.Closed.Where(c => c.Day == today && c.MachineId != machine).Concat(closed ? [new ClosedMachine(machine, today)] : Array.Empty<ClosedMachine>())],
        }, closed ? $"Closed for today: {Said.Name(row.Row.Name)}." : $"Open: {Said.Name(row.Row.Name)}.");
    }

    /// <summary>Takes a garment's copies over as it is made now.</summary>
    public async Task<IActionResult> OnPostFollowAsync(int id, int version, int garment) =>
        ModelState.IsValid && await LoadAsync(id) && Board.Garments.TryGetValue(garment, out var row)
            ? await ChangedAsync(id, version, run => run.Following(garment, row.Entry), $"Taken over: {Said.Name(row.Name)}, as it is made now.") : NotFound();

    /// <summary>Gives the run another name.</summary>
    public async Task<IActionResult> OnPostNameAsync(int id, int version, string? name)
    {
        if (!await LoadAsync(id))
        {
            return NotFound();
        }

        return string.IsNullOrWhiteSpace(name) || name.Trim().Length > SewingRun.LongestName ? Refused($"A run has a name of 1 to {SewingRun.LongestName} characters. It is called as before.")
            : await ChangedAsync(id, version, run => run with { Name = name.Trim() }, $"Called {Said.Name(name.Trim())} from now on.");
    }

    /// <summary>What is found, with seams called as on screen.</summary>
    public string Say(Finding finding) => wording.Say(GarmentWords.Of(finding.Code == "move-first" && RunsOver(finding) ? finding with { Code = "move-first-crosses" } : finding, Board.Called));

    /// <summary>Whether what has to be sewn first comes first because the other runs over its ends.</summary>
    private bool RunsOver(Finding finding) =>
        RunPieceName.Find(finding.Names["first"]) is { } first && RunPieceName.Find(finding.Names["then"]) is { } then && FieldText.IdOf(then.GarmentId) is { } garment
        && Board.Garments.TryGetValue(garment, out var row) && row.Entry.Find(then.SeamId)?.After.FirstOrDefault(a => a.SeamId == first.SeamId)?.WhyId == "crosses";

    /// <summary>The machines that are sewn on, in the order of their bands.</summary>
    public IReadOnlyList<RunMachineRow> Lanes => [.. Board.Machines.Where(m => Board.Places.Any(p => p.Entry.MachineId == m.Id))];

    private IReadOnlyList<RunMove>? Moves(string? piece)
    {
        if (piece is null || Board.Worked?.Table is not { } table || Board.Order is null)
        {
            return null;
        }

        var order = Board.OrderNumbers;
        return table.Numbers([piece]) is [var number] && order.Contains(number) ? table.Moves(order, number) : null;
    }

    private async Task<IActionResult> ChangedAsync(int id, int version, Func<SewingRun, SewingRun> change, string said)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        switch (await runs.ChangeAsync(id, version, change))
        {
            case SaveResult.Saved:
                return this.RedirectSaying($"/runs/{id}", said);
            case SaveResult.Missing:
                return NotFound();
            default:
                return await LoadAsync(id) ? Refused("This run was changed in another tab or on another device after the page was opened. Nothing was changed; this is how it stands now.") : NotFound();
        }
    }

    private PageResult Refused(string why)
    {
        Notice = why;
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await desk.LoadAsync(id, begin: !Stopped) is not { } board)
        {
            return false;
        }

        Board = board;
        return true;
    }
}
