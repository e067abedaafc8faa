using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Planning;

/// <summary>Facts of the trade the planner follows: common practice, no published source.</summary>
public class PlannerTests
{
    private static readonly Overlocker Machine = OverlockerTemplate.Create("Bench") with
    {
        Fingers =
        [
            new("wide", 4.3, FingerUse.LeftNeedle | FingerUse.BothNeedles),
            new("narrow", 3.4, FingerUse.RightNeedle),
            new("none", 1.6, FingerUse.Rolled),
        ],
    };

    private static readonly SeamEntry SideSeam = new() { Name = "Side seam", NeedKind = NeedKind.Movement, MovementId = "seat-length" };

    private static ClothFigures Cloth(string typical, Func<ClothEntry, ClothEntry>? with = null)
    {
        var entry = new ClothEntry { Name = typical, TypicalId = typical, Elastane = TypicalCloths.Find(typical)!.Elastane, Sheds = TypicalCloths.Find(typical)!.Sheds };
        return (with?.Invoke(entry) ?? entry).Resolve().Value!;
    }

    private static Outcome<PlanAnswer> Ask(ClothFigures cloth, SeamEntry seam, Overlocker? machine = null, ChosenSchools? schools = null) =>
        Planner.Plan(PlanQuestion.OnOne(cloth, seam, machine ?? Machine, schools ?? ChosenSchools.Default));

    private static SetupPlan Plan(ClothFigures cloth, SeamEntry seam, Overlocker? machine = null, ChosenSchools? schools = null)
    {
        var outcome = Ask(cloth, seam, machine, schools);
        Assert.True(outcome.Succeeded, string.Join("; ", outcome.Problems));
        return outcome.Value!.Best.Plan;
    }

    [Fact]
    public void A_power_knit_takes_a_stretch_needle_and_holds()
    {
        var plan = Plan(Cloth("power-knit"), SideSeam with { OnSkin = true });
        Assert.Equal(NeedleCatalogue.Stretch, plan.Point);
        Assert.Equal(80, plan.Needle.SizeMetric);
        Assert.Equal(Verdict.Holds, plan.Figures.Verdict!.Verdict);
        Assert.Equal("textured-nylon", plan.Threads.Single(t => t.Position == ThreadPosition.UpperLooper).KindId);
    }

    [Fact]
    public void The_manual_s_own_table_is_where_the_dials_start_from()
    {
        var cloth = Cloth("double-knit");
        var plain = Plan(cloth, SideSeam);
        Assert.Null(plain.Baseline);
        var row = new ManualSetting { StitchId = plain.StitchId, Cloth = ManualCloth.Heavy, Dials = [new(ThreadPosition.UpperLooper, 6, 5, 7), new(ThreadPosition.NeedleLeft, 5)] };
        var tuned = Plan(cloth, SideSeam, Machine with { ManualTable = [row] });
        Assert.Equal(row, tuned.Baseline);
        double Number(SetupPlan plan, ThreadPosition position) => plan.Threads.Single(t => t.Position == position).DialNumber!.Value;
        // The same steps from neutral, counted from the manual's numbers; a dial the row leaves out stays.
        Assert.Equal(Number(plain, ThreadPosition.UpperLooper) + 2, Number(tuned, ThreadPosition.UpperLooper));
        Assert.Equal(5, Number(tuned, ThreadPosition.NeedleLeft));
        Assert.Equal(Number(plain, ThreadPosition.LowerLooper), Number(tuned, ThreadPosition.LowerLooper));
        Assert.Equal(plain.Threads.Where(t => !t.Position.IsNeedle()).Select(t => (t.StepsTighter, t.TensionCentinewtons)), tuned.Threads.Where(t => !t.Position.IsNeedle()).Select(t => (t.StepsTighter, t.TensionCentinewtons)));
        Assert.All(new[] { PlanTopic.NeedleDials, PlanTopic.LooperDials }, topic => Assert.Equal("manual-dials-printed", Assert.Single(tuned.ReasonsFor(topic)).Findings[0].Code));
        Assert.Equal((4.0, Number(plain, ThreadPosition.NeedleLeft)), (Assert.Single(tuned.ReasonsFor(PlanTopic.LooperDials)).Findings.Single(f => f.Code == "model-dials").Figures["upperLooper"], Assert.Single(tuned.ReasonsFor(PlanTopic.NeedleDials)).Findings.Single(f => f.Code == "model-dials").Figures["needleLeft"]));

        // Another stitch's row, or another cloth's, is not used.
        Assert.Null(Plan(cloth, SideSeam, Machine with { ManualTable = [row with { StitchId = "503" }, row with { Cloth = ManualCloth.Light }] }).Baseline);
        var thin = Cloth("swim-tricot", e => e with { ToldAreaDensityGsm = 110 });
        Assert.Null(Plan(thin, SideSeam with { Job = SeamJob.RolledHem, Plies = 1, NeedKind = NeedKind.None }, Machine with { ManualTable = [row with { StitchId = "504", Cloth = ManualCloth.Any }] }).Baseline);
    }

