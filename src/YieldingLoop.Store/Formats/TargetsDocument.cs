using YieldingLoop.Core.Seams;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Targets"/>
public sealed record TargetsDocument
{
    /// <inheritdoc cref="Targets.MeetingLineMm"/>
    public TargetDocument? MeetingLineMm { get; init; }

    /// <inheritdoc cref="Targets.Wrapped"/>
    public bool Wrapped { get; init; }

    /// <inheritdoc cref="Targets.GapMm"/>
    public TargetDocument? GapMm { get; init; }

    /// <inheritdoc cref="Targets.OverhangMm"/>
    public TargetDocument? OverhangMm { get; init; }

    /// <inheritdoc cref="Targets.GrowthPercent"/>
    public TargetDocument? GrowthPercent { get; init; }

    /// <inheritdoc cref="Targets.CoverFace"/>
    public TargetDocument? CoverFace { get; init; }

    /// <inheritdoc cref="Targets.CoverBack"/>
    public TargetDocument? CoverBack { get; init; }

    /// <inheritdoc cref="Targets.Drag"/>
    public TargetDocument? Drag { get; init; }

    /// <inheritdoc cref="Targets.BesideUnsewnPercent"/>
    public TargetDocument? BesideUnsewnPercent { get; init; }

    /// <inheritdoc cref="Targets.TunnellingIndex"/>
    public TargetDocument? TunnellingIndex { get; init; }

    /// <inheritdoc cref="Targets.HoldPercent"/>
    public double HoldPercent { get; init; }

    /// <inheritdoc cref="Targets.HoldStitches"/>
    public int HoldStitches { get; init; } = 50;
}

/// <inheritdoc cref="Target"/>
public readonly record struct TargetDocument(double? Least, double? Most)
{
    /// <inheritdoc cref="Target.Wanted"/>
    public double? Wanted { get; init; }
}
