using MathNet.Numerics.Distributions;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>Worked by hand from docs/model.md, section 6, unless another source is named.</summary>
public class ClothEffectsTests
{
    [Theory]
    [InlineData(60, 1.0, 1, 6)]
    [InlineData(60, 1.3, 1, -0.6)]
    [InlineData(60, 1.0, 0.5, 3)]
    [InlineData(40, 0.7, 1, 10.6)]
    [InlineData(10, 0.5, 1, 3.5)] // the feed adds at most a quarter of the stretch
    public void Growth_in_sewing(double stretch, double ratio, double foot, double growth) =>
        Assert.Equal(growth, ClothEffects.GrowthPercent(stretch, ratio, foot), 9);

    [Fact]
    public void At_the_flat_differential_nothing_grows()
    {
        foreach (var stretch in new[] { 10.0, 45, 95, 150 })
        {
            Assert.Equal(0, ClothEffects.GrowthPercent(stretch, ClothEffects.FlatDifferential(stretch)), 9);
        }
    }

    // Common practice, no published source: waves ask for a higher ratio, gathers for one toward 1.
    [Fact]
    public void A_higher_ratio_takes_waves_out()
    {
        Assert.True(ClothEffects.GrowthPercent(80, 1) > 2);
        Assert.True(ClothEffects.GrowthPercent(80, 1.5) < ClothEffects.GrowthPercent(80, 1));
    }

    [Fact]
    public void Mass_ratio_compares_with_a_strip_of_4_mm() => Assert.Equal(0.25, ClothEffects.MassRatio(4, 2 * 200), 12);

    [Fact]
    public void Drag_is_for_overlock_stitches_only()
    {
        var four = new Sew(StitchCatalogue.FourThreadOveredge) { AtNeutralTension = true };
        Assert.Equal(4 / 3.0, ClothEffects.Drag(four.Stitch, four.Threads, 60, 150)!.Value, 9);
        var zigzag = new Sew(StitchCatalogue.Zigzag);
        Assert.Null(ClothEffects.Drag(zigzag.Stitch, zigzag.Threads, 60, 150));
    }
}

public class SkipModelTests
{
    private static readonly NeedleCloth PowerKnit = new(Knit: true, Elastane: true, 95, 230);

    private static double Z(SeatedNeedle needle, NeedleCloth cloth, ThreadKind? thread = null)
    {
        var chance = SkipModel.ChancePerStitch(needle, thread ?? ThreadCatalogue.CorespunPolyester, cloth);
        return Math.Log(chance / (1 - chance));
    }

    [Theory]
    [InlineData("universal", -4)]
    [InlineData("sharp", -4)]
    [InlineData("jersey", -7)]
    [InlineData("stretch", -11)]
    public void The_wrong_point_skips_in_elastane(string point, double z) =>
        Assert.Equal(z, Z(new(NeedleCatalogue.Find(point)!, NeedleSize.FromMetric(80)), PowerKnit), 6);

    [Fact]
    public void Of_the_point_rows_the_largest_applies_and_none_on_a_woven()
    {
        NeedleCloth stable = new(true, false, 20, 230), woven = new(false, false, 2, 230);
        Assert.Equal(-8.5, Z(new(NeedleCatalogue.Universal, NeedleSize.FromMetric(80)), stable), 6);
        Assert.Equal(-5, Z(new(NeedleCatalogue.Sharp, NeedleSize.FromMetric(80)), stable), 6);
        Assert.Equal(-11, Z(new(NeedleCatalogue.Sharp, NeedleSize.FromMetric(80)), woven), 6);
    }

    // Model section 6, version 2: every point row by itself; the largest applies.
    [Theory]
    [InlineData("jersey", true, 60, -9)]
    [InlineData("jersey", true, 61, -7)]
    [InlineData("jersey", false, 61, -7)]
    [InlineData("jersey", false, 60, -11)]
    [InlineData("jeans", false, 10, -8)]
    [InlineData("topstitch", true, 95, -8)]
    [InlineData("universal", false, 61, -5)]
    [InlineData("universal", false, 60, -6.5)]
    [InlineData("universal", false, 25, -6.5)]
    [InlineData("universal", false, 24.9, -8.5)]
    [InlineData("universal", true, 10, -4)]
    [InlineData("sharp", false, 95, -5)]
    [InlineData("overlocker", true, 95, -11)]
    public void A_point_skips_by_what_the_knit_is(string point, bool elastane, double stretch, double z)
    {
        var needle = new SeatedNeedle(NeedleCatalogue.Find(point)!, NeedleSize.FromMetric(80));
        Assert.Equal(z, Z(needle, new(true, elastane, stretch, 230)), 6);
        Assert.Equal(-11, Z(needle, new(false, elastane, stretch, 230)), 6);
    }

