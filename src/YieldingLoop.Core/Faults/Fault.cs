using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Faults;

/// <summary>What can be wrong with a machine that is not its dials.</summary>
public enum FaultKind
{
    /// <summary>A thread left a guide out.</summary>
    GuideMissed,

    /// <summary>A thread never went into its disc; a bobbin's not under its spring.</summary>
    OutOfDisc,

    /// <summary>A thread goes twice round something.</summary>
    Doubled,

    /// <summary>A thread does not run free: cap, spool's end, something it snags on.</summary>
    Dragging,

    /// <summary>The loopers were threaded in the wrong order.</summary>
    LooperOrder,

    /// <summary>A needle is not pushed up as far as it goes.</summary>
    NeedleNotUp,

    /// <summary>A needle has the wrong point for the cloth.</summary>
    NeedlePoint,

    /// <summary>A needle has sewn beyond its life.</summary>
    NeedleWorn,

    /// <summary>Another finger than the set-up's is in.</summary>
    Finger,

    /// <summary>The knife cuts otherwise than its dial says.</summary>
    Knife,

    /// <summary>A thread is uneven or fuzzy, so that the tension wanders.</summary>
    ThreadUneven,

    /// <summary>A needle touches foot or plate.</summary>
    Contact,
}

/// <summary>One thing that is wrong.</summary>
/// <param name="Kind">What.</param>
/// <param name="Position">The thread it is at, or the seat of the needle; null where it is about the whole machine.</param>
public sealed record Fault(FaultKind Kind, ThreadPosition? Position = null)
{
    /// <summary>Of a worn needle how far it is beyond its life, h.</summary>
    public double HoursOver { get; init; }

    /// <summary>Of a finger how much wider it lays the loops, mm; of a knife how much further out it cuts, mm.</summary>
    public double OffMm { get; init; }

    /// <summary>Of a wrong point the point that is in.</summary>
    public string? PointId { get; init; }
}

/// <summary>What faults do (model sections 3 and 6, and common practice B5, B9, C7, D4, E5). Working values.</summary>
public static class FaultEffects
{
    /// <summary>The kinds that are about how a thread is threaded: all of them are put right by threading everything again.</summary>
    public static IReadOnlyList<FaultKind> Threading { get; } = [FaultKind.GuideMissed, FaultKind.OutOfDisc, FaultKind.Doubled, FaultKind.Dragging, FaultKind.LooperOrder];

    /// <summary>The kinds that are about a needle in its seat.</summary>
    public static IReadOnlyList<FaultKind> OfNeedles { get; } = [FaultKind.NeedleNotUp, FaultKind.NeedlePoint, FaultKind.NeedleWorn];

    /// <summary>How hard a thread is then held, as a share of how it would be; 1 where the kind leaves it alone.</summary>
    public static double TensionFactor(this FaultKind kind) => kind switch
    {
        FaultKind.GuideMissed => 0.45,
        FaultKind.OutOfDisc => Machines.DialTension.OutsideDiscShare,
        FaultKind.Doubled => 2.2,
        FaultKind.Dragging => 1.6,
        _ => 1,
    };

    /// <summary>The seam as it is then sewn: another finger lays its loops elsewhere, another cut leaves more or less in it.</summary>
    /// <param name="kind">What is wrong.</param>
    /// <param name="geometry">The seam as it should be.</param>
    /// <param name="offMm">How much wider the finger lays the loops, or how much further out the knife cuts, mm.</param>
    public static SeamGeometry Changes(this FaultKind kind, in SeamGeometry geometry, double offMm) => kind switch
    {
        FaultKind.Finger => geometry with { LoopWidthMm = geometry.LoopWidthMm + offMm },
        FaultKind.Knife => geometry with { BiteMm = geometry.BiteMm + offMm },
        _ => geometry,
    };

    /// <summary>Its identifier, as the API speaks it.</summary>
    public static string Id(this FaultKind kind) => kind switch
    {
        FaultKind.GuideMissed => "guide-missed",
        FaultKind.OutOfDisc => "out-of-disc",
        FaultKind.Doubled => "doubled",
        FaultKind.Dragging => "dragging",
        FaultKind.LooperOrder => "looper-order",
        FaultKind.NeedleNotUp => "needle-not-up",
        FaultKind.NeedlePoint => "needle-point",
        FaultKind.NeedleWorn => "needle-worn",
        FaultKind.Finger => "finger",
        FaultKind.ThreadUneven => "thread-uneven",
        FaultKind.Contact => "contact",
        _ => "knife",
    };
}
