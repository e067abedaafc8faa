namespace YieldingLoop.Core.Planning;

/// <summary>Why one choice was made.</summary>
/// <param name="Topic">What it stands beside.</param>
/// <param name="Sentence">One sentence.</param>
/// <param name="Basis">Where it comes from: "common practice", a school, the seam model, the machine's record.</param>
public sealed record Reason(PlanTopic Topic, string Sentence, string Basis);