    [Theory]
    [InlineData(SeamJob.Picot, 2.5)]
    [InlineData(SeamJob.LettuceEdge, 1.5)]
    public void A_picot_and_a_lettuce_edge_are_rolled_hems_of_their_own(SeamJob job, double length)
    {
        var thin = Cloth("swim-tricot", e => e with { ToldAreaDensityGsm = 110 });
        var plan = Plan(thin, SideSeam with { Job = job, Plies = 1, NeedKind = NeedKind.None });
        Assert.Equal(("none", length), (plan.FingerName, plan.StitchLengthMm));
        Assert.Equal(job == SeamJob.LettuceEdge, plan.Differential == Machine.Differential.Least);
        Assert.Equal(job == SeamJob.LettuceEdge, plan.Figures.GrowthPercent!.Value.Middle > 5);
    }

    [Theory]
    [InlineData(SeamJob.Hem)]
    [InlineData(SeamJob.DecorativeLine)]
    public void What_an_overlocker_does_not_sew_is_said(SeamJob job)
    {
        var problem = Assert.Single(Ask(Cloth("double-knit"), SideSeam with { Job = job }).Problems);
        Assert.Equal("job", problem.Field);
        Assert.Equal(("does-the-job", "coverstitch-or-plain"), (problem.Finding!.Code, problem.Finding.Names["instead"]));
        Assert.Equal(Sentences.Of(problem.Finding), problem.Message);
    }

    [Fact]
    public void A_heavy_stable_knit_takes_four_threads_and_a_90_needle()
    {
        var plan = Plan(Cloth("double-knit"), SideSeam);
        Assert.Equal(StitchCatalogue.FourThreadOveredge, plan.Stitch);
        Assert.Equal(90, plan.Needle.SizeMetric);
        Assert.InRange(plan.StitchLengthMm, 2.5, 3);
    }

    [Fact]
    public void Thin_very_stretchy_cloth_takes_the_right_needle_alone_and_a_looser_upper_looper_that_meets_on_the_back()
    {
        var thin = Cloth("swim-tricot", e => e with { ToldAreaDensityGsm = 110 });
        var plan = Plan(thin, SideSeam with { Direction = ClothDirection.Across });
        Assert.Equal(StitchCatalogue.ThreeThreadOveredge, plan.Stitch);
        Assert.False(plan.Fills(ThreadPosition.NeedleLeft));
        Assert.True(plan.Fills(ThreadPosition.NeedleRight));
        Assert.Equal("narrow", plan.FingerName);
        var (upper, lower) = Loopers(plan);
        Assert.InRange(lower.StepsTighter - upper.StepsTighter, 2, 4);
        Assert.InRange(plan.Targets.MeetingLineMm!.Value.Wanted!.Value, -1.5, -0.5);
        Assert.True(plan.UpperLoosened);
        Assert.True(plan.Targets.MeetingLineMm.Value.Least >= -1.5);
        var eased = Assert.Single(plan.ReasonsFor(PlanTopic.LooperDials)).Findings[0];
        Assert.Equal((plan.Figures.Drag > 1 ? "upper-loosened-drags" : "upper-loosened", plan.Figures.Drag!.Value), (eased.Code, eased.Figures["drag"]));
        // What is said is what is set: the numbers between the dial and where this thread starts on it.
        Assert.Equal(DialTension.ThreadNeutralSteps(upper.Kind, Machine.CalibrationThread) - upper.StepsTighter, eased.Figures["stepsLooser"], 0.01);
        Assert.Equal(plan.Figures.Seam.StrengthNewtonsPerCm, Assert.Single(Assert.Single(plan.ReasonsFor(PlanTopic.Stitch)).Findings).Figures["strengthNewtonsPerCm"]);
    }

