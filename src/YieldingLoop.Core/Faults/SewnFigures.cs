using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Faults;

/// <summary>
/// What a seam shows that was sewn with these tensions and these faults, without any error of reading: the seam model's figures, with
/// what a fault changes in tension, geometry and needle put in before.
/// </summary>
public sealed record SewnFigures
{
    /// <summary>Within how many stitches a looper threaded in the wrong order breaks its thread.</summary>
    public const int BreaksWithinStitches = 30;

    /// <summary>Figures of the model.</summary>
    public required SeamReading Seam { get; init; }

    /// <summary>Figures of the threads, in the order they were given.</summary>
    public required IReadOnlyList<ThreadReading> Threads { get; init; }

    /// <summary>Where the loopers meet, mm; null where the stitch has no edge.</summary>
    public double? MeetingLineMm { get; init; }

    /// <summary>Whether the upper thread comes right round the edge; null where the stitch has none.</summary>
    public bool? Wrapped { get; init; }

    /// <summary>Each needle's own term of the gap, mm, in the order of the threads; empty where the gap is no needle's (503).</summary>
    public IReadOnlyList<(ThreadPosition Needle, double Mm)> NeedleLoopsMm { get; init; } = [];

    /// <summary>Chance of a skip per stitch in each row.</summary>
    public IReadOnlyList<(ThreadPosition Needle, double Chance)> Skips { get; init; } = [];

    /// <summary>The thread that breaks soon after the start; null where none does.</summary>
    public ThreadPosition? Breaks { get; init; }

    /// <summary>Works it out.</summary>
    /// <param name="sewn">The set-up as the seam model reads it, with the tensions its threads really have.</param>
    /// <param name="faults">What is wrong with the machine.</param>
    /// <param name="meetingPerLogMm">How far the loopers' meeting line moves per unit of ln(T_upper/T_lower), mm.</param>
    public static SewnFigures Of(SeamCase sewn, IReadOnlyList<Fault> faults, double meetingPerLogMm = SeamLayout.MeetingLinePerLog)
    {
        LaidThread[] threads = [.. sewn.Threads.Select(t => t.Laid with { TensionCentinewtons = t.Laid.TensionCentinewtons * Factor(t.Laid.Position, faults) })];
        var geometry = faults.Aggregate(sewn.Geometry, (g, f) => f.Kind.Changes(g, f.OffMm));
        var readings = new ThreadReading[threads.Length];
        var seam = SeamModel.Evaluate(geometry, threads, readings);
        var layout = new SeamLayout(geometry, threads, meetingPerLogMm);
        double? meeting = layout.HasMeetingLine ? layout.MeetingLineMm : null;
        return new()
        {
            Seam = seam,
            Threads = readings,
            MeetingLineMm = meeting,
            Wrapped = meeting is { } line ? line <= -SeamLimits.WrappedShare * geometry.RoundTheBackMm : null,
            NeedleLoopsMm = geometry.Stitch.Family == StitchFamily.TwoThreadOveredge ? [] : [.. readings.Index().Where(r => r.Item.Position.IsNeedle()).Select(r => (r.Item.Position, Math.Max(0, SeamModel.NeedleOpens(geometry, threads, r.Index, r.Item))))],
            Skips = [.. sewn.Threads.Where(t => t.Laid.Position.IsNeedle()).Select(t => (t.Laid.Position, SkipChance(sewn, t, faults)))],
            Breaks = faults.Any(f => f.Kind == FaultKind.LooperOrder) ? ThreadPosition.LowerLooper : null,
        };
    }

    private static double Factor(ThreadPosition position, IReadOnlyList<Fault> faults) => faults.Where(f => f.Position == position).Aggregate(1.0, (factor, f) => factor * f.Kind.TensionFactor());

    /// <summary>The chance of model section 6; a thread that drags, whichever it is, does so in every row.</summary>
    private static double SkipChance(SeamCase sewn, SetThread thread, IReadOnlyList<Fault> faults)
    {
        if ((thread.Needle ?? sewn.Needle) is not { } needle || sewn.Cloth is not { } cloth)
        {
            return 0;
        }

        foreach (var fault in faults.Where(f => f.Position == thread.Laid.Position || f.Kind == FaultKind.Dragging || (f.Position == ThreadPosition.Needle && thread.Laid.Position.IsNeedle())))
        {
            needle = fault.Kind switch
            {
                FaultKind.NeedleNotUp => needle with { FullyUp = false },
                FaultKind.NeedlePoint => needle with { Point = NeedleCatalogue.Find(fault.PointId!)! },
                FaultKind.NeedleWorn => needle with { HoursSewn = needle.LifeHours + fault.HoursOver },
                FaultKind.Dragging => needle with { ThreadDrags = true },
                _ => needle,
            };
        }

        return SkipModel.ChancePerStitch(needle, thread.Laid.Kind, cloth.ForNeedle);
    }
}
