using YieldingLoop.Core.Cloth;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="ClothEntry"/>
public sealed record ClothDocument
{
    /// <inheritdoc cref="ClothEntry.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="ClothEntry.TypicalId"/>
    public string? TypicalId { get; init; }

    /// <inheritdoc cref="ClothEntry.AcrossOriginalMm"/>
    public double? AcrossOriginalMm { get; init; }

    /// <inheritdoc cref="ClothEntry.AcrossLoadedMm"/>
    public double? AcrossLoadedMm { get; init; }

    /// <inheritdoc cref="ClothEntry.AcrossRecoveredMm"/>
    public double? AcrossRecoveredMm { get; init; }

    /// <inheritdoc cref="ClothEntry.LengthwiseOriginalMm"/>
    public double? LengthwiseOriginalMm { get; init; }

    /// <inheritdoc cref="ClothEntry.LengthwiseLoadedMm"/>
    public double? LengthwiseLoadedMm { get; init; }

    /// <inheritdoc cref="ClothEntry.LengthwiseRecoveredMm"/>
    public double? LengthwiseRecoveredMm { get; init; }

    /// <inheritdoc cref="ClothEntry.SquareSideMm"/>
    public double? SquareSideMm { get; init; }

    /// <inheritdoc cref="ClothEntry.SquareMassGrams"/>
    public double? SquareMassGrams { get; init; }

    /// <inheritdoc cref="ClothEntry.ScaleStepGrams"/>
    public double? ScaleStepGrams { get; init; }

    /// <inheritdoc cref="ClothEntry.ToldAreaDensityGsm"/>
    public double? ToldAreaDensityGsm { get; init; }

    /// <inheritdoc cref="ClothEntry.TenLayersMm"/>
    public double? TenLayersMm { get; init; }

    /// <inheritdoc cref="ClothEntry.Elastane"/>
    public bool Elastane { get; init; }

    /// <inheritdoc cref="ClothEntry.Sheds"/>
    public bool Sheds { get; init; }

    /// <inheritdoc cref="ClothEntry.Runs"/>
    public bool Runs { get; init; }

    /// <inheritdoc cref="ClothEntry.Melts"/>
    public bool Melts { get; init; }

    /// <inheritdoc cref="ClothEntry.Colour"/>
    public string? Colour { get; init; }
}
