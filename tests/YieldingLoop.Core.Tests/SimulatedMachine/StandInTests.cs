using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.SimulatedMachine;

/// <summary>The simulated machine against what is hidden in it: its readings lie about the truth with the errors they are to have.</summary>
public sealed class StandInTests
{
    private static StandIn Begin(TrialCase trial, int seed = 1, params HiddenFault[] faults) =>
        new(trial.Machine, trial.Cloth, trial.Seam, ChosenSchools.Default, trial.Truth with { Faults = faults }, new Dice(seed));

    private static TrialCase Overlocked { get; } = Enumerable.Range(0, 200).Select(n => TrialCase.Draw(n)).First(t => t.Plan.StitchId == "514");

    [Fact]
    public void The_generator_gives_the_published_numbers()
    {
        // SplitMix64 from 1234567: 6457827717110365317, 3203168211198807973, 9817491932198370423 (test values that go round with it, from memory).
        var dice = new Dice(1234567);
        foreach (var expected in new[] { 6457827717110365317UL, 3203168211198807973UL, 9817491932198370423UL })
        {
            Assert.Equal((expected >> 11) / (double)(1UL << 53), dice.NextDouble());
        }

        double[] normal = [.. Enumerable.Range(0, 20_000).Select(_ => dice.NextNormal())];
        Assert.InRange(normal.Average(), -0.03, 0.03);
        Assert.InRange(normal.Average(x => x * x), 0.96, 1.04);
        Assert.InRange(normal.Average(x => x * x * x * x), 2.8, 3.2);
    }

    [Fact]
    public void Readings_lie_about_the_truth_with_their_own_errors()
    {
        var trial = Overlocked;
        var machine = Begin(trial);
        var truth = machine.Figures(trial.Plan.Setup);
        var read = Enumerable.Range(0, 1500).Select(_ => machine.Sew(trial.Plan.Setup, 0).Value!).ToList();
        void About(double expected, double sigma, Func<SwatchReadings, double> of)
        {
            double[] values = [.. read.Select(of)];
            Assert.Equal(expected, values.Average(), 5 * sigma / Math.Sqrt(values.Length));
            Assert.InRange(Math.Sqrt(values.Average(v => Math.Pow(v - values.Average(), 2))), 0.9 * sigma, 1.1 * sigma);
        }

        About(truth.MeetingLineMm!.Value, 0.2, r => r.MeetingLineMm!.Value);
        About(truth.Seam.OverhangMm!.Value, 0.2, r => r.OverhangMm!.Value);
        About(0, 0.3, r => r.BesideUnsewnPercent!.Value);
        Assert.All(read, r => Assert.Equal(truth.Seam.CoverFace, r.CoverFace));
        // Growth by hand: what the cloth grows, the slope, and the offset.
        var cloth = trial.Plan.Setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!.Cloth!;
        var ratio = trial.Plan.Setup.Differential.Value;
        var stretch = cloth.GrowthStretchPercent ?? cloth.StretchAlongPercent;
        var fed = trial.Truth.FeedSlope * (ratio - 1);
        About(0.10 * stretch * trial.Plan.Setup.FootPressure.Or(1) + (ratio < 1 ? Math.Min(fed, 0.25 * stretch) : fed) + trial.Truth.GrowthOffsetPercent, 1, r => r.GrowthPercent!.Value);
    }

    [Fact]
    public void A_dial_does_what_is_hidden_in_it_and_not_what_the_record_says()
    {
        var trial = Overlocked;
        var machine = Begin(trial);
        var dial = trial.Machine.DialOf(ThreadPosition.UpperLooper);
        var stands = trial.Plan.Setup.Dials[ThreadPosition.UpperLooper].Value;
        var to = stands + (stands + 1 <= dial.Highest ? 1 : -1);
        double Tension(double number) => machine.Figures(trial.Plan.Setup with { Dials = trial.Plan.Setup.Dials.With(ThreadPosition.UpperLooper, number) }).Threads.Single(t => t.Position == ThreadPosition.UpperLooper).TensionCentinewtons;
        Assert.Equal(trial.Truth.Dials[ThreadPosition.UpperLooper].Gain * dial.Sense.Sign() * (to - stands), Math.Log(Tension(to) / Tension(stands)), 9);
        // At neutral and as far off as it is hidden, the calibration thread runs at T₀.
        var hidden = trial.Truth.Dials[ThreadPosition.UpperLooper];
        var thread = trial.Plan.Setup.Threads[ThreadPosition.UpperLooper].Value.Resolve();
        var factor = DialTension.TensionAt(ThreadPosition.UpperLooper, thread, 0, trial.Machine.CalibrationThread);
        Assert.Equal(factor, Tension(dial.Neutral + hidden.OffsetNumbers), 9);
    }

