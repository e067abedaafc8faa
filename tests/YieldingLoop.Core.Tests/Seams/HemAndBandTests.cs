using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>Hem geometry, stretched-on bands and the zigzag map. Common practice F1, F2, F8, no published source; yields by the seam model.</summary>
public class HemAndBandTests
{
    [Theory]
    // Fold to far row 25, rows 4 apart.
    [InlineData(30, true, RawEdge.Beyond, 5)]
    [InlineData(30, false, RawEdge.Beyond, 5)]
    [InlineData(24, true, RawEdge.BetweenRows, -1)]
    [InlineData(23, true, RawEdge.BetweenRows, -2)]
    [InlineData(22, true, RawEdge.Missed, -3)]
    [InlineData(25, false, RawEdge.BetweenRows, 0)]
    public void The_raw_edge_lies_where_allowance_and_guide_put_it(double allowance, bool covers, RawEdge edge, double beyond)
    {
        var hem = HemGeometry.LayOut(25, 4, allowance, covers).Value!;
        Assert.Equal((edge, beyond, 21.0, 25.0), (hem.Edge, hem.BeyondMm, hem.NearRowMm, hem.FarRowMm));
        Assert.Equal((27.0, 23.0), (hem.SmallestAllowanceMm, hem.CoveredAllowanceMm));
    }

    [Fact]
    public void The_smallest_allowance_has_both_rows_on_it_and_the_covered_one_lies_under_the_looper_thread()
    {
        for (var gauge = 1.6; gauge <= 6; gauge += 0.4)
        {
            for (var guide = gauge + 4; guide < 60; guide += 7)
            {
                var least = HemGeometry.LayOut(guide, gauge, guide + HemGeometry.MarginMm, false).Value!;
                Assert.Equal(RawEdge.Beyond, least.Edge);
                Assert.Equal(RawEdge.BetweenRows, HemGeometry.LayOut(guide, gauge, least.CoveredAllowanceMm, true).Value!.Edge);
            }
        }
    }

    [Fact]
    public void What_follows_is_said_for_twin_needle_and_cover()
    {
        Assert.Equal("edge-covered", HemGeometry.LayOut(25, 6, 22, true).Value!.Meaning.Code);
        Assert.Equal("edge-between-rows", HemGeometry.LayOut(25, 6, 22, false).Value!.Meaning.Code);
        Assert.Equal(new Finding("edge-tears-out").With("beyondMm", 1).With("marginMm", HemGeometry.MarginMm), HemGeometry.LayOut(25, 4, 26, false).Value!.Meaning);
        Assert.Equal(new Finding("edge-to-trim").With("beyondMm", 10), HemGeometry.LayOut(25, 4, 35, false).Value!.Meaning);
        Assert.Equal(new Finding("edge-missed").With("shortMm", 5), HemGeometry.LayOut(25, 4, 20, false).Value!.Meaning);
    }

    [Theory]
    [InlineData(0, 4, 30, "guideMm")]
    [InlineData(4, 4, 30, "guideMm")]
    [InlineData(25, 20, 30, "gaugeMm")]
    [InlineData(25, 4, double.NaN, "allowanceMm")]
    public void A_hem_that_cannot_be_is_refused(double guide, double gauge, double allowance, string field) =>
        Assert.Equal(field, Assert.Single(HemGeometry.LayOut(guide, gauge, allowance, false).Problems).Field);

    private static Figure Stretch(double percent) => Figure.Of(percent, 0.05, FigureSource.Measured);

    [Fact]
    public void A_band_is_cut_shorter_than_its_opening_by_what_its_cloth_gives()
    {
        // 430 mm opening, rib of 100 %: 0.80 of it, 344 mm; onto the opening 25 %; over a head of 585 mm 70 %.
        var band = StretchedBand.Of(430, 585, Stretch(100), 30, 7).Value!;
        Assert.Equal((0.80, 344.0, 358.0, 74.0), (band.Ratio, Math.Round(band.SewnLengthMm, 6), Math.Round(band.CutLengthMm, 6), band.CutWidthMm));
        Assert.Equal((25.0, 70.1), (Math.Round(band.StretchOntoPercent, 1), Math.Round(band.StretchToPassPercent, 1)));
        Assert.Equal((107.5, 86.0), (band.QuarterOpeningMm, Math.Round(band.QuarterBandMm, 6)));
        Assert.True(band.Reaches);
    }

