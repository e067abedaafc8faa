using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store;

/// <summary>Something on the way of a set-up to its passed swatch: a swatch, or what was done between two.</summary>
/// <param name="At">When.</param>
public abstract record CoachedItem(DateTimeOffset At)
{
    /// <summary>Its number among those of its kind.</summary>
    public required int Id { get; init; }
}

/// <summary>A swatch that was sewn.</summary>
/// <param name="At">When.</param>
/// <param name="Entry">What was read on it.</param>
/// <param name="Passed">Whether it passed.</param>
/// <param name="Version">Counts its edits.</param>
public sealed record CoachedSwatch(DateTimeOffset At, SwatchEntry Entry, bool Passed, int Version) : CoachedItem(At);

/// <summary>Something that was done.</summary>
public sealed record CoachedStep(DateTimeOffset At, CoachDone Done, int? ThreadUpId) : CoachedItem(At);

/// <summary>What was done for a set-up so far.</summary>
/// <param name="Items">What is reckoned with, the oldest first.</param>
/// <param name="Waiting">A step whose thread-up is not at its end; null where none waits.</param>
/// <param name="Mark">A text that is another one as soon as anything of it is.</param>
public sealed record CoachedWay(IReadOnlyList<CoachedItem> Items, CoachedStep? Waiting, string Mark)
{
    /// <summary>Since when it is reckoned with: the machine was threaded then, or somebody began anew; the beginning of time where neither was.</summary>
    public DateTimeOffset Since { get; init; } = DateTimeOffset.MinValue;

    /// <summary>Whether the coach had tape put on the allowance: no machine's record says so.</summary>
    public bool Tape => Items.OfType<CoachedStep>().Any(s => s.Done.Change == CoachChange.Tape);

    /// <summary>The last thing, where it can be taken back: nothing was sewn since.</summary>
    public CoachedStep? Last => Items is [.., CoachedStep last] ? last : null;
}