    [Fact]
    public void Cloth_that_sheds_gets_textured_nylon_in_both_loopers_and_a_short_stitch()
    {
        var plan = Plan(Cloth("sweater-knit"), SideSeam);
        Assert.All(new[] { Loopers(plan).Upper, Loopers(plan).Lower }, t => Assert.Equal("textured-nylon", t.KindId));
        Assert.InRange(plan.StitchLengthMm, 1.5, 2);
        Assert.Equal((0.33, 0.33), (plan.Targets.CoverFace!.Value.Least, plan.Targets.CoverBack!.Value.Least));
    }

    [Fact]
    public void Textured_thread_never_runs_in_a_needle_nor_tighter_than_the_machine_s_neutral()
    {
        foreach (var typical in TypicalCloths.All)
        {
            foreach (var seam in new[] { SideSeam with { OnSkin = true }, SideSeam with { Job = SeamJob.EdgeFinish, Plies = 1 } })
            {
                foreach (var machine in new[] { Machine, Machine with { CalibrationThreadId = "textured-polyester" } })
                {
                    var plan = Plan(Cloth(typical.Id), seam, machine);
                    Assert.All(plan.Threads.Where(t => t.Position.IsNeedle()), t => Assert.False(t.Kind.Textured));
                    Assert.All(plan.Threads.Where(t => t.Kind.Textured), t => Assert.True(t.StepsTighter <= 1e-6));
                }
            }
        }
    }

    [Fact]
    public void Every_setting_can_be_set_on_the_machine_and_every_finger_goes_with_its_needles()
    {
        var odd = Machine with
        {
            UpperLooper = new DialScale(1, 7, 0.25, 3, DialSense.HigherIsLooser) { Label = "up" },
            LowerLooper = new DialScale(10, 50, 5, 30, DialSense.HigherIsTighter),
            StitchLengthMm = new SettingRange(1, 5, 1),
            Differential = new SettingRange(0.6, 1.25, 0.25),
        };
        foreach (var typical in TypicalCloths.All)
        {
            foreach (var machine in new[] { Machine, odd })
            {
                var plan = Plan(Cloth(typical.Id), SideSeam with { Seen = true }, machine, ChosenSchools.Default with { HideThreadId = "tighter-needle" });
                Assert.All(plan.Threads, t => Assert.Contains(t.DialNumber!.Value, machine.DialOf(t.Position).Numbers()));
                Assert.All(plan.Threads, t => Assert.Equal(machine.DialOf(t.Position).StepsTighter(t.DialNumber!.Value), t.StepsTighter, 6));
                Assert.Equal(plan.StitchLengthMm, machine.StitchLengthMm.Settable(plan.StitchLengthMm));
                Assert.Equal(plan.Differential!.Value, machine.Differential.Settable(plan.Differential!.Value));
                Assert.Equal(plan.CuttingWidthFromRightMm!.Value, machine.CuttingWidthMm.Settable(plan.CuttingWidthFromRightMm!.Value));
                var use = plan.Fills(ThreadPosition.NeedleLeft) ? plan.Fills(ThreadPosition.NeedleRight) ? FingerUse.BothNeedles : FingerUse.LeftNeedle : FingerUse.RightNeedle;
                Assert.True(machine.Fingers.Single(f => f.Name == plan.FingerName).Use.HasFlag(use));
            }
        }
    }

    [Fact]
    public void With_the_left_needle_threaded_the_gauge_is_added_to_loop_width_and_bite()
    {
        var plan = Plan(Cloth("double-knit"), SideSeam);
        Assert.Equal(4.3 + Machine.GaugeMm, plan.LoopWidthMm, 9);
        Assert.Equal(plan.CuttingWidthFromRightMm!.Value + Machine.GaugeMm, plan.BiteMm, 9);
    }

    [Fact]
    public void Reversed_numbers_give_the_same_seam_with_other_numbers()
    {
        var reversed = Machine with
        {
            NeedleLeft = Reverse(Machine.NeedleLeft),
            NeedleRight = Reverse(Machine.NeedleRight),
            UpperLooper = Reverse(Machine.UpperLooper),
            LowerLooper = Reverse(Machine.LowerLooper),
        };
        var (usual, other) = (Plan(Cloth("power-knit"), SideSeam with { OnSkin = true }), Plan(Cloth("power-knit"), SideSeam with { OnSkin = true }, reversed));
        Assert.Equal(usual.Figures.YieldPercent.Middle, other.Figures.YieldPercent.Middle, 9);
        Assert.Equal(usual.Threads.Select(t => t.StepsTighter), other.Threads.Select(t => t.StepsTighter));
        Assert.NotEqual(usual.Threads.Select(t => t.DialNumber), other.Threads.Select(t => t.DialNumber));

        static DialScale Reverse(DialScale dial) => dial with { Lowest = 0, Highest = 9, Neutral = 5, Sense = DialSense.HigherIsLooser };
    }

