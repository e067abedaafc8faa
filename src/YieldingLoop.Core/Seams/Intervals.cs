namespace YieldingLoop.Core.Seams;

/// <summary>
/// Bands from the priors of model section 8, for a machine no swatch has been sewn on yet. Only yield, meeting line
/// and growth carry uncertainty; the other figures are exact within the model.
/// </summary>
public static class Intervals
{
    /// <summary>Standard deviation of ln θ, the ratio of real to predicted pop, per thread kind and machine.</summary>
    public const double LogPopSpread = 0.25;

    /// <summary>Upper 5 % point of the standard normal distribution.</summary>
    public const double Z95 = 1.6448536269514722;

    /// <summary>Prior mean of β, mm of meeting line per dial step.</summary>
    public const double MeetingLinePerStep = 0.48;

    /// <summary>Interval of one thread's pop, %; the reach of the model is kept.</summary>
    public static Interval Pop(double popPercent)
    {
        var factor = Math.Exp(Z95 * LogPopSpread);
        return new Interval(Capped(popPercent / factor), popPercent, Capped(popPercent * factor));
    }

    /// <summary>
    /// Interval of the yield, %. θ is shared by threads of one kind and independent between kinds, so the yield is the
    /// smallest of θ_kind × (first pop of that kind); its 5 % and 95 % points are found on that distribution. The
    /// middle is the yield with every θ at its median, 1, so that it is the figure the chart's bars show.
    /// </summary>
    public static Interval Yield(ReadOnlySpan<LaidThread> threads, ReadOnlySpan<ThreadReading> readings)
    {
        Span<double> pops = stackalloc double[SeamModel.MostThreads];
        var kinds = 0;
        var middle = double.PositiveInfinity;
        for (var i = 0; i < threads.Length; i++)
        {
            var pop = readings[i].PopStretchPercent;
            middle = Math.Min(middle, pop);
            var seen = false;
            for (var j = 0; j < i && !seen; j++)
            {
                seen = threads[j].Kind == threads[i].Kind;
            }

            if (!seen)
            {
                for (var j = i + 1; j < threads.Length; j++)
                {
                    pop = threads[j].Kind == threads[i].Kind ? Math.Min(pop, readings[j].PopStretchPercent) : pop;
                }

                pops[kinds++] = pop;
            }
        }

        if (middle <= 0)
        {
            return new Interval(0, 0, 0);
        }

        return new Interval(Capped(Quantile(pops[..kinds], 0.05)), middle, Math.Max(middle, Capped(Quantile(pops[..kinds], 0.95))));
    }

    /// <summary>Interval of the meeting line, mm: p at neutral + α + β·x, α ~ N(0, 1²), β ~ N(0.48, 0.2²).</summary>
    /// <param name="atNeutralMm">What the model gives with all dials at neutral and these threads, mm.</param>
    /// <param name="stepsApart">x: steps the upper looper is tighter than neutral less those of the lower looper.</param>
    public static Interval MeetingLine(double atNeutralMm, double stepsApart)
    {
        var middle = atNeutralMm + MeetingLinePerStep * stepsApart;
        var spread = Z95 * Math.Sqrt(1 + 0.2 * 0.2 * stepsApart * stepsApart);
        return new Interval(middle - spread, middle, middle + spread);
    }

    /// <summary>Interval of the growth, %: α ~ N(0, 2²), slope spread 6 per unit of differential.</summary>
    public static Interval Growth(double modelPercent, double differential)
    {
        var spread = Z95 * Math.Sqrt(4 + 36 * (differential - 1) * (differential - 1));
        return new Interval(modelPercent - spread, modelPercent, modelPercent + spread);
    }

    private static double Capped(double percent) => Math.Min(percent, SeamModel.BeyondReachPercent);

    /// <summary>The x with P(min θ_i·pop_i ≤ x) = share, by bisection on the logarithm.</summary>
    private static double Quantile(ReadOnlySpan<double> pops, double share)
    {
        double low = -12, high = 12;
        for (var i = 0; i < 80; i++)
        {
            var mid = (low + high) / 2;
            var allAbove = 1.0;
            foreach (var pop in pops)
            {
                allAbove *= 1 - Normal((mid - Math.Log(pop)) / LogPopSpread);
            }

            if (1 - allAbove < share)
            {
                low = mid;
            }
            else
            {
                high = mid;
            }
        }

        return Math.Exp((low + high) / 2);
    }

    /// <summary>Standard normal distribution function, absolute error below 10⁻⁷.</summary>
    /// <remarks>Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26, coefficients from memory; checked in tests against a numerics library.</remarks>
    internal static double Normal(double z)
    {
        var x = Math.Abs(z) / Math.Sqrt(2);
        var t = 1 / (1 + 0.3275911 * x);
        var poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
        var upperTail = poly * Math.Exp(-x * x) / 2;
        return z >= 0 ? 1 - upperTail : upperTail;
    }
}
