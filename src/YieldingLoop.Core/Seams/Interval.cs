namespace YieldingLoop.Core.Seams;

/// <summary>A predicted figure with its 90 % band, all in the figure's own unit.</summary>
/// <param name="Low">5 % of the time it is below this.</param>
/// <param name="Middle">The prediction.</param>
/// <param name="High">5 % of the time it is above this.</param>
public readonly record struct Interval(double Low, double Middle, double High);
