using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Planning;

/// <summary>How feed and foot are set so that a seam neither grows nor shrinks: common practice A10 and D6, growth by the seam model.</summary>
internal static class FeedRules
{
    /// <summary>
    /// The differential ratio and the pressure of the foot. Where the feed does not reach, or there is none to set, a lighter foot
    /// helps: the heaviest number that lies flat, or the lightest there is. Null where the machine cannot be set to any.
    /// </summary>
    public static (double? Differential, double? FootPressure) For(Layout layout, PlanQuestion question)
    {
        var head = layout.Head;
        var along = question.Layers.GrowthStretchPercent;
        var lettuce = question.Seam.Job == SeamJob.LettuceEdge;
        double? differential = head.Feed is not { } feed ? null
            : lettuce ? feed.Least
            : feed.Settable(layout.Baseline?.Differential ?? ClothEffects.FlatDifferential(along));
        if (head.FootPressure is not { } range)
        {
            return (differential, null);
        }

        var normal = range.Settable(1);
        bool Flat(double pressure) => ClothEffects.GrowthPercent(along, differential ?? 1, pressure) <= SeamLimits.GrowthTolerancePoints;
        if (lettuce || Flat(normal))
        {
            return (differential, normal);
        }

        var lighter = range.Least;
        for (var pressure = range.Settable(range.Least); pressure <= normal + 1e-9; pressure = Math.Round(pressure + range.Step, 6))
        {
            lighter = Flat(pressure) ? pressure : lighter;
        }

        return (differential, lighter);
    }
}
