using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Planning;

/// <summary>The search against exhaustive enumeration, the rules over random questions, and the worked cases of the trade (common practice, no published source).</summary>
public class PlanSearchTests
{
    private static readonly SeamEntry SideSeam = new() { Name = "Side seam", NeedKind = NeedKind.Movement, MovementId = "seat-length" };

    private static readonly SeamEntry Hem = new() { Name = "Hem", Job = SeamJob.Hem, Direction = ClothDirection.Across, Seen = true, NeedKind = NeedKind.Opening, GirthMm = 1000, GarmentMm = 900 };

    internal static Overlocker Overlocker(Random? random = null)
    {
        var made = OverlockerTemplate.Create("Overlocker") with
        {
            Fingers = [new("wide", 4.3, FingerUse.LeftNeedle | FingerUse.BothNeedles), new("narrow", 3.4, FingerUse.RightNeedle), new("none", 1.6, FingerUse.Rolled)],
        };
        if (random is null)
        {
            return made;
        }

        var sense = random.Next(2) == 0 ? DialSense.HigherIsTighter : DialSense.HigherIsLooser;
        var dial = new DialScale(0, 9, random.Next(2) == 0 ? 0.5 : 0.25, random.Next(3, 6), sense);
        return made with
        {
            NeedleLeft = dial,
            NeedleRight = dial,
            UpperLooper = dial with { Neutral = random.Next(3, 6) },
            LowerLooper = dial,
            LooperOrder = random.Next(2) == 0 ? LooperOrder.UpperFirst : LooperOrder.LowerFirst,
            NeedlePointIds = random.Next(3) == 0 ? ["overlocker"] : ["stretch", "jersey", "universal"],
            NeedleSizes = random.Next(2) == 0 ? [80, 90] : [70, 75, 80, 90],
        };
    }

    internal static Coverstitch Cover()
    {
        var dial = new DialScale(0, 8, 0.5, 4, DialSense.HigherIsTighter);
        return MachineTemplates.Coverstitch("Coverstitch") with
        {
            NeedleLeft = dial,
            NeedleCentre = dial,
            NeedleRight = dial,
            ChainLooper = dial with { Neutral = 2 },
            LeftToRightMm = 5.6,
            LeftToCentreMm = 2.8,
            LeftTipHigherMm = -1,
            CentreTipHigherMm = -0.5,
            ChainSeatIds = ["needle-left"],
        };
    }

    internal static PlainMachine Plain() => MachineTemplates.Plain("Plain machine") with
    {
        WidestZigzagMm = 7,
        Plates = [new("zigzag plate", 9.0), new("straight plate", 1.6, "straight stitch only")],
        Feet = [new("zigzag foot", 8.5)],
        BobbinSlidesAtGrams = 18,
    };

    private static ClothFigures Cloth(string typical, Func<ClothEntry, ClothEntry>? with = null)
    {
        var entry = new ClothEntry { Name = typical, TypicalId = typical, Elastane = TypicalCloths.Find(typical)!.Elastane, Sheds = TypicalCloths.Find(typical)!.Sheds };
        return (with?.Invoke(entry) ?? entry).Resolve().Value!;
    }

    private static PlanQuestion Ask(ClothFigures cloth, SeamEntry seam, params Machine[] machines) =>
        new(cloth, seam, [.. machines.Select(m => new MachineAtHand(m.Name, m, Setup.Unknown))], null, ChosenSchools.Default, PlannerWeights.Default, PlanPins.None);

    private static PlanAnswer Answer(PlanQuestion question)
    {
        var outcome = Planner.Plan(question);
        Assert.True(outcome.Succeeded, string.Join("; ", outcome.Problems));
        return outcome.Value!;
    }

    private static PlannedThread At(SetupPlan plan, ThreadPosition position) => plan.Threads.Single(t => t.Position == position);

    [Fact]
    public void A_unisuit_in_power_knit_holds_with_a_stretch_needle_and_textured_nylon_and_has_a_flat_seam_beside_it()
    {
        foreach (var machines in new Machine[][] { [Overlocker()], [Overlocker(), Cover(), Plain()] })
        {
            var answer = Answer(Ask(Cloth("power-knit"), SideSeam with { OnSkin = true }, machines));
            var plan = answer.Best.Plan;
            Assert.Equal(Verdict.Holds, plan.Figures.Verdict!.Verdict);
            Assert.Equal("stretch", plan.Needle.PointId);
            Assert.All(plan.Threads.Where(t => !t.Position.IsNeedle()), t => Assert.Equal("textured-nylon", t.KindId));
            Assert.Contains(answer.Alternatives, a => a.Plan.Flatlock || a.Plan.Stitch.Family == StitchFamily.Cover);
        }
    }

    [Fact]
    public void A_T_shirt_hem_without_a_coverstitch_machine_is_a_stretch_twin_or_a_honeycomb_by_school()
    {
        var question = Ask(Cloth("single-jersey"), Hem, Overlocker(), Plain());
        var twin = Answer(question);
        Assert.Equal(("twin-needle", "twin 4.0/75 stretch"), (twin.Best.Plan.StitchId, twin.Best.Plan.NeedleName));
        Assert.Equal("textured-nylon", At(twin.Best.Plan, ThreadPosition.Bobbin).KindId);
        Assert.Equal(SewnFrom.Face, twin.Best.Plan.From);
        Assert.Contains(twin.Alternatives, a => a.Plan.StitchId == "honeycomb");
        Assert.Equal("honeycomb", Answer(question with { Schools = ChosenSchools.Default with { HemStitchId = "forgiving" } }).Best.Plan.StitchId);
        Assert.Equal(StitchFamily.Cover, Answer(Ask(Cloth("single-jersey"), Hem, Overlocker(), Cover(), Plain())).Best.Plan.Stitch.Family);
    }

