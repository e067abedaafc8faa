using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>One place on the map: a stitch length with a zigzag width.</summary>
/// <param name="LengthMm">Stitch length, mm.</param>
/// <param name="WidthMm">Zigzag width, mm; 0 is a straight stitch.</param>
/// <param name="YieldPercent">Stretch at which the first thread pops, %.</param>
/// <param name="GapMm">How far the seam opens when pulled apart crosswise, mm.</param>
/// <param name="Consumption">Metres of thread per metre of seam.</param>
/// <param name="Verdict">Whether it holds.</param>
public readonly record struct ZigzagPoint(double LengthMm, double WidthMm, double YieldPercent, double GapMm, double Consumption, Verdict Verdict)
{
    /// <summary>Whether it goes as far as it must.</summary>
    public bool Holds => Verdict == Verdict.Holds;

    /// <summary>Whether thread shows when the seam is pulled open: too wide or too long (common practice F1).</summary>
    public bool Shows => GapMm > SeamLimits.GapAcceptableMm;
}

/// <summary>What a plain machine is threaded with and sews on.</summary>
/// <param name="Needle">Needle thread.</param>
/// <param name="Bobbin">Bobbin thread.</param>
/// <param name="BobbinCentinewtons">Tension of the bobbin thread, cN.</param>
/// <param name="SewnThicknessMm">t, mm.</param>
/// <param name="NeedPercent">Need along the seam, %.</param>
/// <param name="ClothStretchPercent">The cloth's stretch along the seam, %.</param>
public sealed record PlainSeam(ThreadKind Needle, ThreadKind Bobbin, double BobbinCentinewtons, double SewnThicknessMm, double NeedPercent, double ClothStretchPercent)
{
    /// <summary>Reads a stitch of a needle and a bobbin, the needle thread at its thread-neutral dial.</summary>
    /// <param name="stitch">A stitch of one needle and a bobbin.</param>
    /// <param name="lengthMm">Stitch length, mm.</param>
    /// <param name="widthMm">Zigzag width, mm; ignored by straight stitches.</param>
    public ZigzagPoint Read(Stitch stitch, double lengthMm, double widthMm) => Read(stitch, lengthMm, widthMm, 0);

    /// <summary>Reads a twin-needle lockstitch.</summary>
    /// <param name="lengthMm">Stitch length, mm.</param>
    /// <param name="gapMm">Between the needles, mm.</param>
    public ZigzagPoint ReadTwin(double lengthMm, double gapMm) => Read(StitchCatalogue.TwinNeedle, lengthMm, 0, gapMm);

    private ZigzagPoint Read(Stitch stitch, double lengthMm, double widthMm, double gaugeMm)
    {
        var geometry = new SeamGeometry(stitch, lengthMm, SewnThicknessMm) { ZigzagWidthMm = widthMm, GaugeMm = gaugeMm };
        LaidThread[] threads =
        [
            .. stitch.NeedlePositions.Select(position => new LaidThread(position, Needle, position.NeutralTensionCentinewtons())),
            new(ThreadPosition.Bobbin, Bobbin, BobbinCentinewtons),
        ];
        Span<ThreadReading> readings = new ThreadReading[threads.Length];
        var reading = SeamModel.Evaluate(geometry, threads, readings);
        var verdict = SeamVerdict.Of(PopRatio.Unlearnt.Pop(reading.YieldPercent), NeedPercent, ClothStretchPercent).Verdict;
        return new ZigzagPoint(lengthMm, widthMm, reading.YieldPercent, reading.GapMm, reading.Consumption, verdict);
    }
}

/// <summary>
/// Stitch length against zigzag width for one seam: where it holds and where its threads show. The seam model read at
/// every point; a swatch outranks it.
/// </summary>
/// <param name="LengthsMm">Stitch lengths, mm, rising.</param>
/// <param name="WidthsMm">Zigzag widths, mm, rising from 0.</param>
/// <param name="Points">One row per width, one point per length in it.</param>
/// <param name="Advised">The point to start the swatch from, see <see cref="Start"/>; null where there is none.</param>
public sealed record ZigzagMap(IReadOnlyList<double> LengthsMm, IReadOnlyList<double> WidthsMm, IReadOnlyList<IReadOnlyList<ZigzagPoint>> Points, ZigzagPoint? Advised)
{
    /// <summary>Step of both scales, mm.</summary>
    public const double StepMm = 0.25;

    /// <summary>Draws the map up for a machine.</summary>
    /// <param name="machine">Gives the ranges of length and width.</param>
    /// <param name="seam">Threads, cloth and need.</param>
    public static ZigzagMap Of(PlainMachine machine, PlainSeam seam)
    {
        var lengths = Steps(Math.Max(StepMm, machine.StitchLengthMm.Least), machine.StitchLengthMm.Most);
        var widths = Steps(0, machine.WidestZigzagMm);
        ZigzagPoint[][] points =
        [
            .. widths.Select(width => lengths.Select(length => seam.Read(width > 0 ? StitchCatalogue.Zigzag : StitchCatalogue.Lockstitch, length, width)).ToArray()),
        ];
        return new ZigzagMap(lengths, widths, points, Start(points.SelectMany(row => row), seam.NeedPercent));
    }

    /// <summary>
    /// Where to start: a zigzag that holds and does not show; if there is one, 1 to 3 mm long and at least 1 mm wide, as
    /// knits are sewn (common practice, no published source), and one that holds even at the low end of its band; among
    /// those the one that takes the least thread.
    /// </summary>
    private static ZigzagPoint? Start(IEnumerable<ZigzagPoint> points, double needPercent)
    {
        var good = points.Where(p => p.WidthMm > 0 && p is { Holds: true, Shows: false }).ToList();
        return good.Count == 0 ? null : good
            .OrderBy(p => p is not { LengthMm: >= 1 and <= 3, WidthMm: >= 1 })
            .ThenBy(p => PopRatio.Unlearnt.Pop(p.YieldPercent).Low < needPercent)
            .ThenBy(p => p.Consumption)
            .ThenBy(p => p.WidthMm)
            .First();
    }

    private static double[] Steps(double from, double to) =>
        [.. Enumerable.Range((int)Math.Ceiling(from / StepMm - 1e-9), (int)Math.Floor(to / StepMm + 1e-9) - (int)Math.Ceiling(from / StepMm - 1e-9) + 1).Select(i => i * StepMm)];
}
