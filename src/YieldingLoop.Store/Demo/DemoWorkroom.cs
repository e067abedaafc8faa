using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

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
    public static IReadOnlyList<Overlocker> Overlockers { get; } = [DemoMachines.BoathouseTable(), DemoMachines.WindowBench()];

    /// <summary>Every machine of the workroom: the overlockers, a coverstitch and a plain machine.</summary>
    public static IReadOnlyList<Machine> Machines { get; } = [.. Overlockers, DemoMachines.CoachHouseCover(), DemoMachines.LandingPlain()];

    /// <summary>What is on the machines right now, in the same order.</summary>
    public static IReadOnlyList<Setup> States { get; } = DemoMachines.States;

    /// <summary>The seam whose set-up was amended after its first swatch.</summary>
    public const string AmendedSeam = "Rib cuff to sleeve";

    /// <summary>Notes and rules of the club's own.</summary>
    public static IReadOnlyList<OwnRule> Rules { get; } =
    [
        new() { Text = "Leg openings: sew with the suit inside out and the gripper side up, or it catches on the plate.", Source = "trial, spring squad", ClothId = 1 },
        new() { Text = "Merino: no iron on the seam before the swatch was pulled, it sets the waves.", Source = "the cutter at the boathouse", ClothId = 2 },
        new() { Text = "Textured polyester runs well in this machine's needles for the rib cuffs, with a size more.", Source = "manual of the machine by the window", MachineId = 2, ThreadKindId = "textured-polyester", LiftsRuleId = "textured-in-needle" },
    ];

    /// <summary>Pieces of work: which cloth, what seam, on which machine, and whether its swatch passed. −1: no set-up kept yet.</summary>
    public static IReadOnlyList<(int Cloth, SeamEntry Seam, int Machine, bool Passed)> Seams { get; } =
    [
        (0, new() { Name = "Unisuit side seam", AllowanceMm = 10, Direction = ClothDirection.Lengthwise, OnSkin = true, NeedKind = NeedKind.Movement, MovementId = "seat-length" }, 0, true),
        (0, new() { Name = "Unisuit leg opening join", Direction = ClothDirection.Across, OnSkin = true, NeedKind = NeedKind.NegativeEase, GirthMm = 560, GarmentMm = 470, MovementId = "knee-round" }, 0, true),
        (1, new() { Name = "Base layer neckband", Direction = ClothDirection.Across, Seen = true, NeedKind = NeedKind.Opening, GirthMm = 585, GarmentMm = 430 }, 1, true),
        (1, new() { Name = "Base layer sleeve seam", Direction = ClothDirection.Lengthwise, OnSkin = true, NeedKind = NeedKind.Movement, MovementId = "elbow-length" }, 1, false),
        (2, new() { Name = "Cox's top shoulder", Direction = ClothDirection.Across, Plies = 2, NeedKind = NeedKind.Movement, MovementId = "back-across" }, 0, true),
        (3, new() { Name = "Rib cuff to sleeve", Direction = ClothDirection.Across, Plies = 3, NeedKind = NeedKind.Opening, GirthMm = 245, GarmentMm = 165 }, 0, false),
        (0, new() { Name = "Unisuit neck edge, before binding", Job = SeamJob.EdgeFinish, Direction = ClothDirection.Across, Plies = 1, NeedKind = NeedKind.Opening, GirthMm = 590, GarmentMm = 340 }, 1, false),
        (4, new() { Name = "Mesh panel edge", Job = SeamJob.EdgeFinish, Direction = ClothDirection.Lengthwise, Plies = 1, NeedKind = NeedKind.Movement, MovementId = "back-across" }, -1, false),
        (1, new() { Name = "Base layer hem", Job = SeamJob.Hem, Direction = ClothDirection.Across, Plies = 2, Seen = true, ZoneId = "hip", NeedKind = NeedKind.Opening, GirthMm = 1060, GarmentMm = 900 }, -1, false),
        (2, new()
        {
            Name = "Cox's top collar band", Job = SeamJob.Band, Direction = ClothDirection.Across, Plies = 1, AllowanceMm = 10, NeedKind = NeedKind.Opening, GirthMm = 585, GarmentMm = 500,
            // In a database that was just made, rows are numbered in the order they are added.
            Other = new OtherLayers { Cloth = Cloths[3].Resolve().Value!, ClothId = 4, Plies = 2, Direction = ClothDirection.Across, CutPercent = 85 },
        }, -1, false),
        (1, new() { Name = "Base layer side seam", Direction = ClothDirection.Lengthwise, OnSkin = true, NeedKind = NeedKind.Movement, MovementId = "seat-length" }, -1, false),
    ];
}
