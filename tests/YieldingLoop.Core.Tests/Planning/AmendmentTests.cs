using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Planning;

public class AmendmentTests
{
    private static readonly SeamEntry Seam = new() { Name = "Side seam", NeedKind = NeedKind.OnBody, OnBodyMm = 130 };

    private static readonly ClothFigures Cloth = new ClothEntry { Name = "Interlock", TypicalId = "interlock" }.Resolve().Value!;

    private static SetupPlan Plan(Machine machine, SeamEntry? seam = null) => Planner.Plan(PlanQuestion.OnOne(Cloth, seam ?? Seam, machine, ChosenSchools.Default)).Value!.Best.Plan;

    private static Setup Dial(ThreadPosition position, double number) => new() { Dials = Places.Of((position, number)) };

    private static SetupPlan Amended(SetupPlan plan, Setup changes, Machine machine, SeamEntry? seam = null) => Amendment.Amend(plan, changes, machine, Cloth, seam ?? Seam).Value!;

    [Fact]
    public void A_tighter_upper_looper_moves_the_meeting_line_and_the_rest_stays()
    {
        var machine = PlanSearchTests.Overlocker();
        var plan = Plan(machine);
        var upper = plan.Threads.Single(t => t.Position == ThreadPosition.UpperLooper);
        var amended = Amended(plan, Dial(ThreadPosition.UpperLooper, upper.DialNumber!.Value + 1), machine);
        Assert.Equal(upper.StepsTighter + 1, amended.Threads.Single(t => t.Position == ThreadPosition.UpperLooper).StepsTighter);
        Assert.True(amended.Figures.Seam.MeetingLineMm > plan.Figures.Seam.MeetingLineMm);
        Assert.Equal(amended.Figures.Seam.MeetingLineMm, amended.Targets.MeetingLineMm!.Value.Wanted);
        Assert.Equal((plan.StitchId, plan.NeedleName, plan.FingerName, plan.BiteMm), (amended.StitchId, amended.NeedleName, amended.FingerName, amended.BiteMm));
        var change = new Finding("changed-dial").With("position", "upper-looper").With("wasNumber", upper.DialNumber!.Value).With("nowNumber", upper.DialNumber.Value + 1);
        Assert.Equal([new SetupDifference(PlanTopic.LooperDials, change)], SetupDifferences.Between(plan.Setup, amended.Setup));
        var reason = Assert.Single(amended.Reasons);
        Assert.Equal((PlanTopic.LooperDials, change, Basis.OwnChange), (reason.Topic, Assert.Single(reason.Findings), Assert.Single(reason.Bases)));
        Assert.Equal(FormattableString.Invariant($"upper looper dial {upper.DialNumber} → {upper.DialNumber + 1}"), Sentences.Fragment(change));
    }

    [Fact]
    public void Length_knife_and_feed_change_their_own_figures()
    {
        var machine = PlanSearchTests.Overlocker();
        var plan = Plan(machine);
        var shorter = Amended(plan, new Setup { StitchLengthMm = 1.5 }, machine);
        Assert.True(shorter.Figures.YieldPercent.Middle > plan.Figures.YieldPercent.Middle);
        var knife = Amended(plan, new Setup { CuttingWidthMm = plan.CuttingWidthFromRightMm!.Value - 1 }, machine);
        Assert.Equal(plan.Figures.Seam.OverhangMm!.Value + 1, knife.Figures.Seam.OverhangMm!.Value, 9);
        var feed = Amended(plan, new Setup { Differential = 2 }, machine);
        Assert.Equal(ClothEffects.GrowthPercent(Cloth.StretchAlongPercent(Seam.Direction).Value, 2), feed.Targets.GrowthPercent!.Value.Wanted!.Value, 9);
        Assert.Equal([PlanTopic.Length, PlanTopic.CuttingWidth, PlanTopic.Differential], new[] { shorter, knife, feed }.Select(a => Assert.Single(a.Reasons).Topic));
    }

