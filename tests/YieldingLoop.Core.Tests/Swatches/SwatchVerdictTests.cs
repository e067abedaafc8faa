using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Swatches;

public class SwatchVerdictTests
{
    private static readonly Targets Join = new()
    {
        MeetingLineMm = Target.About(0.1, 0.5), GapMm = Target.UpTo(0.45), OverhangMm = Target.About(0, 0.5), GrowthPercent = Target.About(0.4, 2), BesideUnsewnPercent = Target.About(0, 2), Drag = Target.UpTo(1),
        CoverFace = Target.From(0.33), CoverBack = Target.From(0.33), HoldPercent = 44,
    };

    private static readonly SwatchReadings Good = new()
    {
        MeetingLineMm = 0.6, GapMm = 0.45, OverhangMm = -0.5, GrowthPercent = 2.4, BesideUnsewnPercent = -2, CoverFace = 0.4, CoverBack = 0.33, HeldToPercent = 44, Skips = 0, Stitches = 50,
    };

    [Fact]
    public void A_swatch_passes_only_when_every_target_was_read_and_lies_within()
    {
        var verdict = SwatchVerdict.Of(Join, Good);
        Assert.True(verdict.Passed && verdict.Stitches == 50);
        // Each reading left out is named, and the swatch does not pass without it.
        foreach (var (without, aspect) in new (SwatchReadings, SwatchAspect)[]
        {
            (Good with { MeetingLineMm = null }, SwatchAspect.MeetingLine), (Good with { GapMm = null }, SwatchAspect.Gap), (Good with { OverhangMm = null }, SwatchAspect.Overhang),
            (Good with { GrowthPercent = null }, SwatchAspect.Growth), (Good with { BesideUnsewnPercent = null }, SwatchAspect.BesideUnsewn), (Good with { CoverFace = null }, SwatchAspect.CoverFace),
            (Good with { CoverBack = null }, SwatchAspect.CoverBack), (Good with { HeldToPercent = null }, SwatchAspect.Hold), (Good with { HeldToPercent = 43 }, SwatchAspect.Hold),
            (Good with { Skips = null }, SwatchAspect.Skips), (Good with { Stitches = 49 }, SwatchAspect.Skips),
        })
        {
            var judged = SwatchVerdict.Of(Join, without);
            Assert.False(judged.Passed);
            Assert.Equal([aspect], judged.Missing);
            Assert.Empty(judged.Deviations);
        }
    }

    [Fact]
    public void What_lies_outside_is_named_with_how_far()
    {
        foreach (var (off, aspect, by) in new (SwatchReadings, SwatchAspect, double)[]
        {
            (Good with { MeetingLineMm = 0.8 }, SwatchAspect.MeetingLine, 0.2), (Good with { GapMm = 0.75 }, SwatchAspect.Gap, 0.3), (Good with { OverhangMm = -1.5 }, SwatchAspect.Overhang, 1),
            (Good with { GrowthPercent = -2.6 }, SwatchAspect.Growth, 1), (Good with { BesideUnsewnPercent = 5 }, SwatchAspect.BesideUnsewn, 3), (Good with { CoverFace = 0.13 }, SwatchAspect.CoverFace, 0.2),
            (Good with { HeldToPercent = 20, PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 24 }, SwatchAspect.Hold, 20), (Good with { Skips = 2, Stitches = 12 }, SwatchAspect.Skips, 2),
            (Good with { CurlsTo = Curl.Left }, SwatchAspect.Curl, 1), (Good with { RawEdgeCaught = false }, SwatchAspect.RawEdgeCaught, 1),
        })
        {
            var judged = SwatchVerdict.Of(Join, off);
            Assert.False(judged.Passed);
            Assert.Empty(judged.Missing);
            var only = Assert.Single(judged.Deviations);
            Assert.Equal(aspect, only.Aspect);
            Assert.Equal(by, only.OffBy, 9);
        }
    }

    [Fact]
    public void A_pop_beyond_what_is_asked_is_a_hold_and_one_at_it_is_not()
    {
        Assert.True(SwatchVerdict.Of(Join, Good with { HeldToPercent = null, PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 60 }).Passed);
        Assert.False(SwatchVerdict.Of(Join, Good with { HeldToPercent = null, PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 44 }).Passed);
    }

    [Fact]
    public void A_rolled_edge_is_judged_by_whether_it_is_wrapped()
    {
        var rolled = new Targets { Wrapped = true, MeetingLineMm = Target.UpTo(-1.6), OverhangMm = Target.About(-1.5, 1), HoldPercent = 0 };
        var read = new SwatchReadings { Wrapped = true, OverhangMm = -1.2, HeldToPercent = 0, Skips = 0, Stitches = 60 };
        Assert.True(SwatchVerdict.Of(rolled, read).Passed);
        Assert.Equal([SwatchAspect.Wrapped], SwatchVerdict.Of(rolled, read with { Wrapped = null, MeetingLineMm = -2 }).Missing);
        Assert.Equal([SwatchAspect.Wrapped], SwatchVerdict.Of(rolled, read with { Wrapped = false }).Deviations.Select(d => d.Aspect));
    }

