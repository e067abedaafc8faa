using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Store.Formats;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>How far somebody is with a place of a run.</summary>
public enum RunStage
{
    /// <summary>Its set-up is not on the machine.</summary>
    ThreadUp,

    /// <summary>The machine was changed, and no swatch has passed since.</summary>
    Swatch,

    /// <summary>It can be sewn.</summary>
    Sew,
}

/// <summary>A run at the machine, one seam at a time: thread up, swatch where something changed, sew, tick.</summary>
public sealed class AtModel(RunDesk desk, Store.Runs runs, Workroom workroom, Store.ThreadUps threadUps, Store.Swatches swatches) : PageModel
{
    /// <summary>Which piece is looked at; null for the next of the order.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Piece { get; set; }

    /// <summary>Whether it is sewn without a swatch.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Sew { get; set; }

    /// <summary>What the page showed the piece to be sewn with, so that nothing else is written down.</summary>
    [BindProperty]
    public string? Seen { get; set; }

    [BindProperty]
    public int Version { get; set; }

    /// <summary>Made with the page, so that a set-up that is kept by it is kept once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    public RunBoard Board { get; private set; } = null!;

    /// <summary>The place in hand; null where nothing is left to be sewn.</summary>
    public RunPlaceView? Place { get; private set; }

    public RunMachineRow Machine { get; private set; } = null!;

    public RunStage Stage { get; private set; }

    /// <summary>The way onto the machine, or why there is none.</summary>
    public Outcome<ThreadUpPlan> Way { get; private set; } = null!;

    /// <summary>The number of its set-up where that is kept; null where it will be.</summary>
    public int? KeptId { get; private set; }

    /// <summary>A thread-up to it that was begun; null where none was.</summary>
    public int? Begun { get; private set; }

    /// <summary>Kept set-ups of the same seam, for what was sewn otherwise.</summary>
    public IReadOnlyList<SetupRow> Others { get; private set; } = [];

    /// <summary>Pieces that could be sewn instead, everything before them being sewn.</summary>
    public IReadOnlyList<RunPlaceView> Ready { get; private set; } = [];

    public string? Notice { get; private set; }

    /// <summary>The copies of the place that can be sewn now.</summary>
    public IReadOnlyList<int> Copies { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (!ModelState.IsValid || !await LoadAsync(id))
        {
            return NotFound();
        }

        // While the order is being worked out there is nothing to do here.
        return Board.Worked is null || Board.Row.PutAwayAt is not null ? Redirect($"/runs/{id}") : Page();
    }

    /// <summary>Goes to the thread-up of the place in hand; its set-up is kept first.</summary>
    public Task<IActionResult> OnPostThreadUpAsync(int id) => InHandAsync(id, async setup =>
        await threadUps.GoingOnForAsync(setup) is { } going ? $"/thread-ups/{going}" : $"/thread-ups/new?setup={setup}");

    /// <summary>Goes to the swatch of the place in hand.</summary>
    public Task<IActionResult> OnPostSwatchAsync(int id) => InHandAsync(id, setup => Task.FromResult($"/swatches/new?setup={setup}"));

    /// <summary>Ticks copies.</summary>
    /// <param name="id">The run.</param>
    /// <param name="copy">The copies, from 1.</param>
    /// <param name="setup">The kept set-up it was sewn with instead; null for the one that is shown.</param>
    public Task<IActionResult> OnPostTickAsync(int id, List<int> copy, int? setup) => SewnAsync(id, copy, setup, runs.TickAsync, (copies, left) =>
        $"Sewn: {Said.Name(Board.SeamName(Place!.GarmentId, Place.Seam.Id))}, {Phrase.List([.. copies.Select(c => Board.CopyName(Place.GarmentId, c))])}.{(left.Count > 0 ? $" No length is known for {Phrase.List(left)}: nothing was taken from the cones." : "")}");

    /// <summary>Writes down that it popped as it was sewn.</summary>
    public Task<IActionResult> OnPostPoppedAsync(int id, int copy) => SewnAsync(id, [copy], null, runs.PoppedAsync, (_, _) =>
        "Written down: it popped. The rest is worked out anew without what it was sewn with.");

    /// <summary>Takes a tick back, because it was not sewn, or because it popped afterwards.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(int id, int garment, string? seam, int copy, bool popped)
    {
        if (!ModelState.IsValid || seam is null)
        {
            return BadRequest();
        }

        switch (await runs.TakeBackAsync(id, Version, (garment, seam, copy), popped))
        {
            case SaveResult.Saved:
                return this.RedirectSaying($"/runs/{id}/at", popped ? "Written down: it popped. It is to be sewn again, and not with that set-up." : "Taken back: cones and needles are as if it had not been sewn.");
            case SaveResult.Stale:
                return await LoadAsync(id) ? Refused(Meanwhile) : NotFound();
            default:
                return NotFound();
        }
    }

    /// <summary>What is to be done at the ends of the seam in hand, and where it is a hem.</summary>
    public IReadOnlyList<string> AtEnds
    {
        get
        {
            var order = Board.SewingOrder(Place!.GarmentId);
            string NameOf(string seam) => Board.SeamName(Place.GarmentId, seam);
            return
            [
                .. SeamEnds.AtHems(order).Where(f => f.Names.GetValueOrDefault("hem") == Place.Seam.Id).Select(f => GarmentWords.Of(f, NameOf)),
                .. SeamEnds.Open(order).Where(e => e.SeamId == Place.Seam.Id).Select(e => $"{(e.Count == 1 ? "1 end" : $"{e.Count} ends")} on each: {GarmentWords.Of(e.Why, NameOf)}. {GarmentWords.Of(e.Finish)}"),
            ];
        }
    }

