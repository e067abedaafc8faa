namespace YieldingLoop.Core.Planning;

/// <summary>A figure that a set-up has twice: as it was kept, and as the model reads the same set-up now.</summary>
/// <param name="What">Which.</param>
/// <param name="Was">As it was kept.</param>
/// <param name="Is">As it is read now.</param>
public sealed record FigureChange(FigureKind What, double Was, double Is);
