using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>Whether what is pinned can be set on any of the machines at hand: nothing that was asked is dropped in silence.</summary>
public static class PinCheck
{
    /// <summary>What cannot be, by the field of the pin; nothing where all of it can.</summary>
    /// <param name="pins">The pins.</param>
    /// <param name="machines">Machines at hand; where one of them is pinned, that one counts.</param>
    public static IEnumerable<Problem> Problems(PlanPins pins, IReadOnlyList<MachineAtHand> machines)
    {
        if (pins.MachineId is { } id && machines.All(m => m.Id != id))
        {
            yield return new("machineId", "This machine is not among those at hand.");
            yield break;
        }

        var heads = machines.Where(m => pins.MachineId is null || m.Id == pins.MachineId).SelectMany(m => m.Machine.Heads()).ToList();
        var (knives, plains) = (heads.OfType<Overlocker>().ToList(), heads.OfType<PlainMachine>().ToList());
        if (pins.StitchId is { } stitch && (StitchCatalogue.Find(stitch) is null || heads.All(h => h.Stitches.All(s => s.Id != stitch))))
        {
            yield return new("stitchId", StitchCatalogue.Find(stitch) is null ? $"The stitches are {string.Join(", ", StitchCatalogue.All.Select(s => s.Id))}." : "None of these machines sews that stitch, by its record.");
        }

        if (pins.Flatlock == true && knives.Count == 0)
        {
            yield return new("flatlock", "A seam that is pulled open flat takes an overlocker.");
        }

        if (pins.Seats is { } seats && heads.All(h => seats.Seats.Any(p => h.Seats.All(s => s.Position != p))))
        {
            yield return new("seats", "None of these machines has all of these seats. A twin needle stands in the one seat of a plain machine.");
        }

        if (pins.PointId is { } point && (NeedleCatalogue.Find(point) is null || heads.All(h => !h.NeedlePointIds.Contains(point))))
        {
            yield return new("pointId", NeedleCatalogue.Find(point) is null ? $"The points are {string.Join(", ", NeedleCatalogue.Points.Select(p => p.Id))}." : "None of these machines’ needle systems is made with that point, by its record.");
        }

        if (pins.SizeMetric is { } size && heads.All(h => !h.NeedleSizes.Contains(size)))
        {
            yield return new("sizeMetric", $"These machines take the sizes {string.Join(", ", heads.SelectMany(h => h.NeedleSizes).Distinct().Order())}.");
        }

        if (pins.TwinGapMm is { } gap && (!(gap is >= TwinNeedle.LeastGapMm and <= TwinNeedle.MostGapMm) || plains.Count == 0))
        {
            yield return new("twinGapMm", plains.Count == 0 ? "A twin needle goes into a plain machine." : TwinNeedle.GapRange);
        }

        foreach (var (field, kind) in new[] { ("needleThreadId", pins.NeedleThreadId), ("upperThreadId", pins.UpperThreadId), ("lowerThreadId", pins.LowerThreadId) })
        {
            if (kind is not null && ThreadCatalogue.Find(kind) is null)
            {
                yield return new(field, $"The kinds of thread are {string.Join(", ", ThreadCatalogue.Kinds.Select(k => k.Id))}.");
            }
        }

        if (pins.UpperThreadId is not null && knives.Count == 0 && heads.OfType<Coverstitch>().All(c => c.TopCover is null))
        {
            yield return new("upperThreadId", "None of these machines has an upper looper, or a thread over the face.");
        }

        if (pins.FingerName is { } finger && knives.All(k => k.Fingers.All(f => f.Name != finger)))
        {
            yield return new("fingerName", knives.Count == 0 ? "None of these machines has a finger." : $"These machines’ fingers are {string.Join(", ", knives.SelectMany(k => k.Fingers).Select(f => f.Name).Distinct())}.");
        }

        if (Unset(pins.LengthMm, heads.Select(h => h.StitchLengthMm), "stitch length") is { } length)
        {
            yield return new("lengthMm", length);
        }

        if (Unset(pins.CuttingWidthMm, knives.Select(k => k.CuttingWidthMm), "cutting width") is { } cut)
        {
            yield return new("cuttingWidthMm", cut);
        }

        if (pins.WidthMm is { } width && !(width > 0 && plains.Exists(p => width <= p.WidestZigzagMm + 1e-9)))
        {
            yield return new("widthMm", plains.Count == 0 ? "None of these machines swings its needle." : Invariant($"A zigzag of these machines is above 0 and at most {plains.Max(p => p.WidestZigzagMm):0.##} mm wide."));
        }

        if (pins.NeedleOffset is { } offset && !(offset is >= -2 and <= 2))
        {
            yield return new("needleOffset", "A needle dial is pinned −2 to 2 numbers from neutral.");
        }
    }

    /// <summary>Each pin alone, with its field.</summary>
    public static IEnumerable<(string Field, PlanPins Alone)> Each(PlanPins pins)
    {
        (string Field, object? Value, PlanPins Alone)[] all =
        [
            ("machineId", pins.MachineId, PlanPins.None with { MachineId = pins.MachineId }),
            ("stitchId", pins.StitchId, PlanPins.None with { StitchId = pins.StitchId }),
            ("flatlock", pins.Flatlock, PlanPins.None with { Flatlock = pins.Flatlock }),
            ("seats", pins.Seats, PlanPins.None with { Seats = pins.Seats }),
            ("pointId", pins.PointId, PlanPins.None with { PointId = pins.PointId }),
            ("sizeMetric", pins.SizeMetric, PlanPins.None with { SizeMetric = pins.SizeMetric }),
            ("twinGapMm", pins.TwinGapMm, PlanPins.None with { TwinGapMm = pins.TwinGapMm }),
            ("needleThreadId", pins.NeedleThreadId, PlanPins.None with { NeedleThreadId = pins.NeedleThreadId }),
            ("upperThreadId", pins.UpperThreadId, PlanPins.None with { UpperThreadId = pins.UpperThreadId }),
            ("lowerThreadId", pins.LowerThreadId, PlanPins.None with { LowerThreadId = pins.LowerThreadId }),
            ("fingerName", pins.FingerName, PlanPins.None with { FingerName = pins.FingerName }),
            ("lengthMm", pins.LengthMm, PlanPins.None with { LengthMm = pins.LengthMm }),
            ("cuttingWidthMm", pins.CuttingWidthMm, PlanPins.None with { CuttingWidthMm = pins.CuttingWidthMm }),
            ("needleOffset", pins.NeedleOffset, PlanPins.None with { NeedleOffset = pins.NeedleOffset }),
            ("widthMm", pins.WidthMm, PlanPins.None with { WidthMm = pins.WidthMm }),
        ];
        return all.Where(p => p.Value is not null).Select(p => (p.Field, p.Alone));
    }

    private static string? Unset(double? pinned, IEnumerable<SettingRange> ranges, string what)
    {
        var all = ranges.ToList();
        return pinned is not { } only || all.Exists(r => r.Takes(only)) ? null
            : all.Count == 0 ? $"None of these machines has a {what} to set."
            : Invariant($"The {what} of these machines is set from {all.Min(r => r.Least):0.##} to {all.Max(r => r.Most):0.##} mm in steps of {all.Min(r => r.Step):0.##}.");
    }
}
