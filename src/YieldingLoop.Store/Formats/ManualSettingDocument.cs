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

    /// <inheritdoc cref="ManualSetting.Dials"/>
    public required IReadOnlyList<ManualDialDocument> Dials { get; init; }

    /// <inheritdoc cref="ManualSetting.Note"/>
    public string Note { get; init; } = "";

    /// <inheritdoc cref="ManualSetting.LengthMm"/>
    public double? LengthMm { get; init; }

    /// <inheritdoc cref="ManualSetting.Differential"/>
    public double? Differential { get; init; }
}

/// <inheritdoc cref="ManualDial"/>
public sealed record ManualDialDocument(ThreadPosition Position, double Ideal, double? Low = null, double? High = null);
