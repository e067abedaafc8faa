using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>What a machine stands at once a set-up is on it.</summary>
public static class SetupState
{
    /// <summary>What a machine is while it sews a set-up: itself, or the half of a convertible one.</summary>
    public static Machine HeadOf(SetupPlan plan, Machine machine)
    {
        var kind = plan.Threads.Any(t => t.Position == ThreadPosition.ChainLooper) ? MachineKind.Coverstitch
            : plan.Threads.Any(t => t.Position == ThreadPosition.LowerLooper) ? MachineKind.Overlocker
            : MachineKind.Plain;
        return machine.Heads().FirstOrDefault(h => h.Kind == kind) ?? machine.Heads()[0];
    }

    /// <summary>The state that sewing this set-up leaves behind.</summary>
    /// <param name="plan">The set-up.</param>
    /// <param name="machine">The machine it is on, as it is now.</param>
    /// <param name="system">Needle system of the machine the set-up was made with.</param>
    public static MachineState Of(SetupPlan plan, Machine machine, string system)
    {
        var twin = plan.TwinGapMm is not null;
        // A twin needle stands in one seat, and both its threads hang from the one dial.
        ThreadPosition Place(ThreadPosition position) => twin && position.IsNeedle() ? ThreadPosition.Needle : position;
        return new MachineState
        {
            ChangedOverTo = machine is Convertible ? HeadOf(plan, machine).Kind : null,
            Needles = [.. plan.Threads.Where(t => t.Position.IsNeedle()).Select(t => new NeedleInSeat(Place(t.Position), system, plan.PointId, plan.NeedleSizeMetric, plan.TwinGapMm)).Distinct()],
            Threads = [.. plan.Threads.Select(t => new ThreadInPlace(Place(t.Position), t.KindId, t.Colour, t.StockName ?? "")).Distinct()],
            Dials = [.. plan.Threads.Where(t => t.DialNumber is not null).Select(t => new DialAt(Place(t.Position), t.DialNumber!.Value)).Distinct()],
            FingerName = plan.FingerName,
            LengthMm = plan.StitchLengthMm,
            Differential = plan.Differential,
            CuttingWidthMm = plan.CuttingWidthFromRightMm,
            StitchId = HeadOf(plan, machine) is PlainMachine ? StitchCatalogue.Find(plan.StitchId)?.SwitchedTo : null,
            ZigzagWidthMm = plan.ZigzagWidthMm,
            PlateName = plan.PlateName,
            FootName = plan.FootName,
            NeedlePositionMm = twin ? 0 : null,
        };
    }
}