    private const string Meanwhile = "This run was changed in another tab or on another device after the page was opened. Nothing was written down; this is how it stands now.";

    private async Task<IActionResult> InHandAsync(int id, Func<int, Task<string>> to)
    {
        if (!ModelState.IsValid || !await LoadAsync(id))
        {
            return NotFound();
        }

        if (Refusal() is { } refused)
        {
            return refused;
        }

        if (await KeepAsync() is not { } setup)
        {
            return Refused(Meanwhile);
        }

        await runs.TakeInHandAsync(id, setup);
        return Redirect(await to(setup));
    }

    private async Task<IActionResult> SewnAsync(int id, List<int> copies, int? setup, Func<int, int, RunSewn, Task<SaveResult>> write, Func<IReadOnlyList<int>, List<string>, string> said)
    {
        if (!ModelState.IsValid || !await LoadAsync(id))
        {
            return NotFound();
        }

        if (Refusal() is { } refused)
        {
            return refused;
        }

        if (copies.Count == 0)
        {
            return Refused("Say which copy was sewn.");
        }

        if ((setup is { } otherwise ? Others.Any(o => o.Id == otherwise) ? otherwise : null : await KeepAsync()) is not { } with)
        {
            return Refused("That set-up is not one of this seam’s. Nothing was written down.");
        }

        var place = Place!;
        switch (await write(id, Version, new RunSewn(place.GarmentId, place.Seam.Id, copies, with)))
        {
            case SaveResult.Saved:
                var left = copies.Where(c => Board.SewnMm(place.GarmentId, place.Seam, c) is null).Select(c => Board.CopyName(place.GarmentId, c)).ToList();
                var more = Piece is not null && Copies.Except(copies).Any();
                return this.RedirectSaying($"/runs/{id}/at{(more ? $"?piece={Uri.EscapeDataString(Piece!)}" : "")}", said(copies, left));
            case SaveResult.Stale:
                return await LoadAsync(id) ? Refused(Meanwhile) : NotFound();
            default:
                return NotFound();
        }
    }

    /// <summary>Why nothing can be written down: what the page showed is not how it stands.</summary>
    private PageResult? Refusal()
    {
        if (Board.Worked is null || Place is null)
        {
            return Refused("The order is being worked out anew. Nothing was written down.");
        }

        return Seen == SeenNow ? null : Refused("What this seam is sewn with was worked out otherwise meanwhile, because something it rests on was changed. Nothing was written down; this is how it stands now.");
    }

    /// <summary>Fingerprint of what the place is sewn with.</summary>
    public string SeenNow => Place is null ? "" : $"{Place.Name} {Place.Entry.MachineId} {StoredFormat.Digest(Documents.Of(Place.Choice.Plan.Setup))}";

    private async Task<int?> KeepAsync()
    {
        if (KeptId is { } kept)
        {
            return kept;
        }

        var (place, work) = (Place!, Board.Works[Place!.Seam.WorkId]);
        var plan = place.Choice.Plan;
        var snapshot = new SetupSnapshot(work.Cloth!.Entry, work.Cloth.Entry.Resolve().Value!, await workroom.AsOfNowAsync(work.Entry), plan.Setup.HeadOf(Machine.Row.Entry), plan);
        return await workroom.KeepAsync(snapshot, work.Id, work.ClothId, Machine.Row.Id, Key) is SaveResult.Saved saved ? saved.Id : null;
    }

    private PageResult Refused(string why)
    {
        ModelState.Remove(nameof(Seen));
        ModelState.Remove(nameof(Version));
        Notice = why;
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await desk.LoadAsync(id) is not { } board)
        {
            return false;
        }

        Board = board;
        Ready = [.. board.Places.Where(p => board.OpenCopies(p).Any(c => board.Run.CanSew(p.GarmentId, board.Garments[p.GarmentId].Entry, p.Seam, c)))];
        Place = Ready.FirstOrDefault(p => p.Name == Piece) ?? (Ready.Count > 0 ? Ready[0] : null);
        if (Place is not { } place)
        {
            return true;
        }

        Machine = board.Machines.First(m => m.Id == place.Entry.MachineId);
        Copies = [.. board.OpenCopies(place).Where(c => board.Run.CanSew(place.GarmentId, board.Garments[place.GarmentId].Entry, place.Seam, c))];
        var plan = place.Choice.Plan;
        Way = ThreadUpPlanner.Plan(ThreadUpQuestion.Onto(plan.Setup, plan.Baseline, Machine.Row.Entry, Machine.State, plan.Schools));
        Others = await workroom.Setups.Include(s => s.Machine).Where(s => s.SeamId == place.Seam.WorkId && s.PutAwayAt == null && !s.Superseded).OrderByDescending(s => s.Id).ToListAsync();
        KeptId = Others.FirstOrDefault(s => s.MachineId == Machine.Row.Id && s.Snapshot.Plan.Setup == plan.Setup)?.Id;
        Begun = KeptId is { } kept ? await threadUps.GoingOnForAsync(kept) : null;
        Stage = Way.Value is not { Steps.Count: 0 } ? RunStage.ThreadUp : !Sew && await SwatchIsDueAsync() ? RunStage.Swatch : RunStage.Sew;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(Machine.Row);
        return true;
    }

    /// <summary>Whether the machine was changed since a swatch passed on it, or a seam was sewn on it.</summary>
    private async Task<bool> SwatchIsDueAsync()
    {
        var machine = Machine.Row.Id;
        if (await threadUps.LastEndedAtAsync(machine) is not { } changed)
        {
            return false;
        }

        return !Board.Run.Done.Any(t => t.At >= changed && Board.Ticked.TryGetValue(t.SetupId, out var setup) && setup.MachineId == machine) && !await swatches.PassedSinceAsync(machine, changed);
    }
}
