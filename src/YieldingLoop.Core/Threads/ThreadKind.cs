using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Threads;

/// <summary>
/// What the seam model knows about a kind of thread. Rules key on the kind, never on a word in its name:
/// stretch polyester and textured nylon both "stretch" and behave quite differently.
/// </summary>
public sealed record ThreadKind
{
    /// <summary>Identifier used in records and the API.</summary>
    public required string Id { get; init; }

    /// <summary>Name on screen.</summary>
    public string Name { get => field ?? Vocabulary.Name("thread." + Id); init; }

    /// <summary>One sentence on what it is for (common practice).</summary>
    public string Use { get => field ?? Vocabulary.Means("thread." + Id); init; }

    /// <summary>Linear density, tex (g/km).</summary>
    public required double Tex { get; init; }

    /// <summary>DensityGramsPerCubicCentimetre of the fibre, g/cm³.</summary>
    public required double DensityGramsPerCubicCentimetre { get; init; }

    /// <summary>Share of the relaxed thread's cross-section that is fibre.</summary>
    public required double PackingRelaxed { get; init; }

    /// <summary>The same, flattened in the tension disc.</summary>
    public required double PackingInDisc { get; init; }

    /// <summary>Break extension ε_b, a fraction.</summary>
    public required double BreakExtension { get; init; }

    /// <summary>ModulusCentinewtonsPerTex E, cN/tex.</summary>
    public required double ModulusCentinewtonsPerTex { get; init; }

    /// <summary>TenacityCentinewtonsPerTex, cN/tex.</summary>
    public required double TenacityCentinewtonsPerTex { get; init; }

    /// <summary>Friction relative to spun polyester, μ.</summary>
    public required double FrictionRatio { get; init; }

    /// <summary>Give g: the share of a needle loop that this thread, holding it, lets go when the seam is stretched.</summary>
    public required double Give { get; init; }

    /// <summary>Whether an iron hotter than one dot (110 °C, ISO 3758, from memory) harms it.</summary>
    public bool HeatSensitive { get; init; }

    /// <summary>Whether it is textured: bulked, flattened by tension, kept out of needles.</summary>
    public bool Textured { get; init; }

    /// <summary>Diameter in the tension disc, mm.</summary>
    public double DiscDiameterMm => Diameter(PackingInDisc);

    /// <summary>Diameter with no load on it, mm.</summary>
    public double RelaxedDiameterMm => Diameter(PackingRelaxed);

    /// <summary>Bulked diameter, mm, of a thread laid under <paramref name="tensionCentinewtons"/>: tension presses the fluff flat.</summary>
    public double BulkedDiameter(double tensionCentinewtons)
    {
        var disc = DiscDiameterMm;
        return disc + (RelaxedDiameterMm - disc) * Math.Exp(-tensionCentinewtons / 12);
    }

    /// <summary>d = 2·√(tex·10⁻⁶ / (1000·density·packing) / π)·10³, mm (model section 2).</summary>
    private double Diameter(double packing) => 2 * Math.Sqrt(Tex * 1e-6 / (1000 * DensityGramsPerCubicCentimetre * packing) / Math.PI) * 1e3;
}