    [Theory]
    [InlineData(100, 0.80)]
    [InlineData(60, 0.85)]
    [InlineData(35, 0.90)]
    [InlineData(12, 0.95)]
    public void A_stretchier_band_is_shorter(double stretch, double ratio) => Assert.Equal(ratio, StretchedBand.RatioFor(stretch));

    [Fact]
    public void A_band_whose_cloth_does_not_reach_says_so()
    {
        var band = StretchedBand.Of(430, 585, Stretch(40), 30, 7).Value!;
        Assert.False(band.Reaches);
        Assert.Equal(("band-too-short", 40.0), (band.Meaning.Code, band.Meaning.Figures["givesPercent"]));
        Assert.Equal((585 / (430 * 0.90) - 1) * 100, band.Meaning.Figures["askedPercent"], 9);
        Assert.Equal("band-just-reaches", StretchedBand.Of(430, 585, Stretch(75), 30, 7).Value!.Meaning.Code);
        Assert.Equal(["openingMm", "finishedWidthMm", "seamAllowanceMm", "girthMm", "ratio"], StretchedBand.Of(1, 1, Stretch(40), 0, -1, 2).Problems.Select(p => p.Field));
    }

    private static PlainSeam Seam(ThreadKind thread, double need = 40) => new(thread, thread, 15, 0.96, need, 90);

    [Fact]
    public void The_map_holds_where_the_zigzag_is_wide_and_short_and_shows_where_it_is_wide_and_long()
    {
        var map = ZigzagMap.Of(MachineTemplates.Plain("Bench"), Seam(ThreadCatalogue.StretchPolyester, 60));
        Assert.Equal(map.WidthsMm.Count, map.Points.Count);
        Assert.All(map.Points, row => Assert.Equal(map.LengthsMm.Count, row.Count));
        foreach (var row in map.Points.Skip(1))
        {
            // Longer stitches yield less and show more.
            Assert.All(row.Zip(row.Skip(1)), pair => Assert.True(pair.Second.YieldPercent <= pair.First.YieldPercent + 1e-9));
            Assert.All(row.Zip(row.Skip(1)), pair => Assert.True(pair.Second.GapMm >= pair.First.GapMm - 1e-9));
        }

        Assert.True(map.Points[^1][^1].Shows);
        Assert.False(map.Points[1][0].Shows);
        Assert.Contains(map.Points.SelectMany(r => r), p => p.Holds);
        Assert.Contains(map.Points.SelectMany(r => r), p => !p.Holds);
        Assert.True(map.Advised is { Holds: true, Shows: false, WidthMm: > 0 });
    }

    [Fact]
    public void Every_point_of_the_map_is_what_the_model_reads_there()
    {
        var seam = Seam(ThreadCatalogue.SpunPolyester);
        var map = ZigzagMap.Of(MachineTemplates.Plain("Bench"), seam);
        var point = map.Points[8][5];
        LaidThread[] threads = [new(ThreadPosition.Needle, ThreadCatalogue.SpunPolyester, 30), new(ThreadPosition.Bobbin, ThreadCatalogue.SpunPolyester, 15)];
        var reading = SeamModel.Evaluate(new SeamGeometry(StitchCatalogue.Zigzag, point.LengthMm, 0.96) { ZigzagWidthMm = point.WidthMm }, threads, new ThreadReading[2]);
        Assert.Equal((2.0, reading.YieldPercent, reading.GapMm), (point.WidthMm, point.YieldPercent, point.GapMm));
        Assert.All(map.Points[0], p => Assert.Equal(0, p.WidthMm));
        Assert.Null(ZigzagMap.Of(MachineTemplates.Plain("Bench"), seam with { NeedPercent = 100, ClothStretchPercent = 50 }).Advised);
    }
}
