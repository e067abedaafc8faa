namespace YieldingLoop.Core.Planning;

/// <summary>Why something else was not chosen.</summary>
/// <param name="Behind">The rule it breaks, or the figure it loses on.</param>
/// <param name="RuledOut">Whether a hard rule stands in the way.</param>
/// <param name="Setup">The best set-up with that choice; null where it is ruled out.</param>
public sealed record WhyNotAnswer(PlanBehind Behind, bool RuledOut, PlannedSetup? Setup);
