using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SwatchReadings"/>
public sealed record SwatchReadingsDocument
{
    /// <inheritdoc cref="SwatchReadings.MeetingLineMm"/>
    public double? MeetingLineMm { get; init; }

    /// <inheritdoc cref="SwatchReadings.GapMm"/>
    public double? GapMm { get; init; }

    /// <inheritdoc cref="SwatchReadings.OverhangMm"/>
    public double? OverhangMm { get; init; }

    /// <inheritdoc cref="SwatchReadings.GrowthPercent"/>
    public double? GrowthPercent { get; init; }

    /// <inheritdoc cref="SwatchReadings.BesideUnsewnPercent"/>
    public double? BesideUnsewnPercent { get; init; }

    /// <inheritdoc cref="SwatchReadings.CurlsTo"/>
    public Curl? CurlsTo { get; init; }

    /// <inheritdoc cref="SwatchReadings.TunnellingIndex"/>
    public double? TunnellingIndex { get; init; }

    /// <inheritdoc cref="SwatchReadings.Ridge"/>
    public Ridge? Ridge { get; init; }

    /// <inheritdoc cref="SwatchReadings.CoverFace"/>
    public double? CoverFace { get; init; }

    /// <inheritdoc cref="SwatchReadings.CoverBack"/>
    public double? CoverBack { get; init; }

    /// <inheritdoc cref="SwatchReadings.Skips"/>
    public int? Skips { get; init; }

    /// <inheritdoc cref="SwatchReadings.Stitches"/>
    public int? Stitches { get; init; }

    /// <inheritdoc cref="SwatchReadings.FirstSkipAt"/>
    public int? FirstSkipAt { get; init; }

    /// <inheritdoc cref="SwatchReadings.SkipsByPosition"/>
    public IReadOnlyDictionary<ThreadPosition, int>? SkipsByPosition { get; init; }

    /// <inheritdoc cref="SwatchReadings.BrokeAt"/>
    public ThreadPosition? BrokeAt { get; init; }

    /// <inheritdoc cref="SwatchReadings.BrokeAfterStitches"/>
    public int? BrokeAfterStitches { get; init; }

    /// <inheritdoc cref="SwatchReadings.PoppedAt"/>
    public ThreadPosition? PoppedAt { get; init; }

    /// <inheritdoc cref="SwatchReadings.PoppedAtPercent"/>
    public double? PoppedAtPercent { get; init; }

    /// <inheritdoc cref="SwatchReadings.HeldToPercent"/>
    public double? HeldToPercent { get; init; }

    /// <inheritdoc cref="SwatchReadings.NeedleLoopMm"/>
    public IReadOnlyDictionary<ThreadPosition, double>? NeedleLoopMm { get; init; }

    /// <inheritdoc cref="SwatchReadings.ThreadsShow"/>
    public bool? ThreadsShow { get; init; }

    /// <inheritdoc cref="SwatchReadings.RawEdgeCaught"/>
    public bool? RawEdgeCaught { get; init; }

    /// <inheritdoc cref="SwatchReadings.RowsParallel"/>
    public bool? RowsParallel { get; init; }

    /// <inheritdoc cref="SwatchReadings.Wrapped"/>
    public bool? Wrapped { get; init; }
}

/// <inheritdoc cref="StripMeasure"/>
public sealed record StripDocument
{
    /// <inheritdoc cref="StripMeasure.BeforeMm"/>
    public required double BeforeMm { get; init; }

    /// <inheritdoc cref="StripMeasure.SewnMm"/>
    public double? SewnMm { get; init; }

    /// <inheritdoc cref="StripMeasure.PulledMm"/>
    public double? PulledMm { get; init; }

    /// <inheritdoc cref="StripMeasure.RecoveredMm"/>
    public double? RecoveredMm { get; init; }

    /// <inheritdoc cref="StripMeasure.UnsewnMm"/>
    public double? UnsewnMm { get; init; }

    /// <inheritdoc cref="StripMeasure.RulerStepMm"/>
    public double RulerStepMm { get; init; } = StripMeasure.UsualRulerStepMm;
}
