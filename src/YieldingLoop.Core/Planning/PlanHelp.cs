using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Planning;

/// <summary>Something that would help where nothing holds.</summary>
/// <param name="What">"thread", "direction", "machine".</param>
/// <param name="Sentence">What, and what it would come to.</param>
/// <param name="YieldPercent">Yield with it, %.</param>
/// <param name="Verdict">Verdict with it.</param>
public sealed record PlanHelp(string What, string Sentence, double YieldPercent, Verdict Verdict);