    [Fact]
    public void A_twin_needle_that_slots_do_not_pass_is_never_planned()
    {
        var narrow = Plain() with { Feet = [new("zigzag foot", 4.0)] };
        var plan = Answer(Ask(Cloth("single-jersey"), Hem, narrow)).Best.Plan;
        Assert.True(plan.TwinGapMm is null or < 4 - 1 - 0.75 + 1e-9, plan.NeedleName);
        var unknown = Plain() with { Feet = [new("zigzag foot", null)] };
        Assert.NotEqual("twin-needle", Answer(Ask(Cloth("single-jersey"), Hem, unknown)).Best.Plan.StitchId);
        Assert.Equal("twin-in-slots", Planner.WhyNot(Ask(Cloth("single-jersey"), Hem, unknown), PlanPins.None with { StitchId = "twin-needle" }).Value!.Behind.Why.Code);
    }

    [Fact]
    public void A_thick_decorative_thread_goes_in_a_looper_two_to_three_steps_looser_with_a_longer_stitch_and_the_wrong_side_up()
    {
        var edge = Answer(Ask(Cloth("interlock"), SideSeam with { Job = SeamJob.EdgeFinish, Plies = 1 }, Overlocker()) with { Pins = PlanPins.None with { UpperThreadId = "heavy-rayon" } }).Best.Plan;
        Assert.InRange(At(edge, ThreadPosition.UpperLooper).StepsTighter, -3, -2);
        Assert.True(edge.StitchLengthMm >= 3);
        Assert.Equal(SewnFrom.WrongSide, edge.From);
        var line = Ask(Cloth("interlock"), SideSeam with { Job = SeamJob.DecorativeLine, Plies = 1, NeedKind = NeedKind.None }, Cover()) with { Pins = PlanPins.None with { LowerThreadId = "heavy-rayon" } };
        Assert.InRange(At(Answer(line).Best.Plan, ThreadPosition.ChainLooper).StepsTighter, -3, -2);
        var needle = Planner.WhyNot(line with { Pins = PlanPins.None }, PlanPins.None with { NeedleThreadId = "heavy-rayon" }).Value!;
        Assert.True(needle.RuledOut);
        Assert.Equal(new Finding("thick-in-needle").With("thread", "heavy-rayon"), needle.Behind.Why);
    }

    [Fact]
    public void Leggings_on_a_plain_machine_take_a_zigzag_with_stretch_thread_and_a_seam_under_load_the_triple_straight()
    {
        var leggings = new SeamEntry { Name = "Inseam", NeedKind = NeedKind.NegativeEase, GirthMm = 560, GarmentMm = 470, Direction = ClothDirection.Across };
        var plan = Answer(Ask(Cloth("power-knit"), leggings, Plain())).Best.Plan;
        Assert.Equal(("304", "stretch-polyester", "stretch-polyester"), (plan.StitchId, plan.Threads[0].KindId, plan.Threads[1].KindId));
        Assert.Equal("triple-straight", Answer(Ask(Cloth("interlock"), SideSeam with { Reinforced = true, Direction = ClothDirection.Across }, Plain())).Best.Plan.StitchId);
        Assert.Equal("straight-alone", Planner.WhyNot(Ask(Cloth("power-knit"), leggings, Plain()), PlanPins.None with { StitchId = "301" }).Value!.Behind.Why.Code);
    }

    [Fact]
    public void A_flatlock_opens_flat_and_never_bears_load()
    {
        var plan = Answer(Ask(Cloth("power-knit"), SideSeam with { Job = SeamJob.Flatlock, OnSkin = true }, Overlocker())).Best.Plan;
        Assert.True(plan.Flatlock);
        Assert.InRange(plan.Figures.Seam.GapMm, 0.8 * plan.LoopWidthMm, 1.5 * plan.LoopWidthMm);
        Assert.Equal((plan.Figures.Seam.GapMm, 0.8 * plan.LoopWidthMm), (plan.Targets.GapMm!.Value.Wanted, plan.Targets.GapMm.Value.Least));
        Assert.Equal((0.5, 1.5), (plan.Targets.OverhangMm!.Value.Least, plan.Targets.OverhangMm.Value.Most));
        Assert.InRange(plan.Figures.Seam.OverhangMm!.Value, 0.5, 1.5);
        var loaded = Planner.WhyNot(Ask(Cloth("power-knit"), SideSeam with { Job = SeamJob.Flatlock, Reinforced = true }, Overlocker()), PlanPins.None with { StitchId = "503" }).Value!;
        Assert.True(loaded.RuledOut);
        Assert.Equal("two-threads-no-load", loaded.Behind.Why.Code);
    }

    [Theory]
    [InlineData("textured-nylon", null, null, "textured-in-needle")]
    [InlineData("cotton", null, null, "cotton-in-knits")]
    [InlineData(null, "universal", null, "universal-skips-elastane")]
    [InlineData(null, null, "none", "finger-matches")]
    public void Why_not_names_the_rule_that_stands_in_the_way(string? thread, string? point, string? finger, string code)
    {
        var question = Ask(Cloth("power-knit"), SideSeam, Overlocker() with { NeedlePointIds = ["stretch", "universal"] });
        var answer = Planner.WhyNot(question, PlanPins.None with { NeedleThreadId = thread, PointId = point, FingerName = finger }).Value!;
        Assert.True(answer.RuledOut);
        Assert.Null(answer.Setup);
        Assert.Equal(code, answer.Behind.Why.Code);
        Assert.Empty(Sentences.Lacks(answer.Behind.Why));
    }

