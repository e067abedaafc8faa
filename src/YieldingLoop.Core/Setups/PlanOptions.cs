using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>A thread that may be used.</summary>
/// <param name="Kind">Its kind, with its own figures where it was measured.</param>
/// <param name="StockName">What it is called in the drawer; null where it is not there.</param>
/// <param name="Colour">Its colour, #rrggbb; null where not known.</param>
/// <param name="ToBuy">Whether the drawer has none of its kind.</param>
internal sealed record ThreadOption(ThreadKind Kind, string? StockName, string? Colour, bool ToBuy)
{
    /// <summary>It, laid in a position.</summary>
    public ThreadInPlace At(ThreadPosition position) => new(position, Kind.Id, Colour, StockName ?? "");
}

/// <summary>A needle that may be used.</summary>
/// <param name="Point">Point.</param>
/// <param name="Size">Size.</param>
/// <param name="TwinGapMm">Between the blades, mm; null for a single needle.</param>
/// <param name="ToBuy">Whether neither drawer nor machine has one.</param>
internal sealed record NeedleOption(NeedlePoint Point, NeedleSize Size, double? TwinGapMm, bool ToBuy);

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
                   .Where(t => t.KindId == kind.Id && t.MetresLeft is not 0)
                   .Select(t => (Stock: t, Own: t.Resolve().Value))
                   .Where(t => t.Own is not null)
                   .OrderBy(t => ground is { } g && CieLab.TryFromHex(t.Stock.Colour, out var own) ? Math.Round(CieLab.Difference(g, own)) : 100)
                   .ThenByDescending(t => t.Stock.MetresLeft ?? 0)
                   .ThenBy(t => t.Stock.Name, StringComparer.Ordinal)
                   .FirstOrDefault()
               select stock is { Own: { } own } ? new ThreadOption(own, stock.Value.Stock.Name.Trim(), stock.Value.Stock.Colour, false) : new ThreadOption(kind, null, null, known),
        ];
    }

    /// <summary>Every single needle the machine takes, point by point and finest first.</summary>
    public static IReadOnlyList<NeedleOption> Needles(PlanQuestion question, Machine machine, MachineState state) =>
    [
        .. from point in machine.NeedlePoints
           from metric in machine.NeedleSizes
           where NeedleSize.TryFromMetric(metric, out _)
           orderby point.Id, metric
           select new NeedleOption(point, NeedleSize.FromMetric(metric), null, !Has(question, machine, state, point, metric, null)),
    ];

    /// <summary>Every twin needle that may be used.</summary>
    public static IReadOnlyList<NeedleOption> TwinNeedles(PlanQuestion question, Machine machine, MachineState state)
    {
        var gaps = (question.Drawer?.Needles ?? []).Where(n => n.TwinGapMm is not null && n.System.Trim() == machine.NeedleSystem.Trim()).Select(n => n.TwinGapMm!.Value)
            .Concat(UsualGaps).Concat(state.Needles.Select(n => n.TwinGapMm).OfType<double>()).Concat(question.Pins.TwinGapMm is { } pinned ? [pinned] : Array.Empty<double>())
            .Distinct().Order().ToList();
        return
        [
            .. from gap in gaps
               from single in Needles(question, machine, state)
               select single with { TwinGapMm = gap, ToBuy = !Has(question, machine, state, single.Point, single.Size.Metric, gap) },
        ];
    }

    private static bool Has(PlanQuestion question, Machine machine, MachineState state, NeedlePoint point, int metric, double? gap)
    {
        if (question.Drawer is not { Needles.Count: > 0 } drawer)
        {
            return true;
        }

        var system = machine.NeedleSystem.Trim();
        return drawer.Needles.Any(n => n.System.Trim() == system && n.PointId == point.Id && n.SizeMetric == metric && n.TwinGapMm == gap && n.Unused + n.UsedOnce > 0)
            || state.Needles.Any(n => n.System.Trim() == system && n.PointId == point.Id && n.SizeMetric == metric && n.TwinGapMm == gap);
    }
}
