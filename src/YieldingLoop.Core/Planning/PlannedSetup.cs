namespace YieldingLoop.Core.Planning;

/// <summary>A set-up on one of the machines at hand.</summary>
/// <param name="MachineId">The machine, as the question named it.</param>
/// <param name="Plan">The set-up.</param>
/// <param name="Differs">In what it differs from the best; empty for the best.</param>
/// <param name="Behind">Why it comes after the best; null for the best.</param>
public sealed record PlannedSetup(string MachineId, SetupPlan Plan, IReadOnlyList<PlanDifference> Differs, PlanBehind? Behind)
{
    /// <summary>The best, which comes after none.</summary>
    public PlannedSetup(string machineId, SetupPlan plan)
        : this(machineId, plan, [], null)
    {
    }
}
