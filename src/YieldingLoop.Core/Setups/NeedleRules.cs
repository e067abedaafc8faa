using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Setups;

/// <summary>Which needle: common practice B1, B2, B11; sizes by the seam model.</summary>
internal static class NeedleRules
{
    /// <summary>The point to use of those made in the machine's system, best first; null where none suits a knit like this.</summary>
    public static NeedlePoint? ChoosePoint(ClothFigures cloth, Machine machine, Schools schools, List<Reason> reasons)
    {
        var stretchy = cloth.Elastane || cloth.HighestStretch > SeamLimits.HighStretchAbovePercent;
        var stable = cloth.HighestStretch < SeamLimits.StableKnitBelowPercent;
        List<NeedlePoint> order = stretchy
            ? [NeedleCatalogue.Stretch, NeedleCatalogue.Overlocker, NeedleCatalogue.Jersey]
            : [NeedleCatalogue.Jersey, NeedleCatalogue.Stretch, NeedleCatalogue.Overlocker];
        if (stable && schools.UniversalOnStableKnits && !cloth.Elastane)
        {
            order.Add(NeedleCatalogue.Universal);
        }

        var point = order.Find(p => machine.NeedlePoints.Contains(p));
        if (point is null)
        {
            return null;
        }

        var why = cloth.Elastane ? "the cloth holds elastane"
            : stretchy ? $"it stretches {cloth.HighestStretch:0} %, over {SeamLimits.HighStretchAbovePercent:0}"
            : stable ? $"a knit that stretches only {cloth.HighestStretch:0} % is stable"
            : $"it stretches a moderate {cloth.HighestStretch:0} %";
        var sentence = point == order[0]
            ? $"The {point.Name} point, because {why}: it parts the yarns and neither holes nor skips."
            : $"The {point.Name} point: {why}, which asks for {order[0].Name}, but this machine's system is not made with that point.";
        reasons.Add(new(PlanTopic.Point, sentence, stable ? $"common practice; school: universal needles {Schools.StableKnitPoint.Find(schools.StableKnitPointId).Name}" : "common practice"));
        return point;
    }

    /// <summary>The size to use of those the machine takes.</summary>
    public static NeedleSize ChooseSize(ClothFigures cloth, Machine machine, List<Reason> reasons)
    {
        var wanted = NeedleCatalogue.SizeForCloth(cloth.AreaDensity.Value);
        var size = NeedleCatalogue.Nearest(wanted, [.. machine.NeedleSizes.Select(NeedleSize.FromMetric)]);
        reasons.Add(new(
            PlanTopic.Size,
            size == wanted
                ? $"Size {size}, which cloth of {cloth.AreaDensity.Value:0} g/m² asks for."
                : $"Size {size}, the nearest this machine takes to the {wanted} that {cloth.AreaDensity.Value:0} g/m² asks for.",
            "seam model; machine record"));
        return size;
    }
}
