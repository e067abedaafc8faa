using YieldingLoop.Core.Machines;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Coverstitch"/>
public sealed record CoverstitchDocument : MachineDocument
{
    /// <inheritdoc cref="Coverstitch.NeedleLeft"/>
    public required DialScaleDocument NeedleLeft { get; init; }

    /// <inheritdoc cref="Coverstitch.NeedleCentre"/>
    public DialScaleDocument? NeedleCentre { get; init; }

    /// <inheritdoc cref="Coverstitch.NeedleRight"/>
    public required DialScaleDocument NeedleRight { get; init; }

    /// <inheritdoc cref="Coverstitch.ChainLooper"/>
    public required DialScaleDocument ChainLooper { get; init; }

    /// <inheritdoc cref="Coverstitch.TopCover"/>
    public DialScaleDocument? TopCover { get; init; }

    /// <inheritdoc cref="Coverstitch.LeftToRightMm"/>
    public required double LeftToRightMm { get; init; }

    /// <inheritdoc cref="Coverstitch.LeftToCentreMm"/>
    public double? LeftToCentreMm { get; init; }

    /// <inheritdoc cref="Coverstitch.LeftTipHigherMm"/>
    public double? LeftTipHigherMm { get; init; }

    /// <inheritdoc cref="Coverstitch.CentreTipHigherMm"/>
    public double? CentreTipHigherMm { get; init; }

    /// <inheritdoc cref="Coverstitch.ChainSeatIds"/>
    public IReadOnlyList<string> ChainSeatIds { get; init; } = [];

    /// <inheritdoc cref="Coverstitch.Differential"/>
    public required SettingRangeDocument Differential { get; init; }

    /// <inheritdoc cref="Coverstitch.LooperTravel"/>
    public LooperTravel LooperTravel { get; init; } = LooperTravel.RightToLeft;

    /// <inheritdoc cref="Coverstitch.SpecialFeet"/>
    public IReadOnlyList<SlottedPartDocument> SpecialFeet { get; init; } = [];
}
