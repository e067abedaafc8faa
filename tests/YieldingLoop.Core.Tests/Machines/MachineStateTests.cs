using YieldingLoop.Core.Machines;
using static YieldingLoop.Core.Threads.ThreadPosition;

namespace YieldingLoop.Core.Tests.Machines;

/// <summary>What is on a machine, and what cannot be.</summary>
public class MachineStateTests
{
    private const string System = "household (flat shank)";
    private static readonly Overlocker Overlocker = OverlockerTemplate.Create("Bench");
    private static readonly PlainMachine Plain = MachineTemplates.Plain("Plain");
    private static readonly Coverstitch Cover = MachineTemplates.Coverstitch("Cover");
    private static readonly Convertible Both = Convertible.Of(Overlocker, Cover);

    private static NeedleInSeat Needle(Core.Threads.ThreadPosition seat, double? gap = null) => new(seat, System, "stretch", 75, gap);

    [Fact]
    public void Nothing_known_is_a_state_and_a_full_one_too()
    {
        Assert.Empty(MachineStateCheck.Problems(Overlocker, MachineState.Unknown));
        Assert.False(MachineState.Unknown.Known);
        var full = new MachineState
        {
            Needles = [Needle(NeedleLeft), Needle(NeedleRight)],
            Threads = [new(NeedleLeft, "spun-polyester"), new(NeedleRight, "spun-polyester"), new(UpperLooper, "textured-nylon", "#112233"), new(LowerLooper, "textured-nylon")],
            Dials = [new(NeedleLeft, 4), new(UpperLooper, 3.5)], FingerName = "standard", LengthMm = 2.5, Differential = 1.3, CuttingWidthMm = 4, KnifeAway = true,
        };
        Assert.Empty(MachineStateCheck.Problems(Overlocker, full));
        Assert.True(full.Known);
        Assert.Equal((3.5, null, 75), (full.DialNumber(UpperLooper), full.DialNumber(LowerLooper), full.NeedleAt(NeedleLeft)!.SizeMetric));
        Assert.Empty(MachineStateCheck.Problems(Plain, new MachineState { Needles = [Needle(Core.Threads.ThreadPosition.Needle, 4)], Threads = [new(Bobbin, "textured-nylon")], NeedlePositionMm = 0, PlateName = "zigzag plate", FootName = "zigzag foot", ZigzagWidthMm = 2 }));
    }

    [Fact]
    public void A_state_that_cannot_exist_on_the_machine_is_refused_at_its_field()
    {
        (string Field, Machine Machine, MachineState State)[] impossible =
        [
            ("needle-centre", Overlocker, new() { Needles = [Needle(NeedleCentre)] }),
            ("needle-left", Overlocker, new() { Needles = [Needle(NeedleLeft), Needle(NeedleLeft)] }),
            ("needle-left.system", Overlocker, new() { Needles = [new(NeedleLeft, "another system", "stretch", 75)] }),
            ("needle-left.pointId", Overlocker, new() { Needles = [new(NeedleLeft, System, "blunt", 75)] }),
            ("needle-left.sizeMetric", Overlocker, new() { Needles = [new(NeedleLeft, System, "stretch", 110)] }),
            ("needle-left.twinGapMm", Overlocker, new() { Needles = [Needle(NeedleLeft, 4)] }),
            ("needle.twinGapMm", Plain, new() { Needles = [Needle(Core.Threads.ThreadPosition.Needle, 9)] }),
            ("needlePositionMm", Plain, new() { Needles = [Needle(Core.Threads.ThreadPosition.Needle, 4)], NeedlePositionMm = 3.5 }),
            ("bobbin", Overlocker, new() { Threads = [new(Bobbin, "cotton")] }),
            ("upper-looper", Overlocker, new() { Threads = [new(UpperLooper, "cotton"), new(UpperLooper, "cotton")] }),
            ("upper-looper.kindId", Overlocker, new() { Threads = [new(UpperLooper, "string")] }),
            ("upper-looper.colour", Overlocker, new() { Threads = [new(UpperLooper, "cotton", "red")] }),
            ("needle-left.kindId", Overlocker, new() { Threads = [new(NeedleLeft, "cotton")] }),
            ("chain-looper.number", Overlocker, new() { Dials = [new(ChainLooper, 4)] }),
            ("upper-looper.number", Overlocker, new() { Dials = [new(UpperLooper, 14)] }),
            ("upper-looper.number", Overlocker, new() { Dials = [new(UpperLooper, double.NaN)] }),
            ("fingerName", Overlocker, new() { FingerName = "third" }),
            ("fingerName", Cover, new() { FingerName = "standard" }),
            ("lengthMm", Overlocker, new() { LengthMm = 9 }),
            ("differential", Plain, new() { Differential = 1 }),
            ("cuttingWidthMm", Cover, new() { CuttingWidthMm = 4 }),
            ("zigzagWidthMm", Plain, new() { ZigzagWidthMm = 8 }),
            ("knifeAway", Plain, new() { KnifeAway = true }),
            ("plateName", Plain, new() { PlateName = "another" }),
            ("footName", Overlocker, new() { FootName = "zigzag foot" }),
            ("needlePositionMm", Plain, new() { NeedlePositionMm = 1 }),
            ("changedOverTo", Both, new()),
            ("changedOverTo", Overlocker, new() { ChangedOverTo = MachineKind.Overlocker }),
            ("upper-looper", Both, new() { ChangedOverTo = MachineKind.Coverstitch, Threads = [new(UpperLooper, "cotton")] }),
        ];
        Assert.All(impossible, i => Assert.Equal(i.Field, MachineStateCheck.Problems(i.Machine, i.State)[0].Field));
    }

    [Fact]
    public void A_convertible_machine_is_the_half_it_is_changed_over_to()
    {
        Assert.Equal(MachineKind.Coverstitch, new MachineState { ChangedOverTo = MachineKind.Coverstitch }.HeadOf(Both).Kind);
        Assert.Same(Overlocker, MachineState.Unknown.HeadOf(Overlocker));
        Assert.Empty(MachineStateCheck.Problems(Both, new() { ChangedOverTo = MachineKind.Coverstitch, Dials = [new(ChainLooper, 4)] }));
    }
}
