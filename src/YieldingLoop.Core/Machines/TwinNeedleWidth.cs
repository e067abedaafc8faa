using System.Globalization;
using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Machines;

/// <summary>One thing that bounds the zigzag width of a twin needle.</summary>
/// <param name="What">The machine, the plate or the foot.</param>
/// <param name="MostMm">Widest zigzag it lets through, mm; below 0 not even a straight stitch passes.</param>
/// <param name="Arithmetic">The sum as a person would write it.</param>
public sealed record WidthBound(string What, double MostMm, string Arithmetic);

/// <summary>How wide a zigzag a twin needle may sew.</summary>
/// <param name="NeverAboveMm">Above this a needle strikes, mm.</param>
/// <param name="AdvisedMm">What to set, mm: half a millimetre in hand against the machine’s own widest.</param>
/// <param name="Bounds">Every bound, the tightest first.</param>
public sealed record TwinWidth(double NeverAboveMm, double AdvisedMm, IReadOnlyList<WidthBound> Bounds)
{
    /// <summary>Whether only a straight stitch is possible.</summary>
    public bool StraightOnly => AdvisedMm < 0.25;
}

/// <summary>
/// The widest zigzag with a twin needle (common practice F7, no published source): the machine's widest less the gap,
/// with half a millimetre in hand; and the slots of plate and foot have to pass both blades. A slot nobody has
/// measured is never assumed.
/// </summary>
public static class TwinNeedleWidth
{
    /// <summary>Kept in hand against the machine's own widest, mm.</summary>
    public const double InHandMm = 0.5;

    /// <summary>Room beside the blades in a slot, both sides together, mm.</summary>
    public const double SlotRoomMm = 1.0;

    /// <summary>Works it out, or refuses with the reason.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="twin">The needle.</param>
    /// <param name="plate">The plate that is on.</param>
    /// <param name="foot">The foot that is on.</param>
    public static Outcome<TwinWidth> Widest(PlainMachine machine, TwinNeedle twin, SlottedPart plate, SlottedPart foot)
    {
        var problems = new List<Problem>();
        if (!machine.NeedleSizes.Contains(twin.Size.Metric))
        {
            problems.Add(new("twin", $"This machine takes the sizes {string.Join(", ", machine.NeedleSizes)}, not {twin.Size.Metric}."));
        }

        if (twin.GapMm > machine.WidestZigzagMm + 1e-9)
        {
            problems.Add(new("twin", Text($"The needles stand {twin.GapMm:0.0#} mm apart and this machine swings {machine.WidestZigzagMm:0.0#} mm in all: its hook is not made to catch them. Take a twin needle of at most {machine.WidestZigzagMm:0.0#} mm.")));
        }

        foreach (var (field, part, what) in new[] { ("plate", plate, "plate"), ("foot", foot, "foot") })
        {
            if (part.SlotMm is null)
            {
                problems.Add(new(field, $"The slot of the {what} “{part.Name}” is not on record, and it is never assumed. Measure its width across the feed and add it to the machine."));
            }
            else if (SlotBound(twin, part, what).MostMm < -1e-9)
            {
                problems.Add(new(field, Text($"The slot of the {what} “{part.Name}” is {part.SlotMm:0.0#} mm wide; this needle needs at least {twin.GapMm:0.0#} + {twin.Size.BladeMillimetres:0.00} + {SlotRoomMm:0.0} = {twin.GapMm + twin.Size.BladeMillimetres + SlotRoomMm:0.0#} mm, even for a straight stitch. A needle that strikes breaks, and can ruin the timing.")));
            }
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<TwinWidth>(problems);
        }

        var swing = machine.WidestZigzagMm - twin.GapMm;
        var bounds = new[]
        {
            new WidthBound("the machine", swing, Text($"widest {machine.WidestZigzagMm:0.0#} − gap {twin.GapMm:0.0#} = {swing:0.0#} mm")),
            SlotBound(twin, plate, "plate"),
            SlotBound(twin, foot, "foot"),
        }.OrderBy(b => b.MostMm).ToList();
        var never = Math.Max(0, bounds[0].MostMm);
        var advised = Math.Max(0, Math.Min(never, swing - InHandMm));
        return Outcome.Of(new TwinWidth(Down(never), Down(advised), bounds));
    }

    private static WidthBound SlotBound(TwinNeedle twin, SlottedPart part, string what)
    {
        var most = part.SlotMm!.Value - twin.GapMm - twin.Size.BladeMillimetres - SlotRoomMm;
        return new WidthBound($"the {what}’s slot", most,
            Text($"slot {part.SlotMm:0.0#} − gap {twin.GapMm:0.0#} − blade {twin.Size.BladeMillimetres:0.00} − room {SlotRoomMm:0.0} = {most:0.0#} mm"));
    }

    /// <summary>Rounded down to 0.05 mm: a width is never rounded toward the needle.</summary>
    private static double Down(double millimetres) => Math.Round(Math.Floor(millimetres / 0.05 + 1e-6) * 0.05, 2);

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture).Replace(" -", " −", StringComparison.Ordinal);
}
