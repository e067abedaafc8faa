using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store;

/// <summary>A run in a list.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Entry">The run.</param>
/// <param name="ChangedAt">When something of it was last said.</param>
/// <param name="EndedAt">When it ended; null while it goes on.</param>
public sealed record RunListing(int Id, SewingRun Entry, DateTimeOffset ChangedAt, DateTimeOffset? EndedAt);

/// <summary>A seam that was sewn on some copies.</summary>
/// <param name="GarmentId">The garment.</param>
/// <param name="SeamId">The seam.</param>
/// <param name="Copies">Which copies, from 1.</param>
/// <param name="SetupId">The kept set-up it was sewn with.</param>
public sealed record RunSewn(int GarmentId, string SeamId, IReadOnlyList<int> Copies, int SetupId);

/// <summary>
/// Keeps runs: what is sewn together, what was decided about the order, and every seam that was ticked. A tick is written
/// together with what it says of the machine, the cones and the needles, all or nothing.
/// </summary>
public sealed class Runs(WorkroomContext context, Cones cones, TimeProvider clock)
{
    private readonly RowWriter writer = new(context, clock);

    private IQueryable<RunRow> InUse => context.Runs.AsNoTracking().Where(r => r.PutAwayAt == null);

    /// <summary>A run; null where there is none of this number. One that was put away is found too.</summary>
    public Task<RunRow?> FindAsync(int id) => context.Runs.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id);

    /// <summary>Runs in use: those that go on first, the last touched first.</summary>
    public Task<ListPage<RunListing>> ListAsync(int page = 1, int size = ListPage.Size) =>
        InUse.OrderBy(r => r.EndedAt != null).ThenByDescending(r => r.ChangedAt).ThenByDescending(r => r.Id).Select(r => new RunListing(r.Id, r.Entry, r.ChangedAt, r.EndedAt)).PageAsync(page, size);

    /// <summary>Runs that go on, the last touched first.</summary>
    public Task<ListPage<RunListing>> ListGoingOnAsync(int size) =>
        InUse.Where(r => r.EndedAt == null).OrderByDescending(r => r.ChangedAt).ThenByDescending(r => r.Id).Select(r => new RunListing(r.Id, r.Entry, r.ChangedAt, r.EndedAt)).PageAsync(1, size);

    /// <summary>The run that has a set-up in hand; null where none has.</summary>
    public Task<int?> WithInHandAsync(int setupId) =>
        InUse.Where(r => r.SetupInHandId == setupId).OrderByDescending(r => r.ChangedAt).Select(r => (int?)r.Id).FirstOrDefaultAsync();

    /// <summary>The garments of a run by number, put away or not.</summary>
    public async Task<Dictionary<int, GarmentRow>> GarmentsAsync(SewingRun run)
    {
        var ids = run.Parts.Select(p => p.GarmentId).ToList();
        return await context.Garments.AsNoTracking().Where(g => ids.Contains(g.Id)).ToDictionaryAsync(g => g.Id);
    }

    /// <summary>Begins a run; <see cref="SaveResult.Missing"/> where a garment of it does not exist.</summary>
    public Task<SaveResult> StartAsync(SewingRun run, Guid key) => context.InTurnAsync(async () =>
    {
        var garments = await GarmentsAsync(run);
        return run.Parts.All(p => garments.ContainsKey(p.GarmentId)) ? await writer.InsertAsync(new RunRow { Name = run.Name.Trim(), Entry = run }, key) : new SaveResult.Missing();
    });

    /// <summary>Changes what was decided about a run. What is ticked cannot be changed this way.</summary>
    /// <param name="id">The run.</param>
    /// <param name="version">Version it was shown in.</param>
    /// <param name="change">What becomes of it.</param>
    public Task<SaveResult> ChangeAsync(int id, int version, Func<SewingRun, SewingRun> change) => context.InTurnAsync(async () =>
    {
        if (await context.Runs.FirstOrDefaultAsync(r => r.Id == id && r.PutAwayAt == null) is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (row.Version != version)
        {
            return new SaveResult.Stale(row.Version);
        }

        row.Entry = change(row.Entry);
        row.Name = row.Entry.Name.Trim();
        await EndAsync(row);
        return await writer.UpdateAsync(row, version);
    });

    /// <summary>Says which set-up is in hand, so that its thread-up and swatch lead back to the run.</summary>
    public Task<SaveResult> TakeInHandAsync(int id, int? setupId) => context.InTurnAsync<SaveResult>(async () =>
        // Not an edit: nobody's page is out of date because of it.
        await context.Runs.Where(r => r.Id == id).ExecuteUpdateAsync(r => r.SetProperty(p => p.SetupInHandId, setupId)) == 1 ? new SaveResult.Saved(id, Again: false) : new SaveResult.Missing());

    /// <summary>Writes down that a seam was sewn on some copies: what it was sewn with is on its machine, its metres are gone from the cones, its stitches are the needles'.</summary>
    /// <param name="id">The run.</param>
    /// <param name="version">Version it was shown in.</param>
    /// <param name="sewn">What was sewn.</param>
    /// <returns><see cref="SaveResult.Stale"/> where the run, or what has to be sewn before, was changed meanwhile; <see cref="SaveResult.Missing"/> where there is no such seam or set-up.</returns>
    public Task<SaveResult> TickAsync(int id, int version, RunSewn sewn) => context.InTurnAsync(async () =>
    {
        if (await context.Runs.FirstOrDefaultAsync(r => r.Id == id && r.PutAwayAt == null) is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (sewn.Copies.Count > 0 && sewn.Copies.All(c => row.Entry.Done.Any(t => t.Is(sewn.GarmentId, sewn.SeamId, c) && t.SetupId == sewn.SetupId)))
        {
            // The same press, sent twice.
            return new SaveResult.Saved(id, Again: true);
        }

        var garment = row.Entry.Parts.FirstOrDefault(p => p.GarmentId == sewn.GarmentId) is { } part ? await context.Garments.AsNoTracking().FirstOrDefaultAsync(g => g.Id == part.GarmentId) : null;
        var seam = garment?.Entry.Find(sewn.SeamId);
        var setup = seam is null ? null : await context.Setups.FirstOrDefaultAsync(s => s.Id == sewn.SetupId && s.SeamId == seam.WorkId);
        if (setup is null || sewn.Copies.Count == 0 || sewn.Copies.Distinct().Count() != sewn.Copies.Count)
        {
            return new SaveResult.Missing();
        }

        if (row.Version != version || !sewn.Copies.All(c => row.Entry.CanSew(sewn.GarmentId, garment!.Entry, seam!, c)))
        {
            return new SaveResult.Stale(row.Version);
        }

        var now = clock.GetUtcNow();
        await PutOnAsync(setup, now);
        var wearers = row.Entry.Parts.First(p => p.GarmentId == sewn.GarmentId).Wearers;
        var ticks = new List<RunTick>();
        foreach (var copy in sewn.Copies)
        {
            ticks.Add(await SewAsync(id, setup, seam!.Times, new RunTick { GarmentId = sewn.GarmentId, SeamId = sewn.SeamId, Copy = copy, SetupId = setup.Id, At = now, SewnMm = seam.LengthsMm.TryGetValue(wearers[copy - 1], out var mm) ? mm * seam.Times : null }));
        }

        row.Entry = row.Entry with { Done = [.. row.Entry.Done, .. ticks], Order = [.. row.Entry.Order.Where(o => !Ticked(o, row.Entry, ticks))] };
        row.SetupInHandId = null;
        await EndAsync(row);
        return await writer.UpdateAsync(row, version);
    });

    /// <summary>Takes a tick back: the seam is to be sewn again, and cones and needles are as if it had not been. What is on the machine stays.</summary>
    /// <param name="id">The run.</param>
    /// <param name="version">Version it was shown in.</param>
    /// <param name="tick">The tick.</param>
    /// <param name="popped">Whether it was sewn and popped: the thread is gone and the needles have sewn it, and its set-up is not proposed for it again.</param>
    public Task<SaveResult> TakeBackAsync(int id, int version, (int GarmentId, string SeamId, int Copy) tick, bool popped = false) => context.InTurnAsync(async () =>
    {
        if (await context.Runs.FirstOrDefaultAsync(r => r.Id == id && r.PutAwayAt == null) is not { } row || row.Entry.Done.FirstOrDefault(t => t.Is(tick.GarmentId, tick.SeamId, tick.Copy)) is not { } there)
        {
            return new SaveResult.Missing();
        }

        if (row.Version != version)
        {
            return new SaveResult.Stale(row.Version);
        }

        if (!popped)
        {
            await cones.GiveBackAsync(there.Taken, there.Stitches, there.NeedleIds, there.SewnId);
        }

        row.Entry = row.Entry with
        {
            Done = [.. row.Entry.Done.Where(t => t != there)],
            Popped = popped ? [.. row.Entry.Popped.Append(new(tick.GarmentId, tick.SeamId, there.SetupId)).Distinct()] : row.Entry.Popped,
        };
        row.EndedAt = null;
        return await writer.UpdateAsync(row, version);
    });

    /// <summary>Writes down that a seam popped on one copy as it was sewn: its thread is gone, it is to be sewn again, and not with this set-up.</summary>
    /// <param name="id">The run.</param>
    /// <param name="version">Version it was shown in.</param>
    /// <param name="sewn">What was sewn, on one copy.</param>
    /// <returns>As <see cref="TickAsync"/>.</returns>
    public Task<SaveResult> PoppedAsync(int id, int version, RunSewn sewn) => context.InTurnAsync(async () =>
    {
        var ticked = await TickAsync(id, version, sewn);
        return ticked is SaveResult.Saved { Again: false } ? await TakeBackAsync(id, version + 1, (sewn.GarmentId, sewn.SeamId, sewn.Copies[0]), popped: true) : ticked;
    });

    /// <summary>Whether a set-up is on its machine: nothing would have to be changed.</summary>
    private static bool IsOn(SetupRow setup, Machine machine, Setup state) =>
        ThreadUpPlanner.Plan(ThreadUpQuestion.Onto(setup.Snapshot.Plan.Setup, setup.Snapshot.Plan.Baseline, machine, state, setup.Snapshot.Plan.Schools)).Value is { Steps.Count: 0 };

    /// <summary>What was sewn with it is on the machine, whatever was written down before.</summary>
    private async Task PutOnAsync(SetupRow setup, DateTimeOffset now)
    {
        var state = await context.States.Include(s => s.Machine).FirstAsync(s => s.Id == setup.MachineId);
        if (!IsOn(setup, state.Machine!.Entry, state.Entry))
        {
            await NeedleSeats.SetAsync(context, state, setup.Snapshot.Plan.Setup.OnMachine(state.Machine.Entry), now, now);
            await context.SaveChangesAsync();
        }
    }

    private async Task<RunTick> SewAsync(int runId, SetupRow setup, int pieces, RunTick tick)
    {
        if (tick.SewnMm is not { } length)
        {
            return tick;
        }

        var work = Cones.WorkAlong(setup.Snapshot, length);
        var (sewn, taken, needles) = await cones.SewAsync(
            setup.MachineId, setup.Snapshot.Plan.Setup, Cones.OfSeam(setup.Snapshot, length, await cones.AllowanceAsync(), pieces), work,
            new(setup.Name, tick.At, length, setup.Snapshot.Seam.Job == SeamJob.Hem) { RunId = runId });
        return tick with { Taken = taken, Stitches = work.Stitches, NeedleIds = [.. needles.Select(n => n.Id)], SewnId = sewn };
    }

    private static bool Ticked(string piece, SewingRun run, List<RunTick> ticks) =>
        RunPieceName.Find(piece) is { } name && (name.Copy is { } copy ? ticks.Exists(t => name.Seam == $"{t.GarmentId}/{t.SeamId}" && t.Copy == copy)
            : ticks.FirstOrDefault(t => name.Seam == $"{t.GarmentId}/{t.SeamId}") is { } one && run.OpenCopies(one.GarmentId, one.SeamId).All(c => ticks.Exists(t => t.Is(one.GarmentId, one.SeamId, c))));

    /// <summary>Writes down whether everything is sewn.</summary>
    private async Task EndAsync(RunRow row)
    {
        var garments = await GarmentsAsync(row.Entry);
        var open = row.Entry.Parts.Any(p => garments.TryGetValue(p.GarmentId, out var garment) && garment.Entry.Seams.Any(s => row.Entry.OpenCopies(p.GarmentId, s.Id).Count > 0));
        row.EndedAt = open ? null : row.EndedAt ?? clock.GetUtcNow();
    }
}
