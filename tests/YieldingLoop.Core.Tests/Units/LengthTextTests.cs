using YieldingLoop.Core.Units;

namespace YieldingLoop.Core.Tests.Units;

/// <summary>Lengths as people type them. An inch is exactly 25.4 mm: international yard and pound agreement, 1959, from memory.</summary>
public class LengthTextTests
{
    [Theory]
    [InlineData("12.5", LengthUnit.Millimetre, 12.5)]
    [InlineData("12,5", LengthUnit.Millimetre, 12.5)]
    [InlineData(" 98 mm ", LengthUnit.Inch, 98)]
    [InlineData("9.8cm", LengthUnit.Inch, 98)]
    [InlineData("9,8 CM", LengthUnit.Millimetre, 98)]
    [InlineData("4", LengthUnit.Inch, 101.6)]
    [InlineData("4\"", LengthUnit.Millimetre, 101.6)]
    [InlineData("4 in", LengthUnit.Millimetre, 101.6)]
    [InlineData("1 inch", LengthUnit.Millimetre, 25.4)]
    [InlineData("2 inches", LengthUnit.Millimetre, 50.8)]
    [InlineData("3 7/8", LengthUnit.Inch, 98.425)]
    [InlineData("3-7/8 in", LengthUnit.Millimetre, 98.425)]
    [InlineData("7/8", LengthUnit.Inch, 22.225)]
    [InlineData("3⅞", LengthUnit.Inch, 98.425)]
    [InlineData("3 ½ in", LengthUnit.Millimetre, 88.9)]
    [InlineData("¼", LengthUnit.Inch, 6.35)]
    [InlineData("3 7⁄8", LengthUnit.Inch, 98.425)]
    [InlineData("-1/2", LengthUnit.Inch, double.NaN)]
    [InlineData("-0.5", LengthUnit.Inch, -12.7)]
    public void A_length_is_read_in_the_field_s_unit_or_its_own(string text, LengthUnit unit, double millimetres)
    {
        var fault = LengthText.Read(text, unit, out var read);
        Assert.Equal(double.IsNaN(millimetres) ? DecimalTextFault.NotANumber : DecimalTextFault.None, fault);
        // What is typed in inches is kept to a hundredth of a millimetre.
        Assert.Equal(double.IsNaN(millimetres) ? 0 : millimetres, read, 0.0051);
    }

    [Theory]
    [InlineData("", DecimalTextFault.Empty)]
    [InlineData("mm", DecimalTextFault.Empty)]
    [InlineData("wide", DecimalTextFault.NotANumber)]
    [InlineData("3 7/0", DecimalTextFault.NotANumber)]
    [InlineData("3 7/8/9", DecimalTextFault.NotANumber)]
    [InlineData("1.234,5 mm", DecimalTextFault.Grouped)]
    [InlineData("1 234", DecimalTextFault.Grouped)]
    [InlineData("12 furlongs", DecimalTextFault.NotANumber)]
    public void What_is_no_length_is_refused(string text, DecimalTextFault fault)
    {
        Assert.Equal(fault, LengthText.Read(text, LengthUnit.Inch, out var read));
        Assert.Equal(0, read);
    }

    [Fact]
    public void A_fraction_is_no_length_where_millimetres_are_typed() =>
        Assert.Equal(DecimalTextFault.NotANumber, LengthText.Read("3/8", LengthUnit.Millimetre, out _));

    [Theory]
    [InlineData("3 7/8")]
    [InlineData("1/2")]
    [InlineData("24")]
    [InlineData("5 31/32")]
    [InlineData("0.3")]
    public void Inches_come_back_as_they_were_typed(string typed)
    {
        LengthText.Read(typed, LengthUnit.Inch, out var millimetres);
        Assert.Equal(typed, LengthText.Write(millimetres, LengthUnit.Inch));
    }

    [Fact]
    public void A_very_long_text_is_refused_without_being_searched() =>
        Assert.Equal(DecimalTextFault.NotANumber, LengthText.Read(new string(' ', 200_000) + "x", LengthUnit.Inch, out _));

    [Theory]
    [InlineData(LengthUnit.Millimetre)]
    [InlineData(LengthUnit.Inch)]
    public void What_is_shown_in_a_field_is_read_back_as_the_same_hundredth_of_a_millimetre(LengthUnit unit)
    {
        for (var hundredths = 1; hundredths < 300_000; hundredths += 37)
        {
            var millimetres = hundredths / 100.0;
            Assert.Equal(DecimalTextFault.None, LengthText.Read(LengthText.Write(millimetres, unit), unit, out var read));
            Assert.Equal(millimetres, read, 6);
        }

        Assert.Equal("", LengthText.Write(null, unit));
    }
}
