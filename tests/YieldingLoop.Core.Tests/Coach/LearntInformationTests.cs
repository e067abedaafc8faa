using MathNet.Numerics.LinearAlgebra;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Tests.Coach;

/// <summary>What readings said, taken off one belief and put on another (linear algebra: MathNet.Numerics).</summary>
public sealed class LearntInformationTests
{
    private static readonly Vector<double> Before = Vector<double>.Build.Dense([0.7, -0.3]);
    private static readonly Matrix<double> Other = Matrix<double>.Build.DenseOfArray(new[,] { { 2.0, 0.4 }, { 0.4, 0.9 } });

    /// <summary>Precisions add up: Λ = Λ₀ + Σ hhᵀ/σ², and so do the products with what was read.</summary>
    private static (Vector<double> Mean, Matrix<double> Variance) Updated(Vector<double> mean, Matrix<double> variance, IEnumerable<(double Offset, double Slope, double Value, double Sd)> readings)
    {
        var precision = variance.Inverse();
        var product = precision * mean;
        foreach (var (offset, slope, value, sd) in readings)
        {
            var h = Vector<double>.Build.Dense([offset, slope]);
            precision += h.OuterProduct(h) / (sd * sd);
            product += h * value / (sd * sd);
        }

        return (precision.Inverse() * product, precision.Inverse());
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(5)]
    [InlineData(40)]
    public void On_another_belief_it_moves_as_the_readings_themselves_would(int readings)
    {
        var random = new Random(11 + readings);
        var read = Enumerable.Range(0, readings).Select(_ => (X: 6 * random.NextDouble() - 3, Y: 4 * random.NextDouble() - 2)).ToList();
        var after = read.Aggregate(LearntLine.MeetingLine, (line, r) => line.With(r.X, r.Y));
        var told = LearntInformation.Of(LearntLine.MeetingLine, after);
        var (mean, variance) = Updated(Before, Other, told.Rows.Zip(told.Values, (row, value) => (row.Offset, row.Slope, value, 1.0)));
        var (directMean, directVariance) = Updated(Before, Other, read.Select(r => (1.0, r.X, r.Y, LearntLine.MeetingLine.ErrorSd)));
        Assert.Equal(0, (mean - directMean).L2Norm(), 6);
        Assert.Equal(0, (variance - directVariance).L2Norm(), 6);
    }

    [Fact]
    public void Nothing_read_says_nothing() => Assert.Empty(LearntInformation.Of(LearntLine.Growth, LearntLine.Growth).Rows);

    [Fact]
    public void Readings_at_one_place_say_one_thing()
    {
        var after = LearntLine.Growth.With(0.4, 2).With(0.4, 3);
        var told = LearntInformation.Of(LearntLine.Growth, after);
        var row = Assert.Single(told.Rows);
        Assert.Equal(0.4, row.Slope / row.Offset, 6);
    }
}
