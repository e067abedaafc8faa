using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Faults;

/// <summary>Where something can be wrong on a machine that stands ready for a seam.</summary>
public static class FaultPlaces
{
    private static readonly ThreadPosition?[] Nowhere = [], WholeMachine = [null];

    /// <summary>The places of a kind: threads, seats, or the machine as a whole; none where it cannot be wrong in this way.</summary>
    /// <param name="kind">What is wrong.</param>
    /// <param name="machine">The machine, or the half of a convertible one.</param>
    /// <param name="sewn">The set-up as the seam model reads it.</param>
    public static IReadOnlyList<ThreadPosition?> Of(FaultKind kind, Machine machine, SeamCase sewn)
    {
        var threads = sewn.Threads.Select(t => t.Laid.Position).ToList();
        return kind switch
        {
            // A bobbin has one guide, which is its spring, and its thread does not go twice round anything.
            FaultKind.GuideMissed or FaultKind.Doubled => [.. threads.Where(p => p != ThreadPosition.Bobbin).Cast<ThreadPosition?>()],
            FaultKind.OutOfDisc or FaultKind.Dragging => [.. threads.Cast<ThreadPosition?>()],
            FaultKind.LooperOrder => threads.Contains(ThreadPosition.UpperLooper) && threads.Contains(ThreadPosition.LowerLooper) ? WholeMachine : Nowhere,
            FaultKind.NeedleWorn => sewn.Threads.All(t => t.Needle is not { } needle || double.IsFinite(needle.LifeHours)) ? Seats(machine, threads) : Nowhere,
            FaultKind.NeedlePoint => BadPoints(sewn).Count > 0 ? Seats(machine, threads) : Nowhere,
            FaultKind.NeedleNotUp => Seats(machine, threads),
            FaultKind.ThreadUneven or FaultKind.Contact => WholeMachine,
            FaultKind.Finger => machine is Overlocker { Fingers.Count: > 1 } && sewn.Geometry.Stitch.NeedsLoopWidth ? WholeMachine : Nowhere,
            _ => machine is Overlocker && sewn.Geometry.Stitch.NeedsLoopWidth ? WholeMachine : Nowhere,
        };
    }

    /// <summary>The points that skip in this cloth, even new.</summary>
    public static IReadOnlyList<NeedlePoint> BadPoints(SeamCase sewn)
    {
        if (sewn.Cloth is not { } cloth || sewn.Threads.Select(t => t.Needle).FirstOrDefault(n => n is not null) is not { } needle)
        {
            return [];
        }

        return [.. NeedleCatalogue.Points.Where(p => SkipModel.PointScore(p, cloth.ForNeedle, needle.UniversalOnHeavyStretch) > 0)];
    }

    internal static List<ThreadPosition?> Seats(Machine machine, List<ThreadPosition> threads) => [.. threads.Where(p => p.IsNeedle()).Select(machine.SeatPlaceOf).Distinct().Cast<ThreadPosition?>()];
}