    [Fact]
    public void A_rolled_hem_takes_no_finger_the_right_needle_and_is_wrapped_by_the_upper_thread()
    {
        var plan = Plan(Cloth("single-jersey"), SideSeam with { Job = SeamJob.RolledHem, Plies = 1 });
        Assert.Equal("none", plan.FingerName);
        var (upper, lower) = Loopers(plan);
        Assert.True(upper.StepsTighter < 0 && lower.StepsTighter > 0);
        Assert.Equal(-0.9 * (plan.LoopWidthMm + plan.SewnThicknessMm / 2), plan.Targets.MeetingLineMm!.Value.Most!.Value, 9);
        Assert.True(plan.Targets.Wrapped && plan.Targets.MeetingLineMm.Value.Met(plan.Figures.Seam.MeetingLineMm!.Value));
        // The knife leaves an edge to be rolled, nothing may show on the face, and a single layer has nothing to open.
        Assert.Equal((-2.5, -0.5), (plan.Targets.OverhangMm!.Value.Least, plan.Targets.OverhangMm.Value.Most));
        Assert.InRange(plan.Figures.Seam.OverhangMm!.Value, -2.5, -0.5);
        Assert.Equal((0.45, null, null), (plan.Targets.CoverFace!.Value.Least, plan.Targets.CoverBack, plan.Targets.GapMm));
        Assert.Equal("textured-nylon", upper.KindId);
    }

    [Fact]
    public void A_rolled_hem_is_refused_on_thick_cloth()
    {
        var outcome = Ask(Cloth("brushed-fleece"), SideSeam with { Job = SeamJob.RolledHem, Plies = 1 }, Machine);
        Assert.Equal("job", Assert.Single(outcome.Problems).Field);
    }

    [Fact]
    public void Schools_change_what_they_say_they_change()
    {
        var cloth = Cloth("power-knit");
        Assert.Equal(4, Plan(cloth, SideSeam).Stitch.ThreadCount);
        Assert.Equal(3, Plan(cloth, SideSeam, schools: ChosenSchools.Default with { JoinId = "lightness-first" }).Stitch.ThreadCount);

        var seen = SideSeam with { Seen = true };
        double Needle(ChosenSchools schools) => Plan(cloth, seen, schools: schools).Threads.First(t => t.Position.IsNeedle()).StepsTighter;
        Assert.Equal(Needle(ChosenSchools.Default) + 1, Needle(ChosenSchools.Default with { HideThreadId = "tighter-needle" }));

        var universalOnly = Machine with { NeedlePointIds = ["universal"] };
        Assert.Equal(NeedleCatalogue.Universal, Plan(Cloth("double-knit"), SideSeam, universalOnly).Point);
        var never = Ask(Cloth("double-knit"), SideSeam, universalOnly, ChosenSchools.Default with { StableKnitPointId = "never" });
        Assert.Equal("needlePointIds", Assert.Single(never.Problems).Field);
    }

    [Fact]
    public void Universal_needles_are_refused_where_they_would_skip()
    {
        var outcome = Ask(Cloth("power-knit"), SideSeam, Machine with { NeedlePointIds = ["universal"] });
        Assert.Equal("universal-skips-elastane", Assert.Single(outcome.Problems).Finding!.Code);
    }

    [Fact]
    public void Where_the_calibration_thread_would_pop_another_is_chosen_and_said()
    {
        var tight = SideSeam with { Job = SeamJob.EdgeFinish, Plies = 1, Direction = ClothDirection.Across, NeedKind = NeedKind.Opening, GirthMm = 590, GarmentMm = 340 };
        var plan = Plan(Cloth("power-knit"), tight);
        Assert.Equal(Verdict.Holds, plan.Figures.Verdict!.Verdict);
        Assert.Equal("stretch-polyester", plan.Threads[0].KindId);
        Assert.Contains(plan.ReasonsFor(PlanTopic.NeedleThread), r => r.Findings is [{ Code: "needle-thread-stretch" }]);
    }

