namespace YieldingLoop.Core.Cloth;

/// <summary>Where a figure comes from.</summary>
public enum FigureSource
{
    /// <summary>Measured on this cloth.</summary>
    Measured,

    /// <summary>Told by the seller or a label.</summary>
    Told,

    /// <summary>A typical value for a cloth of this name: a guess.</summary>
    Typical,
}

/// <summary>A figure of a cloth with the range it may lie in.</summary>
/// <param name="Value">The figure.</param>
/// <param name="Low">Lower end.</param>
/// <param name="High">Upper end.</param>
/// <param name="Source">Where it comes from.</param>
public sealed record Figure(double Value, double Low, double High, FigureSource Source)
{
    /// <summary>A figure with the same relative uncertainty both ways.</summary>
    public static Figure Of(double value, double relativeError, FigureSource source) =>
        new(value, value * (1 - relativeError), value * (1 + relativeError), source);
}

/// <summary>Which way the seam runs on the cloth.</summary>
public enum ClothDirection
{
    /// <summary>Crosswise, selvedge to selvedge: the stretchier way of most knits.</summary>
    Across,

    /// <summary>Lengthwise, along the selvedge.</summary>
    Lengthwise,
}

/// <summary>What the product knows of one cloth.</summary>
public sealed record ClothFigures
{
    /// <summary>The user's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>Stretch crosswise, %.</summary>
    public required Figure StretchAcrossPercent { get; init; }

    /// <summary>Stretch lengthwise, %.</summary>
    public required Figure StretchLengthwisePercent { get; init; }

    /// <summary>Share of the stretch taken back, %; null where not known.</summary>
    public Figure? RecoveryPercent { get; init; }

    /// <summary>One ply, g/m².</summary>
    public required Figure AreaDensityGsm { get; init; }

    /// <summary>One ply, mm.</summary>
    public required Figure ThicknessMm { get; init; }

    /// <summary>Whether it holds elastane.</summary>
    public bool Elastane { get; init; }

    /// <summary>Whether its cut edge sheds.</summary>
    public bool Sheds { get; init; }

    /// <summary>Whether it runs (ladders) from a cut stitch.</summary>
    public bool Runs { get; init; }

    /// <summary>Whether it melts under a hot iron.</summary>
    public bool Melts { get; init; }

    /// <summary>Its colour, #rrggbb; null where not given.</summary>
    public string? Colour { get; init; }

    /// <summary>Stretch in its stretchiest direction, %.</summary>
    public double HighestStretchPercent => Math.Max(StretchAcrossPercent.Value, StretchLengthwisePercent.Value);

    /// <summary>Stretch along a seam that runs this way, %.</summary>
    public Figure StretchAlongPercent(ClothDirection direction) => direction == ClothDirection.Across ? StretchAcrossPercent : StretchLengthwisePercent;
}
