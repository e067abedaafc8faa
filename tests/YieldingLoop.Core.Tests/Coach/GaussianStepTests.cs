using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearAlgebra;
using YieldingLoop.Core.Coach;

namespace YieldingLoop.Core.Tests.Coach;

/// <summary>The steps of the coach's belief against a numerics library, and against integration over a fine grid.</summary>
public sealed class GaussianStepTests
{
    private static readonly Random Random = new(20261127);

    private static double[] Any(int count) => [.. Enumerable.Range(0, count).Select(_ => 2 * Random.NextDouble() - 1)];

    [Fact]
    public void Readings_taken_together_are_those_of_the_normal_equations()
    {
        for (var trial = 0; trial < 50; trial++)
        {
            int size = Random.Next(2, 9), count = Random.Next(1, 6);
            var root = Matrix<double>.Build.Dense(size, size, Any(size * size));
            var prior = root * root.Transpose() + 0.1 * Matrix<double>.Build.DenseIdentity(size);
            Vector<double> mean = Vector<double>.Build.Dense(Any(size)), at = Vector<double>.Build.Dense(Any(size)), off = Vector<double>.Build.Dense(Any(count));
            var rows = Matrix<double>.Build.Dense(count, size, Any(count * size));
            double[] variances = [.. Enumerable.Range(0, count).Select(_ => 0.05 + Random.NextDouble())];
            var step = GaussianStep.Of(mean.ToArray(), [.. prior.Enumerate()], [.. rows.EnumerateRows().Select(r => r.ToArray())], off.ToArray(), variances, at.ToArray());
            var spread = rows * prior * rows.Transpose() + Matrix<double>.Build.DenseOfDiagonalArray(variances);
            var left = off - rows * (mean - at);
            var gain = prior * rows.Transpose() * spread.Inverse();
            Assert.All((mean + gain * left).Zip(step.Mean), p => Assert.Equal(p.First, p.Second, 9));
            Assert.All((prior - gain * rows * prior).Enumerate().Zip(step.Covariance), p => Assert.Equal(p.First, p.Second, 9));
            Assert.Equal(-0.5 * (left * (spread.Inverse() * left)) - 0.5 * Math.Log(spread.Determinant()) - 0.5 * count * Math.Log(2 * Math.PI), step.LogEvidence, 8);
        }
    }

    private static Hypothesis One(double mean, double sigma) => new([], false, false, 0, [mean], [sigma * sigma]);

    /// <summary>Evidence, mean and variance of a normal distribution times a likelihood, by adding up.</summary>
    private static (double Evidence, double Mean, double Variance) Grid(double mean, double sigma, Func<double, double> likelihood)
    {
        double all = 0, first = 0, second = 0, step = sigma / 400;
        for (var x = mean - 9 * sigma; x < mean + 9 * sigma; x += step)
        {
            var weight = Normal.PDF(mean, sigma, x) * likelihood(x) * step;
            (all, first, second) = (all + weight, first + weight * x, second + weight * x * x);
        }

        return (all, first / all, second / all - first * first / all / all);
    }

    [Theory]
    [InlineData(0.3, 0.5, 0.1)]
    [InlineData(-0.4, 0.3, 0.2)]
    [InlineData(-1.2, 0.4, 0.05)]
    public void What_lies_above_a_value_moves_by_its_moments(double mean, double sigma, double error)
    {
        var seen = GaussianStep.Above(One(mean, sigma), [1], mean, error);
        var (evidence, first, variance) = Grid(mean, sigma, x => Normal.CDF(0, 1, x / Math.Sqrt(error * error + 1e-6)));
        Assert.Equal(Math.Log(evidence), seen.LogWeight, 4);
        Assert.Equal(first, seen.Mean[0], 4);
        Assert.Equal(variance, seen.Covariance[0], 4);
    }

    [Theory]
    [InlineData(0.1, 0.2, 0.0)]
    [InlineData(-0.3, 0.2, 0.0)]
    [InlineData(0.5, 0.3, 0.7)]
    [InlineData(-0.05, 0.1, 0.12)]
    public void A_reading_of_what_shows_as_nothing_below_nothing_moves_by_its_moments(double mean, double sigma, double read)
    {
        const double Error = 0.1;
        var seen = GaussianStep.Floored(One(mean, sigma), [1], mean, read, Error);
        var (evidence, first, variance) = Grid(mean, sigma, x => Normal.PDF(Math.Max(0, x), Error, read));
        Assert.Equal(Math.Log(evidence), seen.LogWeight, 3);
        Assert.Equal(first, seen.Mean[0], 3);
        Assert.Equal(variance, seen.Covariance[0], 3);
    }
}