    [Fact]
    public void Why_not_names_the_figure_it_loses_on_and_leaves_the_rest_as_it_was()
    {
        var question = Ask(Cloth("power-knit"), SideSeam with { OnSkin = true }, Overlocker(), Plain());
        var best = Answer(question).Best.Plan;
        var longer = Planner.WhyNot(question, PlanPins.None with { LengthMm = 4 }).Value!;
        Assert.Equal("misses", longer.Behind.Why.Code);
        Assert.Equal([new Finding("strength-short").With("strengthNewtonsPerCm", longer.Setup!.Plan.Figures.Seam.StrengthNewtonsPerCm).With("wantedNewtonsPerCm", 0.35 * question.Cloth.AreaDensityGsm.Value)], longer.Behind.Parts);
        Assert.Equal(FormattableString.Invariant($"It holds {longer.Setup.Plan.Figures.Seam.StrengthNewtonsPerCm:0} N/cm where {0.35 * question.Cloth.AreaDensityGsm.Value:0} are wanted."), Sentences.Of(longer.Behind));
        Assert.Equal((best.StitchId, best.Needle.PointId, best.FingerName), (longer.Setup.Plan.StitchId, longer.Setup.Plan.Needle.PointId, longer.Setup.Plan.FingerName));
        var knife = Planner.WhyNot(question, PlanPins.None with { CuttingWidthMm = 3 }).Value!;
        Assert.Contains(new Finding("overhang-over").With("overhangMm", knife.Setup!.Plan.Figures.Seam.OverhangMm!.Value).With("end", "knife-between"), knife.Behind.Parts);
        Assert.Equal("join.strength-first", Planner.WhyNot(question, PlanPins.None with { StitchId = "504" }).Value!.Behind.Why.Names["school"]);
        Assert.Equal("is-the-choice", Planner.WhyNot(question, PlanPins.None with { StitchId = best.StitchId }).Value!.Behind.Why.Code);
    }

    [Fact]
    public void What_is_on_the_machine_costs_nothing_and_what_the_drawer_lacks_is_marked_to_buy()
    {
        var question = Ask(Cloth("interlock"), SideSeam, Overlocker());
        var fresh = Answer(question).Best;
        var state = fresh.Plan.Setup.OnMachine(question.Machines[0].Machine);
        var again = Answer(question with { Machines = [question.Machines[0] with { State = state }] }).Best.Plan;
        Assert.Equal(0, again.Cost!.ChangeoverMinutes);
        Assert.Equal(fresh.Plan.Threads.Select(t => t.DialNumber), again.Threads.Select(t => t.DialNumber));

        var drawer = new Drawer([new NeedleStock { System = question.Machines[0].Machine.NeedleSystem, PointId = "jersey", SizeMetric = 80, Unused = 2 }], [new Cone("1", new ThreadStock { Name = "Only cone", KindId = "corespun-polyester", LabelSystem = LabelSystem.Tex, LabelFigure = 26 })]);
        var owned = Answer(question with { Drawer = drawer }).Best.Plan;
        Assert.All(owned.Threads, t => Assert.Equal(("corespun-polyester", "Only cone", 26.0, false), (t.KindId, t.StockName, t.Kind.Tex, t.ToBuy)));
        Assert.Empty(owned.ToBuy);
        var bought = Answer(question with { Drawer = drawer, Seam = SideSeam with { OnSkin = true } }).Best.Plan;
        Assert.Equal(["textured nylon"], bought.ToBuy);
        Assert.Contains(bought.Reasons, r => r.Findings.Contains(new Finding("to-buy").With("thread", "textured-nylon")));
        Assert.Empty(Answer(question with { Seam = SideSeam with { OnSkin = true } }).Best.Plan.ToBuy);
        Assert.Contains("jersey", string.Join(' ', Answer(question with { Drawer = drawer with { Needles = [drawer.Needles![0] with { System = "another" }] } }).Best.Plan.ToBuy), StringComparison.Ordinal);
    }

    [Fact]
    public void Where_nothing_holds_it_says_by_how_much_and_which_purchase_helps_most()
    {
        var seam = SideSeam with { Direction = ClothDirection.Across, NeedKind = NeedKind.OnBody, OnBodyMm = 208, Job = SeamJob.EdgeFinish, Plies = 1 };
        var drawer = new Drawer([], [new Cone("1", new ThreadStock { Name = "Cotton", KindId = "cotton" }), new Cone("2", new ThreadStock { Name = "Spun", KindId = "spun-polyester" })]);
        var question = Ask(Cloth("rib-2x2"), seam, Overlocker()) with { Drawer = drawer, Pins = PlanPins.None with { LengthMm = 4, NeedleOffset = 0, Seats = SeatSet.Of([ThreadPosition.NeedleRight]), NeedleThreadId = "spun-polyester" } };
        var answer = Answer(question);
        Assert.NotEqual(Verdict.Holds, answer.Best.Plan.Figures.Verdict!.Verdict);
        var bearable = Assert.Single(answer.Best.Plan.WouldChange).Figures["bearablePercent"];
        Assert.Equal(Verdict.Holds, Answer(question with { Seam = seam with { OnBodyMm = 100 + bearable } }).Best.Plan.Figures.Verdict!.Verdict);
        // The most helpful purchase first; and what it says is what comes of it.
        Assert.Equal("thread", answer.Help[0].What);
        var kind = ThreadCatalogue.Kinds.Single(k => k.Id == answer.Help[0].Finding.Names["thread"]);
        Assert.True(kind.Textured);
        Assert.Equal(answer.Help.Max(h => h.YieldPercent), answer.Help[0].YieldPercent);
        var bought = Answer(question with { Drawer = drawer with { Threads = [.. drawer.Threads!, new Cone("3", new ThreadStock { Name = "New", KindId = kind.Id })] } }).Best.Plan;
        Assert.Equal(answer.Help[0].YieldPercent, bought.Figures.YieldPercent.Middle, 6);

        var turned = Answer(Ask(Cloth("rib-2x2"), SideSeam with { NeedKind = NeedKind.Movement, MovementId = "knee-length" }, Overlocker()));
        Assert.Equal("direction", turned.Help[0].What);
        Assert.Equal(Verdict.Holds, turned.Help[0].Verdict);
    }

    [Fact]
    public void A_lifted_rule_lets_its_thread_through_and_says_whose_rule_it_was()
    {
        var question = Ask(Cloth("power-knit"), SideSeam, Overlocker()) with { Pins = PlanPins.None with { NeedleThreadId = "textured-polyester" } };
        Assert.False(Planner.Plan(question).Succeeded);
        PlanQuestion Lifting(string? kind) => question with { Machines = [question.Machines[0] with { Lifted = [new LiftedRule("textured-in-needle", kind)] }] };
        Assert.Contains(Answer(Lifting("textured-polyester")).Best.Plan.Reasons, r => r.Findings[0].Code == "needle-thread-own-rule");
        Assert.True(Planner.Plan(Lifting(null)).Succeeded);
        Assert.False(Planner.Plan(Lifting("textured-nylon")).Succeeded);
    }

