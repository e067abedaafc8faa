using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Core.Threads.ThreadPosition;
using Needle = YieldingLoop.Core.Needles.Needle;

namespace YieldingLoop.Core.Tests.Setups;

/// <summary>What is on a machine, and what cannot be.</summary>
public class SetupTests
{
    private const string System = "household (flat shank)";
    private static readonly Overlocker Overlocker = OverlockerTemplate.Create("Bench");
    private static readonly PlainMachine Plain = MachineTemplates.Plain("Plain");
    private static readonly Coverstitch Cover = MachineTemplates.Coverstitch("Cover");
    private static readonly Convertible Both = Convertible.Of(Overlocker, Cover);

    private static Setup With(ThreadPosition seat, double? gap = null, string system = System, string point = "stretch", int size = 80) =>
        new() { Needles = Places.Of((seat, new Needle(system, point, size, gap))) };

    private static Setup With(ThreadPosition position, string kind, string? colour = null) =>
        new() { Threads = Places.Of((position, new SewingThread(kind) { Colour = colour })) };

    private static Setup Dial(ThreadPosition position, double number) => new() { Dials = Places.Of((position, number)) };

    [Fact]
    public void Nothing_known_is_a_state_and_a_full_one_too()
    {
        Assert.Empty(SetupCheck.Problems(Overlocker, Setup.Unknown));
        Assert.False(Setup.Unknown.AnyKnown);
        var full = new Setup
        {
            Needles = Places.Of((NeedleLeft, new Needle(System, "stretch", 80)), (NeedleRight, new Needle(System, "stretch", 80))),
            Threads = Places.Of(
                (NeedleLeft, new SewingThread("spun-polyester")), (NeedleRight, new SewingThread("spun-polyester")),
                (UpperLooper, new SewingThread("textured-nylon") { Colour = "#112233" }), (LowerLooper, new SewingThread("textured-nylon"))),
            Dials = Places.Of((NeedleLeft, 4.0), (UpperLooper, 3.5)), FingerName = "standard", StitchLengthMm = 2.5, Differential = 1.3, CuttingWidthMm = 4, Knife = KnifeStand.Away,
        };
        Assert.Empty(SetupCheck.Problems(Overlocker, full));
        Assert.True(full.AnyKnown);
        Assert.Equal((3.5, true, 80), (full.Dials[UpperLooper].Value, full.Dials[LowerLooper].IsUnknown, full.Needles[NeedleLeft].Value.SizeMetric));
        Assert.Empty(SetupCheck.Problems(Plain, With(Core.Threads.ThreadPosition.Needle, 4) with
        {
            Threads = Places.Of((Bobbin, new SewingThread("textured-nylon")), (NeedleLeft, new SewingThread("spun-polyester")), (NeedleRight, new SewingThread("stretch-polyester"))),
            NeedlePositionMm = 0,
            PlateName = "zigzag plate",
            FootName = "zigzag foot",
            ZigzagWidthMm = 2,
        }));
        // A place that is said to be empty is as good as one nobody has spoken of.
        Assert.Empty(SetupCheck.Problems(Overlocker, Setup.Unknown.NamingAll(Overlocker)));
    }

