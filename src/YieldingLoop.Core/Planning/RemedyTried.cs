namespace YieldingLoop.Core.Planning;

/// <summary>A remedy that was tried because the first choice did not hold.</summary>
/// <param name="Name">What was changed.</param>
/// <param name="Sentence">What came of it.</param>
/// <param name="YieldBeforePercent">Yield before, %.</param>
/// <param name="YieldAfterPercent">Yield with it, %.</param>
/// <param name="Kept">Whether it stayed in the set-up.</param>
public sealed record RemedyTried(string Name, string Sentence, double YieldBeforePercent, double YieldAfterPercent, bool Kept);
