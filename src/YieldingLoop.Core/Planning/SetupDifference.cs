namespace YieldingLoop.Core.Planning;

/// <summary>One thing two set-ups differ in.</summary>
/// <param name="Topic">Which part of a set-up it is.</param>
/// <param name="What">"left needle dial 4 → 4.5".</param>
public sealed record SetupDifference(PlanTopic Topic, string What);
