using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Planning;

/// <summary>
/// Every number a finished set-up is explained with, and every word about a dial, worked out a second time from what is
/// set: the dial as it stands on the machine's own scale, the model's reading of the set-up, the sums of docs/planner.md.
/// </summary>
public class PlanFiguresTests
{
    private const double Near = 1e-6;

    [Fact]
    public void Over_400_random_plans_every_number_and_every_dial_word_is_that_of_the_set_up()
    {
        var random = new Random(13);
        int plans = 0, byManual = 0, figures = 0;
        while (plans < 400)
        {
            var question = WithManuals(PlanSearchTests.RandomQuestion(random), random);
            if (Planner.Best(question).Value is not { } best)
            {
                continue;
            }

            plans++;
            var (plan, which) = (best.Plan, $"plan {plans}");
            byManual += plan.Baseline is null ? 0 : 1;
            var machine = question.Machines.Single(m => m.Id == best.MachineId).Machine;
            foreach (var reason in plan.Reasons)
            {
                // What stands behind these two speaks of the model's own choice.
                foreach (var finding in reason.Findings.TakeWhile(f => f.Code is not ("model-instead" or "model-dials")))
                {
                    figures += Holds(finding, reason.Topic, plan, machine, question, which);
                }
            }

            foreach (var finding in plan.Notes.Concat(plan.WouldChange))
            {
                figures += Holds(finding, null, plan, machine, question, which);
            }

            DialWords(plan, machine, question, which);
        }

        Assert.True(byManual > 30 && figures > 5000, $"{byManual} {figures}");
    }

    /// <summary>Some of the machines with a manual's row, a foot that can be set, a converter.</summary>
    private static PlanQuestion WithManuals(PlanQuestion question, Random random) => question with
    {
        Seam = question.Seam with { AllowanceMm = random.Next(3) == 0 ? null : random.Next(3, 16), LengthMm = random.Next(2) == 0 ? null : random.Next(100, 20_000) },
        Machines =
        [
            .. question.Machines.Select(hand => hand.Machine is Overlocker knife && random.Next(4) > 0
                ? hand with
                {
                    Machine = knife with
                    {
                        FootPressure = random.Next(2) == 0 ? new SettingRange(0.5, 1.5, 0.1) : null,
                        ConverterName = random.Next(2) == 0 ? "converter" : null,
                        ManualTable =
                        [
                            .. new[] { "514", "504", ManualSetting.RolledHemId }.Where(_ => random.Next(3) > 0).Select(id => new ManualSetting
                            {
                                StitchId = id,
                                Dials = [.. knife.Dials.Where(d => id != "504" || d.Position != ThreadPosition.NeedleLeft).Select(d => new ManualDial(d.Position, Math.Clamp(d.Dial.Settable(d.Dial.Neutral + random.Next(-1, 2)), d.Dial.Lowest, d.Dial.Highest)))],
                                LengthMm = random.Next(2) == 0 ? 3 : null, Differential = random.Next(2) == 0 ? 1 : null, WidthMm = random.Next(3) == 0 ? 3.5 : null,
                            }),
                        ],
                    },
                }
                : hand),
        ],
    };

    /// <summary>Numbers a dial stands tighter than the neutral it counts from, off the finished set-up.</summary>
    private static double Steps(SetupPlan plan, Machine machine, ThreadPosition position)
    {
        var head = plan.Setup.HeadOf(machine);
        var dial = head.DialOf(position);
        var printed = plan.Baseline is { IsBalance: true } row ? row.Dials.FirstOrDefault(d => d.Position == position)?.Ideal : null;
        return (dial.Sense == DialSense.HigherIsTighter ? 1 : -1) * (plan.Setup.Dials[position].Value - (printed ?? dial.Neutral));
    }

    /// <summary>Where a thread runs at the calibration thread's tension, steps (model section 3, written out again).</summary>
    private static double Shift(ThreadKind kind, Machine head)
    {
        var calibration = head.CalibrationThread;
        return -(0.6 * Math.Log(kind.DiscDiameterMm / calibration.DiscDiameterMm) + Math.Log(kind.FrictionRatio / calibration.FrictionRatio)) / 0.22;
    }

