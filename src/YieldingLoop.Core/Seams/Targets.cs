namespace YieldingLoop.Core.Seams;

/// <summary>
/// What a swatch of this set-up should show: what the model gives at the recommended dials. Whoever judges a swatch
/// compares with these, never with fixed limits. A figure the stitch does not have is null.
/// </summary>
/// <param name="MeetingLineMm">Where the loopers meet, mm, ± 0.5.</param>
/// <param name="GapMostMm">Largest gap, mm.</param>
/// <param name="OverhangMm">Loops past the edge, mm, ± 0.5.</param>
/// <param name="GrowthPercent">Growth in sewing, % ± 2 points.</param>
/// <param name="CoverLeast">Cover wanted on both sides; null where none is asked.</param>
/// <param name="TunnellingMost">Largest tunnelling index.</param>
public sealed record Targets(double? MeetingLineMm, double GapMostMm, double? OverhangMm, double GrowthPercent, double? CoverLeast, double? TunnellingMost)
{
    /// <summary>How far a flatlock opens, mm; null where the seam is to stay closed, and <see cref="GapMostMm"/> says how far.</summary>
    public double? GapAboutMm { get; init; }
}