    /// <summary>What a rule of the user's own lifts is let through by all the others too, and the card says so.</summary>
    [Fact]
    public void A_lifted_rule_is_not_put_back_by_another_and_is_disclosed()
    {
        var leggings = new SeamEntry { Name = "Inseam", NeedKind = NeedKind.NegativeEase, GirthMm = 560, GarmentMm = 470, Direction = ClothDirection.Across };
        (string Rule, PlanQuestion Question)[] all =
        [
            ("straight-alone", Ask(Cloth("power-knit"), leggings, Plain()) with { Pins = PlanPins.None with { StitchId = "301" } }),
            ("textured-in-needle", Ask(Cloth("power-knit"), SideSeam, Overlocker()) with { Pins = PlanPins.None with { NeedleThreadId = "textured-nylon" } }),
            ("cotton-in-knits", Ask(Cloth("interlock"), SideSeam, Overlocker()) with { Pins = PlanPins.None with { NeedleThreadId = "cotton" } }),
            ("universal-by-school", Ask(Cloth("power-knit"), SideSeam, Overlocker() with { NeedlePointIds = ["universal"] })),
            ("shedding-short", Ask(Cloth("sweater-knit"), SideSeam, Overlocker()) with { Pins = PlanPins.None with { LengthMm = 3 } }),
            ("thick-wants-length", Ask(Cloth("interlock"), SideSeam with { Job = SeamJob.EdgeFinish, Plies = 1 }, Overlocker()) with { Pins = PlanPins.None with { UpperThreadId = "heavy-rayon", LengthMm = 2 } }),
            ("rolled-thin", Ask(Cloth("double-knit"), SideSeam with { Job = SeamJob.RolledHem, Plies = 1 }, Overlocker())),
        ];
        foreach (var (rule, question) in all)
        {
            Assert.False(Planner.Plan(question).Succeeded, rule);
            var plan = Answer(question with { Machines = [question.Machines[0] with { Lifted = [new LiftedRule(rule)] }] }).Best.Plan;
            var note = Assert.Single(plan.Notes, n => n.Code == "rule-lifted");
            Assert.Equal(rule, note.Names["rule"]);
            Assert.DoesNotContain(rule, Sentences.Of(note), StringComparison.Ordinal);
        }

        // What is not broken is not spoken of.
        var kept = Ask(Cloth("power-knit"), SideSeam, Overlocker());
        Assert.DoesNotContain(Answer(kept with { Machines = [kept.Machines[0] with { Lifted = [new LiftedRule("cotton-in-knits")] }] }).Best.Plan.Notes, n => n.Code == "rule-lifted");
    }

    [Fact]
    public void The_manual_s_needle_and_thread_chart_is_kept()
    {
        var charted = Overlocker() with { NeedleChart = [new(80, 20, 25), new(90, 25, 60)] };
        var question = Ask(Cloth("interlock"), SideSeam, charted) with { Pins = PlanPins.None with { NeedleThreadId = "spun-polyester" } };
        Assert.Equal(90, Answer(question).Best.Plan.Needle.SizeMetric);
        Assert.Equal("thread-off-chart", Planner.WhyNot(question, question.Pins with { SizeMetric = 80 }).Value!.Behind.Why.Code);
    }

    [Fact]
    public void A_flatlock_never_wins_a_plain_join_and_opens_by_a_loose_needle_and_a_tight_looper()
    {
        var random = new Random(5);
        for (var i = 0; i < 60; i++)
        {
            var question = RandomQuestion(random);
            question = question with { Seam = question.Seam with { Job = i % 2 == 0 ? SeamJob.Join : SeamJob.Band, Plies = 2, OnSkin = true } };
            Assert.False(Planner.Plan(question).Value?.Best.Plan.Flatlock ?? false);
        }

        var three = Answer(Ask(Cloth("power-knit"), SideSeam with { Job = SeamJob.Flatlock }, Overlocker())).Best.Plan;
        Assert.Equal("504", three.StitchId);
        Assert.Equal((0.0, true, true), (three.Threads[0].DialNumber, At(three, ThreadPosition.LowerLooper).StepsTighter >= 2, At(three, ThreadPosition.UpperLooper).StepsTighter < 0));
        Assert.True(three.Figures.Seam.GapMm >= 0.8 * three.LoopWidthMm);
        // Two threads only where a converter is on record, and then it is fitted.
        var two = Answer(Ask(Cloth("power-knit"), SideSeam with { Job = SeamJob.Flatlock }, Overlocker() with { ConverterName = "converter" })).Best.Plan;
        Assert.Equal(("503", "converter"), (two.StitchId, two.Setup.ConverterName.Thing()));
        Assert.True(two.Threads[0].StepsTighter < 0);
    }

    [Fact]
    public void Weights_move_the_answer_the_way_they_say()
    {
        var question = Ask(Cloth("interlock"), SideSeam with { Job = SeamJob.EdgeFinish, Plies = 1, NeedKind = NeedKind.None }, Overlocker());
        double Metres(double perMetre) => Answer(question with { Weights = PlannerWeights.Default with { PerThreadMetre = perMetre } }).Best.Plan.Figures.Seam.Consumption;
        Assert.True(Metres(20) < Metres(0.5));
        Assert.Equal("perStep", Assert.Single(Planner.Plan(question with { Weights = PlannerWeights.Default with { PerStep = -1 } }).Problems).Field);
        Assert.Equal("machines", Assert.Single(Planner.Plan(question with { Machines = [] }).Problems).Field);
    }