    [Fact]
    public void Where_the_cloth_gives_out_no_thread_is_tried_and_the_other_direction_is_named()
    {
        var plan = Plan(Cloth("rib-2x2"), SideSeam with { NeedKind = NeedKind.Movement, MovementId = "knee-length" });
        Assert.Equal(Verdict.ClothGivesOut, plan.Figures.Verdict!.Verdict);
        Assert.Contains(plan.Notes, n => n.Code == "cloth-gives-out" && n.Figures.ContainsKey("otherWayPercent"));
    }

    [Fact]
    public void Where_nothing_holds_it_says_how_wide_the_pattern_would_have_to_be()
    {
        var seam = SideSeam with { Direction = ClothDirection.Across, NeedKind = NeedKind.Opening, GirthMm = 600, GarmentMm = 300 };
        var plan = Plan(Cloth("power-knit"), seam);
        Assert.Equal(Verdict.ClothGivesOut, plan.Figures.Verdict!.Verdict);
        var note = Assert.Single(plan.Notes, n => n.Code == "draft-wider");
        var wider = note.Figures["widerMm"];
        Assert.NotEqual(Verdict.ClothGivesOut, Plan(Cloth("power-knit"), seam with { GarmentMm = wider + 1 }).Figures.Verdict!.Verdict);
    }

    [Fact]
    public void Every_choice_has_its_reason_and_the_figures_in_it_are_those_of_the_plan()
    {
        foreach (var typical in TypicalCloths.All)
        {
            var plan = Plan(Cloth(typical.Id), SideSeam);
            Assert.All(Enum.GetValues<PlanTopic>().Where(t => t is not (PlanTopic.Width or PlanTopic.Parts or PlanTopic.FootPressure)), topic => Assert.NotEmpty(plan.ReasonsFor(topic)));
            Finding First(PlanTopic topic) => plan.ReasonsFor(topic).First().Findings[0];
            Assert.Equal(plan.StitchLengthMm, First(PlanTopic.Length).Figures["lengthMm"]);
            Assert.Equal(plan.Differential, First(PlanTopic.Differential).Figures["differential"]);
            Assert.Equal(plan.CuttingWidthFromRightMm, First(PlanTopic.CuttingWidth).Figures["cuttingWidthMm"]);
            Assert.Equal(plan.NeedleSize.Metric, First(PlanTopic.Size).Figures["sizeMetric"]);
            Assert.Equal(plan.FingerName, First(PlanTopic.Finger).Names["finger"]);
        }
    }

    [Fact]
    public void Targets_are_what_the_model_gives_at_the_recommended_dials()
    {
        var plan = Plan(Cloth("interlock"), SideSeam);
        var threads = plan.Threads.Select(t => new LaidThread(t.Position, t.Kind, t.TensionCentinewtons)).ToArray();
        var seam = SeamModel.Evaluate(
            new SeamGeometry(plan.Stitch, plan.StitchLengthMm, plan.SewnThicknessMm) { GaugeMm = Machine.GaugeMm, LoopWidthMm = plan.LoopWidthMm, BiteMm = plan.BiteMm },
            threads,
            new ThreadReading[5]);
        Assert.Equal((seam.MeetingLineMm, 0.5), (plan.Targets.MeetingLineMm!.Value.Wanted, plan.Targets.MeetingLineMm.Value.Tolerance!.Value));
        Assert.Equal((seam.OverhangMm, 0.5), (plan.Targets.OverhangMm!.Value.Wanted, plan.Targets.OverhangMm.Value.Tolerance!.Value));
        Assert.Equal((0.45, plan.Figures.Verdict!.RequiredPercent, 50), (plan.Targets.GapMm!.Value.Most, plan.Targets.HoldPercent, plan.Targets.HoldStitches));
        Assert.Equal(seam.YieldPercent, plan.Figures.YieldPercent.Middle);
        Assert.All(plan.Threads, t => Assert.Equal(
            DialTension.Tension(t.Position, t.Kind, t.DialNumber!.Value, Machine.DialOf(t.Position).Neutral, Machine.DialOf(t.Position).Sense, Machine.CalibrationThread), t.TensionCentinewtons, 9));
    }

    [Fact]
    public void The_same_question_gets_the_same_answer() =>
        Assert.Equal(
            Canonical.Text(Plan(Cloth("power-knit"), SideSeam)),
            Canonical.Text(Plan(Cloth("power-knit"), SideSeam)));

