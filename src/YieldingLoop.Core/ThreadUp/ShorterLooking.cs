using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>Something that looks shorter, and why it is not done.</summary>
/// <param name="MinutesLess">Minutes it would seem to save.</param>
/// <param name="Finding">What it is, and why it is not safe.</param>
public sealed record ShorterLooking(double MinutesLess, Finding Finding);
