using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Setups;

public class AmendmentTests
{
    private static readonly Dictionary<ThreadPosition, double> NoDials = [];

    private static readonly SeamEntry Seam = new() { Name = "Side seam", NeedKind = NeedKind.OnBody, OnBodyMm = 130 };

    private static readonly ClothFigures Cloth = new ClothEntry { Name = "Interlock", TypicalId = "interlock" }.Resolve().Value!;

    private static SetupPlan Plan(Machine machine, SeamEntry? seam = null) => Planner.Plan(PlanQuestion.OnOne(Cloth, seam ?? Seam, machine, Schools.Default)).Value!.Best.Plan;

    [Fact]
    public void A_tighter_upper_looper_moves_the_meeting_line_and_the_rest_stays()
    {
        var machine = PlanSearchTests.Overlocker();
        var plan = Plan(machine);
        var upper = plan.Threads.Single(t => t.Position == ThreadPosition.UpperLooper);
        var amended = new Amendment(new Dictionary<ThreadPosition, double> { [ThreadPosition.UpperLooper] = upper.DialNumber!.Value + 1 }).Apply(plan, machine, Cloth, Seam).Value!;
        Assert.Equal(upper.StepsTighter + 1, amended.Threads.Single(t => t.Position == ThreadPosition.UpperLooper).StepsTighter);
        Assert.True(amended.Figures.Seam.MeetingLineMm > plan.Figures.Seam.MeetingLineMm);
        Assert.Equal(amended.Figures.Seam.MeetingLineMm, amended.Targets.MeetingLineMm);
        Assert.Equal((plan.StitchId, plan.NeedleName, plan.FingerName, plan.BiteMm), (amended.StitchId, amended.NeedleName, amended.FingerName, amended.BiteMm));
        Assert.Equal([FormattableString.Invariant($"upper looper dial {upper.DialNumber} → {upper.DialNumber + 1}")], SetupDifferences.Between(plan, amended));
        Assert.Contains(amended.Reasons, r => r.Sentence.Contains("upper looper dial", StringComparison.Ordinal));
    }

    [Fact]
    public void Length_knife_and_feed_change_their_own_figures()
    {
        var machine = PlanSearchTests.Overlocker();
        var plan = Plan(machine);
        var shorter = new Amendment(NoDials, LengthMm: 1.5).Apply(plan, machine, Cloth, Seam).Value!;
        Assert.True(shorter.Figures.Yield.Middle > plan.Figures.Yield.Middle);
        var knife = new Amendment(NoDials, CuttingWidthMm: plan.CuttingWidthFromRightMm - 1).Apply(plan, machine, Cloth, Seam).Value!;
        Assert.Equal(plan.Figures.Seam.OverhangMm!.Value + 1, knife.Figures.Seam.OverhangMm!.Value, 9);
        var feed = new Amendment(NoDials, Differential: 2).Apply(plan, machine, Cloth, Seam).Value!;
        Assert.Equal(ClothEffects.GrowthPercent(Cloth.StretchAlong(Seam.Direction).Value, 2), feed.Targets.GrowthPercent, 9);
    }

    [Fact]
    public void On_a_plain_machine_both_threads_of_a_twin_hang_from_the_one_dial()
    {
        var machine = PlanSearchTests.Plain();
        var hem = Seam with { Job = SeamJob.Hem, Direction = ClothDirection.Across };
        var plan = Plan(machine, hem);
        Assert.NotNull(plan.TwinGapMm);
        var amended = new Amendment(new Dictionary<ThreadPosition, double> { [ThreadPosition.Needle] = 2 }).Apply(plan, machine, Cloth, hem).Value!;
        Assert.All(amended.Threads.Where(t => t.Position.IsNeedle()), t => Assert.Equal(2, t.DialNumber));
        Assert.Null(amended.Threads.Single(t => t.Position == ThreadPosition.Bobbin).DialNumber);
    }

    [Fact]
    public void What_the_machine_or_the_set_up_does_not_have_is_refused_and_so_is_no_change()
    {
        var machine = PlanSearchTests.Overlocker();
        var plan = Plan(machine);
        string Field(Amendment amendment) => Assert.Single(amendment.Apply(plan, machine, Cloth, Seam).Problems).Field;
        Assert.Equal("dials.upper-looper", Field(new(new Dictionary<ThreadPosition, double> { [ThreadPosition.UpperLooper] = 40 })));
        Assert.Equal("dials.chain-looper", Field(new(new Dictionary<ThreadPosition, double> { [ThreadPosition.ChainLooper] = 2 })));
        Assert.Equal("lengthMm", Field(new(NoDials, LengthMm: 40)));
        Assert.Equal("widthMm", Field(new(NoDials, WidthMm: 3)));
        Assert.Equal("differential", Field(new(NoDials, Differential: double.NaN)));
        Assert.Equal("dials", Field(new(NoDials, LengthMm: plan.StitchLengthMm)));
    }

    [Fact]
    public void Textured_thread_set_tighter_than_its_neutral_by_hand_is_warned_of()
    {
        var machine = PlanSearchTests.Overlocker();
        var skin = Seam with { OnSkin = true };
        var plan = Plan(machine, skin);
        var amended = new Amendment(new Dictionary<ThreadPosition, double> { [ThreadPosition.LowerLooper] = 6 }).Apply(plan, machine, Cloth, skin).Value!;
        Assert.Contains(amended.Notes, n => n.Contains("pulls the fluff flat", StringComparison.Ordinal));
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
        Assert.True(rule.Applies(1, 2, SeamJob.Join, plan.Threads));
        Assert.False(rule.Applies(2, 2, SeamJob.Join, plan.Threads));
        Assert.False(rule.Applies(1, 3, SeamJob.Join, plan.Threads));
        Assert.False(rule.Applies(1, 2, SeamJob.Hem, plan.Threads));
        Assert.False((rule with { ThreadKindId = "cotton" }).Applies(1, 2, SeamJob.Join, plan.Threads));
        Assert.All(OwnRule.Liftable, listed => Assert.Contains(HardRules.All, r => r.Id == listed.Id));
    }
}
