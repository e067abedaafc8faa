using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Machines;

public class DialScaleTests
{
    private static readonly DialScale Usual = new(0, 9, 0.5, 4, DialSense.HigherIsTighter);
    private static readonly DialScale Reversed = new(1, 7, 0.25, 3, DialSense.HigherIsLooser);

    [Fact]
    public void Tighter_is_up_on_one_machine_and_down_on_the_other()
    {
        Assert.Equal(2, Usual.StepsTighter(6));
        Assert.Equal(-2, Reversed.StepsTighter(5));
        Assert.Equal(6, Usual.NumberFor(2));
        Assert.Equal(5, Reversed.NumberFor(-2));
    }

    [Theory]
    [InlineData(-1.25, 3)] // rounds to the half: 2.75 lies between 2.5 and 3, and .5 rounds to even steps
    [InlineData(-20, 0)]
    [InlineData(20, 9)]
    [InlineData(0.2, 4)]
    public void Numbers_are_rounded_to_the_step_and_kept_on_the_scale(double steps, double number) =>
        Assert.Equal(number, Usual.NumberFor(steps));

    [Fact]
    public void A_step_that_does_not_divide_the_scale_never_leads_past_its_end()
    {
        var odd = new DialScale(0, 5, 2, 2, DialSense.HigherIsTighter);
        Assert.Equal(4, odd.NumberFor(100));
        Assert.Equal([0, 2, 4], odd.Numbers());
        Assert.Equal(19, Usual.Numbers().Count());
    }

    [Fact]
    public void Dial_and_sense_give_the_same_tension_either_way_round()
    {
        var kind = ThreadCatalogue.SpunPolyester;
        var up = DialTension.Tension(ThreadPosition.UpperLooper, kind, 6, 4, DialSense.HigherIsTighter, kind);
        var down = DialTension.Tension(ThreadPosition.UpperLooper, kind, 1, 3, DialSense.HigherIsLooser, kind);
        Assert.Equal(up, down, 12);
        Assert.Equal(12 * Math.Exp(0.44), up, 9);
    }

    [Fact]
    public void At_its_thread_neutral_dial_a_thread_runs_like_the_calibration_thread()
    {
        foreach (var kind in ThreadCatalogue.Kinds)
        {
            var steps = DialTension.ThreadNeutralSteps(kind, ThreadCatalogue.SpunPolyester);
            Assert.Equal(30, DialTension.TensionAt(ThreadPosition.NeedleLeft, kind, steps, ThreadCatalogue.SpunPolyester), 9);
        }
    }

    // Source: docs/model.md section 2: 27 tex spun polyester is 0.204 mm thick.
    [Fact]
    public void The_calibration_thread_is_0_204_mm_thick() => Assert.Equal(0.204, ThreadCatalogue.SpunPolyester.DiscDiameterMm, 3);
}

public class OverlockerTests
{
    private static readonly Overlocker Template = OverlockerTemplate.Create("Bench");

    [Fact]
    public void The_template_can_be_planned_with_at_once() => Assert.Empty(MachineCheck.Problems(Template));

    [Fact]
    public void The_knife_dial_maps_the_cutting_width()
    {
        var machine = Template with { CuttingWidthMm = new SettingRange(1.5, 5.5, 0.5), KnifeDial = new KnifeDial(1, 9) };
        Assert.Equal(1, machine.KnifeNumber(1.5));
        Assert.Equal(6, machine.KnifeNumber(4));
        Assert.Equal(9, machine.KnifeNumber(5.5));
        Assert.Null(Template.KnifeNumber(4));
    }

    [Fact]
    public void Every_overlocker_thread_has_a_dial_and_no_other()
    {
        Assert.Equal(4, Template.Dials.Count);
        Assert.All(Template.Dials, d => Assert.Same(d.Dial, Template.DialOf(d.Position)));
        Assert.Throws<ArgumentOutOfRangeException>(() => Template.DialOf(ThreadPosition.Bobbin));
    }

    [Fact]
    public void A_record_that_makes_no_sense_is_refused_at_its_field()
    {
        (string Field, Overlocker Machine)[] faulty =
        [
            ("name", Template with { Name = " " }),
            ("name", Template with { Name = new string('x', 10_000) }),
            ("needle-left.highest", Template with { NeedleLeft = Template.NeedleLeft with { Highest = -1 } }),
            ("needle-right.highest", Template with { NeedleRight = Template.NeedleRight with { Lowest = double.NaN } }),
            ("upper-looper.step", Template with { UpperLooper = Template.UpperLooper with { Step = 0 } }),
            ("upper-looper.step", Template with { UpperLooper = Template.UpperLooper with { Step = 0.0001 } }),
            ("lower-looper.neutral", Template with { LowerLooper = Template.LowerLooper with { Neutral = 12 } }),
            ("lower-looper.label", Template with { LowerLooper = Template.LowerLooper with { Label = new string('l', 50) } }),
            ("gaugeMm", Template with { GaugeMm = double.NaN }),
            ("gaugeMm", Template with { GaugeMm = 0 }),
            ("leftTipHigherMm", Template with { LeftTipHigherMm = 50 }),
            ("cuttingWidth.most", Template with { CuttingWidthMm = new SettingRange(5, 2, 0.5) }),
            ("differential.least", Template with { Differential = new SettingRange(0, 2, 0.1) }),
            ("stitchLength.step", Template with { StitchLengthMm = new SettingRange(1, 4, -1) }),
            ("knifeDial", Template with { KnifeDial = new KnifeDial(3, 3) }),
            ("fingers", Template with { Fingers = [] }),
            ("fingers[0].name", Template with { Fingers = [new("", 4, FingerUse.LeftNeedle)] }),
            ("fingers[0].use", Template with { Fingers = [new("wide", 4, FingerUse.None)] }),
            ("fingers[0].loopWidthFromRightMm", Template with { Fingers = [new("wide", -4, FingerUse.LeftNeedle)] }),
            ("needleSystem", Template with { NeedleSystem = "" }),
            ("needlePointIds", Template with { NeedlePointIds = [] }),
            ("needlePointIds", Template with { NeedlePointIds = ["wedge"] }),
            ("needleSizes", Template with { NeedleSizes = [] }),
            ("needleSizes", Template with { NeedleSizes = [81] }),
            ("fourThreadStitchId", Template with { FourThreadStitchId = "301" }),
            ("calibrationThreadId", Template with { CalibrationThreadId = "string" }),
            ("looperOrder", Template with { LooperOrder = (LooperOrder)7 }),
            ("upper-looper.mark", Template with { ThreadMarks = new Dictionary<string, string> { ["upper-looper"] = "red" } }),
        ];
        Assert.All(faulty, f => Assert.Contains(f.Field, MachineCheck.Problems(f.Machine).Select(p => p.Field)));
    }
}
