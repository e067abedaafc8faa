using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using static YieldingLoop.Core.Threads.ThreadCatalogue;
using static YieldingLoop.Core.Threads.ThreadPosition;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>What the trade knows and the model has to show. Common practice, no published source.</summary>
public class FactsOfTheTrade
{
    private static readonly Sew Three = new(StitchCatalogue.ThreeThreadOveredge);

    [Fact]
    public void A_tighter_upper_looper_moves_the_meeting_line_onto_the_face_a_looser_one_onto_the_back()
    {
        Assert.Equal(0, Three.Read().MeetingLineMm!.Value, 12);
        Assert.True((Three with { Steps = new() { [UpperLooper] = 1 } }).Read().MeetingLineMm > 0);
        Assert.True((Three with { Steps = new() { [UpperLooper] = -1 } }).Read().MeetingLineMm < 0);
    }

    [Fact]
    public void A_looser_needle_opens_the_gap_and_raises_the_yield()
    {
        var loose = (Three with { Steps = new() { [NeedleLeft] = -1.5 } }).Read();
        Assert.True(loose.GapMm > Three.Read().GapMm);
        Assert.True(loose.YieldPercent > Three.Read().YieldPercent);
    }

    [Fact]
    public void A_needle_thread_outside_its_disc_makes_a_wide_open_seam()
    {
        var gap = (Three with { NeedleShare = DialTension.OutsideDiscShare }).Read().GapMm;
        Assert.True(gap > SeamLimits.GapGapingMm, $"gap {gap}");
        Assert.Equal("open", SeamLimits.GapWord(gap));
        Assert.Equal("closed", SeamLimits.GapWord(Three.Read().GapMm));
    }

    [Fact]
    public void Shorter_stitches_raise_yield_cover_and_consumption()
    {
        var (usual, shorter) = (Three.Read(), (Three with { LengthMm = 1.5 }).Read());
        Assert.True(shorter.YieldPercent > usual.YieldPercent);
        Assert.True(shorter.CoverFace > usual.CoverFace && shorter.CoverBack > usual.CoverBack);
        Assert.True(shorter.Consumption > usual.Consumption);
    }

    [Fact]
    public void Textured_nylon_in_the_loopers_raises_cover_and_yield_and_tightening_it_loses_cover()
    {
        var nylon = Three with { Others = TexturedNylon };
        Assert.True(nylon.Read().YieldPercent > Three.Read().YieldPercent);
        Assert.True(nylon.Read().CoverFace > Three.Read().CoverFace);
        var tight = nylon with { Steps = new() { [UpperLooper] = 2, [LowerLooper] = 2 } };
        Assert.True(tight.Read().CoverFace < nylon.Read().CoverFace);
    }

    [Fact]
    public void A_tight_plain_bobbin_under_a_twin_needle_pops_first_and_textured_nylon_there_does_not()
    {
        var twin = new Sew(StitchCatalogue.TwinNeedle) { GaugeMm = 4, Steps = new() { [Bobbin] = 2 } };
        Assert.Equal(Bobbin, twin.Read().FirstToPop);
        Assert.NotEqual(Bobbin, (twin with { Others = TexturedNylon }).Read().FirstToPop);
    }

    [Fact]
    public void A_rolled_edge_stretches_further_with_stretch_polyester_in_the_lower_looper()
    {
        var rolled = Three with
        {
            LoopWidthMm = 1.6,
            BiteMm = 1.6,
            LengthMm = 1.5,
            ThicknessMm = 0.4,
            Steps = new() { [LowerLooper] = 3, [UpperLooper] = -3 },
        };
        var stretch = rolled with { Kinds = new() { [LowerLooper] = StretchPolyester } };
        Assert.True(stretch.Read().YieldPercent > rolled.Read().YieldPercent);
    }

