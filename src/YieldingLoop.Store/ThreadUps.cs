using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store;

/// <summary>A machine as a page showed it.</summary>
/// <param name="StateVersion">Version of its state.</param>
/// <param name="GoingOn">The thread-up that was going on at it; null where none was.</param>
public sealed record SeenAtMachine(int StateVersion, int? GoingOn);

/// <summary>
/// Keeps what is being done at the machines. Every tick is written together with what it makes of the machine's state,
/// both or neither, so that a session that breaks off goes on where it stopped and what is on the machine is true at
/// every moment.
/// </summary>
public sealed class ThreadUps(WorkroomContext context, TimeProvider clock)
{
    private readonly RowWriter writer = new(context, clock);

    /// <summary>One that was begun, with its machine and set-up; null where there is none of this number.</summary>
    public Task<ThreadUpRow?> FindAsync(int id) => context.ThreadUps.AsNoTracking().Include(t => t.Machine).Include(t => t.Setup).FirstOrDefaultAsync(t => t.Id == id);

    /// <summary>What is going on at a machine; null where nothing is.</summary>
    public Task<int?> GoingOnAtAsync(int machineId) => GoingOn.Where(t => t.MachineId == machineId).OrderByDescending(t => t.Id).Select(t => (int?)t.Id).FirstOrDefaultAsync();

    /// <summary>What is going on for a set-up; null where nothing is.</summary>
    public Task<int?> GoingOnForAsync(int setupId) => GoingOn.Where(t => t.SetupId == setupId).OrderByDescending(t => t.Id).Select(t => (int?)t.Id).FirstOrDefaultAsync();

    /// <summary>Whether a set-up was ever brought onto its machine to the last step.</summary>
    public Task<bool> DoneForAsync(int setupId) => context.ThreadUps.AnyAsync(t => t.SetupId == setupId && t.EndedAt != null && t.PutAwayAt == null);

    /// <summary>When a machine was last changed to the last step of a list; null where it never was.</summary>
    public Task<DateTimeOffset?> LastEndedAtAsync(int machineId) =>
        context.ThreadUps.Where(t => t.MachineId == machineId && t.EndedAt != null && t.PutAwayAt == null).OrderByDescending(t => t.EndedAt).Select(t => t.EndedAt).FirstOrDefaultAsync();

    /// <summary>What is going on at machines that are in use, the last touched first.</summary>
    public async Task<ListPage<ThreadUpListing>> ListAsync(int page, int size)
    {
        var rows = await GoingOn.Where(t => t.Machine!.PutAwayAt == null).OrderByDescending(t => t.ChangedAt)
            .Select(t => new { t.Id, t.Name, Machine = t.Machine!.Name, t.Done, t.Entry }).PageAsync(page, size);
        return new([.. rows.Items.Select(t => new ThreadUpListing(t.Id, t.Name, t.Machine, t.Done, t.Entry.Steps.Count))], rows.Total, rows.Number, rows.Size);
    }

    /// <summary>Every thread-up, going on, ended or given up, the last touched first.</summary>
    /// <param name="machineId">Only those at this machine; null for any.</param>
    /// <param name="setupId">Only those for this set-up; null for any.</param>
    /// <param name="page">Which page of them.</param>
    /// <param name="size">Most on a page.</param>
    public Task<ListPage<ThreadUpPast>> ListPastAsync(int? machineId, int? setupId, int page, int size = ListPage.Size)
    {
        // What came with an import that was undone is nobody's.
        var rows = context.ThreadUps.AsNoTracking().Where(t => t.PutAwayWith == null);
        rows = machineId is { } machine ? rows.Where(t => t.MachineId == machine) : rows;
        rows = setupId is { } setup ? rows.Where(t => t.SetupId == setup) : rows;
        return rows.OrderByDescending(t => t.ChangedAt).ThenByDescending(t => t.Id)
            .Select(t => new ThreadUpPast(t.Id, t.Name, t.Machine!.Name, t.ChangedAt, t.EndedAt != null, t.PutAwayAt != null)).PageAsync(page, size);
    }

