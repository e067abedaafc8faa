using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Store.Demo;

/// <summary>The kit of an invented rowing club, Tern Lane Rowing. Nothing here is real.</summary>
public static class DemoWorkroom
{
    /// <summary>Cloths: three measured, one told, one not measured at all.</summary>
    public static IReadOnlyList<ClothEntry> Cloths { get; } =
    [
        new()
        {
            Name = "Unisuit power knit, tern blue", TypicalId = "power-knit",
            AcrossOriginalMm = 100, AcrossLoadedMm = 195, AcrossRecoveredMm = 102,
            LengthwiseOriginalMm = 100, LengthwiseLoadedMm = 170, LengthwiseRecoveredMm = 102,
            SquareSideMm = 200, SquareMassGrams = 9.2, ScaleStepGrams = 0.1, TenLayersMm = 6,
            Elastane = true, Melts = true, Colour = "#1d4e74",
        },
        new()
        {
            Name = "Merino interlock, base layers", TypicalId = "merino-interlock",
            AcrossOriginalMm = 100, AcrossLoadedMm = 162, AcrossRecoveredMm = 104,
            LengthwiseOriginalMm = 100, LengthwiseLoadedMm = 136, LengthwiseRecoveredMm = 103,
            SquareSideMm = 200, SquareMassGrams = 7.8, ScaleStepGrams = 0.1, TenLayersMm = 7.5,
            Colour = "#6d6a63",
        },
        new()
        {
            Name = "Brushed fleece-back, cox's top", TypicalId = "brushed-fleece",
            AcrossOriginalMm = 100, AcrossLoadedMm = 131, AcrossRecoveredMm = 103,
            LengthwiseOriginalMm = 100, LengthwiseLoadedMm = 119, LengthwiseRecoveredMm = 102,
            ToldAreaDensityGsm = 310, TenLayersMm = 17, Colour = "#23313a",
        },
        new()
        {
            Name = "2×2 rib, cuffs", TypicalId = "rib-2x2",
            AcrossOriginalMm = 100, AcrossLoadedMm = 214, AcrossRecoveredMm = 106,
            LengthwiseOriginalMm = 100, LengthwiseLoadedMm = 124, LengthwiseRecoveredMm = 102,
            SquareSideMm = 150, SquareMassGrams = 6.3, ScaleStepGrams = 0.1, TenLayersMm = 12,
            Colour = "#23313a", Sheds = true,
        },
        new() { Name = "Wicking mesh, back panels", TypicalId = "wicking-mesh", Colour = "#dfe7e6", Melts = true },
    ];

    /// <summary>The two overlockers of the workroom, with deliberately different dials.</summary>
    public static IReadOnlyList<Overlocker> Overlockers { get; } = [BoathouseTable(), WindowBench()];

    /// <summary>Pieces of work: which cloth, what seam, on which machine, and whether its swatch passed. −1: no set-up kept yet.</summary>
    public static IReadOnlyList<(int Cloth, SeamEntry Seam, int Machine, bool Passed)> Seams { get; } =
    [
        (0, new() { Name = "Unisuit side seam", Direction = ClothDirection.Lengthwise, OnSkin = true, NeedKind = NeedKind.Movement, MovementId = "seat-length" }, 0, true),
        (0, new() { Name = "Unisuit leg opening join", Direction = ClothDirection.Across, OnSkin = true, NeedKind = NeedKind.NegativeEase, GirthMm = 560, GarmentMm = 470, MovementId = "knee-round" }, 0, true),
        (1, new() { Name = "Base layer neckband", Direction = ClothDirection.Across, Seen = true, NeedKind = NeedKind.Opening, GirthMm = 585, GarmentMm = 430 }, 1, true),
        (1, new() { Name = "Base layer sleeve seam", Direction = ClothDirection.Lengthwise, OnSkin = true, NeedKind = NeedKind.Movement, MovementId = "elbow-length" }, 1, false),
        (2, new() { Name = "Cox's top shoulder", Direction = ClothDirection.Across, Plies = 2, NeedKind = NeedKind.Movement, MovementId = "back-across" }, 0, true),
        (3, new() { Name = "Rib cuff to sleeve", Direction = ClothDirection.Across, Plies = 3, NeedKind = NeedKind.Opening, GirthMm = 245, GarmentMm = 165 }, 0, false),
        (0, new() { Name = "Unisuit neck edge, before binding", Job = SeamJob.EdgeFinish, Direction = ClothDirection.Across, Plies = 1, NeedKind = NeedKind.Opening, GirthMm = 590, GarmentMm = 340 }, 1, false),
        (4, new() { Name = "Mesh panel edge", Job = SeamJob.EdgeFinish, Direction = ClothDirection.Lengthwise, Plies = 1, NeedKind = NeedKind.Movement, MovementId = "back-across" }, -1, false),
    ];

    private static Overlocker BoathouseTable()
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
        };
    }

    private static Overlocker WindowBench()
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
            CuttingWidth = new SettingRange(1.5, 5.5, 0.5),
            KnifeDial = new KnifeDial(1, 9),
            Differential = new SettingRange(0.6, 2.0, 0.1),
            NeedleSystem = "the machine's own",
            NeedlePointIds = [NeedleCatalogue.Overlocker.Id],
            NeedleSizes = [80, 90],
            LooperOrder = LooperOrder.LowerFirst,
            ThreadMarks = new Dictionary<string, string> { ["upper-looper"] = "#2f7d4f", ["lower-looper"] = "#7a3fa0" },
        };
    }
}
