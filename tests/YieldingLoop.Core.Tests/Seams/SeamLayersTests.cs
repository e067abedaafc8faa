using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Procedures;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>Seams of one cloth and of two, by sums done by hand. Which layer decides is common practice, no published source.</summary>
public class SeamLayersTests
{
    private static Figure Exactly(double value) => new(value, value, value, FigureSource.Measured);

    private static ClothFigures Cloth(string name, double across, double lengthwise, double gsm, double mm, bool elastane = false) => new()
    {
        Name = name, StretchAcrossPercent = Exactly(across), StretchLengthwisePercent = Exactly(lengthwise), AreaDensityGsm = Exactly(gsm), ThicknessMm = Exactly(mm), Elastane = elastane,
    };

    private static readonly ClothFigures Jersey = Cloth("jersey", 60, 40, 180, 0.6);
    private static readonly ClothFigures Rib = Cloth("rib", 110, 25, 280, 1.2);
    private static readonly ClothFigures Tape = Cloth("tape", 8, 3, 70, 0.2);
    private static readonly ClothFigures Elastic = Cloth("elastic", 5, 100, 320, 1.1, elastane: true);

    private static readonly SeamEntry Neck = new() { Name = "Neck", Job = SeamJob.Band, Direction = ClothDirection.Across, Plies = 1, NeedKind = NeedKind.Opening, GirthMm = 560, GarmentMm = 430 };

    [Fact]
    public void Of_one_cloth_every_layer_is_it()
    {
        var seam = Neck with { Plies = 3 };
        var layers = new SeamLayers(Jersey, seam);
        Assert.Equal((60.0, 60.0, 60.0, 180.0), (layers.StretchAlongPercent.Value, layers.GrowthStretchPercent, layers.DragStretchPercent, layers.DragGsm));
        Assert.Equal((3, 540.0, 180.0), (layers.Plies, layers.LayersGsm, layers.LightestGsm));
        Assert.Equal(0.8 * 3 * 0.6, layers.SewnThicknessMm, 12);
        Assert.Same(Jersey, layers.Through);
        Assert.Same(Jersey, layers.GivesOutFirst);
    }

    [Fact]
    public void A_band_cut_short_has_used_up_part_of_its_stretch()
    {
        var layers = new SeamLayers(Jersey, Neck with { Other = new OtherLayers { Cloth = Rib, Plies = 2, CutPercent = 80 } });
        // The rib reaches 2.1 × 0.80 of the opening, 68 % beyond it; the jersey gives out before, at 60 %.
        Assert.Equal(68, layers.Seam.Other!.StretchLeftPercent, 9);
        Assert.Equal(25, layers.Seam.Other.StretchedByPercent, 9);
        Assert.Equal((60.0, "jersey"), (layers.StretchAlongPercent.Value, layers.GivesOutFirst.Name));
        // A band of jersey cut to 80 % has 1.6 × 0.8 − 1 = 28 % left.
        var own = new SeamLayers(Jersey, Neck with { Other = new OtherLayers { Cloth = Jersey with { Name = "band" }, Plies = 2, CutPercent = 80 } });
        Assert.Equal(28, own.StretchAlongPercent.Value, 9);
        Assert.Equal("band", own.GivesOutFirst.Name);
        // What is stretched on by hand does not follow the feed.
        Assert.Equal(60, layers.GrowthStretchPercent);
        Assert.Equal(0, layers.GrowthApartPercent);
        Assert.Equal(0.8 * (0.6 + 2 * 1.2), layers.SewnThicknessMm, 12);
        Assert.Equal((3, 180.0 + 560, 180.0), (layers.Plies, layers.LayersGsm, layers.LightestGsm));
    }

    [Fact]
    public void Needle_and_drag_are_those_of_the_worst_layer_and_the_feed_stands_between_the_two()
    {
        var layers = new SeamLayers(Jersey, Neck with { Job = SeamJob.Join, Plies = 1, Other = new OtherLayers { Cloth = Rib with { Elastane = true }, Direction = ClothDirection.Across } });
        Assert.Equal((85.0, 5.0), (layers.GrowthStretchPercent, Math.Round(layers.GrowthApartPercent, 9)));
        Assert.Equal((110.0, 280.0, true), (layers.Through.HighestStretchPercent, layers.Through.AreaDensityGsm.Value, layers.Through.Elastane));
        Assert.Equal("jersey", layers.Through.Name);
        // Drag goes with the stretch and falls with the 1.5th power of the weight: 60/180^1.5 is above 110/280^1.5.
        Assert.True(60 / Math.Pow(180, 1.5) > 110 / Math.Pow(280, 1.5));
        Assert.Equal((60.0, 180.0), (layers.DragStretchPercent, layers.DragGsm));
    }