    /// <summary>Begins a thread-up; whatever else was going on at the machine is given up.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="name">What it leads to.</param>
    /// <param name="machineId">The machine.</param>
    /// <param name="setupId">The set-up; null after a broken thread.</param>
    /// <param name="seen">What the plan starts from.</param>
    /// <param name="key">The form's key.</param>
    /// <returns><see cref="SaveResult.Stale"/> where the state has been changed since, or somebody else has begun.</returns>
    public Task<SaveResult> BeginAsync(ThreadUpPlan plan, string name, int machineId, int? setupId, SeenAtMachine seen, Guid key) => context.InTurnAsync(async () =>
    {
        if (await context.ThreadUps.AsNoTracking().Where(t => t.SubmissionKey == key).Select(t => (int?)t.Id).FirstOrDefaultAsync() is { } made)
        {
            return new SaveResult.Saved(made, Again: true);
        }

        if (await context.States.AsNoTracking().FirstOrDefaultAsync(s => s.Id == machineId) is not { } state)
        {
            return new SaveResult.Missing();
        }

        if (state.Version != seen.StateVersion || await GoingOnAtAsync(machineId) != seen.GoingOn)
        {
            return new SaveResult.Stale(state.Version);
        }

        var now = clock.GetUtcNow();
        foreach (var other in await GoingOn.Where(t => t.MachineId == machineId).ToListAsync())
        {
            // Given up, not done: it leaves no trace in what the machine was last threaded for.
            (other.PutAwayAt, other.Version) = (now, other.Version + 1);
        }

        return await writer.InsertAsync(new ThreadUpRow { Name = name, Entry = plan, MachineId = machineId, SetupId = setupId, StateVersion = seen.StateVersion }, key);
    });

    /// <summary>Ticks every step up to a number; those that are ticked already stay so.</summary>
    /// <param name="id">Which thread-up.</param>
    /// <param name="done">How many steps are done now.</param>
    /// <returns><see cref="SaveResult.Stale"/> where somebody has said meanwhile what else is on the machine, or the rest was given up.</returns>
    public Task<SaveResult> TickAsync(int id, int done) => MoveAsync(id, done, onward: true);

    /// <summary>Takes ticks back down to a number: what was ticked by mistake was not done.</summary>
    /// <param name="id">Which thread-up.</param>
    /// <param name="done">How many steps are done after all.</param>
    /// <returns>As <see cref="TickAsync"/>.</returns>
    public Task<SaveResult> TakeBackAsync(int id, int done) => MoveAsync(id, done, onward: false);

    /// <summary>Puts another plan in the place of the rest, from what is on the machine now.</summary>
    /// <returns><see cref="SaveResult.Stale"/> where the state has been changed since the plan was made.</returns>
    public Task<SaveResult> ReplanAsync(int id, ThreadUpPlan plan, int stateVersion) => context.InTurnAsync(async () =>
    {
        if (await context.ThreadUps.FirstOrDefaultAsync(t => t.Id == id) is not { } row)
        {
            return new SaveResult.Missing();
        }

        var state = await context.States.AsNoTracking().FirstAsync(s => s.Id == row.MachineId);
        if (state.Version != stateVersion)
        {
            return new SaveResult.Stale(state.Version);
        }

        // What the old list put in stays in: no tick of the new one takes it back.
        await context.SeatedNeedles.Where(n => n.ThreadUpId == id).ExecuteUpdateAsync(n => n.SetProperty(r => r.ThreadUpId, (int?)null));
        (row.Entry, row.Done, row.Fitted, row.StateVersion, row.EndedAt, row.PutAwayAt) = (plan, 0, [], stateVersion, plan.Steps.Count == 0 ? clock.GetUtcNow() : null, null);
        return await writer.UpdateAsync(row, row.Version);
    });

    /// <summary>Gives up the rest; what is on the machine stays as the last tick left it.</summary>
    public Task<SaveResult> GiveUpAsync(int id) => context.InTurnAsync(async () =>
    {
        if (await context.ThreadUps.FirstOrDefaultAsync(t => t.Id == id) is not { } row)
        {
            return new SaveResult.Missing();
        }

        row.PutAwayAt ??= row.EndedAt is null ? clock.GetUtcNow() : null;
        return await writer.UpdateAsync(row, row.Version);
    });

