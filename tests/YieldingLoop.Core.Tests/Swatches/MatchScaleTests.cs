using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Swatches;

/// <summary>A drawing that is dragged until it looks like the swatch shows, at every figure, a seam that the seam model reads so.</summary>
public sealed class MatchScaleTests
{
    private static readonly Targets Asked = new()
    {
        MeetingLineMm = Target.About(0, 0.5), GapMm = Target.UpTo(0.45), OverhangMm = Target.About(0, 0.5), GrowthPercent = Target.About(0, 2), CoverFace = Target.From(0.33), CoverBack = Target.From(0.33),
    };

    private static SeamCase Case(string stitchId, double upper = 12, double lower = 12, double needle = 30)
    {
        var stitch = StitchCatalogue.All.Single(s => s.Id == stitchId);
        var positions = stitch.NeedlePositions.Where(p => stitch.NeedlePositions.Count == stitch.Needles || (stitch.Needles == 1 ? p == ThreadPosition.NeedleRight : p != ThreadPosition.NeedleCentre)).Concat(stitch.OtherPositions);
        return new()
        {
            Geometry = new(stitch, 2.5, 0.9) { GaugeMm = stitch.Needles > 1 ? 2.2 : 0, LoopWidthMm = stitch.Needles > 1 ? 6.5 : 4.2, BiteMm = stitch.Needles > 1 ? 6.2 : 4, ZigzagWidthMm = 3 },
            Threads =
            [
                .. positions.Select(p => new SetThread(new(p, ThreadCatalogue.Kinds[0], p == ThreadPosition.UpperLooper ? upper : p == ThreadPosition.LowerLooper ? lower : needle), 0)),
            ],
            Plies = 2,
        };
    }

    public static TheoryData<string, double, double> Overedges() => new()
    {
        { "504", 12, 12 }, { "504", 20, 9 }, { "512", 12, 12 }, { "512", 6, 30 }, { "514", 12, 12 }, { "514", 30, 5 }, { "503", 12, 12 }, { "503", 12, 24 },
    };

    [Theory]
    [MemberData(nameof(Overedges))]
    public void Every_drawing_of_a_meeting_line_is_of_a_seam_whose_loopers_meet_there(string stitch, double upper, double lower)
    {
        var seam = Case(stitch, upper, lower);
        var scale = MatchScale.Of(seam, Asked).Single(s => s.Aspect == SwatchAspect.MeetingLine);
        Assert.All(scale.Values, v => Assert.Equal(v, SeamAssessment.Of(scale.SeamAt(seam, v)).Seam.MeetingLineMm!.Value, 6));
        // As far round as the loops go, to within a step (model section 4).
        var half = stitch == "503" ? 0 : 0.45;
        Assert.InRange(seam.Geometry.LoopWidthMm + half + scale.Least, 0, scale.Step);
    }

    [Theory]
    [MemberData(nameof(Overedges))]
    public void Every_drawing_of_an_overhang_is_of_a_seam_that_hangs_over_so_far(string stitch, double upper, double lower)
    {
        var seam = Case(stitch, upper, lower);
        var scale = MatchScale.Of(seam, Asked).Single(s => s.Aspect == SwatchAspect.Overhang);
        Assert.All(scale.Values, v =>
        {
            var drawn = scale.SeamAt(seam, v);
            Assert.Equal(v, SeamAssessment.Of(drawn).Seam.OverhangMm!.Value, 6);
            Assert.True(drawn.Geometry.BiteMm > 0);
            Assert.Equal(seam.Threads, drawn.Threads);
        });
    }

    [Fact]
    public void A_side_is_drawn_covered_as_far_as_its_figure_says()
    {
        var seam = Case("514");
        foreach (var (aspect, position) in new[] { (SwatchAspect.CoverFace, ThreadPosition.UpperLooper), (SwatchAspect.CoverBack, ThreadPosition.LowerLooper) })
        {
            var scale = MatchScale.Of(seam, Asked).Single(s => s.Aspect == aspect);
            var index = seam.Threads.ToList().FindIndex(t => t.Laid.Position == position);
            var length = SeamAssessment.Of(seam).Threads[index].LengthPerStitchMm;
            // Cover by its definition: thickness as drawn times length over the area of a stitch (model section 6).
            Assert.All(scale.Values, v => Assert.Equal(v, scale.ThickerAt(seam, v, position) * seam.Threads[index].Laid.Kind.BulkedDiameter(12) * length / (2.5 * 6.5), 6));
            Assert.Equal(1, scale.ThickerAt(seam, 0.4, ThreadPosition.NeedleLeft));
        }
    }

    [Theory]
    [InlineData("504")]
    [InlineData("514")]
    [InlineData("503")]
    [InlineData("401")]
    [InlineData("406")]
    [InlineData("304")]
    [InlineData("twin-needle")]
    public void A_stitch_is_read_by_what_it_has_in_at_most_sixty_drawings(string stitch)
    {
        var scales = MatchScale.Of(Case(stitch), Asked with { CoverFace = null, CoverBack = null });
        var overedge = stitch is "504" or "514" or "503";
        Assert.Equal(overedge, scales.Any(s => s.Aspect == SwatchAspect.MeetingLine));
        Assert.Equal(overedge, scales.Any(s => s.Aspect == SwatchAspect.Overhang));
        Assert.Contains(scales, s => s.Aspect == SwatchAspect.Gap);
        Assert.All(scales, s =>
        {
            Assert.InRange(s.Values.Count, 10, MatchScale.MostDrawings);
            Assert.Equal(s.Least, s.Values[0], 9);
            Assert.Equal(s.Most, s.Values[^1], 9);
            Assert.All(s.Values.Zip(s.Values.Skip(1)), pair => Assert.Equal(s.Step, pair.Second - pair.First, 6));
        });
    }

    [Fact]
    public void What_the_targets_do_not_ask_is_not_read_and_a_wrapped_edge_has_no_line_to_read()
    {
        var seam = Case("504");
        Assert.Equal([SwatchAspect.Overhang], MatchScale.Of(seam, new() { Wrapped = true, OverhangMm = Target.About(-1.5, 1) }).Select(s => s.Aspect));
        Assert.Equal([SwatchAspect.MeetingLine, SwatchAspect.Overhang], MatchScale.Of(seam, new() { MeetingLineMm = Target.About(0, 0.5) }).Select(s => s.Aspect));
    }

    /// <summary>It begins where nobody hopes it is: at the end of the scale that lies further from what is wanted.</summary>
    [Fact]
    public void A_reading_begins_at_the_end_further_from_what_is_wanted()
    {
        var seam = Case("514");
        var scales = MatchScale.Of(seam, Asked with { MeetingLineMm = Target.About(-1.5, 0.5) }).ToDictionary(s => s.Aspect);
        Assert.True(scales[SwatchAspect.MeetingLine].BeginsAtMost);
        Assert.False(MatchScale.Of(seam, Asked with { MeetingLineMm = Target.About(1.5, 0.5) }).Single(s => s.Aspect == SwatchAspect.MeetingLine).BeginsAtMost);
        Assert.True(scales[SwatchAspect.Gap].BeginsAtMost);
        Assert.True(scales[SwatchAspect.Growth].BeginsAtMost);
        // A flatlock is to open wide.
        Assert.False(MatchScale.Of(seam, Asked with { GapMm = Target.From(5) }).Single(s => s.Aspect == SwatchAspect.Gap).BeginsAtMost);
    }
}