    /// <summary>200 random questions: no rule is broken, every reason speaks of its own set-up, the same question gets the same answer.</summary>
    [Fact]
    public void Over_random_questions_no_rule_is_broken_and_every_reason_is_true()
    {
        var random = new Random(20261125);
        var planned = 0;
        for (var i = 0; i < 200; i++)
        {
            var question = RandomQuestion(random);
            var outcome = Planner.Plan(question);
            if (outcome.Value is not { } answer)
            {
                Assert.All(outcome.Problems, p => Assert.Empty(Sentences.Lacks(p.Finding!)));
                continue;
            }

            planned++;
            foreach (var setup in answer.Alternatives.Prepend(answer.Best))
            {
                var machine = question.Machines.Single(m => m.Id == setup.MachineId).Machine;
                RulesHold(setup.Plan, machine, question, $"question {i}");
                ReasonsAreTrue(setup.Plan, question, $"question {i}");
            }

            Assert.Equal(answer.Alternatives.Count, answer.Alternatives.Select(a => (a.MachineId, a.Plan.StitchId, a.Plan.Flatlock, string.Join('/', a.Plan.Threads.Select(t => t.KindId)))).Distinct().Count());
            Assert.All(answer.Alternatives, BehindIsWhole);
            if (i % 10 == 0)
            {
                // The search adds the cost up as it goes, the answer counts it from the finished set-up: the same sum.
                var need = question.Seam.Resolve().Value!;
                Assert.All(LatticeSearch.Of(question, need).Best.Take(20), f => Assert.Equal(PlanWriter.Write(f, question, need).Cost!.Total(question.Weights), f.Rank.Part.Cost / 1e6, tolerance: 2e-5));
                Assert.Equal(Canonical.Text(answer), Canonical.Text(Planner.Plan(question).Value));
                Assert.Equal(Canonical.Text(answer.Best), Canonical.Text(Planner.Best(question).Value));
            }
        }

        Assert.InRange(planned, 130, 200);
    }

    internal static PlanQuestion RandomQuestion(Random random)
    {
        var typical = TypicalCloths.All[random.Next(TypicalCloths.All.Count)];
        var cloth = Cloth(typical.Id, e => e with { ToldAreaDensityGsm = random.Next(3) == 0 ? random.Next(90, 420) : null, Sheds = random.Next(4) == 0 });
        // A super-stretch seam is never planned: it has a test of its own.
        var jobs = Enum.GetValues<SeamJob>().Where(j => j != SeamJob.SuperStretch).ToList();
        var job = jobs[random.Next(jobs.Count)];
        var seam = new SeamEntry
        {
            Name = "Seam", Job = job, Plies = Jobs.Of(job)!.LeastPlies, Direction = random.Next(2) == 0 ? ClothDirection.Across : ClothDirection.Lengthwise,
            OnSkin = random.Next(3) == 0, Seen = random.Next(2) == 0, Reinforced = random.Next(5) == 0, NeedKind = NeedKind.OnBody, OnBodyMm = 100 + random.Next(0, 90),
        };
        if (Jobs.Of(job)!.TakesOther && (job == SeamJob.StayedSeam || random.Next(3) == 0))
        {
            var other = TypicalCloths.All[random.Next(TypicalCloths.All.Count)];
            seam = seam with { Other = new OtherLayers { Cloth = Cloth(other.Id, e => e with { Name = "other" }), Plies = random.Next(1, 3), Direction = ClothDirection.Across, CutPercent = random.Next(3) == 0 && other.AcrossPercent >= 20 ? 90 : 100 } };
        }

        List<Machine> machines = [.. new Machine[] { Overlocker(random), Cover(), Plain() }.Where(_ => random.Next(3) > 0)];
        machines = machines.Count == 0 ? [Overlocker(random)] : machines;
        var threads = ThreadCatalogue.Kinds.Where(_ => random.Next(2) == 0).Select(k => new Cone(k.Id, new ThreadStock { Name = k.Id, KindId = k.Id, MetresLeft = random.Next(4) switch { 0 => 0, 1 => 12, _ => 500 } })).ToList();
        var needles = machines.SelectMany(m => m.NeedlePointIds.Select(p => new NeedleStock { System = m.NeedleSystem, PointId = p, SizeMetric = m.NeedleSizes[random.Next(m.NeedleSizes.Count)], Unused = random.Next(3) })).ToList();
        var schools = SchoolCatalogue.Questions.Aggregate(ChosenSchools.Default, (s, q) => s.With(q, q.Choices[random.Next(q.Choices.Count)].Id));
        return new PlanQuestion(cloth, seam, [.. machines.Select(m => new MachineAtHand(m.Name, m, Setup.Unknown))], random.Next(3) == 0 ? null : new Drawer(needles, threads), schools, PlannerWeights.Default, PlanPins.None);
    }

    /// <summary>Of two cloths in one seam the one a needle has to cope with.</summary>
    private static ClothFigures Worst(ClothFigures one, ClothFigures other) => one with
    {
        StretchAcrossPercent = one.HighestStretchPercent > other.HighestStretchPercent ? one.StretchAcrossPercent : other.StretchAcrossPercent,
        StretchLengthwisePercent = one.HighestStretchPercent > other.HighestStretchPercent ? one.StretchLengthwisePercent : other.StretchLengthwisePercent,
        AreaDensityGsm = one.AreaDensityGsm.Value > other.AreaDensityGsm.Value ? one.AreaDensityGsm : other.AreaDensityGsm,
        Elastane = one.Elastane | other.Elastane,
        Sheds = one.Sheds | other.Sheds,
    };

