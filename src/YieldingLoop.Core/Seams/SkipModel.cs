using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>The cloth as the needle meets it.</summary>
/// <param name="Knit">Whether it is a knit.</param>
/// <param name="Elastane">Whether it holds elastane.</param>
/// <param name="HighestStretchPercent">Its stretch in its stretchiest direction, %.</param>
/// <param name="AreaDensityGsm">One ply, g/m².</param>
public readonly record struct NeedleCloth(bool Knit, bool Elastane, double HighestStretchPercent, double AreaDensityGsm);

/// <summary>One needle as it stands in the machine.</summary>
/// <param name="Point">Its point.</param>
/// <param name="Size">Its size.</param>
public readonly record struct SeatedNeedle(NeedlePoint Point, NeedleSize Size)
{
    /// <summary>Hours it has sewn.</summary>
    public double HoursSewn { get; init; }

    /// <summary>Whether the chosen school takes a universal point for heavy stretch (common practice B2).</summary>
    public bool UniversalOnHeavyStretch { get; init; }

    /// <summary>Its life by the chosen school, hours; infinite where it is kept until it sews badly.</summary>
    public double LifeHours { get; init; } = DefaultLifeHours;

    /// <summary>Whether it is pushed up as far as it goes.</summary>
    public bool FullyUp { get; init; } = true;

    /// <summary>Whether its thread drags on its way.</summary>
    public bool ThreadDrags { get; init; }

    /// <summary>12 h, common practice.</summary>
    public const double DefaultLifeHours = 12;
}

/// <summary>Chance of a skipped stitch: 1/(1 + e^−z) with z = −11 plus what the needle, the thread and its state add (model section 6, working values).</summary>
public static class SkipModel
{
    /// <summary>Widest thread that passes an eye freely, as a share of the eye.</summary>
    public const double EyeShare = 0.65;

    /// <summary>Chance per stitch, 0 … 1.</summary>
    public static double ChancePerStitch(SeatedNeedle needle, ThreadKind thread, NeedleCloth cloth)
    {
        var z = -11 + PointScore(needle.Point, cloth, needle.UniversalOnHeavyStretch);
        z += Math.Abs(needle.Size.Metric - NeedleCatalogue.SizeForCloth(cloth.AreaDensityGsm).Metric) / 10.0;
        z += 3 * Math.Max(0, thread.DiscDiameterMm / needle.Size.EyeMillimetres - EyeShare) / 0.1;
        z += 0.6 * Math.Max(0, needle.HoursSewn - needle.LifeHours);
        z += needle.FullyUp ? 0 : 7;
        z += needle.ThreadDrags ? 6 : 0;
        return 1 / (1 + Math.Exp(-z));
    }

    /// <summary>Chance of at least one skip in <paramref name="stitches"/> stitches: 1 − (1 − chance)ⁿ.</summary>
    public static double ChanceIn(int stitches, double chancePerStitch) =>
        // expm1 and log1p would keep digits that no reader sees; the chance itself is a working value.
        1 - Math.Pow(1 - chancePerStitch, stitches);

    /// <summary>What the point adds: of the rows that apply the largest, nothing where none does.</summary>
    internal static double PointScore(NeedlePoint point, NeedleCloth cloth, bool universalOnHeavyStretch)
    {
        if (!cloth.Knit)
        {
            return 0;
        }

        var stretch = cloth.HighestStretchPercent;
        var high = stretch > ClothLimits.HighStretchAbovePercent;
        if (point == NeedleCatalogue.Universal)
        {
            return cloth.Elastane ? 7
                : high ? universalOnHeavyStretch ? 2.5 : 6
                : stretch >= ClothLimits.StableKnitBelowPercent ? 4.5
                : 2.5;
        }

        return point == NeedleCatalogue.Sharp ? cloth.Elastane ? 7 : 6
            : point == NeedleCatalogue.Jersey ? high ? 4 : cloth.Elastane ? 2 : 0
            : point == NeedleCatalogue.Jeans || point == NeedleCatalogue.Topstitch ? 3
            : 0;
    }
}
