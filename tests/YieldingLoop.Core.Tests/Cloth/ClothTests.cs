using YieldingLoop.Core.Cloth;

namespace YieldingLoop.Core.Tests.Cloth;

public class ClothTests
{
    private static readonly ClothEntry Typical = new() { Name = "Fleece", TypicalId = "brushed-fleece" };

    // Source: ASTM D2594, quoted from memory: stretch = 100·(B − A)/A, growth = 100·(C − A)/A.
    [Theory]
    [InlineData(100, 195, 102, 95, 2)]
    [InlineData(125, 200, 130, 60, 4)]
    [InlineData(254, 254, 254, 0, 0)]
    public void Stretch_and_growth_of_a_knit(double original, double loaded, double recovered, double stretch, double growth)
    {
        var test = StretchTest.Read(original, loaded, recovered, "across").Value!;
        Assert.Equal(stretch, test.StretchPercent, 9);
        Assert.Equal(growth, test.GrowthPercent!.Value, 9);
    }

    [Fact]
    public void Recovery_is_the_share_of_the_stretch_taken_back()
    {
        Assert.Equal(90, StretchTest.Read(100, 150, 105, "").Value!.RecoveryPercent!.Value, 9);
        Assert.Null(StretchTest.Read(100, 150, null, "").Value!.RecoveryPercent);
        Assert.Null(StretchTest.Read(100, 100, 100, "").Value!.RecoveryPercent);
    }