    /// <summary>The rules as the trade has them, written out again from the practice and not from the planner.</summary>
    private static void RulesHold(SetupPlan plan, Machine machine, PlanQuestion question, string which)
    {
        var head = plan.Setup.HeadOf(machine);
        var (seam, cloth) = (question.Seam, question.Seam.Other is { } o ? Worst(question.Cloth, o.Cloth) : question.Cloth);
        var needles = plan.Threads.Where(t => t.Position.IsNeedle()).ToList();
        Assert.All(needles, t => Assert.False(t.Kind.Textured, which));
        Assert.All(plan.Threads, t => Assert.NotEqual("cotton", t.KindId));
        var tuned = plan.Baseline is { } row ? head.TunedTo(row) : head;
        foreach (var thread in plan.Threads.Where(t => t.DialNumber is not null))
        {
            var dial = tuned is PlainMachine plain ? plain.TopTension : tuned.DialOf(thread.Position);
            Assert.Contains(dial.Numbers(), n => Math.Abs(n - thread.DialNumber!.Value) < 1e-9);
            Assert.True(!thread.Kind.Textured || thread.StepsTighter <= 1e-6, which);
        }

        Assert.All(needles, t => Assert.True(t.Kind.DiscDiameterMm <= 0.8 * 0.4 * plan.Needle.SizeMetric / 100 + 1e-9, which));
        Assert.Contains(plan.Needle.PointId, machine.NeedlePointIds);
        Assert.Contains(plan.Needle.SizeMetric, machine.NeedleSizes);
        Assert.True(plan.Needle.PointId != "universal" || (!cloth.Elastane && ((cloth.HighestStretchPercent < 25 && question.Schools.StableKnitPointId != "never") || (cloth.HighestStretchPercent > 60 && question.Schools.StableKnitPointId == "stable-and-heavy"))), which);
        if (head is Overlocker overlocker)
        {
            var finger = overlocker.Fingers.Single(f => f.Name == plan.FingerName);
            var use = seam.Job.Rolls() ? FingerUse.Rolled : needles.Count == 2 ? FingerUse.BothNeedles : needles[0].Position == ThreadPosition.NeedleLeft ? FingerUse.LeftNeedle : FingerUse.RightNeedle;
            Assert.True((finger.Use & use) != 0, which);
            Assert.False(seam.Job is SeamJob.Hem or SeamJob.DecorativeLine or SeamJob.Topstitch or SeamJob.Binding or SeamJob.PinTuck, which);
        }

        Assert.False(seam.Job.Rolls() && (cloth.AreaDensityGsm.Value >= 200 || cloth.ThicknessMm.Value > 0.8), which);
        Assert.False(plan.StitchId == "503" && (!plan.Flatlock || seam.UnderLoad), which);
        Assert.False(plan.StitchId == "301" && seam.UnderLoad, which);
        Assert.False(cloth.Sheds && plan.Stitch.Family == StitchFamily.Overlock && !plan.Flatlock && !seam.Job.Rolls() && plan.StitchLengthMm > 2, which);
        if (plan.TwinGapMm is { } gap)
        {
            var plain = (PlainMachine)head;
            Assert.All(new[] { plain.Plates.Single(p => p.Name == plan.PlateName), plain.Feet.Single(f => f.Name == plan.FootName) }, part => Assert.True(part.SlotMm >= gap + plan.Needle.SizeMetric / 100.0 + 1.0 - 1e-9, which));
        }

        Assert.Empty(SetupCheck.Problems(machine, plan.Setup));
        var state = plan.Setup.OnMachine(machine);
        Assert.Empty(SetupCheck.Problems(machine, state));
        // From what stands on the machine the model reads the same seam as from the plan.
        var sewn = (state with { StitchId = head is PlainMachine ? state.StitchId : Place<string>.Unknown }).Case(plan.Baseline is { } printed ? machine.TunedTo(printed) : machine, question.Cloth, seam, plan.Need, question.Schools);
        Assert.Equal(Canonical.Text(plan.Figures), Canonical.Text(SeamAssessment.Of(sewn.Value!)));
        // What it costs is what its parts say, and the changing over is that from the state to the set-up.
        var hand = question.Machines.Single(m => m.Machine == machine);
        Assert.Equal(Changeover.Between(machine, hand.State, state) + (plan.Tape ? MinutesFor.Part : 0), plan.Cost!.ChangeoverMinutes, 9);
        Assert.Equal(plan.Figures.Seam.Consumption, plan.Cost.ThreadMetres);
        if (question.Drawer is { Threads: not null } drawer)
        {
            Assert.All(plan.Threads, t => Assert.Equal(drawer.Threads.All(c => c.Stock.KindId != t.KindId || c.Stock.MetresLeft == 0), t.ToBuy));
        }
    }

