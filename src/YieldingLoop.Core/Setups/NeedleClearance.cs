using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Setups;

/// <summary>
/// Whether the needle that is in clears plate and foot of a plain machine wherever the stitch swings it. Common practice A7
/// and F7, no published source. What nobody has said is taken to be harmless here; that it is not known to be is
/// <see cref="Unmeasured"/>'s matter, and the wheel is turned by hand in any case.
/// </summary>
public static class NeedleClearance
{
    /// <summary>Room a swinging single needle takes beyond its swing, blade included, both sides together, mm.</summary>
    public const double SwingRoomMm = 2;

    private const double Rounding = 1e-9;

    /// <summary>What strikes, or cannot be sewn at all; nothing where the needle passes. Fields are named as the one JSON form has them.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="setup">What it is set to, or stands at.</param>
    public static IReadOnlyList<Problem> Problems(PlainMachine machine, Setup setup)
    {
        var problems = new List<Problem>();
        var straight = setup.Stitch is { } stitch && !stitch.NeedsZigzagWidth;
        var swing = setup.ZigzagWidthMm.Or(0);
        if (straight && swing > Rounding)
        {
            problems.Add(Told("zigzagWidthMm", new Finding("straight-swings").With("widthMm", swing)));
        }

        if (!setup.Needles[ThreadPosition.Needle].TryGet(out var needle))
        {
            return problems;
        }

        var offset = Math.Abs(setup.NeedlePositionMm.Or(0));
        if (needle.TwinGapMm is { } gap)
        {
            if (gap + swing > machine.WidestZigzagMm + Rounding)
            {
                var field = swing > Rounding ? "zigzagWidthMm" : "needles.needle.twinGapMm";
                problems.Add(Told(field, new Finding("twin-swings-too-wide").With("gapMm", gap).With("widthMm", swing).With("widestMm", machine.WidestZigzagMm)));
            }
        }

        var needs = Needs(needle, swing, offset);
        foreach (var (field, part) in Parts(machine, setup))
        {
            if (part.SlotMm is { } slot && slot < needs - Rounding)
            {
                var strike = new Finding(needle.IsTwin ? "twin-strikes" : "needle-strikes").With("part", field).With("name", part.Name);
                problems.Add(Told(field, strike.With("slotMm", slot).With("needsMm", needs).With("widthMm", swing)));
            }
        }

        return problems;
    }

    /// <summary>The parts whose slot nobody has measured though the needle swings in it, or is a twin; empty where all are known to pass.</summary>
    public static IReadOnlyList<SlottedPart> Unmeasured(PlainMachine machine, Setup setup) =>
        setup.Needles[ThreadPosition.Needle].TryGet(out var needle) && (needle.IsTwin || setup.ZigzagWidthMm.Or(0) > 0 || setup.NeedlePositionMm.Or(0) != 0)
            ? [.. Parts(machine, setup).Select(p => p.Part).Where(p => p.SlotMm is null)] : [];

    /// <summary>The slot a needle needs, mm; 0 for a single one that neither swings nor stands beside the centre.</summary>
    private static double Needs(Needle needle, double swingMm, double offsetMm) =>
        needle.TwinGapMm is { } gap ? gap + swingMm + NeedleSize.FromMetric(needle.SizeMetric).BladeMillimetres + TwinNeedleWidth.SlotRoomMm + 2 * offsetMm
        : swingMm + offsetMm > Rounding ? swingMm + 2 * offsetMm + SwingRoomMm : 0;

    private static IEnumerable<(string Field, SlottedPart Part)> Parts(PlainMachine machine, Setup setup)
    {
        foreach (var (field, name, parts) in new[] { ("plate", setup.PlateName, machine.Plates), ("foot", setup.FootName, machine.Feet) })
        {
            if (parts.FirstOrDefault(p => p.Name == name.Thing()) is { } part)
            {
                yield return (field, part);
            }
        }
    }

    private static Problem Told(string field, Finding finding) => new(field, Measures.Of(finding)) { Finding = finding };
}
