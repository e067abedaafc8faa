namespace YieldingLoop.Core.Units;

/// <summary>
/// Mass per length of a thread, kept in tex (g/km). Only tex, denier, metric count and English cotton count
/// convert exactly; a label or "weight" number is text, except where its maker prints the tex.
/// </summary>
/// <remarks>Source: ISO 1144 and ISO 2947, factors quoted from memory: den = 9·tex, Nm = 1000/tex, Ne = 590.5/tex.</remarks>
public readonly record struct LinearDensity
{
    /// <summary>Denier (g/9 km) per tex.</summary>
    public const double DenierPerTex = 9;

    /// <summary>Product of metric count (km/kg) and tex.</summary>
    public const double MetricCountTimesTex = 1000;

    /// <summary>Product of English cotton count and tex, as standards round it.</summary>
    public const double CottonCountTimesTex = 590.5;

    /// <summary>Product of the label ("ticket") number of synthetic thread and tex; approximate, one way only.</summary>
    public const double LabelNumberTimesTex = 3000;

    private LinearDensity(double tex) => Tex = tex;

    /// <summary>g/km.</summary>
    public double Tex { get; }

    /// <summary>g/9 km.</summary>
    public double Denier => Tex * DenierPerTex;

    /// <summary>km/kg.</summary>
    public double MetricCount => MetricCountTimesTex / Tex;

    /// <summary>Hanks of 840 yd per lb.</summary>
    public double CottonCount => CottonCountTimesTex / Tex;

    /// <summary>The label number a synthetic thread of this density is likely to carry. A hint to read a label by, never a conversion.</summary>
    public double ApproximateLabelNumber => LabelNumberTimesTex / Tex;

    /// <summary>From g/km.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Not a finite number above zero.</exception>
    public static LinearDensity FromTex(double tex) => new(Positive(tex, nameof(tex)));

    /// <summary>From g/9 km.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Not a finite number above zero.</exception>
    public static LinearDensity FromDenier(double denier) => new(Positive(denier, nameof(denier)) / DenierPerTex);

    /// <summary>From a metric count, km/kg.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Not a finite number above zero.</exception>
    public static LinearDensity FromMetricCount(double count) => new(MetricCountTimesTex / Positive(count, nameof(count)));

    /// <summary>From an English cotton count.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Not a finite number above zero.</exception>
    public static LinearDensity FromCottonCount(double count) => new(CottonCountTimesTex / Positive(count, nameof(count)));

    private static double Positive(double value, string name) =>
        double.IsFinite(value) && value > 0
            ? value
            : throw new ArgumentOutOfRangeException(name, value, "A linear density is a finite number above zero.");
}
