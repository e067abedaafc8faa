using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Garments;

/// <summary>What is on a machine when a run begins.</summary>
internal static class RunStart
{
    /// <summary>What is said to be on it and cannot be.</summary>
    public static IEnumerable<Problem> Problems(RunMachine machine) =>
        // A convertible machine nobody has said anything about is one to be changed over.
        SetupCheck.Problems(machine.Machine, machine.State).Where(p => !(p.Field == "changedOverTo" && machine.Machine is Convertible && !machine.State.ChangedOverTo.IsThere));
}