    [Fact]
    public void The_foots_pressure_is_amended_where_the_set_up_has_one_and_grows_with_it()
    {
        var machine = PlanSearchTests.Overlocker() with { FootPressure = new SettingRange(0.5, 1.5, 0.25) };
        var plan = Plan(machine);
        var was = plan.Setup.FootPressure.Number()!.Value;
        var heavier = Amended(plan, new Setup { FootPressure = was + 0.5 }, machine);
        var along = Cloth.StretchAlongPercent(Seam.Direction).Value;
        Assert.Equal(ClothEffects.GrowthPercent(along, plan.Differential!.Value, was + 0.5), heavier.Targets.GrowthPercent!.Value.Wanted!.Value, 9);
        var reason = Assert.Single(heavier.Reasons);
        Assert.Equal(PlanTopic.FootPressure, reason.Topic);
        Assert.Equal(new Finding("changed-foot-pressure").With("wasPressure", was).With("nowPressure", was + 0.5), Assert.Single(reason.Findings));
        Assert.Equal("footPressure", Assert.Single(Amendment.Amend(plan, new Setup { FootPressure = 3 }, machine, Cloth, Seam).Problems).Field);
        var unset = PlanSearchTests.Overlocker();
        Assert.Equal("footPressure", Assert.Single(Amendment.Amend(Plan(unset), new Setup { FootPressure = 1.25 }, unset, Cloth, Seam).Problems).Field);
    }

    [Fact]
    public void Parts_that_two_set_ups_differ_in_are_named()
    {
        var before = new Setup { PlateName = "wide slot", FootName = "standard", ConverterName = Place<string>.Empty };
        var after = new Setup { PlateName = "straight", FootName = "elastic", ConverterName = "converter" };
        Assert.Equal(
            ["needle plate wide slot → straight", "presser foot standard → elastic", "converter none → converter"],
            SetupDifferences.Between(before, after).Select(d => Sentences.Fragment(d.Finding)));
    }

    [Fact]
    public void On_a_plain_machine_both_threads_of_a_twin_hang_from_the_one_dial()
    {
        var machine = PlanSearchTests.Plain();
        var hem = Seam with { Job = SeamJob.Hem, Direction = ClothDirection.Across };
        var plan = Plan(machine, hem);
        Assert.NotNull(plan.TwinGapMm);
        var amended = Amended(plan, Dial(ThreadPosition.Needle, 2), machine, hem);
        Assert.All(amended.Threads.Where(t => t.Position.IsNeedle()), t => Assert.Equal(2, t.DialNumber));
        Assert.Null(amended.Threads.Single(t => t.Position == ThreadPosition.Bobbin).DialNumber);
    }

    [Fact]
    public void What_the_machine_or_the_set_up_does_not_have_is_refused_and_so_is_no_change()
    {
        var machine = PlanSearchTests.Overlocker();
        var plan = Plan(machine);
        string Field(Setup changes) => Assert.Single(Amendment.Amend(plan, changes, machine, Cloth, Seam).Problems).Field;
        Assert.Equal("dials.upper-looper", Field(Dial(ThreadPosition.UpperLooper, 40)));
        Assert.Equal("dials.chain-looper", Field(Dial(ThreadPosition.ChainLooper, 2)));
        Assert.Equal("stitchLengthMm", Field(new() { StitchLengthMm = 40 }));
        Assert.Equal("zigzagWidthMm", Field(new() { ZigzagWidthMm = 3 }));
        Assert.Equal("differential", Field(new() { Differential = double.NaN }));
        Assert.Equal("dials", Field(new() { StitchLengthMm = plan.StitchLengthMm }));
    }

    [Fact]
    public void An_amended_set_up_keeps_the_warnings_that_still_hold()
    {
        var machine = PlanSearchTests.Overlocker();
        // A cloth known by name only, which melts: a guess and a hot iron are warned of, before and after.
        var cloth = new ClothEntry { Name = "Power knit", TypicalId = "power-knit", Elastane = true, Melts = true }.Resolve().Value!;
        var plan = Planner.Plan(PlanQuestion.OnOne(cloth, Seam, machine, ChosenSchools.Default)).Value!.Best.Plan;
        Assert.Equal(2, plan.Notes.Count);
        var amended = Amendment.Amend(plan, new Setup { StitchLengthMm = plan.StitchLengthMm + 0.5 }, machine, cloth, Seam).Value!;
        Assert.All(plan.Notes, n => Assert.Contains(n, amended.Notes));
        Assert.NotEmpty(amended.WouldChange);
        // Needles opened wide miss the limit of the gap, and it is said.
        var open = Amendment.Amend(plan, new Setup { Dials = Places.Of(plan.Setup.Dials.Filled.Where(p => p.IsNeedle()).Select(p => (p, 0.0))) }, machine, cloth, Seam).Value!;
        Assert.True((open.Missed & PlanLimits.Gap) != 0 && (plan.Missed & PlanLimits.Gap) == 0);
        Assert.True(open.Notes.Count > amended.Notes.Count);
    }