    [Fact]
    public void What_the_machine_lacks_is_said_not_guessed()
    {
        var bothOnly = Machine with { Fingers = [new("only", 4.3, FingerUse.BothNeedles)] };
        Assert.Equal(4, Plan(Cloth("interlock"), SideSeam, bothOnly).Stitch.ThreadCount);
        var rolled = Ask(Cloth("swim-tricot", e => e with { ToldAreaDensityGsm = 110 }), SideSeam with { Job = SeamJob.RolledHem, Plies = 1 }, bothOnly);
        Assert.Equal("fingers", Assert.Single(rolled.Problems).Field);
        var broken = Ask(Cloth("interlock"), SideSeam, Machine with { GaugeMm = double.NaN });
        Assert.Equal("gaugeMm", Assert.Single(broken.Problems).Field);
    }

    [Fact]
    public void A_machine_that_sews_512_is_planned_with_512() =>
        Assert.Equal("512", Plan(Cloth("double-knit"), SideSeam, Machine with { FourThreadStitchId = "512" }).StitchId);

    [Fact]
    public void Cautions_stand_where_hands_go()
    {
        var nylon = Plan(Cloth("sweater-knit"), SideSeam);
        var plain = Plan(Cloth("double-knit"), SideSeam);
        Assert.Contains(CautionCatalogue.For(nylon.Setup), c => c.Place == CautionPlace.Iron);
        Assert.DoesNotContain(CautionCatalogue.For(plain.Setup), c => c.Place == CautionPlace.Iron);
        Assert.Contains(Plan(Cloth("swim-tricot", e => e with { Melts = true }), SideSeam).Notes, n => n.Code == "cloth-melts");
        Assert.All(new[] { nylon, plain }, p => Assert.Contains(CautionCatalogue.For(p.Setup), c => c.Place == CautionPlace.HandsIn));
    }

    [Theory]
    [InlineData(0, "at neutral")]
    [InlineData(1, "1 number tighter")]
    [InlineData(-1.5, "1.5 numbers looser")]
    public void Dials_are_spoken_as_tighter_or_looser(double steps, string words) => Assert.Equal(words, DialWords.FromNeutral(steps));

    private static (PlannedThread Upper, PlannedThread Lower) Loopers(SetupPlan plan) =>
        (plan.Threads.Single(t => t.Position == ThreadPosition.UpperLooper), plan.Threads.Single(t => t.Position == ThreadPosition.LowerLooper));
}

public class SeamEntryTests
{
    private static readonly SeamEntry Opening = new() { Name = "Neck", NeedKind = NeedKind.Opening, GirthMm = 580, GarmentMm = 400 };

    [Theory]
    [InlineData(NeedKind.Opening, 0.0, 400.0, "girthMm")]
    [InlineData(NeedKind.Opening, 580.0, null, "garmentMm")]
    [InlineData(NeedKind.NegativeEase, double.NaN, 400.0, "girthMm")]
    [InlineData(NeedKind.NegativeEase, 580.0, 1e12, "garmentMm")]
    public void Lengths_that_make_no_sense_are_refused_at_their_field(NeedKind kind, double? girth, double? garment, string field) =>
        Assert.Contains((Opening with { NeedKind = kind, GirthMm = girth, GarmentMm = garment }).Resolve().Problems, p => p.Field == field);

    [Fact]
    public void An_unbelievable_need_is_refused() =>
        Assert.Equal("girthMm", Assert.Single((Opening with { GirthMm = 2900, GarmentMm = 40 }).Resolve().Problems).Field);

    [Fact]
    public void Measured_on_the_body_is_taken_as_it_is()
    {
        Assert.Equal(38, (Opening with { NeedKind = NeedKind.OnBody, OnBodyMm = 138 }).Resolve().Value!.Percent, 9);
        Assert.Equal("onBodyMm", Assert.Single((Opening with { NeedKind = NeedKind.OnBody, OnBodyMm = 90 }).Resolve().Problems).Field);
        Assert.Equal("movementId", Assert.Single((Opening with { NeedKind = NeedKind.Movement, MovementId = "ear" }).Resolve().Problems).Field);
        Assert.Equal("movementId", Assert.Single((Opening with { NeedKind = NeedKind.NegativeEase, MovementId = "ear" }).Resolve().Problems).Field);
    }

    [Theory]
    [InlineData(SeamJob.Join, 1)]
    [InlineData(SeamJob.Join, 7)]
    [InlineData(SeamJob.EdgeFinish, 0)]
    public void Layers_have_to_make_sense(SeamJob job, int plies) =>
        Assert.Equal("plies", Assert.Single((Opening with { Job = job, Plies = plies }).Resolve().Problems).Field);
}