    [Theory]
    [InlineData(100, 90, null, "acrossLoadedMm", "shorter")]
    [InlineData(100, 150, 160.0, "acrossRecoveredMm", "longer")]
    [InlineData(100, 150, 90.0, "acrossRecoveredMm", "shorter")]
    [InlineData(0, 150, null, "acrossOriginalMm", "between")]
    [InlineData(100, 1e9, null, "acrossLoadedMm", "400")]
    [InlineData(double.NaN, 150, null, "acrossOriginalMm", "between")]
    [InlineData(100, double.NaN, null, "acrossLoadedMm", "400")]
    public void A_test_that_cannot_be_is_refused_at_its_field(double original, double loaded, double? recovered, string field, string word)
    {
        var problem = Assert.Single(StretchTest.Read(original, loaded, recovered, "across").Problems);
        Assert.Equal(field, problem.Field);
        Assert.Contains(word, problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Weight_from_a_cut_square()
    {
        var test = WeightTest.Read(200, 9.2, 0.1).Value!;
        Assert.Equal(230, test.AreaDensityGsm, 9);
        Assert.Equal(0.05 / 9.2, test.RelativeError, 9);
    }

    [Fact]
    public void The_advised_square_keeps_the_error_at_five_percent()
    {
        foreach (var (density, step) in new[] { (200.0, 1.0), (120, 0.1), (320, 5) })
        {
            var side = WeightTest.SideForWantedError(density, step);
            var mass = density * side * side / 1e6;
            Assert.Equal(0.05, WeightTest.Read(side, mass, step).Value!.RelativeError, 9);
        }
    }

    [Theory]
    [InlineData(0, 5, 1, "squareSideMm")]
    [InlineData(100, 0, 1, "squareMassGrams")]
    [InlineData(100, 2, 0, "scaleStepGrams")]
    [InlineData(100, 4000, 1, "squareMassGrams")]
    [InlineData(100, 0.01, 1, "squareMassGrams")]
    public void A_weighing_that_cannot_be_is_refused(double side, double mass, double step, string field) =>
        Assert.Equal(field, Assert.Single(WeightTest.Read(side, mass, step).Problems).Field);

    [Fact]
    public void What_was_not_measured_takes_the_typical_value_as_a_guess_with_a_wide_band()
    {
        var cloth = Typical.Resolve().Value!;
        Assert.Equal(FigureSource.Typical, cloth.StretchAcrossPercent.Source);
        Assert.Equal(30, cloth.StretchAcrossPercent.Value);
        Assert.Equal((18, 42), (cloth.StretchAcrossPercent.Low, cloth.StretchAcrossPercent.High));
        Assert.Null(cloth.RecoveryPercent);
    }

    [Fact]
    public void What_was_measured_stands_before_what_is_typical_or_told()
    {
        var cloth = (Typical with
        {
            AcrossOriginalMm = 100,
            AcrossLoadedMm = 135,
            AcrossRecoveredMm = 102,
            SquareSideMm = 100,
            SquareMassGrams = 3.1,
            ScaleStepGrams = 0.1,
            ToldAreaDensityGsm = 280,
            TenLayersMm = 18,
        }).Resolve().Value!;
        Assert.Equal((35, FigureSource.Measured), (cloth.StretchAcrossPercent.Value, cloth.StretchAcrossPercent.Source));
        Assert.Equal((310, FigureSource.Measured), (Math.Round(cloth.AreaDensityGsm.Value, 6), cloth.AreaDensityGsm.Source));
        Assert.Equal(1.8, cloth.ThicknessMm.Value, 9);
        Assert.Equal(FigureSource.Typical, cloth.StretchLengthwisePercent.Source);
        Assert.Equal(FigureSource.Told, (Typical with { ToldAreaDensityGsm = 280 }).Resolve().Value!.AreaDensityGsm.Source);
    }

    [Fact]
    public void Without_a_typical_cloth_every_figure_has_to_be_measured()
    {
        var problems = new ClothEntry { Name = "Mystery" }.Resolve().Problems;
        Assert.Equal(["acrossOriginalMm", "lengthwiseOriginalMm", "squareSideMm", "tenLayersMm"], problems.Select(p => p.Field));
    }

    [Fact]
    public void Half_a_measurement_says_which_half_is_missing()
    {
        Assert.Equal("acrossLoadedMm", Assert.Single((Typical with { AcrossOriginalMm = 100 }).Resolve().Problems).Field);
        Assert.Equal("lengthwiseOriginalMm", Assert.Single((Typical with { LengthwiseLoadedMm = 130 }).Resolve().Problems).Field);
        Assert.Equal("squareMassGrams", Assert.Single((Typical with { SquareSideMm = 100, ScaleStepGrams = 1 }).Resolve().Problems).Field);
        Assert.Equal("squareSideMm", Assert.Single((Typical with { SquareMassGrams = 3, ScaleStepGrams = 1 }).Resolve().Problems).Field);
        Assert.Equal("scaleStepGrams", Assert.Single((Typical with { SquareSideMm = 100, SquareMassGrams = 3 }).Resolve().Problems).Field);
    }

    [Fact]
    public void Names_may_hold_quotes_and_emoji_but_not_ten_thousand_characters()
    {
        Assert.Equal("“Tern’s” <b>\"blue\"</b> 🧵", (Typical with { Name = "  “Tern’s” <b>\"blue\"</b> 🧵 " }).Resolve().Value!.Name);
        Assert.Equal("name", Assert.Single((Typical with { Name = new string('a', 10_000) }).Resolve().Problems).Field);
        Assert.Equal("name", Assert.Single((Typical with { Name = "  " }).Resolve().Problems).Field);
    }

    [Theory]
    [InlineData(0.5)]
    [InlineData(61)]
    [InlineData(double.NaN)]
    public void Ten_layers_of_an_absurd_thickness_are_refused(double ten) =>
        Assert.Equal("tenLayersMm", Assert.Single((Typical with { TenLayersMm = ten }).Resolve().Problems).Field);

    [Fact]
    public void Unknown_typical_cloths_and_bad_colours_are_refused()
    {
        Assert.Contains((Typical with { TypicalId = "chain-mail" }).Resolve().Problems, p => p.Field == "typicalId");
        Assert.Equal("colour", Assert.Single((Typical with { Colour = "blue" }).Resolve().Problems).Field);
        Assert.Equal("toldAreaDensityGsm", Assert.Single((Typical with { ToldAreaDensityGsm = 1e6 }).Resolve().Problems).Field);
    }

    [Fact]
    public void Every_typical_cloth_is_a_cloth() =>
        Assert.All(TypicalCloths.All, cloth => Assert.True(new ClothEntry { Name = cloth.Name, TypicalId = cloth.Id }.Resolve().Succeeded));
}
