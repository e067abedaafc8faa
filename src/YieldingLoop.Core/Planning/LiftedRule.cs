namespace YieldingLoop.Core.Planning;

/// <summary>A hard rule that is lifted.</summary>
/// <param name="RuleId">Which.</param>
/// <param name="ThreadKindId">For which kind of thread; null for all.</param>
public sealed record LiftedRule(string RuleId, string? ThreadKindId = null);
