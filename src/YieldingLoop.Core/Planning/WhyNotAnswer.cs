namespace YieldingLoop.Core.Planning;

/// <summary>Why something else was not chosen.</summary>
/// <param name="Sentence">The rule it breaks, or the figure it loses on.</param>
/// <param name="RuledOut">Whether a hard rule stands in the way.</param>
/// <param name="Setup">The best set-up with that choice; null where it is ruled out.</param>
public sealed record WhyNotAnswer(string Sentence, bool RuledOut, PlannedSetup? Setup);
