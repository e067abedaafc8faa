using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>One thing two set-ups differ in.</summary>
/// <param name="Topic">Which part of a set-up it is.</param>
/// <param name="Finding">What was and what is; null figures where there was or is nothing are left out.</param>
public sealed record SetupDifference(PlanTopic Topic, Finding Finding);
