using YieldingLoop.Core.Needles;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="NeedleStock"/>
public sealed record NeedleStockDocument
{
    /// <inheritdoc cref="NeedleStock.System"/>
    public string System { get; init; } = "";

    /// <inheritdoc cref="NeedleStock.PointId"/>
    public string PointId { get; init; } = "";

    /// <inheritdoc cref="NeedleStock.SizeMetric"/>
    public int SizeMetric { get; init; }

    /// <inheritdoc cref="NeedleStock.TwinGapMm"/>
    public double? TwinGapMm { get; init; }

    /// <inheritdoc cref="NeedleStock.Unused"/>
    public int Unused { get; init; }

    /// <inheritdoc cref="NeedleStock.UsedOnce"/>
    public int UsedOnce { get; init; }

    /// <inheritdoc cref="NeedleStock.Note"/>
    public string Note { get; init; } = "";
}
