using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Whether pins go together: a finger and a coverstitch, a zigzag's width and an overlock stitch are each fine by
/// themselves, and no machine can be set to both. What does not go together is named, and nothing else.
/// </summary>
internal static class PinsTogether
{
    /// <summary>Most pins that are named as standing against one another; where more are needed for it, all are.</summary>
    private const int MostNamed = 3;

    /// <summary>The fewest pins that no machine at hand can be set to at once, with the field of the first; null where all can be.</summary>
    public static (string Field, Finding Finding)? Clash(PlanPins pins, PlanQuestion question)
    {
        var pinned = PinCheck.Each(pins).ToList();
        if (pinned.Count == 0)
        {
            return null;
        }

        var open = question with { Pins = PlanPins.None, WithoutManual = true };
        var ways = question.Machines.SelectMany(hand => Layouts.Of(hand, open)).ToList();
        if (ways.Exists(way => Bears(way, pins)))
        {
            return null;
        }

        for (var count = 1; count <= Math.Min(MostNamed, pinned.Count); count++)
        {
            foreach (var few in Choose(pinned, count))
            {
                var only = few.Aggregate(PlanPins.None, (all, pin) => pin.Alone.Over(all));
                if (!ways.Exists(way => Bears(way, only)))
                {
                    return (few[0].Field, Says(few, question));
                }
            }
        }

        return (pinned[0].Field, Says(pinned, question));
    }

    private static Finding Says(IReadOnlyList<(string Field, PlanPins Alone)> few, PlanQuestion question) => few.Count == 1
        ? new Finding("pin-nowhere").With("pin", Name(few[0].Alone, question)).With("job", question.Seam.Job.Id())
        : new Finding("pins-clash").With("pins", Phrase.List([.. few.Select(p => Name(p.Alone, question))]));

    /// <summary>Whether one way of making a machine ready has everything that is pinned.</summary>
    private static bool Bears(Layout way, PlanPins pins)
    {
        var head = way.Head;
        return way.HasPlaceFor(pins)
            && (pins.MachineId is null || way.Hand.Id == pins.MachineId)
            && (pins.PointId is null || head.NeedlePointIds.Contains(pins.PointId))
            && (pins.SizeMetric is not { } size || way.TwinGapMm is not null || head.NeedleSizes.Contains(size))
            && (pins.LengthMm is not { } length || head.StitchLengthMm.Takes(length))
            && (pins.CuttingWidthMm is not { } cut || (head is Overlocker knife && knife.CuttingWidthMm.Takes(cut)))
            && (pins.WidthMm is not { } width || (head is PlainMachine plain && width <= plain.WidestZigzagMm + 1e-9));
    }

    private static IEnumerable<IReadOnlyList<T>> Choose<T>(IReadOnlyList<T> from, int count)
    {
        if (count == 0)
        {
            yield return [];
            yield break;
        }

        for (var i = 0; i <= from.Count - count; i++)
        {
            foreach (var rest in Choose(from.Skip(i + 1).ToList(), count - 1))
            {
                yield return [from[i], .. rest];
            }
        }
    }

    /// <summary>One pin as it is called: its field, and what it is set to.</summary>
    private static string Name(PlanPins pin, PlanQuestion question) => pin switch
    {
        { MachineId: { } id } => $"the machine “{question.Machines.First(m => m.Id == id).Machine.Name}”",
        { StitchId: { } stitch } => $"the {StitchCatalogue.Find(stitch)!.Name}",
        { Flatlock: { } flat } => flat ? "pulled open flat" : "not pulled open flat",
        { Seats: { } seats } => $"needles in {Phrase.List([.. seats.Seats.Select(s => s.Name())])} alone",
        { PointId: { } point } => $"the {NeedleCatalogue.Find(point)!.Name} point",
        { SizeMetric: { } size } => $"needle size {size}",
        { TwinGapMm: { } gap } => FormattableString.Invariant($"a twin needle of {gap:0.##} mm"),
        { NeedleThreadId: { } thread } => $"{ThreadCatalogue.Find(thread)!.Name} in the needle",
        { UpperThreadId: { } thread } => $"{ThreadCatalogue.Find(thread)!.Name} in an upper looper or over the face",
        { LowerThreadId: { } thread } => $"{ThreadCatalogue.Find(thread)!.Name} in the lower looper, chain looper or bobbin",
        { FingerName: { } finger } => $"the finger “{finger}”",
        { LengthMm: { } length } => FormattableString.Invariant($"stitch length {length:0.##} mm"),
        { CuttingWidthMm: { } cut } => FormattableString.Invariant($"cutting width {cut:0.##} mm"),
        { WidthMm: { } width } => FormattableString.Invariant($"zigzag width {width:0.##} mm"),
        { NeedleOffset: { } offset } => FormattableString.Invariant($"a needle dial {offset:+0.#;−0.#;0} from neutral"),
        _ => "nothing",
    };
}
