using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>
/// The choices of one set-up while it is being planned: what is chosen freely. Dials, cutting width and
/// differential follow from it and are solved, not stored.
/// </summary>
internal sealed record SetupDraft
{
    public required Stitch Stitch { get; init; }

    public required IReadOnlyList<ThreadPosition> Seats { get; init; }

    public required FingerPosition Finger { get; init; }

    public required NeedlePoint Point { get; init; }

    public required NeedleSize Size { get; init; }

    public required ThreadKind NeedleThread { get; init; }

    public required ThreadKind UpperThread { get; init; }

    public required ThreadKind LowerThread { get; init; }

    public required double LengthMm { get; init; }

    /// <summary>Steps tighter than thread-neutral at the needles.</summary>
    public double NeedleOffset { get; init; }

    /// <summary>Steps by which the upper looper is loosened on cloth that drags.</summary>
    public double UpperLooser { get; init; }

    /// <summary>Whether the looper threads are to roll the edge in.</summary>
    public bool Rolled { get; init; }

    /// <summary>Whether the edge is to wave, so that the feed stretches it as far as it goes.</summary>
    public bool Waves { get; init; }

    public bool LeftThreaded => Seats.Contains(ThreadPosition.NeedleLeft);

    public ThreadKind KindAt(ThreadPosition position) => position switch
    {
        ThreadPosition.UpperLooper => UpperThread,
        ThreadPosition.LowerLooper => LowerThread,
        _ => NeedleThread,
    };
}

/// <summary>A draft with everything that follows from it.</summary>
internal sealed record SolvedSetup(
    SetupDraft Draft,
    IReadOnlyList<PlannedThread> Threads,
    double LoopWidthMm,
    double CuttingFromRightMm,
    double BiteMm,
    double Differential,
    SeamAssessment Figures);