    [Fact]
    public void Schools_say_what_a_universal_point_is_for_and_how_long_a_needle_lasts()
    {
        var universal = new SeatedNeedle(NeedleCatalogue.Universal, NeedleSize.FromMetric(80));
        Assert.Equal(-8.5, Z(universal with { UniversalOnHeavyStretch = true }, new(true, false, 80, 230)), 6);
        Assert.Equal(-6.5, Z(universal with { UniversalOnHeavyStretch = true }, new(true, false, 40, 230)), 6);
        Assert.Equal(-4, Z(universal with { UniversalOnHeavyStretch = true }, new(true, true, 80, 230)), 6);
        double Worn(string school) => Z(new(NeedleCatalogue.Stretch, NeedleSize.FromMetric(80)) { HoursSewn = 14, LifeHours = (ChosenSchools.Default with { NeedleLifeId = school }).NeedleLifeHours }, PowerKnit);
        Assert.Equal((-11 + 1.2, -11 + 3.6, -11.0), (Math.Round(Worn("hours"), 6), Math.Round(Worn("project"), 6), Math.Round(Worn("until-bad"), 6)));
    }

    [Fact]
    public void Size_wear_seat_and_drag_add_up()
    {
        var right = new SeatedNeedle(NeedleCatalogue.Stretch, NeedleSize.FromMetric(80));
        Assert.Equal(-10, Z(right with { Size = NeedleSize.FromMetric(90) }, PowerKnit), 6);
        Assert.Equal(-11, Z(right with { HoursSewn = 12 }, PowerKnit), 6);
        Assert.Equal(-11 + 1.8, Z(right with { HoursSewn = 15 }, PowerKnit), 6);
        Assert.Equal(-11 + 1.8, Z(right with { HoursSewn = 8, LifeHours = 5 }, PowerKnit), 6);
        Assert.Equal(-4, Z(right with { FullyUp = false }, PowerKnit), 6);
        Assert.Equal(-5, Z(right with { ThreadDrags = true }, PowerKnit), 6);
    }

    // Common practice, no published source: a thread too thick for the eye goes in a looper instead.
    [Fact]
    public void A_thread_too_thick_for_the_eye_skips()
    {
        var needle = new SeatedNeedle(NeedleCatalogue.Stretch, NeedleSize.FromMetric(80));
        Assert.True(Z(needle, PowerKnit, ThreadCatalogue.HeavyRayon) > -2);
        Assert.True(SkipModel.ChanceIn(50, SkipModel.ChancePerStitch(needle, ThreadCatalogue.HeavyRayon, PowerKnit)) > SeamLimits.SkipMost);
    }

    [Fact]
    public void In_n_stitches_the_chance_compounds()
    {
        Assert.Equal(1 - 0.99 * 0.99, SkipModel.ChanceIn(2, 0.01), 12);
        Assert.Equal(0, SkipModel.ChanceIn(0, 0.5));
    }
}

public class NeedTests
{
    [Fact]
    public void An_opening_is_asked_what_passes_it_over_what_it_is()
    {
        var need = Need.ForOpening(580, 400);
        Assert.Equal(45, need.Percent, 9);
        Assert.Contains("580", need.Arithmetic, StringComparison.Ordinal);
    }

    [Fact]
    public void Wear_and_movement_multiply()
    {
        var need = Need.ForNegativeEase(550, 500, SkinStrainCatalogue.Find("knee-round"));
        Assert.Equal((1.1 * 1.14 - 1) * 100, need.Percent, 9);
        Assert.Equal((1.1 * 1.12 - 1) * 100, need.LowPercent, 9);
        Assert.Equal(need.Percent, need.HighPercent);
    }

