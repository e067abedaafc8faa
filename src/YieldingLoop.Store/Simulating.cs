using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store;

/// <summary>
/// A machine of the workroom that is simulated: what it sews and how it looks, by its number, by when it was threaded, and by what was
/// done since. Asked twice it answers the same; nothing of it is kept but what anybody writes down.
/// </summary>
public static class Simulating
{
    /// <summary>Whether the machine of a set-up is simulated.</summary>
    public static bool Is(SetupRow row) => row.Machine?.Entry.SimulatedNumber is not null;

    /// <summary>Sews a swatch, and writes it down as somebody would.</summary>
    /// <param name="row">The set-up, with its machine.</param>
    /// <param name="way">What was done for it.</param>
    /// <param name="stands">What stands on the machine.</param>
    /// <returns>The swatch; null where the machine is a real one, or what stands on it makes no stitch of the card.</returns>
    public static SwatchEntry? Sew(SetupRow row, CoachedWay way, Setup stands)
    {
        var setup = stands.Over(row.Snapshot.Plan.Setup);
        return At(row, way, "sew") is { } machine && machine.Sew(setup, row.Snapshot.Plan.Targets.HoldPercent).Value is { } read && Swatches.CaseOf(row.Snapshot, new() { Setup = setup }) is { } seam
            ? SewnForYou.Entry(stands, seam.Geometry.Stitch, read) : null;
    }

    /// <summary>How something looks.</summary>
    /// <param name="row">The set-up, with its machine.</param>
    /// <param name="way">What was done for it.</param>
    /// <param name="look">What is looked at.</param>
    /// <param name="position">Where.</param>
    /// <returns>Whether it looks bad; null where the machine is a real one.</returns>
    public static bool? LooksBad(SetupRow row, CoachedWay way, CoachLook look, ThreadPosition? position) =>
        // What nothing lies behind looks good.
        At(row, way, $"look {look.Id()} {position?.Id()}") is { } machine ? look.Fault() is { } kind && machine.LooksBad(kind, position) : null;

    /// <summary>What is wrong with it now; null where the machine is a real one.</summary>
    public static IReadOnlyList<HiddenFault>? Hidden(SetupRow row, CoachedWay way) => At(row, way, "")?.InEffect;

    private static StandIn? At(SetupRow row, CoachedWay way, string occasion)
    {
        var (snapshot, plan) = (row.Snapshot, row.Snapshot.Plan);
        if (row.Machine?.Entry.SimulatedNumber is not { } number)
        {
            return null;
        }

        var machine = plan.Setup.HeadOf(plan.Tuned(snapshot.Machine));
        if (plan.Setup.Case(machine, snapshot.ClothFigures, snapshot.Seam, null, plan.Schools).Value is not { } sewn)
        {
            return null;
        }

        var threading = way.Since.UtcTicks;
        var chance = new Dice(Dice.SeedOf(number, FormattableString.Invariant($"{row.Id} {threading} {way.Items.Count} {occasion}")));
        var standIn = new StandIn(machine, snapshot.ClothFigures, snapshot.Seam, plan.Schools, TruthDraw.Standing(number, threading, plan.Setup, machine, sewn), chance);
        foreach (var done in way.Items.OfType<CoachedStep>().Select(s => s.Done).Where(d => d.Deed is CoachDeed.Repair or CoachDeed.Change))
        {
            CoachWalk.Do(standIn, done);
        }

        return standIn;
    }
}
