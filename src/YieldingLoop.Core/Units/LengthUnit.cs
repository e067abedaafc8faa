namespace YieldingLoop.Core.Units;

/// <summary>Unit that lengths are typed and told in.</summary>
public enum LengthUnit
{
    /// <summary>Millimetres.</summary>
    Millimetre,

    /// <summary>Inches of exactly 25.4 mm.</summary>
    Inch,
}