    private static void DialWords(SetupPlan plan, Machine machine, PlanQuestion question, string which)
    {
        var head = plan.Setup.HeadOf(machine);
        var codes = plan.Reasons.SelectMany(r => r.Findings.TakeWhile(f => f.Code is not ("model-instead" or "model-dials"))).Select(f => f.Code).ToHashSet();
        var textured = plan.Threads.Where(t => !t.Position.IsNeedle() && t.Kind.Textured && t.DialNumber is not null).ToList();
        // "Never above neutral" is said only where it is so.
        Assert.True(!codes.Overlaps(["textured-one-looser", "textured-unchanged"]) || textured.TrueForAll(t => Steps(plan, machine, t.Position) <= Near), which);
        Assert.True(!codes.Contains("textured-one-looser") || question.Schools.TexturedDialId == "one-looser", which);
        Assert.True(!codes.Contains("needle-loosest") || plan.Threads.Where(t => t.Position.IsNeedle()).All(t => Math.Abs(Steps(plan, machine, t.Position) - head.DialOf(t.Position).Numbers().Min(n => head.DialOf(t.Position).StepsTighter(n))) < Near), which);
        // As printed is as printed.
        if (codes.Contains("manual-dials-printed"))
        {
            Assert.All(plan.Baseline!.Dials.Where(d => plan.Reasons.Any(r => r.Findings[0].Code == "manual-dials-printed" && (r.Topic == PlanTopic.NeedleDials) == d.Position.IsNeedle()) && plan.Setup.Dials[d.Position].IsThere),
                d => Assert.Equal(d.Ideal, plan.Setup.Dials[d.Position].Value, Near));
        }

        // A choice that misses its limit is not defended with it.
        var missed = plan.Missed;
        Assert.False((missed & PlanLimits.Skip) != 0 && codes.Contains("point-suits"), which);
        Assert.False((missed & PlanLimits.Cover) != 0 && codes.Overlaps(["looper-fills-rolled", "looper-locks-shedding", "length-shedding", "length-rolled"]), which);
        Assert.False((missed & PlanLimits.Meeting) != 0 && codes.Overlaps(["loopers-wrapped", "loopers-meet", "stitch-rolled"]), which);
        Assert.False((missed & PlanLimits.Tunnelling) != 0 && codes.Overlaps(["chain-looper-flat", "tape"]), which);
        Assert.False((missed & PlanLimits.Gap) != 0 && codes.Contains("stitch-flatlock"), which);
        Assert.False(plan.Figures.YieldPercent.Middle < plan.Figures.Verdict!.RequiredPercent - Near && codes.Overlaps(["stitch-zigzag", "stitch-zigzag-close", "stitch-straight", "stitch-slant", "stitch-triple", "stitch-cover-hem"]), which);
        // A reason of the converter is one of a converter that is fitted.
        Assert.Equal(codes.Contains("stitch-fits-converter"), plan.Setup.ConverterName.IsThere);
    }

    private static int Holds(Finding finding, PlanTopic? topic, SetupPlan plan, Machine machine, PlanQuestion question, string which)
    {
        foreach (var (name, said) in finding.Figures)
        {
            var worked = Worked(name, finding, topic, plan, machine, question);
            Assert.True(Math.Abs(worked - said) <= 0.006 + 1e-9 * Math.Abs(worked), $"{which}: {finding.Code}.{name} says {said}, the set-up {worked}");
        }

        return finding.Figures.Count;
    }

