namespace YieldingLoop.Core.Threads;

/// <summary>
/// The kinds of thread. Every figure is a working value from memory (model section 2): good enough to rank
/// choices, and overruled by a thread's own measured figures where a user has them.
/// </summary>
public static class ThreadCatalogue
{
    /// <summary>What overlocker makers usually calibrate with.</summary>
    public static ThreadKind SpunPolyester { get; } = new()
    {
        Id = "spun-polyester",
        Tex = 27, DensityGramsPerCubicCentimetre = 1.38, PackingRelaxed = 0.60, PackingInDisc = 0.60, BreakExtension = 0.17,
        ModulusCentinewtonsPerTex = 200, TenacityCentinewtonsPerTex = 32, FrictionRatio = 1.00, Give = 0.35,
    };

    /// <summary>Filament core, spun cover.</summary>
    public static ThreadKind CorespunPolyester { get; } = new()
    {
        Id = "corespun-polyester",
        Tex = 24, DensityGramsPerCubicCentimetre = 1.38, PackingRelaxed = 0.65, PackingInDisc = 0.65, BreakExtension = 0.20,
        ModulusCentinewtonsPerTex = 260, TenacityCentinewtonsPerTex = 45, FrictionRatio = 1.00, Give = 0.35,
    };

    /// <summary>Cotton.</summary>
    public static ThreadKind Cotton { get; } = new()
    {
        Id = "cotton",
        Tex = 30, DensityGramsPerCubicCentimetre = 1.52, PackingRelaxed = 0.60, PackingInDisc = 0.60, BreakExtension = 0.065,
        ModulusCentinewtonsPerTex = 350, TenacityCentinewtonsPerTex = 22, FrictionRatio = 1.05, Give = 0.25,
    };

    /// <summary>Textured (fluffy) nylon.</summary>
    public static ThreadKind TexturedNylon { get; } = new()
    {
        Id = "textured-nylon",
        Tex = 35, DensityGramsPerCubicCentimetre = 1.14, PackingRelaxed = 0.16, PackingInDisc = 0.60, BreakExtension = 1.00,
        ModulusCentinewtonsPerTex = 25, TenacityCentinewtonsPerTex = 30, FrictionRatio = 1.15, Give = 0.90, HeatSensitive = true, Textured = true,
    };

    /// <summary>Textured polyester.</summary>
    public static ThreadKind TexturedPolyester { get; } = new()
    {
        Id = "textured-polyester",
        Tex = 27, DensityGramsPerCubicCentimetre = 1.38, PackingRelaxed = 0.22, PackingInDisc = 0.60, BreakExtension = 0.55,
        ModulusCentinewtonsPerTex = 40, TenacityCentinewtonsPerTex = 28, FrictionRatio = 1.10, Give = 0.75, Textured = true,
    };

    /// <summary>Stretch (elastic) polyester.</summary>
    public static ThreadKind StretchPolyester { get; } = new()
    {
        Id = "stretch-polyester",
        Tex = 30, DensityGramsPerCubicCentimetre = 1.36, PackingRelaxed = 0.50, PackingInDisc = 0.60, BreakExtension = 0.62,
        ModulusCentinewtonsPerTex = 60, TenacityCentinewtonsPerTex = 26, FrictionRatio = 1.10, Give = 0.70,
    };

    /// <summary>Thick decorative rayon.</summary>
    public static ThreadKind HeavyRayon { get; } = new()
    {
        Id = "heavy-rayon",
        Tex = 180, DensityGramsPerCubicCentimetre = 1.52, PackingRelaxed = 0.50, PackingInDisc = 0.55, BreakExtension = 0.16,
        ModulusCentinewtonsPerTex = 120, TenacityCentinewtonsPerTex = 16, FrictionRatio = 1.05, Give = 0.30,
    };

    /// <summary>All kinds.</summary>
    public static IReadOnlyList<ThreadKind> Kinds { get; } =
        [SpunPolyester, CorespunPolyester, Cotton, TexturedNylon, TexturedPolyester, StretchPolyester, HeavyRayon];

    /// <summary>Finds a kind by identifier; null where there is none.</summary>
    public static ThreadKind? Find(string? id) => Kinds.FirstOrDefault(k => k.Id == id);
}
