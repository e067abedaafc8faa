using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Threads;

/// <summary>A thread found out about by pulling, looking and reading its label; and the needles beside it.</summary>
public class ThreadStockTests
{
    private static readonly ThreadStock Cone = new() { Name = "Cone", KindId = "spun-polyester" };

    // Factors: ISO 1144 and ISO 2947, quoted from memory.
    [Theory]
    [InlineData(LabelSystem.Tex, 27, 27)]
    [InlineData(LabelSystem.Decitex, 270, 27)]
    [InlineData(LabelSystem.Denier, 315, 35)]
    [InlineData(LabelSystem.MetricCount, 40, 25)]
    [InlineData(LabelSystem.CottonCount, 50, 11.81)]
    public void A_label_converts_to_tex_where_its_system_does(LabelSystem system, double figure, double tex)
    {
        var thread = (Cone with { LabelSystem = system, LabelFigure = figure }).Resolve().Value!;
        Assert.Equal(tex, thread.Tex, 0.001);
        Assert.Equal(ThreadCatalogue.SpunPolyester.BreakExtension, thread.BreakExtension);
    }

    [Fact]
    public void A_size_on_a_label_is_text_and_converts_to_nothing() =>
        Assert.Equal(27, (Cone with { LabelText = "size 60" }).Resolve().Value!.Tex);

    [Fact]
    public void The_marked_piece_gives_the_break_extension()
    {
        Assert.Equal(0.65, (Cone with { Test = new() { BrokeAtMm = 330 } }).Resolve().Value!.BreakExtension, 1e-9);
        Assert.Equal(0.01, (Cone with { Test = new() { BrokeAtMm = 200 } }).Resolve().Value!.BreakExtension);
    }

    public static TheoryData<string, ThreadStock> Faulty => new()
    {
        { "name", Cone with { Name = " " } },
        { "kindId", Cone with { KindId = "" } },
        { "labelFigure", Cone with { LabelSystem = LabelSystem.Tex } },
        { "labelSystem", Cone with { LabelFigure = 27 } },
        { "labelFigure", Cone with { LabelSystem = LabelSystem.Tex, LabelFigure = 2700 } },
        { "labelFigure", Cone with { LabelSystem = LabelSystem.Tex, LabelFigure = -1 } },
        { "labelFigure", Cone with { LabelSystem = LabelSystem.Tex, LabelFigure = double.NaN } },
        { "labelText", Cone with { LabelText = new string('x', 81) } },
        { "colour", Cone with { Colour = "blue" } },
        { "metresLeft", Cone with { MetresLeft = -5 } },
        { "count", Cone with { Count = 0 } },
        { "test.brokeAtMm", Cone with { Test = new() { BrokeAtMm = 150 } } },
        { "test.brokeAtMm", Cone with { Test = new() { BrokeAtMm = double.NaN } } },
    };

    [Theory]
    [MemberData(nameof(Faulty))]
    public void What_cannot_be_is_refused_at_its_field(string field, ThreadStock thread) => Assert.Equal(field, Assert.Single(thread.Resolve().Problems).Field);

    [Theory]
    [InlineData(400.0, Observed.Yes, Observed.Yes, Observed.Yes, "textured-nylon")]
    [InlineData(310.0, Observed.Yes, Observed.Yes, Observed.No, "textured-polyester")]
    [InlineData(324.0, Observed.No, Observed.Yes, Observed.No, "stretch-polyester")]
    [InlineData(212.0, Observed.No, Observed.No, Observed.No, "cotton")]
    public void Behaviour_says_which_kind_a_thread_resembles(double broke, Observed fuzz, Observed springs, Observed heat, string kind)
    {
        var found = ThreadResemblance.Of(new ThreadTest { BrokeAtMm = broke, FluffsOut = fuzz, SpringsBack = springs, SuffersHeat = heat, ThickAndGlossy = Observed.No });
        Assert.Equal(kind, found[0].Kind.Id);
        Assert.True(found[0].Probability > 0.7);
        Assert.Equal(1, found.Sum(f => f.Probability), 1e-9);
    }

