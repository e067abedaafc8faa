namespace YieldingLoop.Core.Seams;

/// <summary>The standard normal distribution, far into its tails.</summary>
/// <remarks>
/// Sources: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.11 (series) and 26.2.14 (continued fraction), from
/// memory; checked in tests against a numerics library.
/// </remarks>
public static class NormalDistribution
{
    /// <summary>Upper 5 % point: a 90 % band reaches so many standard deviations to either side.</summary>
    public const double Z95 = 1.6448536269514722;

    /// <summary>From here on the continued fraction of the tail is quicker than the series about 0.</summary>
    private const double Tail = 3;

    /// <summary>Terms of the continued fraction; at <see cref="Tail"/> the last changes the result by less than 10⁻¹⁴ of it.</summary>
    private const int Terms = 60;

    private static readonly double LogRootTwoPi = 0.5 * Math.Log(2 * Math.PI);

    /// <summary>Logarithm of the density.</summary>
    public static double LogDensity(double z) => -0.5 * z * z - LogRootTwoPi;

    /// <summary>Distribution function Φ.</summary>
    public static double Below(double z) => z < -Tail ? Math.Exp(LogBelow(z)) : z > Tail ? 1 - Math.Exp(LogBelow(-z)) : 0.5 + Math.Exp(LogDensity(z)) * Series(z);

    /// <summary>Logarithm of Φ; exact where Φ itself is nothing in a double.</summary>
    public static double LogBelow(double z) => z >= -Tail ? Math.Log(Below(z)) : LogDensity(z) - Math.Log(Fraction(-z));

    /// <summary>Σ z^(2k+1) / (1·3·5 … (2k+1)).</summary>
    private static double Series(double z)
    {
        double term = z, sum = z;
        for (var k = 1; Math.Abs(term) > 1e-17 * Math.Abs(sum); k++)
        {
            term *= z * z / (2 * k + 1);
            sum += term;
        }

        return sum;
    }

    /// <summary>z + 1/(z + 2/(z + 3/(z + …))).</summary>
    private static double Fraction(double z)
    {
        var fraction = z;
        for (var k = Terms; k > 0; k--)
        {
            fraction = z + k / fraction;
        }

        return fraction;
    }
}