    [Fact]
    public void Positive_ease_asks_nothing_but_movement() =>
        Assert.Equal(14, Need.ForNegativeEase(500, 600, SkinStrainCatalogue.Find("knee-round")).Percent, 9);

    [Fact]
    public void The_sum_that_is_shown_says_what_was_floored()
    {
        var wide = Need.ForNegativeEase(500, 600, null);
        Assert.Equal("worn 500 ÷ 600 − 1 = −16.7 %, the garment is wider than the body: 0 %; raised to 10 %, the least of any worn seam", wide.Arithmetic);
        Assert.Equal(10, wide.Percent);
    }

    [Fact]
    public void A_worn_seam_is_asked_ten_percent_at_least_and_an_unworn_edge_nothing()
    {
        Assert.Equal(10, Need.ForOpening(400, 400).Percent);
        Assert.Contains("raised", Need.ForOpening(300, 400).Arithmetic, StringComparison.Ordinal);
        Assert.Equal(10, Need.ForMovement(SkinStrainCatalogue.Find("seat-across")!).Percent);
        Assert.Equal(0, Need.None.Percent);
    }

    // Source: Kirk and Ibrahim, Textile Research Journal 36 (1966), quoted from memory.
    [Theory]
    [InlineData("knee-length", 35, 45)]
    [InlineData("knee-round", 12, 14)]
    [InlineData("elbow-length", 35, 40)]
    [InlineData("elbow-round", 15, 22)]
    [InlineData("seat-length", 25, 30)]
    [InlineData("seat-across", 6, 6)]
    [InlineData("back-across", 13, 16)]
    public void Published_skin_strains(string id, double low, double high)
    {
        var strain = SkinStrainCatalogue.Find(id)!;
        Assert.Equal((low, high), (strain.LowPercent, strain.HighPercent));
    }

    [Theory]
    [InlineData(0, 400)]
    [InlineData(400, 0)]
    [InlineData(double.NaN, 400)]
    public void A_length_of_nothing_is_a_fault_of_the_caller(double girth, double opening) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Need.ForOpening(girth, opening));
}

public class VerdictTests
{
    private static Interval At(double yield) => new(yield * 0.7, yield, yield * 1.4);

    [Theory]
    [InlineData(60, 40, 80, Verdict.Holds)]
    [InlineData(50, 40, 80, Verdict.Holds)] // exactly the need and a quarter
    [InlineData(49.9, 40, 80, Verdict.Tight)]
    [InlineData(39.9, 40, 80, Verdict.Pops)]
    [InlineData(200, 90, 80, Verdict.ClothGivesOut)]
    [InlineData(45, 40, 44, Verdict.Holds)] // no seam is asked more than its cloth gives
    [InlineData(45, 40, 40, Verdict.Holds)]
    public void The_first_that_applies(double yield, double need, double cloth, Verdict verdict) =>
        Assert.Equal(verdict, SeamVerdict.Of(At(yield), need, cloth).Verdict);

    [Fact]
    public void A_need_that_is_just_what_the_cloth_gives_is_not_more_than_it_gives()
    {
        // Every opening of a whole number of millimetres and every girth that asks a whole number of percent of it.
        for (var opening = 100; opening <= 700; opening += 10)
        {
            for (var percent = 10; percent <= 120; percent++)
            {
                var need = Need.ForOpening(opening * (100 + percent) / 100.0, opening);
                Assert.Equal(Verdict.Holds, SeamVerdict.Of(At(percent), need.Percent, percent).Verdict);
                Assert.Equal(Verdict.ClothGivesOut, SeamVerdict.Of(At(300), need.Percent, percent - 0.001).Verdict);
            }
        }
    }

    [Fact]
    public void Spare_is_yield_less_need_in_points()
    {
        var verdict = SeamVerdict.Of(At(106), 36, 62);
        Assert.Equal(70, verdict.SparePoints, 9);
        Assert.Equal(45, verdict.RequiredPercent, 9);
    }

    [Fact]
    public void Where_the_cloth_gives_out_it_says_by_how_much()
    {
        Assert.Equal(4, SeamVerdict.Of(At(115), 40, 36).ClothLacksPoints!.Value, 9);
        Assert.Null(SeamVerdict.Of(At(115), 40, 60).ClothLacksPoints);
    }

