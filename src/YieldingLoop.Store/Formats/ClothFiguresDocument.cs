using YieldingLoop.Core.Cloth;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="ClothFigures"/>
public sealed record ClothFiguresDocument
{
    /// <inheritdoc cref="ClothFigures.Name"/>
    public required string Name { get; init; }

    /// <inheritdoc cref="ClothFigures.StretchAcrossPercent"/>
    public required FigureDocument StretchAcross { get; init; }

    /// <inheritdoc cref="ClothFigures.StretchLengthwisePercent"/>
    public required FigureDocument StretchLengthwise { get; init; }

    /// <inheritdoc cref="ClothFigures.RecoveryPercent"/>
    public FigureDocument? Recovery { get; init; }

    /// <inheritdoc cref="ClothFigures.AreaDensityGsm"/>
    public required FigureDocument AreaDensity { get; init; }

    /// <inheritdoc cref="ClothFigures.ThicknessMm"/>
    public required FigureDocument Thickness { get; init; }

    /// <inheritdoc cref="ClothFigures.Elastane"/>
    public bool Elastane { get; init; }

    /// <inheritdoc cref="ClothFigures.Sheds"/>
    public bool Sheds { get; init; }

    /// <inheritdoc cref="ClothFigures.Runs"/>
    public bool Runs { get; init; }

    /// <inheritdoc cref="ClothFigures.Melts"/>
    public bool Melts { get; init; }

    /// <inheritdoc cref="ClothFigures.Colour"/>
    public string? Colour { get; init; }
}

/// <inheritdoc cref="Figure"/>
public sealed record FigureDocument(double Value, double Low, double High, FigureSource Source);
