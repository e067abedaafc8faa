using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Something that would help where nothing holds.</summary>
/// <param name="What">"thread" or "direction".</param>
/// <param name="Finding">What, and what it would come to.</param>
/// <param name="YieldPercent">Yield with it, %.</param>
/// <param name="Verdict">Verdict with it.</param>
public sealed record PlanHelp(string What, Finding Finding, double YieldPercent, Verdict Verdict);