    [Fact]
    public void A_zigzag_may_be_judged_by_whether_its_threads_show_and_rows_by_eye()
    {
        var zigzag = new Targets { GapMm = Target.UpTo(0.45), HoldPercent = 30 };
        var read = new SwatchReadings { ThreadsShow = false, HeldToPercent = 30, Skips = 0, Stitches = 230 };
        Assert.True(SwatchVerdict.Of(zigzag, read).Passed);
        Assert.False(SwatchVerdict.Of(zigzag, read with { ThreadsShow = true }).Passed);
        Assert.True(SwatchVerdict.Of(zigzag, read with { ThreadsShow = true, GapMm = 0.3 }).Passed);
        // A flatlock has to open: that no threads show says nothing of it.
        Assert.Equal([SwatchAspect.Gap], SwatchVerdict.Of(zigzag with { GapMm = Target.From(4) }, read).Missing);

        var hem = new Targets { TunnellingIndex = Target.UpTo(1), HoldPercent = 30 };
        Assert.True(SwatchVerdict.Of(hem, read with { Ridge = Ridge.Flat }).Passed);
        Assert.False(SwatchVerdict.Of(hem, read with { Ridge = Ridge.Slight }).Passed);
        Assert.True(SwatchVerdict.Of(hem with { TunnellingIndex = Target.UpTo(1.6) }, read with { Ridge = Ridge.Slight }).Passed);
        Assert.False(SwatchVerdict.Of(hem with { TunnellingIndex = Target.UpTo(1.6) }, read with { Ridge = Ridge.Ridge }).Passed);
        Assert.True(SwatchVerdict.Of(hem with { TunnellingIndex = Target.From(1) }, read with { Ridge = Ridge.Ridge }).Passed);
    }

    [Fact]
    public void A_swatch_that_broke_did_not_pass_and_lacks_the_rest()
    {
        var broke = SwatchVerdict.Of(Join, new() { BrokeAt = ThreadPosition.UpperLooper, BrokeAfterStitches = 17 });
        Assert.Equal([SwatchAspect.Broke], broke.Deviations.Select(d => d.Aspect));
        Assert.Contains(SwatchAspect.Hold, broke.Missing);
    }

    private static readonly ThreadPosition[] Four = [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight, ThreadPosition.UpperLooper, ThreadPosition.LowerLooper];

    public static TheoryData<string, SwatchReadings> Wrong => new()
    {
        { "gapMm", new() { GapMm = -0.1 } }, { "meetingLineMm", new() { MeetingLineMm = double.NaN } }, { "overhangMm", new() { OverhangMm = 31 } }, { "poppedAtPercent", new() { PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 0 } },
        { "poppedAt", new() { PoppedAtPercent = 40 } }, { "poppedAtPercent", new() { PoppedAt = ThreadPosition.NeedleLeft } }, { "poppedAt", new() { PoppedAt = ThreadPosition.Bobbin, PoppedAtPercent = 40 } },
        { "heldToPercent", new() { PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 40, HeldToPercent = 41 } }, { "stitches", new() { Skips = 0 } }, { "skips", new() { Skips = -1, Stitches = 5 } },
        { "firstSkipAt", new() { Skips = 0, Stitches = 50, FirstSkipAt = 3 } }, { "firstSkipAt", new() { Skips = 1, Stitches = 50, FirstSkipAt = 51 } }, { "stitches", new() { Stitches = 0 } },
        { "skipsByPosition", new() { Skips = 3, Stitches = 50, SkipsByPosition = new Dictionary<ThreadPosition, int> { [ThreadPosition.NeedleLeft] = 2 } } },
        { "skipsByPosition.upper-looper", new() { Skips = 2, Stitches = 50, SkipsByPosition = new Dictionary<ThreadPosition, int> { [ThreadPosition.UpperLooper] = 2 } } },
        { "needleLoopMm.needle-centre", new() { NeedleLoopMm = new Dictionary<ThreadPosition, double> { [ThreadPosition.NeedleCentre] = 0.2 } } },
        { "skips", new() { Skips = 60, Stitches = 50, SkipsByPosition = new Dictionary<ThreadPosition, int> { [ThreadPosition.NeedleLeft] = 60 } } },
        { "brokeAfterStitches", new() { BrokeAfterStitches = 4 } }, { "brokeAt", new() { BrokeAt = ThreadPosition.UpperLooper, GapMm = 0.2 } }, { "ridge", new() { Ridge = Ridge.Flat } }, { "rowsParallel", new() { RowsParallel = true } },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void Readings_that_cannot_be_are_named(string field, SwatchReadings read) =>
        Assert.Contains(SwatchCheck.Problems(read, StitchCatalogue.FourThreadOveredge, Four), p => p.Field == field);

    [Fact]
    public void Readings_that_can_be_have_no_problems()
    {
        Assert.Empty(SwatchCheck.Problems(Good, StitchCatalogue.FourThreadOveredge, Four));
        Assert.Empty(SwatchCheck.Problems(SwatchReadings.Nothing, StitchCatalogue.FourThreadOveredge, Four));
        Assert.Empty(SwatchCheck.Problems(new() { BrokeAt = ThreadPosition.LowerLooper, BrokeAfterStitches = 12 }, StitchCatalogue.FourThreadOveredge, Four));
        Assert.Contains(SwatchCheck.Problems(Good, StitchCatalogue.Lockstitch, [ThreadPosition.Needle, ThreadPosition.Bobbin]), p => p.Field == "meetingLineMm");
    }
}