    private IQueryable<ThreadUpRow> GoingOn => context.ThreadUps.Where(t => t.EndedAt == null && t.PutAwayAt == null);

    private Task<SaveResult> MoveAsync(int id, int done, bool onward) => context.InTurnAsync<SaveResult>(async () =>
    {
        var row = await context.ThreadUps.FirstOrDefaultAsync(t => t.Id == id);
        if (row is null || done < 0 || done > row.Entry.Steps.Count)
        {
            return new SaveResult.Missing();
        }

        if (onward ? done <= row.Done : done >= row.Done)
        {
            return new SaveResult.Saved(id, Again: true);
        }

        var state = await context.States.FirstAsync(s => s.Id == row.MachineId);
        if (row.PutAwayAt is not null || state.Version != row.StateVersion)
        {
            return new SaveResult.Stale(state.Version);
        }

        var now = clock.GetUtcNow();
        if (onward)
        {
            var fitted = await TakeNeedlesAsync(row, done, now);
            await NeedleSeats.FitAsync(context, row, done, fitted, now);
            row.Fitted = [.. row.Fitted, .. fitted];
        }
        else
        {
            row.Fitted = await GiveNeedlesBackAsync(row, done, now);
            await NeedleSeats.TakeBackAsync(context, row, done, now);
        }

        (state.Entry, state.Version, state.ChangedAt) = (row.Entry.StateAfter(done), state.Version + 1, now);
        (row.Done, row.StateVersion, row.EndedAt) = (done, state.Version, done == row.Entry.Steps.Count ? now : null);
        (row.Version, row.ChangedAt) = (row.Version + 1, now);
        await context.SaveChangesAsync();
        return new SaveResult.Saved(id, Again: false);
    });

    /// <summary>Counts the needles down that the steps up to a number fit: new ones first, then those used before. What the drawer does not hold is not counted.</summary>
    private async Task<List<FittedNeedle>> TakeNeedlesAsync(ThreadUpRow row, int done, DateTimeOffset now)
    {
        var fitted = new List<FittedNeedle>();
        var wanted = Enumerable.Range(row.Done, done - row.Done).Where(i => row.Entry.Steps[i] is { Act: ThreadUpAct.SetNeedle, Needle: not null }).ToList();
        var drawer = wanted.Count == 0 ? [] : await context.Needles.Where(n => n.PutAwayAt == null).OrderBy(n => n.Id).ToListAsync();
        foreach (var step in wanted)
        {
            var needle = row.Entry.Steps[step].Needle!;
            var same = drawer.Where(n => n.Entry.Needle.Serves(needle)).ToList();
            if ((same.Find(n => n.Entry.Unused > 0) ?? same.Find(n => n.Entry.UsedOnce > 0)) is { } from)
            {
                var used = from.Entry.Unused == 0;
                Count(from, used, -1, now);
                fitted.Add(new(step, from.Id, used));
            }
        }

        return fitted;
    }

    /// <summary>Puts back what steps that were not done after all had taken.</summary>
    private async Task<IReadOnlyList<FittedNeedle>> GiveNeedlesBackAsync(ThreadUpRow row, int done, DateTimeOffset now)
    {
        foreach (var taken in row.Fitted.Where(f => f.Step >= done))
        {
            if (await context.Needles.FirstOrDefaultAsync(n => n.Id == taken.NeedleId) is { } needles)
            {
                Count(needles, taken.Used, +1, now);
            }
        }

        return [.. row.Fitted.Where(f => f.Step < done)];
    }

    private static void Count(NeedleRow row, bool used, int by, DateTimeOffset now)
    {
        row.Entry = used ? row.Entry with { UsedOnce = row.Entry.UsedOnce + by } : row.Entry with { Unused = row.Entry.Unused + by };
        (row.Version, row.ChangedAt) = (row.Version + 1, now);
    }
}
