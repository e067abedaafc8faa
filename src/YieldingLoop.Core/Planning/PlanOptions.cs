using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>What a search may choose from: the catalogue, with what the drawer has in its place.</summary>
internal static class PlanOptions
{
    /// <summary>Gaps of twin needles tried besides those in the drawer, mm.</summary>
    private static readonly double[] UsualGaps = [2.5, 3.0, 4.0];

    /// <summary>
    /// Every kind of thread once; where the drawer has some, with the figures of the one that has most left of those
    /// nearest to the cloth's colour.
    /// </summary>
    public static IReadOnlyList<ThreadOption> Threads(PlanQuestion question)
    {
        var known = question.Drawer is { Threads.Count: > 0 };
        CieLab? ground = CieLab.TryFromHex(question.Cloth.Colour, out var cloth) ? cloth : null;
        return
        [
            .. from kind in ThreadCatalogue.Kinds
               let stock = question.Drawer?.Threads
                   .Where(c => c.Stock.KindId == kind.Id && c.Stock.MetresLeft is not 0)
                   .Select(c => (Cone: c, Own: c.Stock.Resolve().Value))
                   .Where(c => c.Own is not null)
                   .OrderBy(c => ground is { } g && CieLab.TryFromHex(c.Cone.Stock.Colour, out var own) ? Math.Round(CieLab.Difference(g, own)) : 100)
                   .ThenByDescending(c => c.Cone.Stock.MetresLeft ?? 0)
                   .ThenBy(c => c.Cone.Stock.Name, StringComparer.Ordinal)
                   .FirstOrDefault()
               select stock is { Own: { } own } ? new ThreadOption(own, stock.Value.Cone.Thread(), false) : new ThreadOption(kind, new SewingThread(kind.Id), known),
        ];
    }

    /// <summary>Every single needle the machine takes, point by point and finest first.</summary>
    public static IReadOnlyList<NeedleOption> Needles(PlanQuestion question, Machine machine, Setup state) =>
    [
        .. from point in machine.NeedlePoints
           from metric in machine.NeedleSizes
           where NeedleSize.TryFromMetric(metric, out _)
           orderby point.Id, metric
           select new NeedleOption(point, NeedleSize.FromMetric(metric), null, !Has(question, machine, state, point, metric, null)),
    ];

    /// <summary>Every twin needle that may be used.</summary>
    public static IReadOnlyList<NeedleOption> TwinNeedles(PlanQuestion question, Machine machine, Setup state)
    {
        var gaps = (question.Drawer?.Needles ?? []).Where(n => n.TwinGapMm is not null && n.System.Trim() == machine.NeedleSystem.Trim()).Select(n => n.TwinGapMm!.Value)
            .Concat(UsualGaps).Concat(state.Needles.Select(n => n.Value.TwinGapMm).OfType<double>()).Concat(question.Pins.TwinGapMm is { } pinned ? [pinned] : Array.Empty<double>())
            .Distinct().Order().ToList();
        return
        [
            .. from gap in gaps
               from single in Needles(question, machine, state)
               select single with { TwinGapMm = gap, ToBuy = !Has(question, machine, state, single.Point, single.Size.Metric, gap) },
        ];
    }

    private static bool Has(PlanQuestion question, Machine machine, Setup state, NeedlePoint point, int metric, double? gap)
    {
        if (question.Drawer is not { Needles.Count: > 0 } drawer)
        {
            return true;
        }

        var system = machine.NeedleSystem.Trim();
        return drawer.Needles.Any(n => n.System.Trim() == system && n.PointId == point.Id && n.SizeMetric == metric && n.TwinGapMm == gap && n.Unused + n.UsedOnce > 0)
            || state.Needles.Any(n => n.Value.Serves(new Needle(system, point.Id, metric, gap)));
    }
}