    /// <summary>Every figure a finding speaks of, against the set-up it stands beside; and every finding can be said in full.</summary>
    private static void ReasonsAreTrue(SetupPlan plan, PlanQuestion question, string which)
    {
        var findings = plan.Reasons.SelectMany(r => r.Findings).Concat(plan.Notes).Concat(plan.WouldChange).ToList();
        Assert.All(findings, f => Assert.Empty(Sentences.Lacks(f)));
        Assert.All(plan.Reasons, r => Assert.True(r.Bases.Count > 0 && r.Findings.Count > 0, which));
        Finding First(PlanTopic topic) => plan.ReasonsFor(topic).First().Findings[0];
        Assert.Equal(plan.StitchLengthMm, First(PlanTopic.Length).Figures["lengthMm"]);
        Assert.Equal(plan.NeedleSize.Metric, First(PlanTopic.Size).Figures["sizeMetric"]);
        Assert.Equal(plan.Point.Id, First(PlanTopic.Point).Names["point"]);
        Assert.Equal(plan.Figures.Seam.GapMm, Assert.Single(findings, f => f.Code == "gap").Figures["gapMm"]);
        var loopers = findings.Where(f => f.Code == "looper-thread").SelectMany(f => f.Names["positions"].Split(',').Select(p => (p, f.Names["thread"])));
        Assert.Equal(plan.Threads.Where(t => !t.Position.IsNeedle()).Select(t => (t.Position.Id(), t.KindId)).Order(), loopers.Order());
        var needle = First(PlanTopic.NeedleThread);
        Assert.Equal(plan.Threads[0].KindId, needle.Code switch { "needle-thread-stretch" => "stretch-polyester", "needle-thread-corespun" => "corespun-polyester", _ => needle.Names["thread"] });
        var stitch = First(PlanTopic.Stitch);
        Assert.True(plan.Stitch.ThreadCount == 4 || !stitch.Code.StartsWith("stitch-four", StringComparison.Ordinal), which);
        Assert.True(plan.Stitch.ThreadCount == 3 || !stitch.Code.StartsWith("stitch-three-", StringComparison.Ordinal) || stitch.Code == "stitch-three-step", which);
        if (plan.Stitch.Family == StitchFamily.Overlock && !plan.Flatlock && question.Seam.Job.Joins())
        {
            Assert.Equal(plan.Figures.Seam.StrengthNewtonsPerCm, stitch.Figures["strengthNewtonsPerCm"]);
        }

        var seats = First(PlanTopic.Seats).Code;
        Assert.True(seats != "seats-both" || plan.Threads.Count(t => t.Position.IsNeedle()) == 2, which);
        Assert.True(seats is not ("seats-right" or "seats-rolled") || (plan.Fills(ThreadPosition.NeedleRight) && !plan.Fills(ThreadPosition.NeedleLeft)), which);
        Assert.True(seats != "seats-left" || (plan.Fills(ThreadPosition.NeedleLeft) && !plan.Fills(ThreadPosition.NeedleRight)), which);
        if (plan.FingerName is { } finger)
        {
            Assert.Equal(finger, First(PlanTopic.Finger).Names["finger"]);
            Assert.Equal(plan.CuttingWidthFromRightMm, First(PlanTopic.CuttingWidth).Figures["cuttingWidthMm"]);
            Assert.Equal(plan.Figures.Seam.OverhangMm, First(PlanTopic.CuttingWidth).Figures["overhangMm"]);
        }

        Assert.Equal(plan.UpperLoosened, findings.Any(f => f.Code is "upper-loosened" or "upper-loosened-drags"));
        Assert.All(findings.Where(f => f.Figures.ContainsKey("drag")), f => Assert.Equal(plan.Figures.Drag, f.Figures["drag"]));
        Assert.All(findings.Where(f => f.Figures.ContainsKey("tunnellingIndex")), f => Assert.Equal(plan.Figures.Seam.TunnellingIndex!.Value / (plan.Tape ? 2 : 1), f.Figures["tunnellingIndex"]));
        Assert.All(findings.Where(f => f.Figures.ContainsKey("yieldPercent")), f => Assert.Equal(plan.Figures.YieldPercent.Middle, f.Figures["yieldPercent"]));
        Assert.All(findings.Where(f => f.Figures.ContainsKey("meetingLineMm")), f => Assert.Equal(plan.Figures.Seam.MeetingLineMm, f.Figures["meetingLineMm"]));
        if (plan.Differential is { } ratio)
        {
            Assert.Equal((ratio, plan.Figures.GrowthPercent!.Value.Middle), (First(PlanTopic.Differential).Figures["differential"], First(PlanTopic.Differential).Figures["growthPercent"]));
        }
    }

    private static void BehindIsWhole(PlannedSetup setup)
    {
        Assert.NotEmpty(setup.Differs);
        // The parts of a sentence are filled in where it is said.
        Assert.Empty(Sentences.Lacks(setup.Behind!.Why.With("parts", "x")));
        Assert.All(setup.Behind.Parts, p => Assert.Empty(Sentences.FragmentCodes.Contains(p.Code) ? Sentences.FragmentLacks(p) : Sentences.Lacks(p)));
        Assert.DoesNotContain('?', Sentences.Of(setup.Behind));
    }

    /// <summary>On lattices small enough to walk one by one, the answer is the best there is, judged by a ranking written out again from docs/planner.md.</summary>
    [Theory]
    [InlineData("power-knit", SeamJob.Join, true)]
    [InlineData("interlock", SeamJob.EdgeFinish, false)]
    [InlineData("swim-tricot", SeamJob.Join, false)]
    [InlineData("sweater-knit", SeamJob.EdgeFinish, false)]
    public void On_small_lattices_the_answer_equals_exhaustive_search(string typical, SeamJob job, bool known)
    {
        var machine = Overlocker() with { StitchLengthMm = new SettingRange(1.5, 3, 0.5), CuttingWidthMm = new SettingRange(3, 5, 0.5), NeedleSizes = [80, 90], NeedlePointIds = ["stretch", "jersey"] };
        var seam = SideSeam with { Job = job, Plies = job == SeamJob.Join ? 2 : 1, Direction = ClothDirection.Across };
        var question = Ask(Cloth(typical), seam, machine) with
        {
            Drawer = new Drawer([new NeedleStock { System = machine.NeedleSystem, PointId = "stretch", SizeMetric = 80, Unused = 3 }], [new Cone("1", new ThreadStock { Name = "a", KindId = "spun-polyester" }), new Cone("2", new ThreadStock { Name = "b", KindId = "textured-nylon" })]),
        };
        if (known)
        {
            var state = new Setup
            {
                Needles = Places.Of((ThreadPosition.NeedleRight, new Needle(machine.NeedleSystem, "jersey", 90))),
                Threads = Places.Of((ThreadPosition.NeedleRight, new SewingThread("spun-polyester")), (ThreadPosition.UpperLooper, new SewingThread("spun-polyester"))),
                Dials = Places.Of((ThreadPosition.NeedleRight, 4.0), (ThreadPosition.UpperLooper, 3)), FingerName = "narrow", StitchLengthMm = 2, Differential = 1, CuttingWidthMm = 4,
            };
            question = question with { Machines = [question.Machines[0] with { State = state }] };
        }

        // Every choice pinned, one after the other: with all of them pinned the search has one set-up to look at.
        var kinds = new[] { "spun-polyester", "textured-nylon", "stretch-polyester", "corespun-polyester", "textured-polyester" };
        var best = Answer(question).Best.Plan;
        SetupPlan? least = null;
        var seen = 0;
        foreach (var (stitch, seats) in new[] { ("514", SeatSet.Of([ThreadPosition.NeedleRight, ThreadPosition.NeedleLeft])), ("504", SeatSet.Of([ThreadPosition.NeedleRight])), ("504", SeatSet.Of([ThreadPosition.NeedleLeft])) })
        {
            foreach (var needle in new[] { "spun-polyester", "stretch-polyester", "corespun-polyester" })
            {
                foreach (var upper in kinds)
                {
                    foreach (var lower in kinds)
                    {
                        foreach (var length in new[] { 1.5, 2, 2.5, 3 })
                        {
                            foreach (var (point, size) in new[] { ("stretch", 80), ("stretch", 90), ("jersey", 80), ("jersey", 90) })
                            {
                                // The knife and the needle dial are walked by the figures below, the rest by pins.
                                var pins = new PlanPins { StitchId = stitch, Seats = seats, Flatlock = false, NeedleThreadId = needle, UpperThreadId = upper, LowerThreadId = lower, LengthMm = length, PointId = point, SizeMetric = size };
                                foreach (var offset in new double[] { -1, 0, 1 })
                                {
                                    if ((upper, lower) is not ("spun-polyester", "spun-polyester") and not ("textured-nylon", "textured-nylon") && offset != 0)
                                    {
                                        continue;
                                    }

                                    if (Planner.Plan(question with { Pins = pins with { NeedleOffset = offset } }).Value?.Best.Plan is { } plan)
                                    {
                                        seen++;
                                        least = least is null || Compare(plan, least, question) < 0 ? plan : least;
                                    }
                                }
                            }
                        }
                    }
                }
            }
        }

        Assert.True(seen > 400, $"{seen}");
        Assert.Equal(0, Compare(best, least!, question));
        Assert.Equal(Line(least!), Line(best));
        // Nor does another cut come out better than the one that was solved.
        foreach (var cut in new[] { 3, 3.5, 4, 4.5, 5 })
        {
            Assert.True(Compare(best, Answer(question with { Pins = PlanPins.None with { CuttingWidthMm = cut } }).Best.Plan, question) <= 0, $"cut {cut}");
        }
    }

