using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>One way a machine can be made ready for a stitch: what is chosen before threads, needle and lengths are.</summary>
internal sealed record Layout
{
    public required MachineAtHand Hand { get; init; }

    /// <summary>The machine, or the half of a convertible one, with the numbers of its manual's row for this stitch and cloth as neutral.</summary>
    public required Machine Head { get; init; }

    public ManualSetting? Baseline { get; init; }

    public required Stitch Stitch { get; init; }

    /// <summary>Whether the seam is pulled open flat after sewing.</summary>
    public bool Flatlock { get; init; }

    /// <summary>The filled seats of the clamp.</summary>
    public required IReadOnlyList<ThreadPosition> Seats { get; init; }

    /// <summary>The positions of the needle threads, as the stitch names them.</summary>
    public required IReadOnlyList<ThreadPosition> NeedlePositions { get; init; }

    public FingerPosition? Finger { get; init; }

    /// <summary>Between the outermost needles, mm; 0 for one needle.</summary>
    public double GaugeMm { get; init; }

    /// <summary>a, mm, from the outermost needle; 0 where the stitch has no loops round an edge.</summary>
    public double LoopWidthMm { get; init; }

    /// <summary>From the outermost needle to the right one, mm: what bite exceeds the cutting width by.</summary>
    public double OutermostFromRightMm { get; init; }

    public double? TwinGapMm { get; init; }

    public SlottedPart? Plate { get; init; }

    public SlottedPart? Foot { get; init; }

    /// <summary>Whether a tape goes on the hem allowance.</summary>
    public bool Tape { get; init; }

    public ThreadPosition? UpperPosition => Stitch.OtherPositions.Count > 1 ? Stitch.OtherPositions.First(p => p is ThreadPosition.UpperLooper or ThreadPosition.TopCover) : null;

    public ThreadPosition LowerPosition => Stitch.OtherPositions.First(p => p is not (ThreadPosition.UpperLooper or ThreadPosition.TopCover));

    /// <summary>The converter that is fitted; null where the stitch wants none, or the machine has nothing of the kind on record.</summary>
    public string? ConverterName => Stitch.Family == StitchFamily.TwoThreadOveredge ? (Head as Overlocker)?.ConverterName : null;

    /// <summary>Whether the needle is set as loose as it goes, so that the seam can be pulled open.</summary>
    public bool LoosestNeedle => Flatlock && Stitch.Family == StitchFamily.Overlock;

    /// <summary>Whether the manual's row gives the number of every one of these dials: then it is what is set.</summary>
    public bool ByManual(params ReadOnlySpan<ThreadPosition> dials)
    {
        foreach (var dial in dials)
        {
            if (Baseline?.DialOf(dial) is null)
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>The dial a thread hangs from; null where it has none.</summary>
    public DialScale? DialOf(ThreadPosition thread) => Head.DialPlaceOf(thread) is { } place ? Head.DialOf(place) : null;

    /// <summary>Whether this way has the stitch, seats and parts that are pinned, and a place for every setting that is: what has none would go without a word.</summary>
    public bool HasPlaceFor(PlanPins pins) =>
        (pins.StitchId is null || Stitch.Id == pins.StitchId)
        && (pins.Flatlock is null || Flatlock == pins.Flatlock)
        && (pins.Seats is null || SeatSet.Of(Seats) == pins.Seats)
        && (pins.FingerName is null || Finger?.Name == pins.FingerName)
        && (pins.TwinGapMm is null || TwinGapMm == pins.TwinGapMm)
        && (pins.CuttingWidthMm is null || Head is Overlocker)
        && (pins.WidthMm is null || Stitch.NeedsZigzagWidth)
        && (pins.UpperThreadId is null || UpperPosition is not null);
}
