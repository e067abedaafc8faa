using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="ManualSetting"/>
public sealed record ManualSettingDocument
{
    /// <inheritdoc cref="ManualSetting.StitchId"/>
    public required string StitchId { get; init; }

    /// <inheritdoc cref="ManualSetting.Cloth"/>
    public ManualCloth Cloth { get; init; }

    /// <inheritdoc cref="ManualSetting.Seats"/>
    public IReadOnlyList<ThreadPosition> Seats { get; init; } = [];

    /// <inheritdoc cref="ManualSetting.Dials"/>
    public required IReadOnlyList<ManualDialDocument> Dials { get; init; }

    /// <inheritdoc cref="ManualSetting.Note"/>
    public string Note { get; init; } = "";

    /// <inheritdoc cref="ManualSetting.NeedleSizes"/>
    public IReadOnlyList<int> NeedleSizes { get; init; } = [];

    /// <inheritdoc cref="ManualSetting.FingerName"/>
    public string? FingerName { get; init; }

    /// <inheritdoc cref="ManualSetting.LengthMm"/>
    public double? LengthMm { get; init; }

    /// <inheritdoc cref="ManualSetting.LengthRangeMm"/>
    public ManualRangeDocument? LengthRangeMm { get; init; }

    /// <inheritdoc cref="ManualSetting.WidthMm"/>
    public double? WidthMm { get; init; }

    /// <inheritdoc cref="ManualSetting.WidthRangeMm"/>
    public ManualRangeDocument? WidthRangeMm { get; init; }

    /// <inheritdoc cref="ManualSetting.Differential"/>
    public double? Differential { get; init; }

    /// <inheritdoc cref="ManualSetting.DifferentialRange"/>
    public ManualRangeDocument? DifferentialRange { get; init; }
}

/// <inheritdoc cref="ManualRange"/>
public sealed record ManualRangeDocument(double? Low = null, double? High = null);

/// <inheritdoc cref="ManualNeedle"/>
public sealed record ManualNeedleDocument(int SizeMetric, double LowTex, double HighTex, double? IdealTex = null);

/// <inheritdoc cref="ManualDial"/>
public sealed record ManualDialDocument(ThreadPosition Position, double Ideal, double? Low = null, double? High = null);