    private static double Worked(string name, Finding finding, PlanTopic? topic, SetupPlan plan, Machine machine, PlanQuestion question)
    {
        var head = plan.Setup.HeadOf(machine);
        var (figures, seam, cloth) = (plan.Figures, plan.Figures.Seam, question.Cloth);
        var other = question.Seam.Other;
        var own = cloth.StretchAlongPercent(question.Seam.Direction);
        var with = other?.Cloth.StretchAlongPercent(other.Direction);
        double Left(double stretch) => (100 + stretch) * other!.CutPercent / 100 - 100;
        // What gives out is the cloth with the least left; what grows the one that is fed, or both halfway, or as far as a tape lets it.
        var otherFirst = with is not null && Left(with.Value) < own.Value;
        var along = otherFirst ? Left(with!.Value) : own.Value;
        var grows = other is null or { CutPercent: < 100 } ? own.Value : question.Seam.Job == SeamJob.StayedSeam ? Math.Min(own.Value, with!.Value) : (own.Value + with!.Value) / 2;
        var across = cloth.StretchAlongPercent(question.Seam.Direction == ClothDirection.Across ? ClothDirection.Lengthwise : ClothDirection.Across).Value;
        var density = Math.Max(cloth.AreaDensityGsm.Value, other?.Cloth.AreaDensityGsm.Value ?? 0);
        var lightest = Math.Min(cloth.AreaDensityGsm.Value, other?.Cloth.AreaDensityGsm.Value ?? double.MaxValue);
        var highest = new[] { cloth, other?.Cloth }.OfType<ClothFigures>().Max(c => Math.Max(c.StretchAcrossPercent.Value, c.StretchLengthwisePercent.Value));
        var needle = plan.Threads.First(t => t.Position.IsNeedle()).Kind;
        var ratio = plan.Setup.Differential.Number() ?? 1;
        double Growth(double differential, double foot) => 0.10 * grows * foot + (differential < 1 ? Math.Min(22 * (1 - differential), 0.25 * grows) : 22 * (1 - differential));
        double Offset(ThreadPosition position) => head.SeatOf(position).OffsetMm;
        var seats = plan.Setup.Needles.Filled.ToList();
        var span = plan.TwinGapMm ?? (seats.Count > 1 ? seats.Max(Offset) - seats.Min(Offset) : 0);
        var stitchesPerCm = 10 / plan.StitchLengthMm;
        var carried = plan.Threads.Where(t => t.Position.IsNeedle()).Sum(t => 2 * 0.8 * t.Kind.TenacityCentinewtonsPerTex * t.Kind.Tex * stitchesPerCm / 100)
            * (plan.StitchId == "triple-straight" ? 3 : plan.StitchId == "honeycomb" ? 2 : 1);
        var loopSteps = (ThreadPosition position) => Steps(plan, machine, position);
        var yield = figures.YieldPercent.Middle;
        var required = Math.Min(along, 1.25 * plan.Need.Percent);
        var outermost = head is Overlocker ? -seats.Min(Offset) : 0;
        return name switch
        {
            "gapMm" => seam.GapMm,
            "yieldPercent" => yield,
            "requiredPercent" => required,
            "strengthNewtonsPerCm" => carried,
            "ofThreeNewtonsPerCm" => carried / 2,
            "wantedNewtonsPerCm" => (question.Schools.JoinId == "strength-first" ? 0.35 : 0.20) * lightest,
            "ofSpunNewtonsPerCm" => carried * 32 * 27 / (needle.TenacityCentinewtonsPerTex * needle.Tex),
            "lengthMm" => plan.Setup.StitchLengthMm.Value,
            "usualMm" => question.Seam.Job == SeamJob.Picot ? 2.5 : plan.Baseline?.LengthMm ?? finding.Figures["usualMm"],
            "threadMetresPerMetre" => seam.Consumption,
            "massRatio" => seam.ThreadMassMgPerCm / ((question.Seam.Plies * cloth.AreaDensityGsm.Value + (other?.Plies * other?.Cloth.AreaDensityGsm.Value ?? 0)) * 4 / 100),
            "widthMm" => plan.Setup.ZigzagWidthMm.Value,
            "cuttingWidthMm" => plan.Setup.CuttingWidthMm.Value,
            "overhangMm" => seam.OverhangMm!.Value,
            "leftMm" or "rolledMm" => -seam.OverhangMm!.Value,
            "loopWidthMm" => ((Overlocker)head).Fingers.Single(f => f.Name == plan.FingerName).LoopWidthFromRightMm + outermost,
            "gaugeMm" => span,
            "rowsMm" => span / (seats.Count - 1),
            "biteMm" => plan.Setup.CuttingWidthMm.Value + outermost,
            "allowanceMm" => question.Seam.AllowanceMm!.Value,
            "trimsMm" => question.Seam.AllowanceMm!.Value - plan.Setup.CuttingWidthMm.Value - outermost,
            "shortMm" => plan.Setup.CuttingWidthMm.Value + outermost - question.Seam.AllowanceMm!.Value,
            "twinGapMm" => plan.Setup.Twin!.TwinGapMm!.Value,
            "threads" => plan.Threads.Count,
            "sizeMetric" => plan.Needle.SizeMetric,
            "wantedMetric" => density < 120 ? 70 : density < 200 ? 75 : density < 280 ? 80 : density < 380 ? 90 : 100,
            "areaDensityGsm" => density,
            "stretchPercent" when topic == PlanTopic.Differential => grows,
            "stretchPercent" => highest,
            "limitPercent" when finding.Code == "growth-over" => 2,
            "limitPercent" => 60,
            "skipPercent" => 100 * figures.SkipInFifty!.Value,
            "stitches" => 50,
            "limit" when finding.Code.StartsWith("chain-looper", StringComparison.Ordinal) || finding.Code.StartsWith("tunnels", StringComparison.Ordinal) => question.Schools is { HemTensionId: "unchanged", HemTapeId: "never" } ? 1.6 : 1,
            "limit" when finding.Code == "mass-over" => question.Seam.Job == SeamJob.EdgeFinish ? 0.8 : 0.5,
            "limit" => 1,
            "limitMm" => 0.45,
            "cover" => question.Seam.Job.Rolls() ? seam.CoverFace!.Value : Math.Min(seam.CoverFace!.Value, seam.CoverBack!.Value),
            "wanted" => question.Seam.Job.Rolls() ? 0.45 : 0.33,
            "wantedMm" => plan.Flatlock ? 1 : 1.5,
            "drag" => figures.Drag!.Value,
            "dragOfFour" => figures.Drag!.Value * 4 / 3,
            "tunnellingIndex" => seam.TunnellingIndex!.Value / (plan.Tape ? 2 : 1),
            "meetingLineMm" => seam.MeetingLineMm!.Value,
            "roundMm" => Math.Abs(seam.MeetingLineMm!.Value),
            "differential" => ratio,
            "growthPercent" => Growth(ratio, plan.Setup.FootPressure.Or(1)),
            "growthAtOnePercent" when finding.Code == "foot-lighter" => Growth(ratio, 1),
            "growthAtOnePercent" => Growth(1, 1),
            "flatDifferential" => 1 + 0.10 * grows * plan.Setup.FootPressure.Or(1) / 22,
            "footPressure" => plan.Setup.FootPressure.Value,
            "feedMost" => head.Feed!.Most,
            "slidesAtGrams" => ((PlainMachine)head).BobbinSlidesAtGrams!.Value,
            "lowerStepsTighter" => loopSteps(ThreadPosition.LowerLooper),
            "upperStepsTighter" => loopSteps(ThreadPosition.UpperLooper),
            "stepsLooser" => Start(plan, question, head, ThreadPosition.UpperLooper) - loopSteps(ThreadPosition.UpperLooper),
            "stepsTighter" when finding.Code.StartsWith("chain-looper", StringComparison.Ordinal) => loopSteps(ThreadPosition.ChainLooper),
            "stepsTighter" when finding.Code == "looper-for-rolled" => loopSteps(ThreadPosition.LowerLooper) - Start(plan, question, head, ThreadPosition.LowerLooper),
            "stepsTighter" when finding.Code == "needle-shifted" => Shift(needle, head),
            // The dial stands where that many steps from neutral for the thread come nearest.
            "stepsTighter" => Nearest(finding.Figures[name], plan, head, machine, needle),
            "needPercent" when finding.Code == "draft-wider" => yield >= along ? along : yield / 1.25,
            "needPercent" => plan.Need.Percent,
            "reachPercent" => along,
            "otherWayPercent" => across,
            "garmentMm" => question.Seam.GarmentMm!.Value,
            "widerMm" => question.Seam.GarmentMm!.Value * (1 + plan.Need.Percent / 100) / (1 + (yield >= along ? along : yield / 1.25) / 100),
            "lowPercent" => otherFirst ? Left(with!.Low) : own.Low,
            "highPercent" => otherFirst ? Left(with!.High) : own.High,
            "cutPercent" => other!.CutPercent,
            "stretchedByPercent" => 10000 / other!.CutPercent - 100,
            "leftPercent" => Left(with!.Value),
            "apartPercent" => 0.10 * Math.Abs(own.Value - with!.Value),
            "wantedPercent" => 15,
            "bearablePercent" => Math.Floor(yield / 1.25),
            "belowGsm" => 200,
            "extensionPercent" => 100 * plan.Threads.First(t => t.StockName == finding.Names["stock"]).Kind.BreakExtension,
            "places" => plan.Threads.Count(t => t.StockName == finding.Names["cone"]),
            "seamM" => question.Seam.LengthMm!.Value / 1000,
            "leftM" => question.Drawer!.Threads!.Select(c => c.Stock).First(s => s.Name == finding.Names["cone"]).MetresLeft!.Value,
            "wantedM" => plan.Threads.Where(t => t.StockName == finding.Names["cone"]).Sum(t => figures.Threads.Single(r => r.Position == t.Position).LengthPerStitchMm / plan.StitchLengthMm) * question.Seam.LengthMm!.Value / 1000,
            "kindPercent" => 100 * ThreadCatalogue.Find(finding.Names["thread"])!.BreakExtension,
            _ => throw new InvalidOperationException($"Nobody works {finding.Code}.{name} out a second time."),
        };
    }

    /// <summary>Where a looper's thread starts: its own neutral, or by school where it is textured; a printed number is moved by half a step and more only.</summary>
    private static double Start(SetupPlan plan, PlanQuestion question, Machine head, ThreadPosition position)
    {
        var kind = plan.Threads.Single(t => t.Position == position).Kind;
        var own = kind.Textured && !head.CalibrationThread.Textured ? question.Schools.TexturedDialId == "one-looser" ? -1 : 0 : Shift(kind, head);
        return plan.Baseline?.DialOf(position) is not null && Math.Abs(own) < 0.5 ? 0 : own;
    }

    private static double Nearest(double offset, SetupPlan plan, Machine head, Machine machine, ThreadKind needle)
    {
        var position = head is PlainMachine ? ThreadPosition.Needle : plan.Setup.Needles.Filled.First();
        var dial = head.DialOf(position);
        var (stands, wanted) = (Steps(plan, machine, position), Shift(needle, head) + offset);
        var reach = dial.Numbers().Select(n => dial.StepsTighter(n)).ToList();
        var nearest = reach.Min(s => Math.Abs(s - wanted));
        return Math.Abs(stands - wanted) <= nearest + 0.26 ? offset : stands - Shift(needle, head);
    }
}
