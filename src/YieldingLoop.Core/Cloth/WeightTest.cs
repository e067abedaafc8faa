namespace YieldingLoop.Core.Cloth;

/// <summary>Area density from a cut square on a household scale.</summary>
/// <param name="AreaDensityGsm">g/m².</param>
/// <param name="RelativeError">Half the scale's step over the mass weighed, a fraction.</param>
public sealed record WeightTest(double AreaDensityGsm, double RelativeError)
{
    /// <summary>The error, a fraction, that a weighing should stay under.</summary>
    public const double WantedError = 0.05;

    /// <summary>Area densities that are believed of a cloth for clothes, g/m².</summary>
    public const double LightestGsm = 20, HeaviestGsm = 1200;

    /// <summary>Reads a weighing.</summary>
    /// <param name="sideMm">Side of the square, mm.</param>
    /// <param name="massGrams">What the scale shows, g.</param>
    /// <param name="scaleStepGrams">The smallest step the scale shows, g.</param>
    public static Outcome<WeightTest> Read(double sideMm, double massGrams, double scaleStepGrams)
    {
        var problems = new List<Problem>();
        if (!(sideMm is >= 20 and <= 2000))
        {
            problems.Add(new("squareSideMm", "The square's side is between 20 and 2000 mm."));
        }

        if (!(massGrams is > 0 and <= 5000))
        {
            problems.Add(new("squareMassGrams", "The mass is above 0 and at most 5000 g."));
        }

        if (!(scaleStepGrams is >= 0.001 and <= 50))
        {
            problems.Add(new("scaleStepGrams", "The scale's step is between 0.001 and 50 g: the smallest change it shows."));
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<WeightTest>(problems);
        }

        var density = massGrams / (sideMm * sideMm) * 1e6;
        return density is < LightestGsm or > HeaviestGsm
            ? Outcome.Failed<WeightTest>([new("squareMassGrams", $"That makes {density:0.#} g/m²; cloth for clothes weighs {LightestGsm} to {HeaviestGsm}. Check the side (mm) and the mass (g).")])
            : Outcome.Of(new WeightTest(density, scaleStepGrams / 2 / massGrams));
    }

    /// <summary>Side of the square, mm, that keeps the error under 5 % on this scale.</summary>
    /// <param name="areaDensityGsm">The cloth's area density, as far as known, g/m².</param>
    /// <param name="scaleStepGrams">The scale's step, g.</param>
    public static double SideForWantedError(double areaDensityGsm, double scaleStepGrams) =>
        Math.Sqrt(scaleStepGrams / 2 / WantedError / areaDensityGsm) * 1000;
}