    [Fact]
    public void A_state_that_cannot_exist_on_the_machine_is_refused_at_its_field()
    {
        const ThreadPosition plain = Core.Threads.ThreadPosition.Needle;
        (string Field, Machine Machine, Setup State)[] impossible =
        [
            ("needles.needle-centre", Overlocker, With(NeedleCentre)),
            ("needles.needle-left.system", Overlocker, With(NeedleLeft, system: "another system")),
            ("needles.needle-left.point", Overlocker, With(NeedleLeft, point: "blunt")),
            ("needles.needle-left.sizeMetric", Overlocker, With(NeedleLeft, size: 110)),
            ("needles.needle-left.twinGapMm", Overlocker, With(NeedleLeft, 4)),
            ("needles.needle.twinGapMm", Plain, With(plain, 9)),
            ("needlePositionMm", Plain, With(plain, 4) with { NeedlePositionMm = 3.5 }),
            ("threads.bobbin", Overlocker, With(Bobbin, "cotton")),
            ("threads.upper-looper.kind", Overlocker, With(UpperLooper, "string")),
            ("threads.upper-looper.colour", Overlocker, With(UpperLooper, "cotton", "red")),
            ("threads.needle-left", Overlocker, With(NeedleLeft, "cotton") with { Needles = Places<Needle>.Unknown.With(NeedleLeft, Place<Needle>.Empty) }),
            ("threads.needle", Plain, With(plain, 4) with { Threads = Places.Of((plain, new SewingThread("cotton"))) }),
            ("threads.needle-left", Plain, With(plain) with { Threads = Places.Of((NeedleLeft, new SewingThread("cotton"))) }),
            ("dials.chain-looper", Overlocker, Dial(ChainLooper, 4)),
            ("dials.upper-looper", Overlocker, Dial(UpperLooper, 14)),
            ("dials.upper-looper", Overlocker, Dial(UpperLooper, double.NaN)),
            ("finger", Overlocker, new() { FingerName = "third" }),
            ("finger", Cover, new() { FingerName = "standard" }),
            ("stitchLengthMm", Overlocker, new() { StitchLengthMm = 9 }),
            ("differential", Plain, new() { Differential = 1 }),
            ("cuttingWidthMm", Cover, new() { CuttingWidthMm = 4 }),
            ("zigzagWidthMm", Plain, new() { ZigzagWidthMm = 8 }),
            ("knife", Plain, new() { Knife = KnifeStand.Away }),
            ("stitch", Plain, new() { StitchId = "514" }),
            ("converter", Plain, new() { ConverterName = "converter" }),
            ("converter", Overlocker, new() { ConverterName = "converter" }),
            ("footPressure", Overlocker, new() { FootPressure = 1 }),
            ("footPressure", Overlocker with { FootPressure = new(0.5, 1.5, 0.1) }, new() { FootPressure = 0.4 }),
            ("foot", Overlocker, new() { FootName = "bead foot" }),
            ("plate", Plain, new() { PlateName = "another" }),
            ("foot", Overlocker, new() { FootName = "zigzag foot" }),
            ("needlePositionMm", Plain, new() { NeedlePositionMm = 1 }),
            ("changedOverTo", Both, new()),
            ("changedOverTo", Overlocker, new() { ChangedOverTo = MachineKind.Overlocker }),
            ("threads.upper-looper", Both, With(UpperLooper, "cotton") with { ChangedOverTo = MachineKind.Coverstitch }),
        ];
        Assert.All(impossible, i => Assert.Equal(i.Field, SetupCheck.Problems(i.Machine, i.State)[0].Field));
    }

    [Fact]
    public void A_convertible_machine_is_the_half_it_is_changed_over_to()
    {
        Assert.Equal(MachineKind.Coverstitch, new Setup { ChangedOverTo = MachineKind.Coverstitch }.HeadOf(Both).Kind);
        Assert.Equal(MachineKind.Coverstitch, new Setup { StitchId = "406" }.HeadOf(Both).Kind);
        Assert.Same(Overlocker, Setup.Unknown.HeadOf(Overlocker));
        Assert.Empty(SetupCheck.Problems(Both, Dial(ChainLooper, 4) with { ChangedOverTo = MachineKind.Coverstitch }));
    }

    [Fact]
    public void What_is_laid_over_another_keeps_its_own_and_takes_the_rest()
    {
        var under = Dial(UpperLooper, 3) with { StitchLengthMm = 2.5, FingerName = "wide" };
        var over = Dial(LowerLooper, 5) with { StitchLengthMm = 2, FingerName = Place<string>.Empty };
        var both = over.Over(under);
        Assert.Equal((3.0, 5.0, 2.0, true), (both.Dials[UpperLooper].Value, both.Dials[LowerLooper].Value, both.StitchLengthMm.Value, both.FingerName.IsEmpty));
        Assert.Equal(under, Setup.Unknown.Over(under));
        // Equal places make equal set-ups, however they came to be.
        Assert.Equal(both, over.Over(under));
        Assert.NotEqual(Setup.Unknown, Setup.Unknown with { Needles = Places<Needle>.Unknown.With(NeedleLeft, Place<Needle>.Empty) });
    }
}