    [Fact]
    public void Nothing_seen_says_nothing_and_more_seen_says_more()
    {
        Assert.All(ThreadResemblance.Of(new ThreadTest()), r => Assert.Equal(1.0 / ThreadCatalogue.Kinds.Count, r.Probability, 1e-9));
        Assert.False(new ThreadTest().Any);
        // Spun and corespun polyester cannot be told apart by pulling alone, and it does not pretend.
        var plain = ThreadResemblance.Of(new ThreadTest { BrokeAtMm = 237, FluffsOut = Observed.No, ThickAndGlossy = Observed.No });
        Assert.True(plain[0].Probability < 0.7);
        Assert.Equal(["corespun-polyester", "spun-polyester"], plain.Where(r => r.Probability > 0.25).Select(r => r.Kind.Id).Order());
        Assert.Equal(["almost surely", "probably", "perhaps", "as likely as others:"], new[] { 0.95, 0.75, 0.5, 0.2 }.Select(ThreadResemblance.Sureness));
    }

    [Fact]
    public void Every_kind_is_recognised_by_its_own_figures()
    {
        foreach (var kind in ThreadCatalogue.Kinds)
        {
            var test = new ThreadTest
            {
                BrokeAtMm = ThreadTest.MarkedMm * (1 + kind.BreakExtension), FluffsOut = kind.Textured ? Observed.Yes : Observed.No, SuffersHeat = kind.HeatSensitive ? Observed.Yes : Observed.No,
                SpringsBack = kind.Textured || kind.BreakExtension > 0.5 ? Observed.Yes : Observed.No, ThickAndGlossy = kind == ThreadCatalogue.HeavyRayon ? Observed.Yes : Observed.No,
            };
            Assert.Equal(kind, ThreadResemblance.Of(test)[0].Kind);
        }
    }

    [Fact]
    public void A_thread_of_ones_own_changes_what_the_seam_does()
    {
        var weak = (Cone with { Test = new() { BrokeAtMm = 212 } }).Resolve().Value!;
        PlainSeam Seam(ThreadKind thread) => new(thread, thread, 15, 0.96, 20, 80);
        Assert.True(Seam(weak).Read(Core.Stitches.StitchCatalogue.Zigzag, 2, 2).YieldPercent < Seam(ThreadCatalogue.SpunPolyester).Read(Core.Stitches.StitchCatalogue.Zigzag, 2, 2).YieldPercent);
    }

    private static readonly NeedleStock Pack = new() { System = "household (flat shank)", PointId = "stretch", SizeMetric = 75, Unused = 5 };

    [Fact]
    public void A_pack_of_needles_is_called_what_it_is()
    {
        Assert.Empty(Pack.Problems());
        Assert.Equal("stretch 75/11", Pack.Name);
        Assert.Equal("twin 4.0/75 stretch", (Pack with { TwinGapMm = 4 }).Name);
    }

    [Theory]
    [InlineData("system", "", "stretch", 75, null, 1, 1)]
    [InlineData("pointId", "x", "blunt", 75, null, 1, 1)]
    [InlineData("sizeMetric", "x", "stretch", 77, null, 1, 1)]
    [InlineData("twinGapMm", "x", "stretch", 75, 9.0, 1, 1)]
    [InlineData("unused", "x", "stretch", 75, null, -1, 1)]
    [InlineData("usedOnce", "x", "stretch", 75, null, 1, 10000)]
    public void A_pack_that_cannot_be_is_refused(string field, string system, string point, int size, double? gap, int unused, int usedOnce) =>
        Assert.Equal(field, Assert.Single(new NeedleStock { System = system, PointId = point, SizeMetric = size, TwinGapMm = gap, Unused = unused, UsedOnce = usedOnce }.Problems()).Field);

    [Fact]
    public void Zones_name_the_published_strains_and_where_there_are_none()
    {
        Assert.Equal(SkinStrainCatalogue.All.Count, BodyZones.All.Sum(z => z.Strains.Count));
        Assert.Equal(["elbow", "back", "seat", "knee"], BodyZones.All.Where(z => z.Strains.Count > 0).Select(z => z.Id));
        Assert.Equal(["underarm", "crotch"], BodyZones.All.Where(z => z.UnderLoad).Select(z => z.Id));
        Assert.Equal("zoneId", Assert.Single(new SeamEntry { Name = "x", NeedKind = NeedKind.None, ZoneId = "wing" }.Resolve().Problems).Field);
    }
}
