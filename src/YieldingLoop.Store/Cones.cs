using System.Globalization;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store;

/// <summary>What running a sewn length down came to.</summary>
/// <param name="Result">Whether it was written down.</param>
/// <param name="Taken">What was taken from the cones whose metres are known.</param>
/// <param name="Stitches">Stitches it had, for each needle.</param>
/// <param name="Seats">The seats whose needle they were added to; none where the needles it was sewn with are not the ones anybody wrote down.</param>
public sealed record RunDown(SaveResult Result, IReadOnlyList<ThreadTaken> Taken, long Stitches, IReadOnlyList<ThreadPosition> Seats)
{
    /// <summary>Nothing was written down.</summary>
    public static RunDown Not(SaveResult why) => new(why, [], 0, []);
}

/// <summary>A length as it is written down.</summary>
/// <param name="Name">What it was.</param>
/// <param name="At">When it was sewn.</param>
/// <param name="SeamMm">How long it was, mm.</param>
/// <param name="Hem">Whether it hems.</param>
internal sealed record SewnLength(string Name, DateTimeOffset At, double SeamMm, bool Hem)
{
    /// <summary>The swatch it was; null for seams.</summary>
    public int? SwatchId { get; init; }

    /// <summary>The run it was sewn in; null where in none.</summary>
    public int? RunId { get; init; }
}