    [Fact]
    public void A_need_inside_the_band_is_not_sure()
    {
        Assert.True(SeamVerdict.Of(At(60), 50, 90).NotSure);
        Assert.False(SeamVerdict.Of(At(100), 50, 90).NotSure);
        Assert.True(SeamVerdict.Of(At(45), 50, 90).NotSure);
    }

    [Fact]
    public void Verdicts_are_words()
    {
        Assert.Equal(["holds", "tight", "pops", "cloth gives out"], Enum.GetValues<Verdict>().Select(v => v.Word()));
        Assert.Equal("cloth-gives-out", Verdict.ClothGivesOut.Id());
    }
}

public class BandTests
{
    // Reference: MathNet.Numerics.
    [Fact]
    public void The_normal_distribution_agrees_with_a_numerics_library()
    {
        for (var z = -6.0; z <= 6; z += 0.05)
        {
            Assert.Equal(Normal.CDF(0, 1, z), NormalDistribution.Below(z), 1e-14);
        }

        Assert.Equal(0.95, Normal.CDF(0, 1, NormalDistribution.Z95), 9);
    }

    [Fact]
    public void A_pop_band_is_log_normal()
    {
        var band = PopRatio.Unlearnt.Pop(100);
        Assert.Equal(100 * LogNormal.InvCDF(0, 0.25, 0.05), band.Low, 6);
        Assert.Equal(100 * LogNormal.InvCDF(0, 0.25, 0.95), band.High, 6);
    }

    [Fact]
    public void One_kind_of_thread_shares_its_uncertainty()
    {
        var seam = new Sew(StitchCatalogue.ThreeThreadOveredge);
        var band = Learnt.Nothing.Yield(seam.Threads, [.. seam.ReadThreads()]);
        var pop = PopRatio.Unlearnt.Pop(seam.Read().YieldPercent);
        Assert.Equal(pop.Low, band.Low, 3);
        Assert.Equal(pop.High, band.High, 3);
        Assert.Equal(seam.Read().YieldPercent, band.Middle);
    }

    [Fact]
    public void Different_kinds_fail_independently_as_sampling_shows()
    {
        var threads = new LaidThread[] { new(ThreadPosition.Needle, ThreadCatalogue.SpunPolyester, 30), new(ThreadPosition.Bobbin, ThreadCatalogue.Cotton, 15) };
        ThreadReading[] readings = [new() { PopStretchPercent = 60 }, new() { PopStretchPercent = 70 }];
        var band = Learnt.Nothing.Yield(threads, readings);

        var random = new Random(8);
        var needle = new LogNormal(Math.Log(60), 0.25, random);
        var bobbin = new LogNormal(Math.Log(70), 0.25, random);
        var sample = Enumerable.Range(0, 200_000).Select(_ => Math.Min(needle.Sample(), bobbin.Sample())).Order().ToArray();
        Assert.Equal(sample[10_000], band.Low, 0.4);
        Assert.Equal(sample[190_000], band.High, 0.4);
        Assert.Equal(60, band.Middle);
    }

    [Fact]
    public void Bands_of_nothing_and_of_everything_stay_in_reach()
    {
        var threads = new LaidThread[] { new(ThreadPosition.Needle, ThreadCatalogue.Cotton, 30) };
        Assert.Equal(new Interval(0, 0, 0), Learnt.Nothing.Yield(threads, [new() { PopStretchPercent = 0 }]));
        Assert.Equal(700, Learnt.Nothing.Yield(threads, [new() { PopStretchPercent = 700 }]).High);
    }

    [Fact]
    public void Meeting_line_and_growth_bands_follow_their_priors()
    {
        var meeting = LearntLine.MeetingLine.Figure(0.2, -2);
        Assert.Equal(0.2 - 0.96, meeting.Middle, 9);
        Assert.Equal(NormalDistribution.Z95 * Math.Sqrt(1 + 0.16), meeting.High - meeting.Middle, 9);
        var growth = LearntLine.Growth.Figure(1, 0.5);
        Assert.Equal(NormalDistribution.Z95 * Math.Sqrt(4 + 9), growth.High - growth.Middle, 9);
    }
}
