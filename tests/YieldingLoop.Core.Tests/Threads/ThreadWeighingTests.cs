using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Threads;

/// <summary>Metres by weight: tex is grams to 1,000 metres by definition (ISO 2060's method, from memory).</summary>
public class ThreadWeighingTests
{
    private static readonly ThreadStock Cone = new() { Name = "a", KindId = "spun-polyester", LabelSystem = LabelSystem.Tex, LabelFigure = 27 };

    /// <summary>Tex by definition: so many grams are 1,000 m; the holders are taken off.</summary>
    [Theory]
    [InlineData(27, 38, 1, 65, 1000)]
    [InlineData(30, 12, 3, 66, 1000)]
    [InlineData(35, 38, 1, 46.4, 240)]
    [InlineData(100, 0, 1, 1, 10)]
    [InlineData(27, 38, 1, 38, 0)]
    public void Metres_are_grams_over_tex(double tex, double empty, int count, double gross, double metres) =>
        Assert.Equal(metres, new ThreadWeighing { GrossGrams = gross, EmptyGrams = empty, StepGrams = 1 }.Metres(count, tex), 6);

    /// <summary>Whatever is on the scale really lies within half a step of what it shows, and so do the empty ones: no metres found lie further off than is said.</summary>
    [Fact]
    public void The_scale_is_never_further_off_than_is_said()
    {
        var random = new Random(20);
        for (var i = 0; i < 5000; i++)
        {
            var (tex, count, step) = (10 + 200 * random.NextDouble(), random.Next(1, 5), new[] { 0.01, 0.1, 1, 5 }[random.Next(4)]);
            var (metres, empty) = (5000 * random.NextDouble(), 60 * random.NextDouble());
            double Shown(double grams) => Math.Round(grams / step) * step;
            var found = new ThreadWeighing { GrossGrams = Shown(metres * tex / 1000 + count * empty), EmptyGrams = Shown(empty), StepGrams = step };
            Assert.InRange(Math.Abs(found.Metres(count, tex) - metres), 0, found.ErrorMetres(count, tex) + 1e-6);
        }
    }

    [Theory]
    [InlineData(30, 38, 1, 1, "weighed.grossGrams")]
    [InlineData(100, 38, 1, 3, "weighed.grossGrams")]
    [InlineData(-1, 38, 1, 1, "weighed.grossGrams")]
    [InlineData(double.NaN, 38, 1, 1, "weighed.grossGrams")]
    [InlineData(50, -1, 1, 1, "weighed.emptyGrams")]
    [InlineData(50, 38, 0, 1, "weighed.stepGrams")]
    [InlineData(50, 38, 51, 1, "weighed.stepGrams")]
    public void What_cannot_be_is_told_with_its_field(double gross, double empty, double step, int count, string field) =>
        Assert.Equal([field], (Cone with { Count = count, Weighed = new() { GrossGrams = gross, EmptyGrams = empty, StepGrams = step } }).Resolve().Problems.Select(p => p.Field).Distinct());

    [Theory]
    [InlineData(-1.0, null, "pricePerKm")]
    [InlineData(10_001.0, null, "pricePerKm")]
    [InlineData(double.NaN, null, "pricePerKm")]
    [InlineData(null, 0.0, "fullMetres")]
    [InlineData(null, 100_001.0, "fullMetres")]
    public void Prices_and_full_cones_are_believed_within_reason(double? price, double? full, string field) =>
        Assert.Equal([field], (Cone with { PricePerKm = price, FullMetres = full }).Resolve().Problems.Select(p => p.Field));

    [Fact]
    public void What_was_used_is_told_only_between_two_weighings_of_the_same_thing()
    {
        ThreadStock At(double gross, int count = 1) => Cone with { Count = count, Weighed = new() { GrossGrams = gross, EmptyGrams = 38, StepGrams = 1 } };
        // 54 g less of 27 tex are 2,000 m; each weighing is a gram off at most by both readings.
        Assert.Equal(new ThreadUse(2000, 2 * (1 / 0.027), 1800), ThreadUse.Between(At(119), At(65), 1800)! with { WeighedMetres = 2000 });
        Assert.Equal(2000, ThreadUse.Between(At(119), At(65), 1800)!.WeighedMetres, 6);
        Assert.Null(ThreadUse.Between(Cone, At(65), 1800));
        Assert.Null(ThreadUse.Between(At(119), At(65), null));
        Assert.Null(ThreadUse.Between(At(119), At(65), 0));
        Assert.Null(ThreadUse.Between(At(119), At(103, 2), 1800));
        Assert.Null(ThreadUse.Between(At(119), Cone, 1800));
    }

    [Fact]
    public void Spools_are_of_their_cone_and_no_more_is_wound_than_is_left()
    {
        var cone = Cone with { MetresLeft = 300, Colour = "#123456", Count = 2, FullMetres = 2500, PricePerKm = 3 };
        var wound = new Winding(ThreadHolder.Spool, 3, 100).From(cone);
        Assert.Equal(("a, on spools", 300.0, 3, ThreadHolder.Spool), (wound.Name, wound.MetresLeft!.Value, wound.Count, wound.Holder));
        Assert.Equal((cone.KindId, cone.LabelTex, cone.Colour, cone.PricePerKm), (wound.KindId, wound.LabelTex, wound.Colour, wound.PricePerKm));
        Assert.Empty(new Winding(ThreadHolder.Spool, 3, 100).Problems(cone));
        Assert.Equal("metresEach", Assert.Single(new Winding(ThreadHolder.Bobbin, 3, 100.1).Problems(cone)).Field);
        Assert.Empty(new Winding(ThreadHolder.Bobbin, 3, 100.1).Problems(cone with { MetresLeft = null }));
        foreach (var (count, metres, field) in new[] { (0, 10.0, "count"), (51, 1, "count"), (1, 0, "metresEach"), (1, double.NaN, "metresEach"), (1, 2001, "metresEach") })
        {
            Assert.Contains(new Winding(ThreadHolder.Spool, count, metres).Problems(cone with { MetresLeft = null }), p => p.Field == field);
        }

        Assert.True(new Winding(ThreadHolder.Spool, 1, 1).From(cone with { Name = new string('x', 60) }).Name.Length <= ThreadStock.LongestName);
    }
}
