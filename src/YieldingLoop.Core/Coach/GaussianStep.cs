using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Coach;

/// <summary>A normal distribution after something linear of it was seen.</summary>
/// <param name="Mean">Its middle.</param>
/// <param name="Covariance">Its covariance, row by row.</param>
/// <param name="LogEvidence">How likely it was to see that, in ln.</param>
internal readonly record struct GaussianStep(double[] Mean, double[] Covariance, double LogEvidence)
{
    /// <summary>
    /// The step of a Kalman filter, with the slopes taken at another point than the middle where a figure is not quite linear (iterated
    /// extended filter; Bell and Cathey, IEEE Transactions on Automatic Control 38, 1993, from memory).
    /// </summary>
    /// <param name="mean">The middle before.</param>
    /// <param name="covariance">The covariance before.</param>
    /// <param name="rows">How each figure answers the state.</param>
    /// <param name="off">What was seen less what was expected at <paramref name="at"/>.</param>
    /// <param name="variances">Of the errors of reading.</param>
    /// <param name="at">Where the slopes were taken.</param>
    public static GaussianStep Of(double[] mean, double[] covariance, double[][] rows, double[] off, double[] variances, double[] at)
    {
        int size = mean.Length, count = rows.Length;
        var gains = new double[count * size];
        var spread = new double[count * count];
        var left = new double[count];
        for (var k = 0; k < count; k++)
        {
            left[k] = off[k];
            for (var i = 0; i < size; i++)
            {
                left[k] -= rows[k][i] * (mean[i] - at[i]);
                double sum = 0;
                for (var j = 0; j < size; j++)
                {
                    sum += covariance[i * size + j] * rows[k][j];
                }

                gains[k * size + i] = sum;
            }
        }

        for (var k = 0; k < count; k++)
        {
            for (var l = 0; l < count; l++)
            {
                double sum = k == l ? variances[k] : 0;
                for (var i = 0; i < size; i++)
                {
                    sum += rows[l][i] * gains[k * size + i];
                }

                spread[k * count + l] = sum;
            }
        }

        // Cholesky; what is solved with it stands in place.
        double log = 0, squares = 0;
        for (var k = 0; k < count; k++)
        {
            for (var l = 0; l <= k; l++)
            {
                var sum = spread[k * count + l];
                for (var m = 0; m < l; m++)
                {
                    sum -= spread[k * count + m] * spread[l * count + m];
                }

                spread[k * count + l] = k == l ? Math.Sqrt(Math.Max(sum, 1e-12)) : sum / spread[l * count + l];
            }

            log += Math.Log(spread[k * count + k]);
            for (var l = 0; l < k; l++)
            {
                left[k] -= spread[k * count + l] * left[l];
                for (var i = 0; i < size; i++)
                {
                    gains[k * size + i] -= spread[k * count + l] * gains[l * size + i];
                }
            }

            left[k] /= spread[k * count + k];
            squares += left[k] * left[k];
            for (var i = 0; i < size; i++)
            {
                gains[k * size + i] /= spread[k * count + k];
            }
        }

        double[] middle = [.. mean], after = [.. covariance];
        for (var k = 0; k < count; k++)
        {
            for (var i = 0; i < size; i++)
            {
                middle[i] += gains[k * size + i] * left[k];
                for (var j = 0; j < size; j++)
                {
                    after[i * size + j] -= gains[k * size + i] * gains[k * size + j];
                }
            }
        }

        return new(middle, after, -0.5 * squares - log - 0.5 * count * Math.Log(2 * Math.PI));
    }

    /// <summary>A hypothesis after something linear of it was read that shows as nothing where it lies below 0, by its moments.</summary>
    /// <param name="hypothesis">The hypothesis.</param>
    /// <param name="row">How what was read answers the state.</param>
    /// <param name="middle">Where it is expected.</param>
    /// <param name="read">What was read.</param>
    /// <param name="sigma">Error of reading, one standard deviation.</param>
    public static Hypothesis Floored(Hypothesis hypothesis, double[] row, double middle, double read, double sigma)
    {
        var size = row.Length;
        var along = new double[size];
        double variance = 1e-8, error = sigma * sigma;
        for (var i = 0; i < size; i++)
        {
            for (var j = 0; j < size; j++)
            {
                along[i] += hypothesis.Covariance[i * size + j] * row[j];
            }

            variance += row[i] * along[i];
        }

        // Either it lies below 0 and the reading is all error, or above, and the reading is of it.
        var spread = Math.Sqrt(variance);
        var below = NormalDistribution.LogBelow(-middle / spread) + NormalDistribution.LogDensity(read / sigma) - Math.Log(sigma);
        double all = variance + error, at = (middle * error + read * variance) / all, narrow = Math.Sqrt(variance * error / all);
        var above = NormalDistribution.LogDensity((read - middle) / Math.Sqrt(all)) - 0.5 * Math.Log(all) + NormalDistribution.LogBelow(at / narrow);
        var most = Math.Max(below, above);
        var log = most + Math.Log(Math.Exp(below - most) + Math.Exp(above - most));
        var (lower, upper) = (Truncated(-middle, spread), Truncated(at, narrow));
        double share = Math.Exp(below - log), mean = share * -lower.Mean + (1 - share) * upper.Mean;
        var second = share * (lower.Variance + lower.Mean * lower.Mean) + (1 - share) * (upper.Variance + upper.Mean * upper.Mean);
        var left = Math.Max(0, (second - mean * mean) / variance);
        double[] moved = [.. hypothesis.Mean], covariance = [.. hypothesis.Covariance];
        for (var i = 0; i < size; i++)
        {
            moved[i] += along[i] / variance * (mean - middle);
            for (var j = 0; j < size; j++)
            {
                covariance[i * size + j] -= along[i] * along[j] / variance * (1 - left);
            }
        }

        return hypothesis with { Mean = moved, Covariance = covariance, LogWeight = hypothesis.LogWeight + log };
    }

    /// <summary>Mean and variance of a normal distribution of which only what lies above 0 is left.</summary>
    private static (double Mean, double Variance) Truncated(double middle, double sigma)
    {
        var z = middle / sigma;
        var push = Math.Exp(NormalDistribution.LogDensity(z) - NormalDistribution.LogBelow(z));
        return (middle + sigma * push, Math.Max(0, sigma * sigma * (1 - push * (push + z))));
    }

    /// <summary>A hypothesis after something linear of it was seen to lie above a value, by its moments (assumed density filtering; Opper, On-line Learning in Neural Networks, 1998, from memory).</summary>
    /// <param name="hypothesis">The hypothesis.</param>
    /// <param name="row">How what was seen answers the state.</param>
    /// <param name="over">How far the middle lies above it.</param>
    /// <param name="sigma">Error of seeing, one standard deviation.</param>
    public static Hypothesis Above(Hypothesis hypothesis, double[] row, double over, double sigma)
    {
        var size = row.Length;
        var along = new double[size];
        var variance = sigma * sigma + 1e-6;
        for (var i = 0; i < size; i++)
        {
            for (var j = 0; j < size; j++)
            {
                along[i] += hypothesis.Covariance[i * size + j] * row[j];
            }

            variance += row[i] * along[i];
        }

        var (spread, z) = (Math.Sqrt(variance), over / Math.Sqrt(variance));
        var log = NormalDistribution.LogBelow(z);
        var push = Math.Exp(NormalDistribution.LogDensity(z) - log);
        double[] mean = [.. hypothesis.Mean], covariance = [.. hypothesis.Covariance];
        for (var i = 0; i < size; i++)
        {
            mean[i] += along[i] / spread * push;
            for (var j = 0; j < size; j++)
            {
                covariance[i * size + j] -= along[i] * along[j] / variance * push * (push + z);
            }
        }

        return hypothesis with { Mean = mean, Covariance = covariance, LogWeight = hypothesis.LogWeight + log };
    }
}
