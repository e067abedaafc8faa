using YieldingLoop.Core.Units;

namespace YieldingLoop.Core.Tests.Units;

/// <summary>International yard and pound agreement of 1959: 1 yd = 0.9144 m, 1 oz = 28.349523125 g; from memory.</summary>
public class QuantityTextTests
{
    [Theory]
    [InlineData("230", 230)]
    [InlineData("230 g/m²", 230)]
    [InlineData(" 230,5 gsm ", 230.5)]
    [InlineData("6.8 oz", 230.6)]
    [InlineData("6.8oz/yd²", 230.6)]
    [InlineData("10 OZ / sq. yd", 339.1)]
    public void A_cloth_s_weight_is_read_in_grams_and_in_ounces(string text, double gsm)
    {
        Assert.Equal(DecimalTextFault.None, QuantityText.ReadAreaDensity(text, out var read));
        Assert.Equal(gsm, read, 9);
    }

    [Theory]
    [InlineData("500", 500)]
    [InlineData("500 m", 500)]
    [InlineData("550 yd", 502.9)]
    [InlineData("1.5 yards", 1.4)]
    public void A_thread_s_length_is_read_in_metres_and_in_yards(string text, double metres)
    {
        Assert.Equal(DecimalTextFault.None, QuantityText.ReadThreadLength(text, out var read));
        Assert.Equal(metres, read, 9);
    }

    [Theory]
    [InlineData("", DecimalTextFault.Empty)]
    [InlineData("heavy", DecimalTextFault.NotANumber)]
    [InlineData("6.8 lb", DecimalTextFault.NotANumber)]
    [InlineData("1,200.5 m", DecimalTextFault.Grouped)]
    public void What_is_none_is_said(string text, DecimalTextFault fault) => Assert.Equal(
        (fault, fault), (QuantityText.ReadAreaDensity(text.Replace(" m", "", StringComparison.Ordinal), out _), QuantityText.ReadThreadLength(text, out _)));
}
