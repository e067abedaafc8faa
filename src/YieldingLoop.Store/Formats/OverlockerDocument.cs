using YieldingLoop.Core.Machines;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Overlocker"/>
public sealed record OverlockerDocument : MachineDocument
{
    /// <inheritdoc cref="Overlocker.NeedleLeft"/>
    public required DialScaleDocument NeedleLeft { get; init; }

    /// <inheritdoc cref="Overlocker.NeedleRight"/>
    public required DialScaleDocument NeedleRight { get; init; }

    /// <inheritdoc cref="Overlocker.UpperLooper"/>
    public required DialScaleDocument UpperLooper { get; init; }

    /// <inheritdoc cref="Overlocker.LowerLooper"/>
    public required DialScaleDocument LowerLooper { get; init; }

    /// <inheritdoc cref="Overlocker.GaugeMm"/>
    public required double GaugeMm { get; init; }

    /// <inheritdoc cref="Overlocker.LeftTipHigherMm"/>
    public required double LeftTipHigherMm { get; init; }

    /// <inheritdoc cref="Overlocker.Fingers"/>
    public required IReadOnlyList<FingerDocument> Fingers { get; init; }

    /// <inheritdoc cref="Overlocker.CuttingWidthMm"/>
    public required SettingRangeDocument CuttingWidth { get; init; }

    /// <inheritdoc cref="Overlocker.KnifeDial"/>
    public KnifeDialDocument? KnifeDial { get; init; }

    /// <inheritdoc cref="Overlocker.Differential"/>
    public required SettingRangeDocument Differential { get; init; }

    /// <inheritdoc cref="Overlocker.FourThreadStitchId"/>
    public string FourThreadStitchId { get; init; } = "514";

    /// <inheritdoc cref="Overlocker.LooperOrder"/>
    public LooperOrder LooperOrder { get; init; }

    /// <inheritdoc cref="Overlocker.AirThreaded"/>
    public bool AirThreaded { get; init; }

    /// <inheritdoc cref="Overlocker.ConverterName"/>
    public string? ConverterName { get; init; }

    /// <inheritdoc cref="Overlocker.SpecialFeet"/>
    public IReadOnlyList<SlottedPartDocument> SpecialFeet { get; init; } = [];
}

/// <inheritdoc cref="FingerPosition"/>
public sealed record FingerDocument(string Name, double LoopWidthFromRightMm, FingerUse Use);

/// <inheritdoc cref="KnifeDial"/>
public sealed record KnifeDialDocument(double AtLeast, double AtMost);
