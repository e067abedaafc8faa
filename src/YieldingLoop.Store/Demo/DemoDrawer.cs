using System.Globalization;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Demo;

/// <summary>What lies in the drawer of Tern Lane Rowing. Nothing here is real.</summary>
public static class DemoDrawer
{
    private const string Household = "household (flat shank)";

    /// <summary>Needles of two systems, some used once.</summary>
    public static IReadOnlyList<NeedleStock> Needles { get; } =
    [
        new() { System = Household, PointId = "stretch", SizeMetric = 75, Unused = 7, UsedOnce = 2 },
        new() { System = Household, PointId = "stretch", SizeMetric = 80, Unused = 3, UsedOnce = 4, Note = "tin with the blue lid" },
        new() { System = Household, PointId = "stretch", SizeMetric = 90, Unused = 5 },
        new() { System = Household, PointId = "jersey", SizeMetric = 70, Unused = 4, UsedOnce = 1 },
        new() { System = Household, PointId = "jersey", SizeMetric = 80, Unused = 6 },
        new() { System = Household, PointId = "stretch", SizeMetric = 75, TwinGapMm = 4, Unused = 1, UsedOnce = 1, Note = "kept for several hems" },
        new() { System = Household, PointId = "universal", SizeMetric = 90, TwinGapMm = 3, Unused = 1 },
        new() { System = "the machine's own", PointId = "overlocker", SizeMetric = 80, Unused = 8, UsedOnce = 3 },
        new() { System = "the machine's own", PointId = "overlocker", SizeMetric = 90, Unused = 2 },
    ];

    /// <summary>Cones half used; some tried out.</summary>
    public static IReadOnlyList<ThreadStock> Threads { get; } =
    [
        new() { Name = "Tern blue cone", KindId = "spun-polyester", LabelSystem = LabelSystem.Tex, LabelFigure = 27, Colour = "#1d4e74", MetresLeft = 3100, FullMetres = 2500, PricePerKm = 1.6, Count = 2, Test = new() { RunsEven = Observed.Yes } },
        new() { Name = "Blue fluff", KindId = "textured-nylon", LabelSystem = LabelSystem.Denier, LabelFigure = 315, Colour = "#1d4e74", MetresLeft = 620, FullMetres = 1000, PricePerKm = 6.9, Count = 2, Test = new() { BrokeAtMm = 405, FluffsOut = Observed.Yes, SpringsBack = Observed.Yes, SuffersHeat = Observed.Yes } },
        new() { Name = "Charcoal stretch", KindId = "stretch-polyester", LabelSystem = LabelSystem.Tex, LabelFigure = 30, Colour = "#23313a", MetresLeft = 410, FullMetres = 250, PricePerKm = 14, Holder = ThreadHolder.Spool, Count = 3, Test = new() { BrokeAtMm = 330, SpringsBack = Observed.Yes, FluffsOut = Observed.No } },
        new() { Name = "Wool ash cone", KindId = "spun-polyester", LabelText = "size 120", Colour = "#6d6a63", MetresLeft = 1850, PricePerKm = 1.6 },
        new() { Name = "Ash fluff", KindId = "textured-nylon", LabelSystem = LabelSystem.Tex, LabelFigure = 35, Colour = "#6d6a63", MetresLeft = 240, FullMetres = 1000, PricePerKm = 7.2, Weighed = new() { GrossGrams = 46.4, EmptyGrams = 38, StepGrams = 0.1 } },
        new() { Name = "White fluff, heat-proof", KindId = "textured-polyester", LabelSystem = LabelSystem.Decitex, LabelFigure = 270, Colour = "#f4f3ee", MetresLeft = 900 },
        new() { Name = "Charcoal core cone", KindId = "corespun-polyester", LabelSystem = LabelSystem.MetricCount, LabelFigure = 41.7, Colour = "#23313a", MetresLeft = 2400, FullMetres = 2500, PricePerKm = 2.4, Count = 2 },
        new() { Name = "Regatta gold", KindId = "heavy-rayon", LabelText = "decorative", Colour = "#c99a2e", MetresLeft = 75, Holder = ThreadHolder.Spool },
    ];

    /// <summary>What the scale said of the thread that was weighed, before and after two evenings.</summary>
    public static IReadOnlyList<ThreadUse> Uses { get; } = [new(118, 4.3, 103.5), new(64, 4.3, 58.2)];

    /// <summary>The same as a plan takes them, under the numbers they get in an empty workroom.</summary>
    public static IReadOnlyList<Cone> Cones { get; } = [.. Threads.Select((t, i) => new Cone((i + 1).ToString(CultureInfo.InvariantCulture), t))];
}
