using System.Globalization;
using YieldingLoop.Core.Colour;

namespace YieldingLoop.Core.Tests.Colour;

public class CieLabTests
{
    /// <summary>Source: test pairs of Sharma, Wu and Dalal, Color Research &amp; Application 30 (2005), tests/reference/ciede2000.csv.</summary>
    public static TheoryData<double[]> Pairs() =>
        [.. File.ReadLines(Path.Combine(AppContext.BaseDirectory, "reference", "ciede2000.csv")).Skip(1)
            .Select(line => line.Split(',').Select(cell => double.Parse(cell, CultureInfo.InvariantCulture)).ToArray())];

    [Theory]
    [MemberData(nameof(Pairs))]
    public void CIEDE2000_agrees_with_the_published_pairs_to_four_decimals(double[] row)
    {
        CieLab first = new(row[0], row[1], row[2]), second = new(row[3], row[4], row[5]);
        Assert.Equal(row[6], Math.Round(CieLab.Difference(first, second), 4));
        Assert.Equal(CieLab.Difference(first, second), CieLab.Difference(second, first), 12);
    }

    [Fact]
    public void There_are_25_pairs() => Assert.Equal(25, Pairs().Count);

    // Source: sRGB primaries in CIELAB (D65), widely published; quoted from memory.
    [Theory]
    [InlineData("#ffffff", 100, 0, 0)]
    [InlineData("#000000", 0, 0, 0)]
    [InlineData("#ff0000", 53.24, 80.09, 67.20)]
    [InlineData("#0000FF", 32.30, 79.19, -107.86)]
    public void Hex_colours_become_CIELAB(string hex, double l, double a, double b)
    {
        Assert.True(CieLab.TryFromHex(hex, out var lab));
        Assert.Equal(l, lab.L, 0.05);
        Assert.Equal(a, lab.A, 0.05);
        Assert.Equal(b, lab.B, 0.05);
    }

    [Theory]
    [InlineData(null)]
    [InlineData("")]
    [InlineData("ffffff")]
    [InlineData("#fff")]
    [InlineData("#gggggg")]
    [InlineData("#ffffff ")]
    public void What_is_not_a_colour_is_refused(string? hex) => Assert.False(CieLab.TryFromHex(hex, out _));
}