    [Fact]
    public void Plain_thread_in_a_straight_stitch_pops_far_earlier_than_stretch_thread_and_a_zigzag_with_it_outlasts_both()
    {
        var plain = new Sew(StitchCatalogue.Lockstitch).Read().YieldPercent;
        var stretch = new Sew(StitchCatalogue.Lockstitch) { Needles = StretchPolyester, Others = StretchPolyester }.Read().YieldPercent;
        var zigzag = new Sew(StitchCatalogue.Zigzag) { Needles = StretchPolyester, Others = StretchPolyester }.Read().YieldPercent;
        Assert.True(plain * 1.5 < stretch, $"{plain} {stretch}");
        Assert.True(zigzag > stretch);
    }

    [Fact]
    public void A_zigzag_outlasts_a_straight_stitch_of_its_length_and_a_short_one_by_far()
    {
        double Straight(double length) => new Sew(StitchCatalogue.Lockstitch) { LengthMm = length }.Read().YieldPercent;
        double Zigzag(double length) => new Sew(StitchCatalogue.Zigzag) { LengthMm = length, WidthMm = 3 }.Read().YieldPercent;
        Assert.True(Zigzag(5) > Straight(5));
        Assert.True(Zigzag(2.5) > 1.5 * Straight(2.5), $"{Zigzag(2.5)} {Straight(2.5)}");
    }

    [Fact]
    public void The_widest_zigzag_shows_its_threads_when_opened()
    {
        Assert.True(new Sew(StitchCatalogue.Zigzag) { WidthMm = 7 }.Read().GapMm > SeamLimits.GapGapingMm);
        Assert.True(new Sew(StitchCatalogue.Zigzag) { WidthMm = 0.9, LengthMm = 2 }.Read().GapMm <= SeamLimits.GapAcceptableMm);
    }

    [Fact]
    public void One_needle_fewer_is_lighter_drags_less_and_holds_less()
    {
        var four = new Sew(StitchCatalogue.FourThreadOveredge) { LoopWidthMm = 6.5, BiteMm = 6.5 };
        var three = Three with { LoopWidthMm = 4.3, BiteMm = 4.3 };
        Assert.True(three.Read().ThreadMassMgPerCm < four.Read().ThreadMassMgPerCm);
        Assert.True(three.Read().StrengthNewtonsPerCm < four.Read().StrengthNewtonsPerCm);
        Assert.True(ClothEffects.Drag(three.Stitch, three.Threads, 95, 150) < ClothEffects.Drag(four.Stitch, four.Threads, 95, 150));
    }

    [Fact]
    public void Knife_toward_the_needle_makes_loops_hang_off_knife_away_rolls_the_edge()
    {
        Assert.True((Three with { BiteMm = 4 }).Read().OverhangMm > SeamLimits.OverhangToleranceMm);
        Assert.True((Three with { BiteMm = 6 }).Read().OverhangMm < -SeamLimits.OverhangToleranceMm);
    }

    [Fact]
    public void Without_the_finger_lower_up_and_upper_down_by_three_to_four_brings_the_upper_thread_round_to_both_sides()
    {
        const double Width = 1.6, Thickness = 0.5;
        var rolled = Three with { LoopWidthMm = Width, BiteMm = Width, ThicknessMm = Thickness, Steps = new() { [LowerLooper] = 3.5, [UpperLooper] = -3.5 } };
        Assert.Equal(-(Width + Thickness / 2), rolled.Read().MeetingLineMm!.Value, 9);
    }

    [Fact]
    public void A_matching_needle_thread_all_but_hides_the_gap()
    {
        CieLab cloth = new(30, 5, -30), matching = new(32, 4, -29), contrast = new(90, 0, 5);
        Assert.True(ClothEffects.GapSeen(0.6, matching, cloth) < 0.05);
        Assert.Equal(0.6, ClothEffects.GapSeen(0.6, contrast, cloth), 6);
    }

    [Fact]
    public void A_thick_decorative_looper_thread_wants_a_dial_two_to_three_numbers_lower() =>
        Assert.InRange(DialTension.ThreadNeutralSteps(HeavyRayon, SpunPolyester), -3, -2);

    [Fact]
    public void Textured_nylon_wants_a_dial_about_one_number_looser() =>
        Assert.Equal(-1.25, DialTension.ThreadNeutralSteps(TexturedNylon, SpunPolyester), 0.1);
}