    private static string Line(SetupPlan plan) => string.Join(' ', plan.Threads.Select(t => $"{t.Position.Tag()} {t.KindId} {t.DialNumber}").Append(plan.NeedleName).Append($"{plan.StitchLengthMm} {plan.CuttingWidthFromRightMm}"));

    /// <summary>Verdict, limits, the trade's order, cost: from the finished figures, not from the planner's own ranks.</summary>
    private static int Compare(SetupPlan one, SetupPlan other, PlanQuestion question)
    {
        foreach (var key in new Func<SetupPlan, double>[]
        {
            p => p.Figures.YieldPercent.Middle >= p.Figures.Verdict!.RequiredPercent ? 0 : p.Figures.YieldPercent.Middle >= p.Need.Percent ? 1 : 2,
            p => Missed(p, question).Count,
            p => Missed(p, question).Sum(m => Math.Pow(2, 10 - m.Order)),
            p => p.Figures.YieldPercent.Middle >= p.Figures.Verdict!.RequiredPercent ? 0 : Math.Max(1, Math.Round(20 * (p.Figures.Verdict.RequiredPercent - p.Figures.YieldPercent.Middle) / Math.Max(p.Figures.Verdict.RequiredPercent, 1))),
            p => Missed(p, question).Sum(m => Math.Max(1, Math.Round(4 * m.Share))),
            p => Tier(p, question),
            p => Math.Round(p.Cost!.Total(question.Weights), 5),
        })
        {
            if (key(one).CompareTo(key(other)) is not 0 and var order)
            {
                return order;
            }
        }

        return 0;
    }

    private static List<(int Order, double Share)> Missed(SetupPlan plan, PlanQuestion question)
    {
        var (f, s) = (plan.Figures, plan.Figures.Seam);
        var missed = new List<(int, double)>();
        void Most(int order, double? value, double limit)
        {
            if (value > limit)
            {
                missed.Add((order, value.Value / limit - 1));
            }
        }

        void Least(int order, double? value, double limit)
        {
            if (value < limit)
            {
                missed.Add((order, limit / value.Value - 1));
            }
        }

        var joins = question.Seam.Job == SeamJob.Join;
        Most(0, f.SkipInFifty, 0.05);
        Most(1, joins ? s.GapMm : null, 0.45);
        Least(2, question.Cloth.Sheds ? Math.Min(s.CoverFace!.Value, s.CoverBack!.Value) : null, 0.33);
        Most(3, f.MassRatio, joins ? 0.5 : 0.8);
        Most(4, f.Drag, 1);
        Least(6, joins ? s.StrengthNewtonsPerCm : null, 0.35 * question.Cloth.AreaDensityGsm.Value);
        var eased = plan.UpperLoosened;
        var off = eased ? Math.Max(s.MeetingLineMm!.Value, 0) - 0.5 + Math.Max(0, -s.MeetingLineMm.Value - 1.5) : Math.Abs(s.MeetingLineMm!.Value) - 0.5;
        if (off > 1e-9)
        {
            missed.Add((7, off / 0.5));
        }

        Most(8, Math.Abs(s.OverhangMm!.Value), 0.5);
        Most(9, Math.Abs(f.GrowthPercent!.Value.Middle), 2);
        if (question.Cloth.Sheds && plan.Threads.Any(t => !t.Position.IsNeedle() && !t.Kind.Textured))
        {
            missed.Add((10, 1));
        }

        // What is missed by a hair is said, and weighs nothing.
        return [.. missed.Where(m => m.Item2 >= 0.05)];
    }

    private static int Tier(SetupPlan plan, PlanQuestion question)
    {
        var four = plan.Stitch.ThreadCount == 4;
        if (question.Seam.Job == SeamJob.Join)
        {
            return four || question.Cloth.AreaDensityGsm.Value < 200 ? 0 : 1;
        }

        var wide = question.Cloth.Sheds || question.Cloth.AreaDensityGsm.Value >= 280;
        return four ? 2 : plan.Fills(ThreadPosition.NeedleLeft) == wide ? 0 : 1;
    }
}
