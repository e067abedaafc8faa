using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Units;

namespace YieldingLoop.Core.Tests.Units;

public class UnitTests
{
    // Source: ISO 1144 and ISO 2947, values quoted from memory.
    [Theory]
    [InlineData(27, 243, 37.037, 21.870)]
    [InlineData(100, 900, 10, 5.905)]
    [InlineData(40, 360, 25, 14.7625)]
    public void Linear_density_converts_by_the_standards(double tex, double denier, double metric, double cotton)
    {
        var density = LinearDensity.FromTex(tex);
        Assert.Equal(denier, density.Denier, 3);
        Assert.Equal(metric, density.MetricCount, 3);
        Assert.Equal(cotton, density.CottonCount, 3);
    }

    // Source: label ("ticket") numbers of synthetic thread, standards.md quoting from memory: 24 and 27 tex carry 120, 40 tex 75, 60 tex 50.
    [Theory]
    [InlineData(24, 120)]
    [InlineData(27, 120)]
    [InlineData(40, 75)]
    [InlineData(60, 50)]
    public void A_label_number_is_about_3000_over_tex(double tex, double label) =>
        Assert.Equal(label, LinearDensity.FromTex(tex).ApproximateLabelNumber, tolerance: label * 0.08);

    [Fact]
    public void Exact_conversions_round_trip()
    {
        var random = new Random(20261);
        for (var i = 0; i < 500; i++)
        {
            var value = Math.Exp(random.NextDouble() * 8 - 3);
            Assert.Equal(value, LinearDensity.FromDenier(LinearDensity.FromTex(value).Denier).Tex, value * 1e-12);
            Assert.Equal(value, LinearDensity.FromMetricCount(LinearDensity.FromTex(value).MetricCount).Tex, value * 1e-12);
            Assert.Equal(value, LinearDensity.FromCottonCount(LinearDensity.FromTex(value).CottonCount).Tex, value * 1e-12);
            Assert.Equal(value, StitchLength.FromStitchesPerInch(StitchLength.FromMillimetres(value).StitchesPerInch).Millimetres, value * 1e-12);
        }
    }

    // Source: arithmetic; one inch is 25.4 mm exactly.
    [Theory]
    [InlineData(2.54, 10)]
    [InlineData(1.8142857, 14)]
    public void Stitches_per_inch_are_the_inch_over_the_length(double mm, double perInch) =>
        Assert.Equal(perInch, StitchLength.FromMillimetres(mm).StitchesPerInch, 4);

    [Theory]
    [InlineData(0)]
    [InlineData(-2.5)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void A_length_or_density_that_is_no_measure_is_refused(double value)
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => StitchLength.FromMillimetres(value));
        Assert.Throws<ArgumentOutOfRangeException>(() => StitchLength.FromStitchesPerInch(value));
        Assert.Throws<ArgumentOutOfRangeException>(() => LinearDensity.FromTex(value));
        Assert.Throws<ArgumentOutOfRangeException>(() => LinearDensity.FromMetricCount(value));
    }

    [Fact]
    public void Stitch_lengths_compare_as_lengths()
    {
        var (shorter, longer) = (StitchLength.FromMillimetres(2), StitchLength.FromStitchesPerInch(10));
        Assert.True(shorter < longer && longer > shorter && shorter <= longer && longer >= shorter);
    }

    // Source: needle makers' tables, quoted from memory.
    [Theory]
    [InlineData(60, 8)]
    [InlineData(65, 9)]
    [InlineData(70, 10)]
    [InlineData(75, 11)]
    [InlineData(80, 12)]
    [InlineData(90, 14)]
    [InlineData(100, 16)]
    [InlineData(110, 18)]
    [InlineData(120, 19)]
    public void Needle_sizes_pair_metric_and_US_numbers(int metric, int us)
    {
        var size = NeedleSize.FromMetric(metric);
        Assert.Equal(us, size.Us);
        Assert.Equal($"{metric}/{us}", size.ToString());
        Assert.Equal(metric / 100.0, size.BladeMillimetres);
    }

    [Fact]
    public void A_size_nobody_makes_is_refused()
    {
        Assert.False(NeedleSize.TryFromMetric(85, out _));
        Assert.Throws<ArgumentOutOfRangeException>(() => NeedleSize.FromMetric(12));
    }

    // Common practice, no published source: sizes by area density as the seam model has them.
    [Theory]
    [InlineData(119.9, 70)]
    [InlineData(120, 75)]
    [InlineData(199.9, 75)]
    [InlineData(200, 80)]
    [InlineData(279.9, 80)]
    [InlineData(280, 90)]
    [InlineData(380, 100)]
    public void A_heavier_cloth_asks_for_a_thicker_needle(double gsm, int metric) =>
        Assert.Equal(metric, NeedleCatalogue.SizeForCloth(gsm).Metric);

    [Fact]
    public void The_nearest_size_the_machine_takes_is_chosen_and_the_finer_in_a_tie()
    {
        NeedleSize[] taken = [NeedleSize.FromMetric(80), NeedleSize.FromMetric(90)];
        Assert.Equal(80, NeedleCatalogue.Nearest(NeedleSize.FromMetric(70), taken).Metric);
        Assert.Equal(90, NeedleCatalogue.Nearest(NeedleSize.FromMetric(110), taken).Metric);
        Assert.Equal(60, NeedleCatalogue.Nearest(NeedleSize.FromMetric(70), [NeedleSize.FromMetric(80), NeedleSize.FromMetric(60)]).Metric);
        Assert.Throws<ArgumentException>(() => NeedleCatalogue.Nearest(NeedleSize.FromMetric(70), []));
    }
}

public class DecimalTextTests
{
    [Theory]
    [InlineData("12.5", 12.5)]
    [InlineData("12,5", 12.5)]
    [InlineData(" 7 ", 7)]
    [InlineData("-0,25", -0.25)]
    [InlineData("−3", -3)]
    [InlineData(".5", 0.5)]
    [InlineData("1234", 1234)]
    [InlineData("1,234", 1.234)]
    public void Comma_and_point_are_both_decimal_signs(string text, double value)
    {
        Assert.Equal(DecimalTextFault.None, DecimalText.Read(text, out var read));
        Assert.Equal(value, read, 12);
    }

    [Theory]
    [InlineData("1.234,5")]
    [InlineData("1,234.5")]
    [InlineData("1 234")]
    [InlineData("1'234")]
    [InlineData("1\u00a0234,5")]
    [InlineData("1..5")]
    public void A_grouping_sign_is_refused_not_guessed(string text) =>
        Assert.Equal(DecimalTextFault.Grouped, DecimalText.Read(text, out _));

    [Theory]
    [InlineData("abc")]
    [InlineData("12mm")]
    [InlineData("1e5")]
    [InlineData("--5")]
    [InlineData(",")]
    [InlineData("NaN")]
    [InlineData("🧵")]
    [InlineData("00000000000000000000000000000000000000000000001")]
    public void Text_is_not_a_number(string text)
    {
        Assert.Equal(DecimalTextFault.NotANumber, DecimalText.Read(text, out var value));
        Assert.Equal(0, value);
    }

    [Theory]
    [InlineData(null)]
    [InlineData("")]
    [InlineData("   ")]
    public void Nothing_typed_is_nothing(string? text) => Assert.Equal(DecimalTextFault.Empty, DecimalText.Read(text, out _));
}
