using System.Collections.Immutable;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Store.Demo;

/// <summary>The rowers of the invented club by their seats in the boat, and what is sewn for them.</summary>
public static class DemoGarments
{
    /// <summary>Who is sewn for. In a database that was just made, rows are numbered in the order they are added.</summary>
    public static IReadOnlyList<Wearer> Wearers { get; } =
    [
        Rower("Bow", head: 568, chest: 960, waist: 800, hip: 985, thigh: 528, heel: 322, arm: 300, hand: 228, torso: 1630),
        Rower("Two", head: 575, chest: 1010, waist: 835, hip: 1010, thigh: 540, heel: 330, arm: 315, hand: 240, torso: 1680),
        Rower("Three", head: 590, chest: 1060, waist: 870, hip: 1040, thigh: 552, heel: 338, arm: 332, hand: 236, torso: 1720),
        Rower("Stroke", head: 585, chest: 1035, waist: 850, hip: 1060, thigh: 560, heel: 335, arm: 325, hand: 238, torso: 1705),
        Rower("Cox", head: 562, chest: 900, waist: 720, hip: 930, thigh: 505, heel: 305, arm: 270, hand: 245, torso: 1540),
    ];

    /// <summary>What the run of all of them is called.</summary>
    public const string RunName = "Squad order";

    /// <summary>Four unisuits, three base layers and two tops: nine garments of the seams that are on the table.</summary>
    public static IReadOnlyList<Garment> All { get; } =
    [
        new()
        {
            Name = "Unisuits, spring squad", KindId = "unisuit", Sizes = [new(1), new(2), new(3), new(4)],
            Seams =
            [
                Seam("side", 1, 2, SeamEnd.Loose, Into("leg-hem"), (1, 690), (2, 715), (3, 735), (4, 725)),
                Round("neck", 7, 1, "head", (1, 340), (2, 340), (3, 340), (4, 340)),
                Round("leg-hem", 2, 2, "thigh", (1, 470), (2, 470), (3, 470), (4, 470)) with { After = [new("side", "crosses")] },
            ],
        },
        new()
        {
            Name = "Base layers", KindId = "t-shirt", Sizes = [new(1), new(4), new(5)],
            Seams =
            [
                Round("neck", 3, 1, "head", (1, 430), (4, 430), (5, 430)),
                Seam("side", 11, 2, SeamEnd.Loose, Into("hem"), (1, 420), (4, 440), (5, 395)),
                Round("hem", 9, 1, "hip", (1, 900), (4, 900), (5, 860)) with { After = [new("side", "crosses")] },
            ],
        },
        new()
        {
            Name = "Fleece tops", KindId = "sweatshirt", Sizes = [new(4), new(5)],
            Seams =
            [
                Seam("shoulder", 5, 2, Into("neck"), SeamEnd.Loose, (4, 142), (5, 128)),
                Round("neck", 10, 1, "head", (4, 500), (5, 500)) with { After = [new("shoulder", "crosses")] },
                Round("cuff", 6, 2, "hand", (4, 178), (5, 165)),
            ],
        },
    ];

    private static Wearer Rower(string seat, double head, double chest, double waist, double hip, double thigh, double heel, double arm, double hand, double torso) => new()
    {
        Name = seat,
        MeasuresMm = new Dictionary<string, double> { ["head"] = head, ["chest"] = chest, ["waist"] = waist, ["hip"] = hip, ["thigh"] = thigh, ["heel"] = heel, ["upper-arm"] = arm, ["hand"] = hand, ["torso"] = torso }
            .ToImmutableSortedDictionary(StringComparer.Ordinal),
    };

    private static SeamEnd Into(string seam) => new(EndKind.Into, seam);

    private static GarmentSeam Seam(string id, int work, int times, SeamEnd start, SeamEnd end, params (int Wearer, double Mm)[] lengths) =>
        new() { Id = id, WorkId = work, Times = times, Start = start, End = end, LengthsMm = lengths.ToImmutableSortedDictionary(l => l.Wearer, l => l.Mm) };

    private static GarmentSeam Round(string id, int work, int times, string measure, params (int Wearer, double Mm)[] lengths) =>
        Seam(id, work, times, SeamEnd.Round, SeamEnd.Round, lengths) with { MeasureId = measure };
}
