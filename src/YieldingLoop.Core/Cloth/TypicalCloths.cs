using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Cloth;

/// <summary>A typical cloth, for the figures nobody has measured yet.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="AcrossPercent">Stretch crosswise, %.</param>
/// <param name="LengthwisePercent">Stretch lengthwise, %.</param>
/// <param name="AreaDensityGsm">g/m².</param>
/// <param name="ThicknessMm">One ply, mm.</param>
/// <param name="Elastane">Whether it usually holds elastane.</param>
/// <param name="Sheds">Whether its edge usually sheds.</param>
/// <param name="Runs">Whether it usually runs.</param>
public sealed record TypicalCloth(
    string Id, double AcrossPercent, double LengthwisePercent, double AreaDensityGsm, double ThicknessMm,
    bool Elastane = false, bool Sheds = false, bool Runs = false)
{
    /// <summary>Name on screen.</summary>
    public string Name => Vocabulary.Name("typical." + Id);
}

/// <summary>Typical cloths. Working values from memory: common practice, no published source; every one is a guess with a wide band.</summary>
public static class TypicalCloths
{
    /// <summary>How far a real stretch may lie from the typical one, a fraction either way.</summary>
    public const double StretchUncertainty = 0.40;

    /// <summary>The same for area density and thickness.</summary>
    public const double BodyUncertainty = 0.25;

    /// <summary>All of them.</summary>
    public static IReadOnlyList<TypicalCloth> All { get; } =
    [
        new("single-jersey", 50, 20, 160, 0.55, Runs: true),
        new("elastane-jersey", 75, 45, 200, 0.60, Elastane: true),
        new("power-knit", 95, 70, 230, 0.60, Elastane: true),
        new("swim-tricot", 90, 80, 190, 0.50, Elastane: true),
        new("interlock", 45, 20, 200, 0.75),
        new("merino-interlock", 60, 35, 195, 0.75),
        new("rib-2x2", 110, 25, 280, 1.20),
        new("sweatshirt", 35, 20, 280, 1.20),
        new("brushed-fleece", 30, 20, 300, 1.70),
        new("double-knit", 20, 10, 330, 1.00),
        new("wicking-mesh", 55, 30, 120, 0.45),
        new("sweater-knit", 80, 40, 260, 1.60, Sheds: true, Runs: true),
        new("towelling", 45, 25, 290, 1.80, Sheds: true),
        new("stretch-velvet", 70, 40, 260, 1.10, Elastane: true, Sheds: true),
        // What goes into a seam beside the cloth; a tape runs lengthwise.
        new("knitted-elastic", 5, 100, 320, 1.10, Elastane: true),
        new("clear-elastic", 100, 150, 150, 0.15, Elastane: true),
        new("stay-tape", 8, 3, 70, 0.20),
    ];

    /// <summary>Finds one by identifier; null where there is none.</summary>
    public static TypicalCloth? Find(string? id) => All.FirstOrDefault(c => c.Id == id);
}