/// <summary>
/// Takes what was sewn from the cones of the drawer, and adds its stitches to the needles. What is sewn is what somebody
/// says was sewn.
/// </summary>
public sealed class Cones(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Takes a swatch's metres and counts its stitches, once.</summary>
    /// <param name="swatchId">The swatch.</param>
    /// <param name="version">Version it was opened in.</param>
    public Task<RunDown> TakeForSwatchAsync(int swatchId, int version) => context.InTurnAsync(async () =>
    {
        if (await context.Swatches.Include(s => s.Setup).FirstOrDefaultAsync(s => s.Id == swatchId) is not { Entry.InWear: false } row)
        {
            return RunDown.Not(new SaveResult.Missing());
        }

        if (row.RunDownAt is not null)
        {
            return RunDown.Not(new SaveResult.Saved(row.Id, Again: true));
        }

        if (row.Version != version)
        {
            return RunDown.Not(new SaveResult.Stale(row.Version));
        }

        var snapshot = row.Setup!.Snapshot;
        var (taken, work) = OfSwatch(snapshot, row.Entry, await AllowanceAsync());
        (row.RunDownAt, row.Version) = (clock.GetUtcNow(), row.Version + 1);
        return await WriteAsync(row, row.MachineId, row.Entry.Setup.Over(snapshot.Plan.Setup), taken, work, new($"Swatch {row.Id}, {row.Name}", row.CreatedAt, SewnMm(snapshot, row.Entry), snapshot.Seam.Job == SeamJob.Hem) { SwatchId = row.Id });
    });

    /// <summary>Takes the metres of a seam that was sewn with a kept set-up, and counts its stitches.</summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="version">Version it was opened in: a second tap on the same button takes nothing more.</param>
    /// <param name="seamMm">How long the seam was, mm.</param>
    public Task<RunDown> TakeForSeamAsync(int setupId, int version, double seamMm) => context.InTurnAsync(async () =>
    {
        if (await context.Setups.FirstOrDefaultAsync(s => s.Id == setupId) is not { } row)
        {
            return RunDown.Not(new SaveResult.Missing());
        }

        if (row.Version != version)
        {
            return RunDown.Not(new SaveResult.Stale(row.Version));
        }

        row.Version += 1;
        return await WriteAsync(
            row, row.MachineId, row.Snapshot.Plan.Setup, OfSeam(row.Snapshot, seamMm, await AllowanceAsync()), WorkAlong(row.Snapshot, seamMm), new(row.Name, clock.GetUtcNow(), seamMm, row.Snapshot.Seam.Job == SeamJob.Hem));
    });

    /// <summary>Winds small spools or bobbins from a cone: they lie in the drawer from now on, and what is on them is gone from the cone.</summary>
    /// <param name="coneId">The cone.</param>
    /// <param name="version">Version it was shown in.</param>
    /// <param name="winding">What is wound.</param>
    /// <param name="key">The form's key: the same form winds once.</param>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such cone; <see cref="SaveResult.Stale"/> where it was changed meanwhile.</returns>
    public Task<SaveResult> WindAsync(int coneId, int version, Winding winding, Guid key) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.Threads.AsNoTracking().FirstOrDefaultAsync(t => t.SubmissionKey == key) is { } made)
        {
            return new SaveResult.Saved(made.Id, Again: true);
        }

        if (await context.Threads.FirstOrDefaultAsync(t => t.Id == coneId && t.PutAwayAt == null) is not { } cone)
        {
            return new SaveResult.Missing();
        }

        if (cone.Version != version)
        {
            return new SaveResult.Stale(cone.Version);
        }

        var (now, spools) = (clock.GetUtcNow(), winding.From(cone.Entry));
        if (cone.Entry.MetresLeft is { } left)
        {
            Leave(cone, left - winding.Metres, 0);
        }

        // What went on the spools was counted by the winder, not by the seams.
        (cone.SewnSinceWeighed, cone.Version, cone.ChangedAt) = (null, version + 1, now);
        var row = new ThreadRow { Name = spools.Name, Entry = spools, WoundFromId = coneId, SubmissionKey = key, CreatedAt = now, ChangedAt = now };
        context.Add(row);
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.Id, Again: false);
    });

    /// <summary>Takes spools back that were wound: what is left on them is on their cone again, and they are put away.</summary>
    /// <param name="spoolId">The spools.</param>
    /// <param name="version">Version they were shown in.</param>
    /// <returns>As <see cref="WindAsync"/>; <see cref="SaveResult.Missing"/> too where they were not wound here.</returns>
    public Task<SaveResult> UnwindAsync(int spoolId, int version) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.Threads.Include(t => t.WoundFrom).FirstOrDefaultAsync(t => t.Id == spoolId) is not { WoundFrom: { } cone } spool)
        {
            return new SaveResult.Missing();
        }

        if (spool.Version != version)
        {
            return new SaveResult.Stale(spool.Version);
        }

        if (cone.Entry.MetresLeft is { } left && spool.Entry.MetresLeft is { } back)
        {
            Leave(cone, left + back, 0);
            cone.SewnSinceWeighed = null;
        }

        (spool.Entry, spool.PutAwayAt, spool.PutAwayWith) = (spool.Entry with { MetresLeft = 0 }, clock.GetUtcNow(), Guid.NewGuid());
        (spool.Version, spool.ChangedAt) = (version + 1, clock.GetUtcNow());
        await context.SaveChangesAsync();
        return new SaveResult.Saved(cone.Id, Again: false);
    });

    /// <summary>What a swatch took from each cone, and what each needle sewed of it.</summary>
    public static (IReadOnlyList<ThreadTaken> Taken, NeedleWork Work) OfSwatch(SetupSnapshot snapshot, SwatchEntry entry, ThreadAllowance allowance)
    {
        if (Swatches.CaseOf(snapshot, entry) is not { } seam)
        {
            return ([], default);
        }

        var (length, sewnMm) = (seam.Geometry.StitchLengthMm, ThreadTaken.SwatchMm(entry, seam.Geometry.StitchLengthMm));
        return (ThreadTaken.Of(seam, entry.Setup.Over(snapshot.Plan.Setup), sewnMm, allowance), NeedleWork.Along(sewnMm, length, seam.Geometry.Stitch.Repeats));
    }

    /// <summary>What a seam sewn as its card says takes from each cone.</summary>
    /// <param name="snapshot">Its set-up.</param>
    /// <param name="seamMm">How long it is in all, mm.</param>
    /// <param name="allowance">What its ends take.</param>
    /// <param name="pieces">In how many pieces it is sewn.</param>
    public static IReadOnlyList<ThreadTaken> OfSeam(SetupSnapshot snapshot, double seamMm, ThreadAllowance allowance, int pieces = 1) =>
        Swatches.CaseOf(snapshot, new() { Setup = snapshot.Plan.Setup }) is { } seam ? ThreadTaken.Of(seam, snapshot.Plan.Setup, seamMm, allowance, pieces) : [];

    /// <summary>What each needle sews along a seam sewn as its card says.</summary>
    public static NeedleWork WorkAlong(SetupSnapshot snapshot, double seamMm) =>
        snapshot.Plan.Setup.StitchLengthMm.Number() is { } length ? NeedleWork.Along(seamMm, length, snapshot.Plan.Stitch.Repeats) : default;

    private static double SewnMm(SetupSnapshot snapshot, SwatchEntry entry) => Swatches.CaseOf(snapshot, entry) is { } seam ? ThreadTaken.SwatchMm(entry, seam.Geometry.StitchLengthMm) : 0;

    private async Task<RunDown> WriteAsync(Row row, int machineId, Setup sewn, IReadOnlyList<ThreadTaken> parts, NeedleWork work, SewnLength what)
    {
        var (_, taken, needles) = await SewAsync(machineId, sewn, parts, work, what);
        return new RunDown(new SaveResult.Saved(row.Id, Again: false), taken, work.Stitches, [.. ThreadPositions.AsWritten.Where(p => needles.Any(n => n.Seat == p))]);
    }

    /// <summary>Takes metres, counts stitches and writes down what was sewn, within a write of somebody else's.</summary>
    internal async Task<(int SewnId, IReadOnlyList<ThreadTaken> Taken, IReadOnlyList<SeatedNeedleRow> Needles)> SewAsync(int machineId, Setup sewn, IReadOnlyList<ThreadTaken> parts, NeedleWork work, SewnLength what)
    {
        var taken = await TakeAsync(parts);
        var needles = await NeedleSeats.CountAsync(context, machineId, sewn, work.Stitches, what.At);
        var row = new SewnRow
        {
            MachineId = machineId, At = what.At, Name = what.Name, SeamMm = what.SeamMm, Hem = what.Hem, SwatchId = what.SwatchId, RunId = what.RunId,
            ThreadMetres = taken.Sum(t => t.Metres), Stitches = work.Stitches, Taken = taken, Timed = await CareBook.TimedAsync(context, machineId, what.At),
        };
        foreach (var needle in needles)
        {
            (needle.TimedStitches, needle.Hems) = (needle.TimedStitches + (row.Timed ? work.Stitches : 0), needle.Hems + (what.Hem && what.SwatchId is null ? 1 : 0));
        }

        // Numbers are given as rows are written.
        await context.SaveChangesAsync();
        row.NeedleIds = [.. needles.Select(n => n.Id)];
        context.Add(row);
        await context.SaveChangesAsync();
        return (row.Id, taken, needles);
    }

    /// <summary>Takes back a length that was not sewn after all: its thread is on the cones again, and its stitches are off the needles.</summary>
    /// <param name="sewnId">What it is written down under.</param>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such length, or a run has it: that is taken back in the run.</returns>
    public Task<SaveResult> TakeBackAsync(int sewnId) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.Sewn.FirstOrDefaultAsync(s => s.Id == sewnId) is not { RunId: null } row)
        {
            return new SaveResult.Missing();
        }

        if (row.TakenBackAt is not null)
        {
            return new SaveResult.Saved(sewnId, Again: true);
        }

        await GiveBackAsync(row.Taken, row.Stitches, row.NeedleIds, sewnId);
        if (row.SwatchId is { } swatch && await context.Swatches.FirstOrDefaultAsync(s => s.Id == swatch) is { } sewn)
        {
            (sewn.RunDownAt, sewn.Version) = (null, sewn.Version + 1);
        }

        await context.SaveChangesAsync();
        return new SaveResult.Saved(sewnId, Again: false);
    });

    /// <summary>Gives back what was taken and counted by mistake, within a write of somebody else's.</summary>
    /// <param name="taken">The thread.</param>
    /// <param name="stitches">The stitches.</param>
    /// <param name="needles">The needles they were counted for.</param>
    /// <param name="sewnId">What it is written down under; null where it is not.</param>
    internal async Task GiveBackAsync(IReadOnlyList<ThreadTaken> taken, long stitches, IReadOnlyList<int> needles, int? sewnId)
    {
        var row = sewnId is { } written ? await context.Sewn.FirstOrDefaultAsync(s => s.Id == written) : null;
        if (row is not null)
        {
            row.TakenBackAt = clock.GetUtcNow();
        }

        foreach (var part in taken)
        {
            if (await ConeAsync(part.ConeId) is { } cone)
            {
                Leave(cone, cone.Entry.MetresLeft!.Value + part.Metres, -part.Metres);
            }
        }

        foreach (var needle in await context.SeatedNeedles.Where(n => needles.Contains(n.Id)).ToListAsync())
        {
            needle.Stitches = Math.Max(0, needle.Stitches - stitches);
            (needle.TimedStitches, needle.Hems) = (Math.Max(0, needle.TimedStitches - (row is { Timed: true } ? stitches : 0)), Math.Max(0, needle.Hems - (row is { Hem: true, SwatchId: null } ? 1 : 0)));
        }
    }

    private async Task<IReadOnlyList<ThreadTaken>> TakeAsync(IReadOnlyList<ThreadTaken> sewn)
    {
        var taken = new List<ThreadTaken>();
        foreach (var part in sewn)
        {
            if (await ConeAsync(part.ConeId) is { } cone)
            {
                // What it says it had is all that can be taken, and given back.
                var left = cone.Entry.MetresLeft!.Value;
                Leave(cone, Math.Max(0, left - part.Metres), part.Metres);
                taken.Add(part with { Metres = Math.Min(part.Metres, left) });
            }
        }

        return taken;
    }

    /// <summary>A cone; null where nobody wrote its metres down, so that it has none to take. One that was put away is still the one it was sewn from.</summary>
    private async Task<ThreadRow?> ConeAsync(string coneId) =>
        int.TryParse(coneId, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? await context.Threads.FirstOrDefaultAsync(t => t.Id == id) is { Entry.MetresLeft: not null } cone ? cone : null : null;

    /// <summary>What goes besides the seams in this workroom.</summary>
    internal async Task<ThreadAllowance> AllowanceAsync() => (await context.Settings.AsNoTracking().Select(s => s.Settings).FirstOrDefaultAsync() ?? new WorkroomSettings()).Thread;

    private void Leave(ThreadRow cone, double metres, double sewn)
    {
        cone.Entry = cone.Entry with { MetresLeft = Math.Round(metres, 1) };
        cone.SewnSinceWeighed += sewn;
        (cone.Version, cone.ChangedAt) = (cone.Version + 1, clock.GetUtcNow());
    }
}