    [Fact]
    public void The_limits_of_a_finished_set_up_are_those_the_search_counted()
    {
        var machine = PlanSearchTests.Overlocker();
        foreach (var job in Jobs.All.Select(j => j.Job).Where(j => j is not (SeamJob.Hem or SeamJob.DecorativeLine)))
        {
            foreach (var (name, skin) in new[] { ("interlock", true), ("power-knit", false), ("wicking-mesh", true), ("rib-2x2", false) })
            {
                var cloth = new ClothEntry { Name = name, TypicalId = name, Sheds = skin }.Resolve().Value!;
                var question = PlanQuestion.OnOne(cloth, Seam with { Job = job, OnSkin = skin, Plies = Jobs.Of(job)!.LeastPlies }, machine, ChosenSchools.Default);
                if (Planner.Plan(question).Value is not { } answer)
                {
                    continue;
                }

                Assert.All(answer.Alternatives.Append(answer.Best), a => Assert.Equal(a.Plan.Missed, SetupLimits.Missed(a.Plan, machine, question, a.Plan.Need)));
            }
        }
    }

    [Fact]
    public void Textured_thread_set_tighter_than_its_neutral_by_hand_is_warned_of()
    {
        var machine = PlanSearchTests.Overlocker();
        var skin = Seam with { OnSkin = true };
        var plan = Plan(machine, skin);
        var amended = Amended(plan, Dial(ThreadPosition.LowerLooper, 6), machine, skin);
        Assert.Contains(amended.Notes, n => n == new Finding("textured-too-tight").With("position", "lower-looper").With("thread", "textured-nylon"));
    }

    [Theory]
    [InlineData("", "trial", null, null, "text")]
    [InlineData("x", "", null, null, "source")]
    [InlineData("x", "trial", "rope", null, "threadKindId")]
    [InlineData("x", "trial", null, "finger-matches", "liftsRuleId")]
    public void An_own_rule_says_what_it_lacks(string text, string source, string? thread, string? lifts, string field) =>
        Assert.Equal(field, Assert.Single(new OwnRule { Text = text, Source = source, ThreadKindId = thread, LiftsRuleId = lifts }.Problems()).Field);

    [Fact]
    public void An_own_rule_applies_where_it_says()
    {
        var plan = Plan(PlanSearchTests.Overlocker());
        var rule = new OwnRule { Text = "x", Source = "trial", MachineId = 1, ClothId = 2, Job = SeamJob.Join, ThreadKindId = "spun-polyester" };
        var join = Seam with { Job = SeamJob.Join };
        Assert.True(rule.Applies(1, 2, join, plan.Setup));
        Assert.False(rule.Applies(2, 2, join, plan.Setup));
        Assert.False(rule.Applies(1, 3, join, plan.Setup));
        // What is said of a cloth holds as well where it is the other one in the seam.
        Assert.True(rule.Applies(1, 3, join with { Other = new OtherLayers { Cloth = Cloth, ClothId = 2 } }, plan.Setup));
        Assert.False(rule.Applies(1, 3, join with { Other = new OtherLayers { Cloth = Cloth, ClothId = 4 } }, plan.Setup));
        Assert.False(rule.Applies(1, 2, join with { Job = SeamJob.Hem }, plan.Setup));
        Assert.False((rule with { ThreadKindId = "cotton" }).Applies(1, 2, join, plan.Setup));
        Assert.All(OwnRule.Liftable, listed => Assert.Contains(HardRules.All, r => r.Id == listed.Id));
    }
}
