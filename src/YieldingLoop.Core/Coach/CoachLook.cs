using System.Text.Json;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>What can be looked at without sewing, in the trade's order (common practice E4).</summary>
public enum CoachLook
{
    /// <summary>Whether a thread runs free: cap, spool's end, nothing it snags on.</summary>
    RunsFree,

    /// <summary>How a thread comes off its spool or cone: enough of it, wound slackly where it stretches.</summary>
    Supply,

    /// <summary>Whether a thread lies between its discs.</summary>
    InDisc,

    /// <summary>Whether a thread runs through every guide.</summary>
    Guides,

    /// <summary>Whether a thread goes twice round anything.</summary>
    Doubled,

    /// <summary>Whether the loopers were threaded in the machine's order.</summary>
    LooperOrder,

    /// <summary>Whether the bobbin lies in its case as it should.</summary>
    BobbinIn,

    /// <summary>Whether the bobbin's thread runs through its slot.</summary>
    Slot,

    /// <summary>On which side of the disc a needle's thread runs.</summary>
    DiscSide,

    /// <summary>Whether the spool's cap fits.</summary>
    Cap,

    /// <summary>Whether a needle has the point for the cloth.</summary>
    NeedlePoint,

    /// <summary>Whether a needle is pushed up.</summary>
    NeedleUp,

    /// <summary>Whether a needle is fresh and straight.</summary>
    NeedleCondition,

    /// <summary>Which finger is in.</summary>
    Finger,

    /// <summary>How far out the knife cuts.</summary>
    KnifeDistance,

    /// <summary>Whether the knife is sharp.</summary>
    KnifeSharp,

    /// <summary>Whether the threads are even.</summary>
    ThreadEvenness,

    /// <summary>Whether a needle touches foot or plate, by touch and sound.</summary>
    Contact,
}

/// <summary>Looks: what each finds, where it is taken, and what putting right takes. Minutes are working values.</summary>
public static class CoachLooks
{
    private static readonly ThreadPosition?[] Whole = [null], Nowhere = [];

    /// <summary>Every look.</summary>
    public static IReadOnlyList<CoachLook> All { get; } = Enum.GetValues<CoachLook>();

    /// <summary>Its identifier: "in-disc".</summary>
    public static string Id(this CoachLook look) => JsonNamingPolicy.KebabCaseLower.ConvertName(look.ToString());

    /// <summary>The fault that it finds; null where none that is reckoned with lies behind it.</summary>
    public static FaultKind? Fault(this CoachLook look) => look switch
    {
        CoachLook.RunsFree => FaultKind.Dragging,
        CoachLook.InDisc => FaultKind.OutOfDisc,
        CoachLook.Guides => FaultKind.GuideMissed,
        CoachLook.Doubled => FaultKind.Doubled,
        CoachLook.LooperOrder => FaultKind.LooperOrder,
        CoachLook.NeedlePoint => FaultKind.NeedlePoint,
        CoachLook.NeedleUp => FaultKind.NeedleNotUp,
        CoachLook.NeedleCondition => FaultKind.NeedleWorn,
        CoachLook.Finger => FaultKind.Finger,
        CoachLook.KnifeDistance => FaultKind.Knife,
        CoachLook.ThreadEvenness => FaultKind.ThreadUneven,
        CoachLook.Contact => FaultKind.Contact,
        _ => null,
    };

    /// <summary>The look that finds a fault.</summary>
    public static CoachLook LookFor(this FaultKind kind) => All.First(l => l.Fault() == kind);

    /// <summary>Where it can be taken on a machine that stands ready for a seam; null in the list where it is about the whole machine, empty where the machine has no such part.</summary>
    /// <param name="look">The look.</param>
    /// <param name="machine">The machine, or the half of a convertible one.</param>
    /// <param name="sewn">The set-up as the seam model reads it.</param>
    public static IReadOnlyList<ThreadPosition?> Places(this CoachLook look, Machine machine, SeamCase sewn)
    {
        List<ThreadPosition> threads = [.. sewn.Threads.Select(t => t.Laid.Position)];
        var edge = machine is Overlocker && sewn.Geometry.Stitch.NeedsLoopWidth;
        return look switch
        {
            CoachLook.InDisc or CoachLook.Guides or CoachLook.Doubled or CoachLook.RunsFree or CoachLook.Supply => [.. threads.Cast<ThreadPosition?>()],
            CoachLook.LooperOrder => FaultPlaces.Of(FaultKind.LooperOrder, machine, sewn),
            CoachLook.NeedleUp or CoachLook.NeedlePoint or CoachLook.NeedleCondition => FaultPlaces.Seats(machine, threads),
            CoachLook.Finger or CoachLook.KnifeDistance or CoachLook.KnifeSharp => edge ? Whole : Nowhere,
            CoachLook.BobbinIn or CoachLook.Slot => threads.Contains(ThreadPosition.Bobbin) ? Whole : Nowhere,
            CoachLook.DiscSide or CoachLook.Cap => machine is PlainMachine ? Whole : Nowhere,
            _ => Whole,
        };
    }

    /// <summary>Whether what a look found bad is put right at the machine; a blunt knife is a technician's.</summary>
    public static bool CanBePutRight(this CoachLook look) => look != CoachLook.KnifeSharp;

    /// <summary>Putting it right, minutes.</summary>
    public static double RepairMinutes(this CoachLook look, ThreadPosition? position) => look switch
    {
        CoachLook.InDisc or CoachLook.RunsFree or CoachLook.Supply or CoachLook.Cap or CoachLook.DiscSide => 0.3,
        CoachLook.Guides or CoachLook.Doubled => position is { } at && at.IsNeedle() ? MinutesFor.NeedleThread : MinutesFor.Looper,
        CoachLook.LooperOrder => 2 * MinutesFor.Looper,
        CoachLook.NeedlePoint or CoachLook.NeedleCondition => MinutesFor.Needle,
        CoachLook.BobbinIn or CoachLook.Slot or CoachLook.ThreadEvenness => MinutesFor.Looper,
        _ => MinutesFor.Part,
    };
}
