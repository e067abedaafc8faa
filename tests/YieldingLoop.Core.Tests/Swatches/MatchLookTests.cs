using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Tests.ThreadPaths;

namespace YieldingLoop.Core.Tests.Swatches;

/// <summary>What is read by choosing a picture: each is drawn at a figure that is judged as the picture says.</summary>
public sealed class MatchLookTests
{
    private static SeamCase Case(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        return new() { Geometry = geometry, Threads = [.. threads.Select(t => new SetThread(t, 0))], Plies = 2 };
    }

    private static string[] Ids(MatchLook look) => [.. look.Pictures.Select(p => p.Id)];

    [Theory]
    [InlineData("rolled", true, "Wrapped,RawEdgeCaught,Curl,Skips")]
    [InlineData("514", false, "RawEdgeCaught,Curl,Skips")]
    [InlineData("304", false, "ThreadsShow,Curl,Skips")]
    [InlineData("honeycomb", false, "ThreadsShow,Curl,Skips")]
    [InlineData("301", false, "Curl,Skips")]
    [InlineData("401", false, "Curl,Skips")]
    [InlineData("406", false, "Tunnelling,RowsParallel,RawEdgeCaught,Curl,Skips")]
    [InlineData("twin", false, "Tunnelling,RowsParallel,RawEdgeCaught,Curl,Skips")]
    public void Each_kind_of_stitch_has_its_own(string name, bool wrapped, string aspects)
    {
        var looks = MatchLook.Of(Case(name), new() { Wrapped = wrapped, GapMm = Target.UpTo(0.45) });
        Assert.Equal(aspects.Split(','), looks.Select(l => l.Aspect.ToString()));
        Assert.All(looks, l => Assert.Equal(l.Pictures.Count, Ids(l).Distinct().Count()));
    }

    /// <summary>Model section 6: fully wrapped is at or beyond −0.9·(a + t/2), of a two-thread stitch −0.9·a.</summary>
    [Theory]
    [InlineData("rolled")]
    [InlineData("picot")]
    [InlineData("two-thread flatlock")]
    public void A_wrapped_edge_is_drawn_as_far_round_as_the_model_asks_and_the_other_is_not(string name)
    {
        var seam = Case(name);
        var look = MatchLook.Of(seam, new() { Wrapped = true }).Single(l => l.Aspect == SwatchAspect.Wrapped);
        var limit = -0.9 * (seam.Geometry.LoopWidthMm + (name == "two-thread flatlock" ? 0 : seam.Geometry.SewnThicknessMm / 2));
        foreach (var picture in look.Pictures)
        {
            var meets = SeamAssessment.Of(look.SeamAt(seam, picture)).Seam.MeetingLineMm!.Value;
            Assert.Equal(picture.Figure, meets, 6);
            Assert.Equal(picture.Id == MatchLook.Yes, meets <= limit);
        }
    }

    [Fact]
    public void A_ridge_is_drawn_at_a_figure_that_is_judged_as_its_word()
    {
        var targets = new Targets { TunnellingIndex = Target.UpTo(1) };
        var look = MatchLook.Of(Case("twin"), targets).Single(l => l.Aspect == SwatchAspect.Tunnelling);
        Assert.Equal(["Flat", "Slight", "Ridge"], Ids(look));
        Assert.All(look.Pictures, p =>
        {
            var finding = SwatchVerdict.Of(targets, SwatchReadings.Nothing with { Ridge = Enum.Parse<Ridge>(p.Id) }).Findings.Single(f => f.Aspect == SwatchAspect.Tunnelling);
            Assert.Equal((finding.Read, p.Id == "Flat"), (p.Figure, finding.Within));
            Assert.Equal(p.Id == "Flat", Core.ThreadPaths.SeamLie.RidgeOf(p.Figure) == 0);
        });
        Assert.Equal(look.Pictures.Select(p => p.Figure).Order(), look.Pictures.Select(p => p.Figure));
    }

    /// <summary>Model section 6: up to 0.25 closed, beyond 0.9 open.</summary>
    [Fact]
    public void A_zigzag_whose_threads_show_is_drawn_open_and_the_other_closed()
    {
        var look = MatchLook.Of(Case("304"), new() { GapMm = Target.UpTo(0.45) }).Single(l => l.Aspect == SwatchAspect.ThreadsShow);
        Assert.True(look.Pictures.Single(p => p.Id == MatchLook.No).Figure <= 0.25);
        Assert.True(look.Pictures.Single(p => p.Id == MatchLook.Yes).Figure > 0.9);
    }

    [Fact]
    public void A_skip_is_drawn_in_every_row_there_is()
    {
        Assert.Equal(["needle-left", "needle-centre", "needle-right", "0"], Ids(MatchLook.Of(Case("407"), new()).Single(l => l.Aspect == SwatchAspect.Skips)));
        Assert.Equal(["needle-left", "needle-right", "0"], Ids(MatchLook.Of(Case("twin"), new()).Single(l => l.Aspect == SwatchAspect.Skips)));
        Assert.Equal(["needle", "0"], Ids(MatchLook.Of(Case("304"), new()).Single(l => l.Aspect == SwatchAspect.Skips)));
    }
}
