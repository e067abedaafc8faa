using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Demo;

/// <summary>The machines of Tern Lane Rowing, and what is on them. Nothing here is real.</summary>
internal static class DemoMachines
{
    public static Overlocker BoathouseTable()
    {
        var dial = new DialScale(0, 9, 0.5, 4, DialSense.HigherIsTighter);
        return OverlockerTemplate.Create("Boathouse overlocker") with
        {
            NeedleLeft = dial with { Label = "1" },
            NeedleRight = dial with { Label = "2" },
            UpperLooper = dial with { Label = "3" },
            LowerLooper = dial with { Label = "4" },
            Fingers =
            [
                new FingerPosition("wide", 4.3, FingerUse.LeftNeedle | FingerUse.BothNeedles),
                new FingerPosition("narrow", 3.4, FingerUse.RightNeedle),
                new FingerPosition("none", 1.6, FingerUse.Rolled),
            ],
            ConverterName = "two-thread converter",
            SpecialFeet = [new("elastic foot", null, "feeds elastic under tension")],
            ManualTable =
            [
                new ManualSetting
                {
                    StitchId = ManualSetting.RolledHemId, LengthMm = 1.5, LengthRangeMm = new(1, 2), WidthMm = 3, FingerName = "none", Seats = [ThreadPosition.NeedleRight],
                    Dials = [new(ThreadPosition.NeedleRight, 4, 3, 5), new(ThreadPosition.UpperLooper, 2, 1, 3), new(ThreadPosition.LowerLooper, 6.5, 5, 8)],
                },
            ],
        };
    }

    public static Overlocker WindowBench()
    {
        // Its numbers run the other way, and the dials are marked in quarters.
        var dial = new DialScale(1, 7, 0.25, 3, DialSense.HigherIsLooser);
        return OverlockerTemplate.Create("Window bench overlocker") with
        {
            NeedleLeft = dial with { Label = "left" },
            NeedleRight = dial with { Label = "right" },
            UpperLooper = dial with { Label = "upper" },
            LowerLooper = dial with { Label = "lower", Neutral = 3.5 },
            GaugeMm = 2.0,
            LeftTipHigherMm = 0.6,
            Fingers =
            [
                new FingerPosition("in", 4.0, FingerUse.LeftNeedle | FingerUse.RightNeedle | FingerUse.BothNeedles),
                new FingerPosition("out", 1.6, FingerUse.Rolled),
            ],
            CuttingWidthMm = new SettingRange(1.5, 5.5, 0.5),
            KnifeDial = new KnifeDial(1, 9),
            Differential = new SettingRange(0.6, 2.0, 0.1),
            NeedleSystem = "the machine's own",
            NeedlePointIds = [NeedleCatalogue.Overlocker.Id],
            NeedleSizes = [80, 90],
            LooperOrder = LooperOrder.LowerFirst,
            NeedleOrder = NeedleOrder.LeftFirst,
            FootPressure = new SettingRange(0.6, 1.4, 0.2),
            ThreadMarks = new Dictionary<string, string> { ["upper-looper"] = "#2f7d4f", ["lower-looper"] = "#7a3fa0" },
        };
    }

    public static Coverstitch CoachHouseCover()
    {
        var dial = new DialScale(0, 8, 0.5, 4, DialSense.HigherIsTighter);
        return MachineTemplates.Coverstitch("Coach house coverstitch") with
        {
            NeedleLeft = dial with { Label = "1" },
            NeedleCentre = dial with { Label = "2" },
            NeedleRight = dial with { Label = "3" },
            ChainLooper = dial with { Label = "4", Neutral = 2 },
            LeftToRightMm = 5.6,
            LeftToCentreMm = 2.8,
            LeftTipHigherMm = -1.0,
            CentreTipHigherMm = -0.5,
            ChainSeatIds = [ThreadPosition.NeedleLeft.Id(), ThreadPosition.NeedleCentre.Id()],
            ManualTable =
            [
                new ManualSetting
                {
                    StitchId = StitchCatalogue.TwoNeedleCover.Id, Cloth = ManualCloth.Any, LengthMm = 3, Differential = 1, Note = "needles 80/12, outer seats",
                    Dials = [new(ThreadPosition.NeedleLeft, 4, 3, 5), new(ThreadPosition.NeedleRight, 4, 3, 5), new(ThreadPosition.ChainLooper, 2, 1, 3)],
                },
            ],
        };
    }

