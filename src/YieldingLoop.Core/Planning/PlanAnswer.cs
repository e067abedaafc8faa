namespace YieldingLoop.Core.Planning;

/// <summary>The planner's answer.</summary>
/// <param name="Best">The best set-up.</param>
/// <param name="Alternatives">Up to two that differ in kind, the better first.</param>
/// <param name="Help">Where the best does not hold: what would help, the most helpful first.</param>
/// <param name="Candidates">How many set-ups were weighed.</param>
/// <param name="Evaluated">How many of them the seam model was asked about; the others differ from one of these only in needle or knife.</param>
public sealed record PlanAnswer(PlannedSetup Best, IReadOnlyList<PlannedSetup> Alternatives, IReadOnlyList<PlanHelp> Help, long Candidates, long Evaluated);
