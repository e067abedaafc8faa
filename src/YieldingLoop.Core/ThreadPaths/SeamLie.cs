using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// How a sewn strip lies: the wave of an edge that grew, the ridge between rows that drew together. The figures they stand on are the
/// model's; how high a wave of that growth stands is worked out for the picture.
/// </summary>
/// <param name="GrowthPercent">Growth in sewing, %; null where it is not known.</param>
/// <param name="WaveMm">Height of the wave to either side, mm; 0 where the strip lies flat or is gathered.</param>
/// <param name="RidgeMm">Height of the ridge between the rows, mm.</param>
public readonly record struct SeamLie(double? GrowthPercent, double WaveMm, double RidgeMm)
{
    /// <summary>From one crest of the wave to the next, mm. Working value for the picture.</summary>
    public const double WaveLengthMm = 9;

    /// <summary>Height of the ridge, mm, per unit of the tunnelling index above what still lies flat. Working value for the picture.</summary>
    private const double RidgePerIndex = 1.1;

    /// <summary>The highest ridge that is drawn, mm.</summary>
    private const double HighestRidge = 2;

    /// <summary>How a seam lies by its figures.</summary>
    /// <param name="figures">The figures.</param>
    /// <param name="tape">Whether tape holds the rows apart.</param>
    public static SeamLie Of(SeamAssessment figures, bool tape)
    {
        var growth = figures.GrowthPercent?.Middle;
        var index = (figures.Seam.TunnellingIndex ?? 0) * (tape ? 0.5 : 1);
        return new(growth, WaveOf(growth ?? 0), RidgeOf(index));
    }

    /// <summary>Height of the ridge of a tunnelling index, mm; 0 where it lies flat.</summary>
    public static double RidgeOf(double index) => Math.Clamp(RidgePerIndex * (index - SeamLimits.TunnellingFlat), 0, HighestRidge);

    /// <summary>How a seam lies that grew so much, %, with no ridge.</summary>
    public static SeamLie OfGrowth(double growthPercent) => new(growthPercent, WaveOf(growthPercent), 0);

    // A sine of amplitude A and wave length Λ is longer than its base by x − ¾x² with x = (πA/Λ)², for waves that are not steep.
    private static double WaveOf(double growth) =>
        growth > SeamLimits.GrowthTolerancePoints ? WaveLengthMm / Math.PI * Math.Sqrt((1 - Math.Sqrt(Math.Max(0, 1 - 3 * growth / 100))) / 1.5) : 0;
}
