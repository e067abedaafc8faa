using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>Choices the asker has made; the rest is solved around them. What is null is free.</summary>
public sealed record PlanPins
{
    /// <summary>Machine, by <see cref="MachineAtHand.Id"/>.</summary>
    public string? MachineId { get; init; }

    /// <summary>Stitch.</summary>
    public string? StitchId { get; init; }

    /// <summary>Whether the seam is pulled open flat.</summary>
    public bool? Flatlock { get; init; }

    /// <summary>Seats that are filled.</summary>
    public SeatSet? Seats { get; init; }

    /// <summary>Needle point.</summary>
    public string? PointId { get; init; }

    /// <summary>Metric needle size.</summary>
    public int? SizeMetric { get; init; }

    /// <summary>Between the blades of a twin needle, mm.</summary>
    public double? TwinGapMm { get; init; }

    /// <summary>Kind of thread in the needles.</summary>
    public string? NeedleThreadId { get; init; }

    /// <summary>Kind of thread in the upper looper or over the face.</summary>
    public string? UpperThreadId { get; init; }

    /// <summary>Kind of thread in the lower looper, the chain looper or the bobbin.</summary>
    public string? LowerThreadId { get; init; }

    /// <summary>Finger.</summary>
    public string? FingerName { get; init; }

    /// <summary>Stitch length, mm.</summary>
    public double? LengthMm { get; init; }

    /// <summary>Cutting width from the right needle, mm.</summary>
    public double? CuttingWidthMm { get; init; }

    /// <summary>Needle dial, steps tighter than thread-neutral: −1, 0 or 1.</summary>
    public double? NeedleOffset { get; init; }

    /// <summary>Zigzag width, mm.</summary>
    public double? WidthMm { get; init; }

    /// <summary>These pins, and where they are free those of another.</summary>
    internal PlanPins Over(PlanPins other) => new()
    {
        MachineId = MachineId ?? other.MachineId,
        StitchId = StitchId ?? other.StitchId,
        Flatlock = Flatlock ?? other.Flatlock,
        Seats = Seats ?? other.Seats,
        PointId = PointId ?? other.PointId,
        SizeMetric = SizeMetric ?? other.SizeMetric,
        TwinGapMm = TwinGapMm ?? other.TwinGapMm,
        NeedleThreadId = NeedleThreadId ?? other.NeedleThreadId,
        UpperThreadId = UpperThreadId ?? other.UpperThreadId,
        LowerThreadId = LowerThreadId ?? other.LowerThreadId,
        FingerName = FingerName ?? other.FingerName,
        LengthMm = LengthMm ?? other.LengthMm,
        CuttingWidthMm = CuttingWidthMm ?? other.CuttingWidthMm,
        NeedleOffset = NeedleOffset ?? other.NeedleOffset,
        WidthMm = WidthMm ?? other.WidthMm,
    };

    /// <summary>What of a set-up is threaded and fitted: stitch, needles, threads by kind and finger. Machine and numbers are free.</summary>
    public static PlanPins ThreadingOf(SetupPlan plan) => new()
    {
        StitchId = plan.StitchId,
        Flatlock = plan.Flatlock,
        Seats = SeatSet.Of([.. plan.Setup.Needles.Filled]),
        PointId = plan.Needle.PointId,
        SizeMetric = plan.Needle.SizeMetric,
        TwinGapMm = plan.TwinGapMm,
        NeedleThreadId = plan.Threads.FirstOrDefault(t => t.Position.IsNeedle())?.KindId,
        UpperThreadId = plan.Threads.FirstOrDefault(t => t.Position is ThreadPosition.UpperLooper or ThreadPosition.TopCover)?.KindId,
        LowerThreadId = plan.Threads.FirstOrDefault(t => !t.Position.IsNeedle() && t.Position is not (ThreadPosition.UpperLooper or ThreadPosition.TopCover))?.KindId,
        FingerName = plan.FingerName,
    };

    /// <summary>Nothing pinned.</summary>
    public static PlanPins None { get; } = new();
}
