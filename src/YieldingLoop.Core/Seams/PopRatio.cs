namespace YieldingLoop.Core.Seams;

/// <summary>What a swatch, or wear, says of θ, the ratio of real to predicted pop.</summary>
public enum PopEvidence
{
    /// <summary>The thread popped there.</summary>
    Popped,

    /// <summary>It was still whole there.</summary>
    Held,

    /// <summary>It had popped by then.</summary>
    Gave,
}

/// <summary>One observation of θ.</summary>
/// <param name="Evidence">What was seen.</param>
/// <param name="LogRatio">ln of the stretch at which it was seen over the model's pop.</param>
public readonly record struct PopObservation(PopEvidence Evidence, double LogRatio);

/// <summary>
/// What is known of θ, the ratio of real to predicted pop of one kind of thread on one machine (model section 8):
/// ln θ ~ N(0, 0.25²) before any swatch, reading error 10 % on the logarithm.
/// </summary>
public sealed class PopRatio
{
    /// <summary>Standard deviation of ln θ before any swatch.</summary>
    public const double PriorSpread = 0.25;

    /// <summary>Standard deviation of one reading, on the logarithm.</summary>
    public const double ReadingError = 0.1;

    /// <summary>So many standard deviations inside a bound says nothing more: what is left is below 10⁻¹⁷.</summary>
    private const double Certain = 8.5;

    private const int Points = 601;

    /// <summary>How far below its highest the logarithm of the density is followed.</summary>
    private const double Depth = 32;

    private readonly double from;
    private readonly double step;
    private readonly double[]? below;

    private double Until => below is null ? -from : from + (Points - 1) * step;

    private PopRatio(double from, double step, double[]? below)
    {
        (this.from, this.step, this.below) = (from, step, below);
        (Low, Middle, High) = (Quantile(0.05), below is null ? 1 : Quantile(0.5), Quantile(0.95));
    }

    /// <summary>Before any swatch.</summary>
    public static PopRatio Unlearnt { get; } = new(-8 * PriorSpread, 0, null);

    /// <summary>5 % point of θ.</summary>
    public double Low { get; }

    /// <summary>Median of θ.</summary>
    public double Middle { get; }

    /// <summary>95 % point of θ.</summary>
    public double High { get; }

    /// <summary>What is known once these were seen, by integration on a grid.</summary>
    /// <param name="observations">What was seen, in any order.</param>
    /// <remarks>Every factor is log-concave, so the density has one peak, which bisection of its slope finds.</remarks>
    public static PopRatio After(IReadOnlyCollection<PopObservation> observations)
    {
        if (observations.Count == 0)
        {
            return Unlearnt;
        }

        // Pops and the prior are normal together; only bounds have to be gone through one by one.
        double precision = 1 / (PriorSpread * PriorSpread), weighed = 0;
        var bounds = new List<(double At, int Way)>();
        foreach (var (evidence, ratio) in observations)
        {
            if (evidence == PopEvidence.Popped)
            {
                precision += 1 / (ReadingError * ReadingError);
                weighed += ratio / (ReadingError * ReadingError);
            }
            else
            {
                bounds.Add((ratio, evidence == PopEvidence.Held ? 1 : -1));
            }
        }

        var mean = weighed / precision;
        double Log(double theta)
        {
            var log = -0.5 * precision * (theta - mean) * (theta - mean);
            foreach (var (at, way) in bounds)
            {
                var z = way * (theta - at) / ReadingError;
                log += z > Certain ? 0 : NormalDistribution.LogBelow(z);
            }

            return log;
        }

        var reach = Math.Max(8 * PriorSpread, observations.Max(o => Math.Abs(o.LogRatio)) + 8 * ReadingError);
        double low = -reach, high = reach;
        const double Apart = 1e-6;
        while (high - low > 1e-5)
        {
            var middle = (low + high) / 2;
            (low, high) = Log(middle + Apart) > Log(middle - Apart) ? (middle, high) : (low, middle);
        }

        var peak = (low + high) / 2;
        var top = Log(peak);
        double Edge(double way)
        {
            var far = ReadingError / Math.Sqrt(observations.Count);
            while (top - Log(peak + way * far) < Depth)
            {
                far *= 1.5;
            }

            return peak + way * far;
        }

        double from = Edge(-1), step = (Edge(1) - from) / (Points - 1);
        var below = new double[Points];
        var before = Math.Exp(Log(from) - top);
        for (var i = 1; i < Points; i++)
        {
            var here = Math.Exp(Log(from + i * step) - top);
            below[i] = below[i - 1] + (before + here) / 2;
            before = here;
        }

        for (var i = 0; i < Points; i++)
        {
            below[i] /= below[^1];
        }

        return new(from, step, below);
    }

    /// <summary>What somebody knows of θ already, told by its band: ln θ is taken as normal.</summary>
    /// <param name="middle">Its median, above 0.</param>
    /// <param name="low">Its 5 % point.</param>
    /// <param name="high">Its 95 % point, above <paramref name="low"/>.</param>
    public static PopRatio Told(double low, double middle, double high)
    {
        double mean = Math.Log(middle), spread = Math.Log(high / low) / (2 * NormalDistribution.Z95), from = mean - 8 * spread, step = 16 * spread / (Points - 1);
        return new(from, step, [.. Enumerable.Range(0, Points).Select(i => NormalDistribution.Below((from + i * step - mean) / spread))]);
    }

    /// <summary>Chance that ln θ is at most this.</summary>
    public double Below(double logTheta)
    {
        if (below is null)
        {
            return NormalDistribution.Below(logTheta / PriorSpread);
        }

        var at = (logTheta - from) / step;
        if (at <= 0 || at >= Points - 1)
        {
            return at <= 0 ? 0 : 1;
        }

        var i = (int)at;
        return below[i] + (at - i) * (below[i + 1] - below[i]);
    }

    /// <summary>The θ that this share of it lies below.</summary>
    /// <param name="share">Above 0 and below 1.</param>
    public double Quantile(double share)
    {
        double low = from, high = Until;
        while (high - low > 1e-12 * Math.Max(1, Math.Abs(low)))
        {
            var middle = (low + high) / 2;
            (low, high) = Below(middle) < share ? (middle, high) : (low, middle);
        }

        return Math.Exp((low + high) / 2);
    }

    /// <summary>Band of one thread's pop.</summary>
    /// <param name="popPercent">Where the model has it pop, %.</param>
    public Interval Pop(double popPercent) => new(Low * popPercent, Middle * popPercent, High * popPercent);

    /// <summary>Band of the least of several threads' pops.</summary>
    /// <param name="pops">Of each kind of thread its θ and the model's earliest pop, %; at least one.</param>
    public static Interval Least(IReadOnlyList<(PopRatio Theta, double PopPercent)> pops)
    {
        double Quantile(double share)
        {
            double low = pops.Min(p => Math.Log(p.PopPercent) + p.Theta.from), high = pops.Min(p => Math.Log(p.PopPercent) + p.Theta.Until);
            while (high - low > 1e-10)
            {
                var middle = (low + high) / 2;
                var above = pops.Aggregate(1.0, (all, p) => all * (1 - p.Theta.Below(middle - Math.Log(p.PopPercent))));
                (low, high) = 1 - above < share ? (middle, high) : (low, middle);
            }

            return Math.Exp((low + high) / 2);
        }

        return new(Quantile(0.05), pops.Min(p => p.Theta.Middle * p.PopPercent), Quantile(0.95));
    }
}