    [Fact]
    public void A_tape_in_the_seam_keeps_it_from_growing_and_from_stretching()
    {
        var seam = Neck with { Job = SeamJob.StayedSeam, Plies = 2, NeedKind = NeedKind.None, Other = new OtherLayers { Cloth = Tape, Direction = ClothDirection.Lengthwise } };
        var layers = new SeamLayers(Jersey, seam);
        Assert.Equal((3.0, 3.0, 3.0), (layers.StretchAlongPercent.Value, layers.GrowthStretchPercent, layers.DragStretchPercent));
        var plan = Planned(seam, OverlockerTemplate.Create("Bench"));
        // 0.10 × 3 % of growth at an even feed: nothing to feed against.
        Assert.Equal(1, plan.Differential!.Value, 1);
        Assert.InRange(plan.Figures.GrowthPercent!.Value.Middle, -2, 2);
        Assert.Contains(plan.Reasons, r => r.Findings[0].Code == "differential-stayed");
        Assert.Equal(["other"], (seam with { Other = null, Plies = 3 }).Resolve().Problems.Select(p => p.Field));
        // Worn, a seam that stretches by 3 % gives out: clear elastic is what lets it move.
        var worn = Planned(seam with { NeedKind = NeedKind.OnBody, OnBodyMm = 120 }, OverlockerTemplate.Create("Bench"));
        Assert.Equal(Verdict.ClothGivesOut, worn.Figures.Verdict!.Verdict);
        Assert.Equal("tape", worn.Notes.Single(n => n.Code == "layer-gives-out").Names["layer"]);
    }

    [Theory]
    [InlineData(SeamJob.Hem)]
    [InlineData(SeamJob.EdgeFinish)]
    [InlineData(SeamJob.RolledHem)]
    [InlineData(SeamJob.PinTuck)]
    public void A_job_of_one_cloth_says_so(SeamJob job)
    {
        var problem = Assert.Single((Neck with { Job = job, Plies = 2, Other = new OtherLayers { Cloth = Rib } }).Resolve().Problems);
        Assert.Equal("other", problem.Field);
        Assert.Contains("is of one cloth", problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0, 100, "other.plies")]
    [InlineData(7, 100, "other.plies")]
    [InlineData(1, 49, "other.cutPercent")]
    [InlineData(1, 101, "other.cutPercent")]
    [InlineData(1, double.NaN, "other.cutPercent")]
    public void What_cannot_be_of_the_other_cloth_is_named(int plies, double cut, string field) =>
        Assert.Equal(field, Assert.Single((Neck with { Plies = 2, Other = new OtherLayers { Cloth = Rib, Plies = plies, CutPercent = cut } }).Resolve().Problems).Field);

