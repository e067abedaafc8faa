using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;

namespace YieldingLoop.Core.Planning;

/// <summary>Which needle: common practice B1, B2, B11; sizes by the seam model.</summary>
internal static class NeedleRules
{
    /// <summary>Whether a cloth asks for a stretch point: it holds elastane or stretches far.</summary>
    public static bool Stretchy(ClothFigures cloth) => cloth.Elastane || cloth.HighestStretchPercent > ClothLimits.HighStretchAbovePercent;

    /// <summary>The points for a cloth, the one it asks for first.</summary>
    public static IReadOnlyList<NeedlePoint> PointOrder(ClothFigures cloth) => Stretchy(cloth)
        ? [NeedleCatalogue.Stretch, NeedleCatalogue.Overlocker, NeedleCatalogue.Jersey, NeedleCatalogue.Universal]
        : [NeedleCatalogue.Jersey, NeedleCatalogue.Stretch, NeedleCatalogue.Overlocker, NeedleCatalogue.Universal];

    /// <summary>The points of twin needles, the one they are made with for knits first (common practice F6).</summary>
    public static IReadOnlyList<NeedlePoint> TwinPointOrder { get; } = [NeedleCatalogue.Stretch, NeedleCatalogue.Jersey, NeedleCatalogue.Universal];

    /// <summary>Whether the schools let a universal point into this knit (common practice B2); elastane shuts it out whatever the school.</summary>
    public static bool UniversalAllowed(ClothFigures cloth, ChosenSchools schools) => !cloth.Elastane
        && ((schools.UniversalOnStableKnits && cloth.HighestStretchPercent < ClothLimits.StableKnitBelowPercent) || (schools.UniversalOnHeavyStretch && cloth.HighestStretchPercent > ClothLimits.HighStretchAbovePercent));

    /// <summary>The best point of those made in the machine's system; null where none suits a knit like this.</summary>
    public static NeedlePoint? ChoosePoint(ClothFigures cloth, Machine machine, ChosenSchools schools)
    {
        return PointOrder(cloth).FirstOrDefault(p => (p != NeedleCatalogue.Universal || UniversalAllowed(cloth, schools)) && machine.NeedlePoints.Contains(p));
    }

    /// <summary>The size to use of those the machine takes.</summary>
    public static NeedleSize ChooseSize(ClothFigures cloth, Machine machine) =>
        NeedleCatalogue.Nearest(NeedleCatalogue.SizeForCloth(cloth.AreaDensityGsm.Value), [.. machine.NeedleSizes.Select(NeedleSize.FromMetric)]);
}
