namespace YieldingLoop.Core.Units;

/// <summary>The advance per stitch along the seam, as sewn. Always above zero.</summary>
public readonly record struct StitchLength : IComparable<StitchLength>
{
    /// <summary>Millimetres in one inch, exact by definition.</summary>
    public const double MillimetresPerInch = 25.4;

    private StitchLength(double millimetres) => Millimetres = millimetres;

    /// <summary>Length of one stitch, mm.</summary>
    public double Millimetres { get; }

    /// <summary>Stitches per inch, 25.4 / s.</summary>
    public double StitchesPerInch => MillimetresPerInch / Millimetres;

    /// <summary>Makes a stitch length from millimetres.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The figure is not a finite number above zero.</exception>
    public static StitchLength FromMillimetres(double millimetres)
    {
        RequirePositive(millimetres, nameof(millimetres));
        return new StitchLength(millimetres);
    }

    /// <summary>Makes a stitch length from a stitch density, stitches per inch.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The figure is not a finite number above zero.</exception>
    public static StitchLength FromStitchesPerInch(double stitchesPerInch)
    {
        RequirePositive(stitchesPerInch, nameof(stitchesPerInch));
        return new StitchLength(MillimetresPerInch / stitchesPerInch);
    }

    /// <inheritdoc/>
    public int CompareTo(StitchLength other) => Millimetres.CompareTo(other.Millimetres);

    /// <summary>Whether the left length is the shorter.</summary>
    public static bool operator <(StitchLength left, StitchLength right) => left.CompareTo(right) < 0;

    /// <summary>Whether the left length is the longer.</summary>
    public static bool operator >(StitchLength left, StitchLength right) => left.CompareTo(right) > 0;

    /// <summary>Whether the left length is not the longer.</summary>
    public static bool operator <=(StitchLength left, StitchLength right) => left.CompareTo(right) <= 0;

    /// <summary>Whether the left length is not the shorter.</summary>
    public static bool operator >=(StitchLength left, StitchLength right) => left.CompareTo(right) >= 0;

    private static void RequirePositive(double value, string name)
    {
        if (!double.IsFinite(value) || value <= 0)
        {
            throw new ArgumentOutOfRangeException(name, value, "A stitch length is a finite number above zero.");
        }
    }
}
