using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>What a machine stands at once a set-up is on it.</summary>
public static class SetupState
{
    /// <summary>The state that sewing this set-up leaves behind.</summary>
    /// <param name="plan">The set-up.</param>
    /// <param name="machine">The machine it is on, as it is now.</param>
    /// <param name="system">Needle system of the machine the set-up was made with.</param>
    public static MachineState Of(SetupPlan plan, Machine machine, string system) => new()
    {
        ChangedOverTo = machine is Convertible ? MachineKind.Overlocker : null,
        Needles = [.. plan.Threads.Where(t => t.Position.IsNeedle()).Select(t => new NeedleInSeat(t.Position, system, plan.PointId, plan.NeedleSizeMetric))],
        Threads = [.. plan.Threads.Select(t => new ThreadInPlace(t.Position, t.KindId))],
        Dials = [.. plan.Threads.Select(t => new DialAt(t.Position, t.DialNumber))],
        FingerName = plan.FingerName,
        LengthMm = plan.StitchLengthMm,
        Differential = plan.Differential,
        CuttingWidthMm = plan.CuttingWidthFromRightMm,
    };
}
