using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store;

/// <summary>
/// Keeps which needle stands in which seat since when, and what it has sewn there. It follows what is said to be on the
/// machines, within the write that says it; nothing here saves by itself.
/// </summary>
internal static class NeedleSeats
{
    /// <summary>Lets the seats of a machine follow its state: a needle that is another one, or gone, was taken out; one that was not there was put in.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="machineId">The machine.</param>
    /// <param name="before">What stood on it.</param>
    /// <param name="state">What stands on it.</param>
    /// <param name="moment">Since when.</param>
    /// <param name="fresh">Seats into which another needle of the same kind may have been put.</param>
    public static async Task FollowAsync(WorkroomContext context, int machineId, Setup before, Setup state, DateTimeOffset moment, IReadOnlyCollection<ThreadPosition>? fresh = null)
    {
        var seated = await InSeatsAsync(context, machineId);
        foreach (var row in seated.ToList().Where(r => fresh?.Contains(r.Seat) == true || !Holds(state, r)))
        {
            row.TakenOutAt = moment;
            seated.Remove(row);
        }

        foreach (var (seat, needle) in state.Needles)
        {
            if (!seated.Exists(r => r.Seat == seat))
            {
                // One that stood there already came in before needles were written down.
                var stood = before.Needles[seat].TryGet(out var there) && there.Serves(needle) && fresh?.Contains(seat) != true;
                context.Add(new SeatedNeedleRow { MachineId = machineId, Seat = seat, Needle = needle, FittedAt = stood ? null : moment });
            }
        }
    }

    /// <summary>Says what stands on a machine otherwise, and lets its seats follow.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="row">What stands on it.</param>
    /// <param name="state">What stands on it from now on.</param>
    /// <param name="now">When it is said.</param>
    /// <param name="since">Since when it stands there.</param>
    public static Task SetAsync(WorkroomContext context, StateRow row, Setup state, DateTimeOffset now, DateTimeOffset since)
    {
        var before = row.Entry;
        (row.Entry, row.Version, row.ChangedAt) = (state, row.Version + 1, now);
        return FollowAsync(context, row.Id, before, state, since);
    }

    /// <summary>Writes down that steps of a thread-up put needles in, a fresh one even where its kind stood there before.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="row">The thread-up, as it was before these steps were ticked.</param>
    /// <param name="done">How many steps are done now.</param>
    /// <param name="fitted">What the steps took from the drawer.</param>
    /// <param name="moment">When.</param>
    public static async Task FitAsync(WorkroomContext context, ThreadUpRow row, int done, IReadOnlyList<FittedNeedle> fitted, DateTimeOffset moment)
    {
        var (before, after) = (row.Entry.StateAfter(row.Done), row.Entry.StateAfter(done));
        var steps = Enumerable.Range(row.Done, done - row.Done).Where(i => row.Entry.Steps[i] is { Act: ThreadUpAct.SetNeedle, Needle: not null }).ToDictionary(i => row.Entry.Steps[i].Position());
        await FollowAsync(context, row.MachineId, before, after, moment, [.. steps.Values.Select(i => row.Entry.Steps[i].Position())]);
        foreach (var added in context.ChangeTracker.Entries<SeatedNeedleRow>().Where(e => e.State == EntityState.Added).Select(e => e.Entity))
        {
            if (steps.TryGetValue(added.Seat, out var step))
            {
                (added.ThreadUpId, added.Step, added.UsedBefore) = (row.Id, step, fitted.Any(f => f.Step == step && f.Used));
            }
        }
    }

    /// <summary>Takes back what steps that were not done after all had put in or taken out: the needles that stood there stand there still.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="row">The thread-up.</param>
    /// <param name="done">How many steps are done after all.</param>
    /// <param name="moment">When it was said.</param>
    public static async Task TakeBackAsync(WorkroomContext context, ThreadUpRow row, int done, DateTimeOffset moment)
    {
        var state = row.Entry.StateAfter(done);
        var all = await context.SeatedNeedles.Where(n => n.MachineId == row.MachineId).OrderBy(n => n.Id).ToListAsync();
        var never = all.Where(n => n.ThreadUpId == row.Id && n.Step >= done).ToList();
        context.RemoveRange(never);
        all.RemoveAll(never.Contains);
        foreach (var (seat, needle) in state.Needles)
        {
            if (!all.Exists(n => n.Seat == seat && n.TakenOutAt is null) && all.FindLast(n => n.Seat == seat) is { } last && last.Needle.Serves(needle))
            {
                last.TakenOutAt = null;
                // Whatever was sewn meanwhile, this one sewed it.
                last.Stitches += never.Where(n => n.Seat == seat).Sum(n => n.Stitches);
            }
        }

        foreach (var gone in all.Where(n => n.TakenOutAt is null && !Holds(state, n)))
        {
            gone.TakenOutAt = moment;
        }
    }

    /// <summary>Adds stitches to the needles that were in when something was sewn.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="machineId">The machine it was sewn on.</param>
    /// <param name="sewn">What it was sewn with.</param>
    /// <param name="stitches">How often each needle went through the cloth.</param>
    /// <param name="moment">When it was sewn.</param>
    /// <returns>The needles it was added to.</returns>
    public static async Task<IReadOnlyList<SeatedNeedleRow>> CountAsync(WorkroomContext context, int machineId, Setup sewn, long stitches, DateTimeOffset moment)
    {
        if (await context.States.AsNoTracking().FirstOrDefaultAsync(s => s.Id == machineId) is { } state)
        {
            await FollowAsync(context, machineId, state.Entry, state.Entry, moment);
            await context.SaveChangesAsync();
        }

        var there = await context.SeatedNeedles.Where(n => n.MachineId == machineId && (n.FittedAt == null || n.FittedAt <= moment) && (n.TakenOutAt == null || n.TakenOutAt > moment)).ToListAsync();
        var counted = there.Where(n => Holds(sewn, n)).ToList();
        foreach (var needle in counted)
        {
            needle.Stitches += stitches;
        }

        return counted;
    }

    private static Task<List<SeatedNeedleRow>> InSeatsAsync(WorkroomContext context, int machineId) => context.SeatedNeedles.Where(n => n.MachineId == machineId && n.TakenOutAt == null).ToListAsync();

    private static bool Holds(Setup state, SeatedNeedleRow row) => state.Needles[row.Seat].TryGet(out var needle) && needle.Serves(row.Needle);
}
