namespace YieldingLoop.Core.Needles;

/// <summary>What a needle has sewn.</summary>
/// <param name="Stitches">How often it went through the cloth.</param>
public readonly record struct NeedleWork(long Stitches)
{
    /// <summary>Hours of sewing.</summary>
    /// <param name="stitchesPerMinute">Stitches a minute at the machine while it sews.</param>
    public double Hours(double stitchesPerMinute) => Stitches / stitchesPerMinute / 60;

    /// <summary>How often a needle went through the cloth along a seam.</summary>
    /// <param name="seamMm">How long the seam is, mm.</param>
    /// <param name="stitchLengthMm">Stitch length, mm.</param>
    /// <param name="repeats">How often the path of the stitch repeats in one stitch: 3 in a triple straight one, 2 in a honeycomb.</param>
    public static NeedleWork Along(double seamMm, double stitchLengthMm, int repeats) => new((long)Math.Round(seamMm / stitchLengthMm * repeats));
}