    [Fact]
    public void A_band_that_cannot_reach_its_opening_is_no_band()
    {
        // Jersey stretches 60 %; cut to 55 % it would have to go 1/0.55 − 1 = 82 %.
        var problem = Assert.Single((Neck with { Other = new OtherLayers { Cloth = Jersey, Plies = 2, CutPercent = 55 } }).Resolve().Problems);
        Assert.Equal("other.cutPercent", problem.Field);
        Assert.Contains("81.8 %", problem.Message, StringComparison.Ordinal);
        Assert.Contains("60 %", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Layers_of_both_cloths_are_counted_together()
    {
        Assert.True((Neck with { Plies = 1, Other = new OtherLayers { Cloth = Rib, Plies = 1 } }).Resolve().Succeeded);
        Assert.Equal("plies", Assert.Single((Neck with { Plies = 1 }).Resolve().Problems).Field);
        Assert.Equal("plies", Assert.Single((Neck with { Job = SeamJob.Binding, Plies = 1, Other = new OtherLayers { Cloth = Rib } }).Resolve().Problems).Field);
    }

    [Fact]
    public void Elastic_and_cloth_are_planned_with_the_elastic_s_needle_and_the_cloth_s_own_end()
    {
        var seam = new SeamEntry { Name = "Waist", Job = SeamJob.Elastic, Direction = ClothDirection.Across, Plies = 1, NeedKind = NeedKind.Opening, GirthMm = 1000, GarmentMm = 740, Other = new OtherLayers { Cloth = Elastic, Direction = ClothDirection.Lengthwise, CutPercent = 85 } };
        var plan = Planned(seam, OverlockerTemplate.Create("Bench"));
        // 2.0 × 0.85 − 1 = 70 %: the jersey, 60 %, gives out first.
        Assert.Equal(60, plan.Notes.Single(n => n.Code == "layers-reach").Figures["reachPercent"]);
        var stretched = plan.Notes.Single(n => n.Code == "stretched-on");
        Assert.Equal((85.0, 70.0), (stretched.Figures["cutPercent"], Math.Round(stretched.Figures["leftPercent"], 9)));
        Assert.Equal(0.8 * (0.6 + 1.1), plan.SewnThicknessMm, 9);
        Assert.Equal("stretch", plan.Point.Id);
        // Stretched on, it draws the seam together: nothing is said of growth where no feed works against it.
        Assert.DoesNotContain(Planned(seam, Wide).Notes, n => n.Code.StartsWith("growth-", StringComparison.Ordinal));
    }

    [Fact]
    public void Topstitching_takes_two_rows_where_a_machine_has_them_and_one_elsewhere()
    {
        var seam = Neck with { Job = SeamJob.Topstitch, Plies = 3, NeedKind = NeedKind.OnBody, OnBodyMm = 112 };
        var cover = Planned(seam, MachineTemplates.Coverstitch("Cover"));
        Assert.Equal("406", cover.StitchId);
        Assert.Equal("allowances", cover.Reasons[0].Findings[0].Names["over"]);
        var plain = Planned(seam, Wide);
        Assert.Equal(("twin-needle", SewnFrom.Face), (plain.StitchId, plain.From));
        Assert.Contains("second thread skips the last guide", Sentences.Of(plain.Reasons.Single(r => r.Topic == PlanTopic.Seats)), StringComparison.Ordinal);
        var through = Planner.Plan(PlanQuestion.OnOne(Jersey, seam, Wide, ChosenSchools.Default.With(SchoolCatalogue.LastGuide, "through"))).Value!.Best.Plan;
        Assert.Contains("both its threads go through the last guide", Sentences.Of(through.Reasons.Single(r => r.Topic == PlanTopic.Seats)), StringComparison.Ordinal);
        // Each thread of the twin has a way of its own on the set-up (common practice F10).
        Assert.Equal((DiscSide.Left, DiscSide.Right), (plain.Setup.Threads[ThreadPosition.NeedleLeft].Value.Run!.DiscSide, plain.Setup.Threads[ThreadPosition.NeedleRight].Value.Run!.DiscSide));
        Assert.Null(plain.Targets.GapMm);
        Assert.NotNull(plain.Targets.TunnellingIndex);
        Assert.Contains(ProcedureCatalogue.For(seam, ChosenSchools.Default, plain.Setup), s => s.Caution == Core.Cautions.CautionPlace.TwinNeedle);
        var one = Planned(seam, Wide with { NeedlePointIds = ["jersey"] });
        Assert.Contains(one.StitchId, new[] { "triple-straight", "narrow-slant", "304", "301" });
        Assert.Equal(SewnFrom.Face, one.From);
        Assert.Equal("does-the-job", Refused(seam, OverlockerTemplate.Create("Bench")).Code);
    }

    [Fact]
    public void A_binding_is_sewn_in_rows_or_with_a_stitch_that_gives_and_its_edge_is_caught()
    {
        var seam = Neck with { Job = SeamJob.Binding, Other = new OtherLayers { Cloth = Rib, Plies = 2, CutPercent = 90 } };
        var cover = Planned(seam, MachineTemplates.Coverstitch("Cover"));
        Assert.Equal(("406", "binding"), (cover.StitchId, cover.Reasons[0].Findings[0].Names["over"]));
        Assert.NotNull(cover.Targets.GapMm);
        var plain = Planned(seam, Wide);
        Assert.Contains(plain.StitchId, new[] { "304", "three-step-zigzag" });
        Assert.Contains("binding-back", ProcedureCatalogue.For(seam, ChosenSchools.Default, plain.Setup).Select(s => s.Code));
        Assert.Equal("does-the-job", Refused(seam, OverlockerTemplate.Create("Bench")).Code);
    }

    [Fact]
    public void A_pin_tuck_wants_the_ridge_that_a_hem_does_not()
    {
        var thin = Cloth("lawn knit", 30, 20, 110, 0.3);
        var seam = Neck with { Job = SeamJob.PinTuck, Plies = 1, NeedKind = NeedKind.None };
        var plan = Planner.Plan(PlanQuestion.OnOne(thin, seam, Wide, ChosenSchools.Default)).Value!.Best.Plan;
        Assert.Equal(("twin-needle", 2.5, SewnFrom.Face), (plan.StitchId, plan.TwinGapMm!.Value, plan.From));
        Assert.Equal(1.0, plan.Targets.TunnellingIndex!.Value.Least);
        // G/4 × 0.8/t with t = 0.8 × 0.3, the needles at most one number tighter: (2.5/4) × (0.8/0.24) = 2.08 and above.
        Assert.True(plan.Figures.Seam.TunnellingIndex >= 2.08);
        Assert.Equal(PlanLimits.None, plan.Missed & PlanLimits.Tunnelling);
        Assert.False(plan.Tape);
        var thick = Planned(seam with { }, Wide, Cloth("sweatshirt", 35, 20, 280, 1.2));
        Assert.NotEqual(PlanLimits.None, thick.Missed & PlanLimits.Tunnelling);
        Assert.Contains(thick.Notes, n => n.Code == "tuck-low");
        var no = Refused(seam, MachineTemplates.Coverstitch("Cover"));
        Assert.Contains("choose a plain machine with a twin needle", Sentences.Of(no), StringComparison.Ordinal);
    }

    [Fact]
    public void Every_job_is_planned_on_some_machine_and_said_in_full()
    {
        Machine[] machines = [OverlockerTemplate.Create("Bench"), MachineTemplates.Coverstitch("Cover"), Wide];
        var thin = Cloth("thin jersey", 60, 40, 150, 0.5);
        // A super-stretch seam is set by the manual's own row: the model has no path for it.
        foreach (var job in Jobs.All.Where(j => j.Job != SeamJob.SuperStretch))
        {
            var seam = Neck with { Job = job.Job, Plies = job.LeastPlies, NeedKind = NeedKind.OnBody, OnBodyMm = 112, Other = job.Job == SeamJob.StayedSeam ? new OtherLayers { Cloth = Elastic, Direction = ClothDirection.Lengthwise } : null };
            var plan = Planner.Plan(new PlanQuestion(thin, seam, [.. machines.Select(m => new MachineAtHand(m.Name, m, Core.Setups.Setup.Unknown))], null, ChosenSchools.Default, PlannerWeights.Default, PlanPins.None)).Value!.Best.Plan;
            Assert.All(plan.Reasons.SelectMany(r => r.Findings).Concat(plan.Notes), f => Assert.Empty(Sentences.Lacks(f)));
            Assert.Empty(ProcedureCatalogue.For(seam, ChosenSchools.Default, plan.Setup).SelectMany(ProcedureWords.Lacks));
        }
    }

    [Fact]
    public void A_super_stretch_seam_is_that_of_the_machine_s_own_row_and_nothing_is_predicted()
    {
        var seam = Neck with { Job = SeamJob.SuperStretch, Plies = 2 };
        var without = OverlockerTemplate.Create("Bench");
        Assert.Equal("super-stretch-no-row", Refused(seam, without).Code);
        var row = new ManualSetting { StitchId = ManualSetting.SuperStretchId, LengthMm = 3, Dials = [new(ThreadPosition.NeedleLeft, 2), new(ThreadPosition.NeedleRight, 3), new(ThreadPosition.LowerLooper, 5)] };
        var with = without with { ManualTable = [row] };
        Assert.Same(row, ManualTable.SuperStretchOf(with));
        Assert.Null(ManualTable.SuperStretchOf(Wide));
        var refused = Refused(seam, with);
        Assert.Equal(("super-stretch-by-manual", "“Bench”"), (refused.Code, refused.Names["machines"]));
        Assert.Contains("super-swatch", ProcedureCatalogue.For(seam, ChosenSchools.Default).Select(s => s.Code));
    }

    /// <summary>A plain machine whose plate and foot pass a twin needle, in a system that is sold as one.</summary>
    private static readonly PlainMachine Wide = MachineTemplates.Plain("Plain") with { NeedleSystem = "household", WidestZigzagMm = 7, Plates = [new("wide plate", 9)], Feet = [new("zigzag foot", 9)] };

    private static SetupPlan Planned(SeamEntry seam, Machine machine, ClothFigures? cloth = null) => Planner.Plan(PlanQuestion.OnOne(cloth ?? Jersey, seam, machine, ChosenSchools.Default)).Value!.Best.Plan;

    private static Finding Refused(SeamEntry seam, Machine machine) => Assert.Single(Planner.Plan(PlanQuestion.OnOne(Jersey, seam, machine, ChosenSchools.Default)).Problems).Finding!;
}