/// <summary>
/// Keeps what the coach was told. A change is written together with the thread-up it was done by, both or neither, so that what
/// stands on the machine stays true; what was done from an older page than the newest is refused.
/// </summary>
public sealed class Coaching(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Most of one way that is reckoned with: the newest.</summary>
    public const int Most = 200;

    private readonly RowWriter writer = new(context, clock);
    private readonly ThreadUps threadUps = new(context, clock);
    private readonly Swatches swatches = new(context, clock);

    /// <summary>
    /// What was done for a set-up, as far as it still holds for what stands on the machine: since somebody began anew, or since the machine
    /// was threaded for anything but a step of the coach's. What older swatches say of the dials is among what the machine has taught.
    /// </summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="machineId">Its machine.</param>
    public async Task<CoachedWay> WayAsync(int setupId, int machineId)
    {
        var steps = await context.CoachSteps.AsNoTracking().Where(c => c.SetupId == setupId && c.PutAwayAt == null).OrderByDescending(c => c.CreatedAt).ThenByDescending(c => c.Id).Take(Most)
            .Select(c => new { c.Id, c.CreatedAt, c.Entry, c.ThreadUpId, Ended = c.ThreadUp == null ? null : c.ThreadUp.EndedAt, GivenUp = c.ThreadUp != null && c.ThreadUp.PutAwayAt != null }).ToListAsync();
        var since = await ThreadedSinceAsync(machineId, setupId);
        if (steps.Find(s => s.Entry.Deed == CoachDeed.Begin) is { } begun && begun.CreatedAt > since)
        {
            since = begun.CreatedAt;
        }

        var sewn = await context.Swatches.AsNoTracking().Where(s => s.SetupId == setupId && s.PutAwayAt == null && s.CreatedAt > since).OrderByDescending(s => s.CreatedAt).ThenByDescending(s => s.Id).Take(Most)
            .Select(s => new { s.Id, s.CreatedAt, s.Entry, s.Passed, s.Version }).ToListAsync();
        CoachedStep? waiting = null;
        List<CoachedItem> items = [.. sewn.Where(s => s.Entry is { InWear: false, LeftOut: not LeftOut.ByHand }).Select(s => new CoachedSwatch(s.CreatedAt, s.Entry, s.Passed, s.Version) { Id = s.Id })];
        foreach (var step in steps.Where(s => s.CreatedAt > since && s.Entry.Deed != CoachDeed.Begin && !s.GivenUp))
        {
            if (step.ThreadUpId is not null && step.Ended is null)
            {
                waiting = new(step.CreatedAt, step.Entry, step.ThreadUpId) { Id = step.Id };
            }
            else
            {
                // Done is what a thread-up does when its last step is.
                items.Add(new CoachedStep(step.Ended ?? step.CreatedAt, step.Entry, step.ThreadUpId) { Id = step.Id });
            }
        }

        items = [.. items.OrderBy(i => i.At).ThenBy(i => i is CoachedStep ? 0 : 1).ThenBy(i => i.Id).TakeLast(Most)];
        var state = await context.States.AsNoTracking().Where(s => s.Id == machineId).Select(s => s.Version).FirstOrDefaultAsync();
        return new(items, waiting, FormattableString.Invariant($"{state}.{waiting?.Id}.{string.Join('.', items.TakeLast(6).Select(i => i is CoachedSwatch s ? $"s{s.Id}v{s.Version}" : $"c{i.Id}"))}.{items.Count}")) { Since = since };
    }

    /// <summary>Until when threads or needles were moved at a machine, but for the coach; the beginning of time where they never were.</summary>
    private async Task<DateTimeOffset> ThreadedSinceAsync(int machineId, int setupId)
    {
        var ended = context.ThreadUps.AsNoTracking().Where(t => t.MachineId == machineId && t.EndedAt != null && !context.CoachSteps.Any(c => c.ThreadUpId == t.Id && c.SetupId == setupId))
            .OrderByDescending(t => t.EndedAt).Select(t => new { t.EndedAt, t.Entry });
        // Nearly always the newest one: no more of them are read than it takes.
        await foreach (var one in ended.AsAsyncEnumerable())
        {
            if (one.Entry.MovesThreads)
            {
                return one.EndedAt!.Value;
            }
        }

        return DateTimeOffset.MinValue;
    }

    /// <summary>What the coach is asked for a set-up. Swatches of its way do not count as learnt besides.</summary>
    /// <param name="row">The set-up.</param>
    /// <param name="way">All that was done.</param>
    /// <param name="schools">The schools as they are chosen now: the set-up's own decide what it is, these in which order things are looked for.</param>
    public async Task<CoachQuestion> QuestionAsync(SetupRow row, CoachedWay way, ChosenSchools schools)
    {
        var (snapshot, plan) = (row.Snapshot, row.Snapshot.Plan);
        var told = way.Items.OfType<CoachedSwatch>().Select(s => s.Id).ToHashSet();
        var taught = (await swatches.OfMachineAsync(row.MachineId)).Where(s => !told.Contains(s.Id)).ToList();
        var learnt = Swatches.CaseOf(snapshot, new() { Setup = plan.Setup }) is { } seam ? Teaching.For(taught, seam, Swatches.ClothKey(row.ClothId)).Learnt : Learnt.Nothing;
        return new(plan.Tuned(snapshot.Machine), snapshot.ClothFigures, snapshot.Seam, plan.Setup, plan.Targets, plan.Schools with { FaultOrderId = schools.FaultOrderId }) { Learnt = learnt };
    }

    /// <summary>The coach after what was done.</summary>
    /// <param name="question">What it is asked.</param>
    /// <param name="items">What was done, as far as it is to be reckoned with.</param>
    public static CoachSession After(CoachQuestion question, IEnumerable<CoachedItem> items)
    {
        var coach = new CoachSession(question);
        foreach (var item in items)
        {
            if (item is CoachedSwatch swatch)
            {
                coach.Sewn(swatch.Entry.Setup.Over(question.Setup), swatch.Entry.Read);
            }
            else if (item is CoachedStep step)
            {
                coach.Did(step.Done);
            }
        }

        return coach;
    }

    /// <summary>The set-up whose coach asked for a thread-up; null where none did.</summary>
    public Task<int?> AskedForAsync(int threadUpId) => context.CoachSteps.Where(c => c.ThreadUpId == threadUpId && c.PutAwayAt == null).Select(c => (int?)c.SetupId).FirstOrDefaultAsync();

    /// <summary>Writes down what was done by hand or by eye.</summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="machineId">Its machine.</param>
    /// <param name="done">What was done.</param>
    /// <param name="mark">The way as the page showed it.</param>
    /// <param name="key">The form's key.</param>
    /// <returns><see cref="SaveResult.Stale"/> where something was done meanwhile.</returns>
    public Task<SaveResult> SayAsync(int setupId, int machineId, CoachDone done, string mark, Guid key) => context.InTurnAsync(async () =>
    {
        if (await MadeAsync(key) is { } again)
        {
            return again;
        }

        var way = await WayAsync(setupId, machineId);
        if (way.Mark != mark)
        {
            return new SaveResult.Stale(0);
        }

        return await WriteAsync(setupId, way, done, null, key);
    });

    /// <summary>Writes down a change together with the thread-up it is done by. Where that is one step, it is done at once; else it is begun.</summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="machineId">Its machine.</param>
    /// <param name="done">The change.</param>
    /// <param name="plan">The way onto the machine, without a swatch at its end.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="mark">The way as the page showed it.</param>
    /// <param name="key">The form's key.</param>
    /// <returns>The thread-up where one is to be gone through; null where it is done, or could not be begun.</returns>
    public Task<(SaveResult Result, int? ThreadUpId)> ChangeAsync(int setupId, int machineId, CoachDone done, ThreadUpPlan plan, string name, string mark, Guid key) => context.InTurnAsync<(SaveResult, int?)>(async () =>
    {
        if (await MadeAsync(key) is { } again)
        {
            var begun = await context.CoachSteps.Where(c => c.Id == again.Id && c.ThreadUp!.EndedAt == null).Select(c => c.ThreadUpId).FirstOrDefaultAsync();
            return (again, begun);
        }

        var way = await WayAsync(setupId, machineId);
        if (way.Mark != mark || await context.States.AsNoTracking().Where(s => s.Id == machineId).Select(s => (int?)s.Version).FirstOrDefaultAsync() is not { } version)
        {
            return (new SaveResult.Stale(0), null);
        }

        if (await threadUps.BeginAsync(plan, name, machineId, setupId, new(version, await threadUps.GoingOnAtAsync(machineId)), Guid.NewGuid()) is not SaveResult.Saved { Id: var threadUp })
        {
            return (new SaveResult.Stale(0), null);
        }

        var once = plan.Steps.Count == 1;
        if (once)
        {
            await threadUps.TickAsync(threadUp, 1);
        }

        return (await WriteAsync(setupId, way, done, threadUp, key), once ? null : threadUp);
    });

    /// <summary>Takes back the last thing that was done: an answer, what was put right, or a number, which is set as it stood.</summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="machineId">Its machine.</param>
    /// <param name="mark">The way as the page showed it.</param>
    /// <returns><see cref="SaveResult.Missing"/> where nothing can be taken back.</returns>
    public Task<SaveResult> TakeBackAsync(int setupId, int machineId, string mark) => context.InTurnAsync<SaveResult>(async () =>
    {
        var way = await WayAsync(setupId, machineId);
        if (way.Mark != mark)
        {
            return new SaveResult.Stale(0);
        }

        if (way.Last is not { } last || await context.CoachSteps.FirstOrDefaultAsync(c => c.Id == last.Id) is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (row.ThreadUpId is { } threadUp)
        {
            if (await threadUps.TakeBackAsync(threadUp, 0) is SaveResult.Stale stale)
            {
                return stale;
            }

            await threadUps.GiveUpAsync(threadUp);
        }

        await LeaveOutAsync(last.Done.Silenced, null);
        row.PutAwayAt = clock.GetUtcNow();
        return await writer.UpdateAsync(row, row.Version);
    });

    /// <summary>What a form has written down already; null where nothing.</summary>
    public async Task<SaveResult.Saved?> MadeAsync(Guid key) =>
        await context.CoachSteps.AsNoTracking().Where(c => c.SubmissionKey == key).Select(c => (int?)c.Id).FirstOrDefaultAsync() is { } made ? new SaveResult.Saved(made, Again: true) : null;

    /// <summary>Writes it down. A fault that is put right was in the swatches before: they teach nothing of the machine from now on.</summary>
    private async Task<SaveResult> WriteAsync(int setupId, CoachedWay way, CoachDone done, int? threadUpId, Guid key)
    {
        if (await context.Setups.AsNoTracking().Where(s => s.Id == setupId).Select(s => s.Name).FirstOrDefaultAsync() is not { } name)
        {
            return new SaveResult.Missing();
        }

        if (done.Deed == CoachDeed.Repair)
        {
            done = done with { Silenced = [.. way.Items.OfType<CoachedSwatch>().Where(s => s.Entry.LeftOut is null).Select(s => s.Id)] };
            await LeaveOutAsync(done.Silenced, LeftOut.FaultFound);
        }

        return await writer.InsertAsync(new CoachRow { Name = name, Entry = done, SetupId = setupId, ThreadUpId = threadUpId }, key);
    }

    private async Task LeaveOutAsync(IReadOnlyList<int> swatchIds, LeftOut? leftOut)
    {
        foreach (var swatch in await context.Swatches.Where(s => swatchIds.Contains(s.Id)).ToListAsync())
        {
            (swatch.Entry, swatch.LeftOut, swatch.Version) = (swatch.Entry with { LeftOut = leftOut }, leftOut is not null, swatch.Version + 1);
        }
    }
}
