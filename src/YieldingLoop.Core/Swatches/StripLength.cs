using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>How long a strip to cut, mm. Working values; that skips show only after a while is common practice, no published source.</summary>
public static class StripLength
{
    /// <summary>Shortest trial strip, mm: enough to lie beside another and to be pulled.</summary>
    public const double ShortestTrialMm = 150;

    /// <summary>The rare skip that a proving strip is to show.</summary>
    public const double RareSkip = 0.01;

    /// <summary>How surely it is to show it.</summary>
    public const double Surely = 0.9;

    /// <summary>Stitches in which a skip of one in a hundred shows nine times in ten.</summary>
    public static int ProvingStitches { get; } = (int)Math.Ceiling(Math.Log(1 - Surely) / Math.Log(1 - RareSkip));

    /// <summary>A trial strip: 50 stitches, and at least 150 mm.</summary>
    /// <param name="stitchLengthMm">Stitch length, mm.</param>
    public static double TrialMm(double stitchLengthMm) => Math.Max(ShortestTrialMm, SeamLimits.SkipStitches * stitchLengthMm);

    /// <summary>A proving strip, once before the garment.</summary>
    /// <param name="stitchLengthMm">Stitch length, mm.</param>
    public static double ProvingMm(double stitchLengthMm) => ProvingStitches * stitchLengthMm;

    /// <summary>Chance that a skip of one in a hundred shows in so many stitches.</summary>
    public static double ShowsRareSkip(int stitches) => 1 - Math.Pow(1 - RareSkip, stitches);

    /// <summary>What a marked length is to be pulled to, mm.</summary>
    /// <param name="sewnMm">Between the marks after sewing, mm.</param>
    /// <param name="holdPercent">To what stretch, %.</param>
    public static double PullTo(double sewnMm, double holdPercent) => sewnMm * (1 + holdPercent / 100);
}