    public static PlainMachine LandingPlain() => MachineTemplates.Plain("Landing plain machine") with
    {
        TopTension = new DialScale(1, 9, 0.5, 4.5, DialSense.HigherIsTighter) { Label = "top" },
        WidestZigzagMm = 7,
        Plates = [new("zigzag plate", 9.0), new("straight plate", 1.6, "straight stitch only")],
        Feet = [new("zigzag foot", 8.5), new("elastic foot", 8.0, "feeds elastic under tension"), new("edge guide foot", 7.0, "runs along a fold")],
        BobbinSlidesAtGrams = 18,
        FootPressure = new SettingRange(0.5, 1.5, 0.25),
        Electronic = true,
        StitchLengthMm = new SettingRange(0.5, 5, 0.25),
    };

    /// <summary>What is on the machines right now, in the order of <see cref="DemoWorkroom.Machines"/>.</summary>
    public static IReadOnlyList<Setup> States { get; } =
    [
        Standing(
            BoathouseTable(),
            Places.Of((ThreadPosition.NeedleLeft, Stretch), (ThreadPosition.NeedleRight, Stretch)),
            Places.Of(
                (ThreadPosition.NeedleLeft, OfDrawer("Tern blue cone")), (ThreadPosition.NeedleRight, OfDrawer("Tern blue cone")),
                (ThreadPosition.UpperLooper, OfDrawer("Blue fluff")), (ThreadPosition.LowerLooper, OfDrawer("Blue fluff")))) with
        {
            Dials = Places.Of((ThreadPosition.NeedleLeft, 4.0), (ThreadPosition.NeedleRight, 4), (ThreadPosition.UpperLooper, 3), (ThreadPosition.LowerLooper, 3)),
            FingerName = "wide", StitchLengthMm = 2.5, Differential = 1.3, CuttingWidthMm = 4.5, Knife = KnifeStand.Cutting,
        },
        Setup.Unknown,
        Standing(
            CoachHouseCover(),
            Places.Of((ThreadPosition.NeedleLeft, Stretch), (ThreadPosition.NeedleRight, Stretch)),
            Places.Of((ThreadPosition.NeedleLeft, Grey("spun-polyester")), (ThreadPosition.NeedleRight, Grey("spun-polyester")), (ThreadPosition.ChainLooper, Grey("textured-nylon")))) with
        {
            Dials = Places.Of((ThreadPosition.NeedleLeft, 4.0), (ThreadPosition.NeedleRight, 4), (ThreadPosition.ChainLooper, 1.5)),
            StitchLengthMm = 3, Differential = 1.1,
        },
        Standing(
            LandingPlain(),
            Places.Of((ThreadPosition.Needle, new Needle("household (flat shank)", "jersey", 75))),
            Places.Of(new[] { ThreadPosition.Needle, ThreadPosition.Bobbin }.Select(p => (p, new SewingThread("stretch-polyester") { Colour = "#23313a" })))) with
        {
            Dials = Places.Of((ThreadPosition.Needle, 4.5)),
            StitchLengthMm = 1.5, StitchId = StitchCatalogue.Zigzag.Id, ZigzagWidthMm = 2, PlateName = "zigzag plate", FootName = "zigzag foot", NeedlePositionMm = 0,
        },
    ];

    /// <summary>What the needles in the seats have sewn: the machine, the seat, since how many days, how many stitches.</summary>
    public static IReadOnlyList<(int Machine, ThreadPosition Seat, int Days, long Stitches)> NeedlesIn { get; } =
    [
        (0, ThreadPosition.NeedleLeft, 19, 214_600),
        (0, ThreadPosition.NeedleRight, 6, 88_150),
        (2, ThreadPosition.NeedleLeft, 12, 61_900),
        (2, ThreadPosition.NeedleRight, 12, 61_900),
        (3, ThreadPosition.Needle, 33, 371_200),
    ];

    private static Needle Stretch => new("household (flat shank)", "stretch", 80);

    /// <summary>A machine whose every seat and thread is known.</summary>
    private static Setup Standing(Machine machine, Places<Needle> needles, Places<SewingThread> threads) => new Setup { Needles = needles, Threads = threads }.NamingAll(machine);

    private static SewingThread Grey(string kindId) => new(kindId) { Colour = "#6d6a63" };

    private static SewingThread OfDrawer(string name) => DemoDrawer.Cones.First(c => c.Stock.Name == name).Thread();
}