    [Fact]
    public void Looks_are_right_nine_times_in_ten_and_what_sticks_looks_good_once_it_is_put_right()
    {
        var fault = new Fault(FaultKind.GuideMissed, ThreadPosition.LowerLooper);
        var machine = Begin(Overlocked, 3, new HiddenFault(fault, Sticky: true));
        double Bad(FaultKind kind, ThreadPosition? at) => Enumerable.Range(0, 4000).Average(_ => machine.LooksBad(kind, at) ? 1.0 : 0);
        Assert.InRange(Bad(FaultKind.GuideMissed, ThreadPosition.LowerLooper), 0.88, 0.92);
        Assert.InRange(Bad(FaultKind.GuideMissed, ThreadPosition.UpperLooper), 0.08, 0.12);
        machine.PutRight(FaultKind.GuideMissed, ThreadPosition.UpperLooper);
        Assert.False(machine.InEffect.Single().PutRight);
        machine.PutRight(FaultKind.GuideMissed, ThreadPosition.LowerLooper);
        Assert.InRange(Bad(FaultKind.GuideMissed, ThreadPosition.LowerLooper), 0.08, 0.12);
        Assert.Equal(fault, machine.InEffect.Single().Fault);
        machine.RethreadAll();
        Assert.Empty(machine.InEffect);
    }

    [Fact]
    public void What_is_put_right_is_right()
    {
        HiddenFault[] faults = [new(new(FaultKind.NeedleNotUp, ThreadPosition.NeedleLeft)), new(new(FaultKind.Finger) { OffMm = 1 })];
        var machine = Begin(Overlocked, 4, faults);
        machine.RethreadAll();
        Assert.Equal(2, machine.InEffect.Count);
        machine.NewNeedle(ThreadPosition.NeedleRight);
        Assert.Equal(2, machine.InEffect.Count);
        machine.NewNeedle(ThreadPosition.NeedleLeft);
        machine.SetFinger();
        Assert.Empty(machine.InEffect);
    }

    [Fact]
    public void A_looper_threaded_in_the_wrong_order_breaks_within_thirty_stitches_and_nothing_else_is_read()
    {
        var read = Begin(Overlocked, 5, new HiddenFault(new(FaultKind.LooperOrder))).Sew(Overlocked.Plan.Setup, 30).Value!;
        Assert.Equal(ThreadPosition.LowerLooper, read.BrokeAt);
        Assert.InRange(read.BrokeAfterStitches!.Value, 1, 30);
        Assert.Equal(new SwatchReadings { BrokeAt = read.BrokeAt, BrokeAfterStitches = read.BrokeAfterStitches }, read);
    }

    [Fact]
    public void What_is_hidden_is_drawn_with_the_shares_and_ranges_it_is_to_have()
    {
        var trial = Overlocked;
        var sewn = trial.Plan.Setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;
        var dice = new Dice(99);
        var draws = Enumerable.Range(0, 6000).Select(_ => new TruthDraw(dice).Draw(trial.Plan.Setup, trial.Machine, sewn)).ToList();
        Assert.All(draws, d => Assert.All(d.Dials.Values, v => Assert.True(v.Gain is >= 0.12 and <= 0.35 && Math.Abs(v.OffsetNumbers) <= 1.5)));
        Assert.All(draws, d => Assert.True(d.MeetingPerLogMm is >= 1.5 and <= 3 && d.FeedSlope is >= -28 and <= -16 && Math.Abs(d.GrowthOffsetPercent) <= 1.5));
        Assert.InRange(draws.Average(d => d.PopRatios.Values.Average(r => Math.Pow(Math.Log(r), 2))), 0.057, 0.068);
        double Share(Func<HiddenTruth, bool> which) => draws.Average(d => which(d) ? 1.0 : 0);
        Assert.InRange(Share(d => d.Faults.Count == 0), 0.13, 0.17);
        Assert.InRange(Share(d => d.Faults.Count > 0 && FaultEffects.Threading.Contains(d.Faults[0].Fault.Kind)), 0.58, 0.62);
        Assert.InRange(Share(d => d.Faults.Count > 0 && FaultEffects.OfNeedles.Contains(d.Faults[0].Fault.Kind)), 0.135, 0.165);
        Assert.InRange(draws.Where(d => d.Faults.Count > 0).Average(d => d.Faults.Count == 2 ? 1.0 : 0), 0.085, 0.115);
        Assert.InRange(draws.Where(d => d.Faults.Count > 0 && FaultEffects.Threading.Contains(d.Faults[0].Fault.Kind)).Average(d => d.Faults[0].Sticky ? 1.0 : 0), 0.08, 0.12);
        Assert.All(draws.SelectMany(d => d.Faults).Where(f => f.Fault.Kind == FaultKind.Knife), f => Assert.InRange(Math.Abs(f.Fault.OffMm), 0.8, 1.6));
        Assert.Equal(FaultEffects.Threading.Order(), draws.SelectMany(d => d.Faults).Select(f => f.Fault.Kind).Where(FaultEffects.Threading.Contains).Distinct().Order());
    }

    [Fact]
    public void A_case_is_the_same_for_its_number_ever_after_and_holds_by_the_model()
    {
        foreach (var number in new[] { 3, 77, 1234 })
        {
            TrialCase one = TrialCase.Draw(number), again = TrialCase.Draw(number);
            Assert.Equal(one.Plan.Setup, again.Plan.Setup);
            Assert.Equal(one.Truth.Faults, again.Truth.Faults);
            Assert.Equal(one.Truth.Dials, again.Truth.Dials);
            Assert.Equal(Verdict.Holds, one.Plan.Figures.Verdict!.Verdict);
            Assert.Equal(one.Begin().Sew(one.Plan.Setup, 20).Value!.GapMm, again.Begin().Sew(one.Plan.Setup, 20).Value!.GapMm);
        }

        Assert.True(Enumerable.Range(0, 120).Select(n => TrialCase.Draw(n).Plan.StitchId).Distinct().Count() >= 7);
    }
}
