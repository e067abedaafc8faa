using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>What a search may choose from: the catalogue, with what the drawer has in its place.</summary>
internal static class PlanOptions
{
    /// <summary>
    /// Most cones of one kind that are weighed: of more, those that break soonest and latest and those between, evenly. A
    /// search grows with the third power of it.
    /// </summary>
    private const int MostOfAKind = 4;

    /// <summary>
    /// Every kind of thread; where the drawer has some, every cone with figures of its own, and of those with the same figures
    /// the one nearest to the cloth's colour that has most left.
    /// </summary>
    public static IReadOnlyList<ThreadOption> Threads(PlanQuestion question)
    {
        CieLab? ground = CieLab.TryFromHex(question.Cloth.Colour, out var cloth) ? cloth : null;
        return
        [
            .. from kind in ThreadCatalogue.Kinds
               let cones = Spread((question.Drawer?.Threads ?? [])
                   .Where(c => c.Stock.KindId == kind.Id && c.Stock.MetresLeft is not 0)
                   .Select(c => (Cone: c, Own: c.Stock.Resolve().Value!))
                   .Where(c => c.Own is not null)
                   .OrderBy(c => ground is { } g && CieLab.TryFromHex(c.Cone.Stock.Colour, out var own) ? Math.Round(CieLab.Difference(g, own)) : 100)
                   .ThenByDescending(c => c.Cone.Stock.MetresLeft ?? 0)
                   .ThenBy(c => c.Cone.Stock.Name, StringComparer.Ordinal)
                   .DistinctBy(c => (c.Own, c.Cone.Stock.Test.RunsEven))
                   .OrderBy(c => c.Own.BreakExtension).ToList())
               from option in cones.Count > 0
                   ? cones.Select(c => new ThreadOption(c.Own, c.Cone.Thread(), false, c.Cone.Stock.Test.RunsEven switch { Observed.Yes => true, Observed.No => false, _ => null }))
                   : [new ThreadOption(kind, new SewingThread(kind.Id), question.Drawer?.Threads is not null)]
               select option,
        ];
    }

    private static List<T> Spread<T>(List<T> sorted) => sorted.Count <= MostOfAKind ? sorted
        : [.. Enumerable.Range(0, MostOfAKind).Select(i => sorted[(int)Math.Round(i * (sorted.Count - 1.0) / (MostOfAKind - 1))])];

    /// <summary>Every single needle the machine takes, point by point and finest first.</summary>
    public static IReadOnlyList<NeedleOption> Needles(PlanQuestion question, Machine machine, Setup state) =>
    [
        .. from point in machine.NeedlePoints
           from metric in machine.NeedleSizes
           where NeedleSize.TryFromMetric(metric, out _)
           orderby point.Id, metric
           select new NeedleOption(point, NeedleSize.FromMetric(metric), null, InStock(question, machine, state, point, metric, null)),
    ];

    /// <summary>Every twin needle that may be used: those that are sold (common practice B12), those in the drawer and the one that is in.</summary>
    public static IReadOnlyList<NeedleOption> TwinNeedles(PlanQuestion question, Machine machine, Setup state)
    {
        var system = machine.NeedleSystem.Trim();
        var sorts = TwinNeedle.Sold.Select(t => (t.PointId, t.SizeMetric, t.GapMm))
            .Concat((question.Drawer?.Needles ?? []).Where(n => n.TwinGapMm is not null && n.System.Trim() == system).Select(n => (n.PointId, n.SizeMetric, n.TwinGapMm!.Value)))
            .Concat(state.Needles.Select(n => n.Value).Where(n => n.IsTwin && n.System.Trim() == system).Select(n => (n.PointId, n.SizeMetric, n.TwinGapMm!.Value)));
        return
        [
            .. from sort in sorts.Distinct()
               let point = machine.NeedlePoints.FirstOrDefault(p => p.Id == sort.PointId)
               where point is not null && machine.NeedleSizes.Contains(sort.SizeMetric) && NeedleSize.TryFromMetric(sort.SizeMetric, out _)
               orderby sort.Item3, point.Id, sort.SizeMetric
               select new NeedleOption(point, NeedleSize.FromMetric(sort.SizeMetric), sort.Item3, InStock(question, machine, state, point, sort.SizeMetric, sort.Item3)),
        ];
    }

    private static int? InStock(PlanQuestion question, Machine machine, Setup state, NeedlePoint point, int metric, double? gap)
    {
        if (question.Drawer?.Needles is not { } needles)
        {
            return null;
        }

        var system = machine.NeedleSystem.Trim();
        return needles.Where(n => n.System.Trim() == system && n.PointId == point.Id && n.SizeMetric == metric && n.TwinGapMm == gap).Sum(n => n.Unused + n.UsedOnce)
            + state.Needles.Count(n => n.Value.Serves(new Needle(system, point.Id, metric, gap)));
    }
}
