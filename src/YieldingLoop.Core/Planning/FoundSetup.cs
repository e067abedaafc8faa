using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>A set-up the search has found, complete but not written out.</summary>
internal sealed record FoundSetup
{
    public required Layout Layout { get; init; }

    public required ThreadOption NeedleThread { get; init; }

    public ThreadOption? Upper { get; init; }

    public required ThreadOption Lower { get; init; }

    public required NeedleOption Needle { get; init; }

    public required SolvedLoopers Loopers { get; init; }

    public required double NeedleOffset { get; init; }

    public required double LengthMm { get; init; }

    public double WidthMm { get; init; }

    public double? CuttingFromRightMm { get; init; }

    public double? Differential { get; init; }

    public double? FootPressure { get; init; }

    public required PlanRank Rank { get; init; }

    /// <summary>What makes two set-ups differ in kind.</summary>
    public (string Machine, string Stitch, bool Flatlock, string Threads) Kind =>
        (Layout.Hand.Id, Layout.Stitch.Id, Layout.Flatlock, $"{NeedleThread.Kind.Id}/{Upper?.Kind.Id}/{Lower.Kind.Id}");

    /// <summary>Which thread runs in a position of the stitch.</summary>
    public ThreadOption ThreadAt(ThreadPosition position) => position.IsNeedle() ? NeedleThread : position == Layout.UpperPosition ? Upper! : Lower;

    /// <summary>It, written out: every place of the machine known.</summary>
    /// <param name="solver">What solved its dials.</param>
    /// <param name="schools">How the threads of a plain machine run.</param>
    public Setup WrittenOut(DialSolver solver, ChosenSchools schools)
    {
        var head = Layout.Head;
        var threaded = Layout.NeedlePositions.Concat(Layout.Stitch.OtherPositions).ToList();
        return new Setup
        {
            ChangedOverTo = Layout.Hand.Machine is Convertible ? head.Kind : Place<MachineKind>.Empty,
            StitchId = Layout.Stitch.Id,
            Flatlock = Layout.Flatlock,
            Needles = Places.Of(Layout.Seats.Select(s => (s, Needle.Of(head.NeedleSystem)))),
            Threads = Places.Of(threaded.Select(p => (p, ThreadAt(p).Thread.Running(head, p, schools)))),
            Dials = Places.Of(threaded.Select(p => (Place: head.DialPlaceOf(p), Number: DialOf(p, solver).Number)).Where(d => d.Place is not null).DistinctBy(d => d.Place).Select(d => (d.Place!.Value, d.Number!.Value))),
            FingerName = (Layout.Finger?.Name).OrEmpty(),
            StitchLengthMm = LengthMm,
            ZigzagWidthMm = Layout.Stitch.NeedsZigzagWidth ? WidthMm : Place<double>.Empty,
            CuttingWidthMm = CuttingFromRightMm.OrEmpty(),
            Knife = CuttingFromRightMm is null ? Place<KnifeStand>.Empty : KnifeStand.Cutting,
            Differential = Differential.OrEmpty(),
            FootPressure = FootPressure.OrEmpty(),
            ConverterName = Layout.ConverterName.OrEmpty(),
            PlateName = (Layout.Plate?.Name).OrEmpty(),
            FootName = (Layout.Foot?.Name).OrEmpty(),
            Tape = Layout.Tape,
        }.InFull(head).NamingAll(head);
    }

    /// <summary>The dial of a thread, solved.</summary>
    public SolvedDial DialOf(ThreadPosition position, DialSolver solver) =>
        position.IsNeedle() ? solver.Needle(position, NeedleThread.Kind, NeedleOffset) : position == Layout.UpperPosition ? Loopers.Upper!.Value : Loopers.Lower;
}
