using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Machines;

namespace YieldingLoop.Core.Care;

/// <summary>Something that is done to a machine again and again.</summary>
/// <param name="Id">Identifier.</param>
/// <param name="EveryHours">Every how many hours of sewing; null where it goes by the calendar.</param>
/// <param name="EveryMonths">Every how many months; null where it goes by hours.</param>
/// <param name="Cautions">The cautions that belong to it, besides that of hands near the needles.</param>
/// <param name="ByHand">Whether it is done here, so that hands go near needles, loopers or knife.</param>
public sealed record CareTask(string Id, double? EveryHours, int? EveryMonths, IReadOnlyList<CautionPlace> Cautions, bool ByHand = true)
{
    /// <summary>Oil. Common practice A6, no published source: about every 8 hours of sewing.</summary>
    public static CareTask Oil { get; } = new("oil", 8, null, [CautionPlace.Oiled, CautionPlace.Machine]);

    /// <summary>Lint. How often is a working value.</summary>
    public static CareTask Lint { get; } = new("lint", 4, null, [CautionPlace.Machine]);

    /// <summary>A look at the knives. How often is a working value.</summary>
    public static CareTask Knives { get; } = new("knives", 50, null, [CautionPlace.Knife, CautionPlace.Machine]);

    /// <summary>Service by a technician. Common practice A6, no published source: about every two years of regular use.</summary>
    public static CareTask Service { get; } = new("service", null, 24, [CautionPlace.Machine], ByHand: false);

    /// <summary>Every task, in the order they are shown.</summary>
    public static IReadOnlyList<CareTask> All { get; } = [Oil, Lint, Knives, Service];

    /// <summary>The task of an identifier; null where there is none.</summary>
    public static CareTask? Find(string? id) => All.FirstOrDefault(t => t.Id == id);

    /// <summary>What is done to a machine: one without knives has none to look at, and one that is simulated needs no care.</summary>
    public static IReadOnlyList<CareTask> Of(Machine machine) => machine.SimulatedNumber is not null ? [] : [.. All.Where(t => t != Knives || machine.AsOverlocker() is not null)];

    /// <summary>Every how many hours on this machine; null where it goes by the calendar, or never.</summary>
    public double? HoursOn(Machine machine) => EveryHours is null ? null : Never(this == Oil ? machine.Care.OilHours : this == Lint ? machine.Care.LintHours : machine.Care.KnivesHours, EveryHours.Value);

    /// <summary>Every how many months on this machine; null where it goes by hours, or never.</summary>
    public int? MonthsOn(Machine machine) => EveryMonths is null ? null : Never(machine.Care.ServiceMonths, EveryMonths.Value);

    private static T? Never<T>(T? own, T usual)
        where T : struct => (own ?? usual) is var every && every.Equals(default(T)) ? null : every;
}
