using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Why the dials, the feed, the knife and the parts of a finished set-up stand where they stand.</summary>
internal static class SettingReasons
{
    public static Reason NeedleDials(SetupPlan plan, Layout layout, FoundSetup found, PlanQuestion question)
    {
        var kind = found.NeedleThread.Kind;
        var shift = DialTension.ThreadNeutralSteps(kind, layout.Head.CalibrationThread);
        List<Finding> findings =
        [
            layout.LoosestNeedle ? new("needle-loosest")
                : Math.Abs(shift) < 0.05 ? new("needle-neutral")
                : new Finding("needle-shifted").With("thread", kind.Id).With("stepsTighter", shift),
        ];
        if (found.NeedleOffset != 0)
        {
            findings.Add(new Finding(layout.Flatlock ? "needle-loosened-flat" : found.NeedleOffset > 0 ? "needle-tightened" : "needle-loosened").With("stepsTighter", found.NeedleOffset));
        }

        var gap = plan.Figures.Seam.GapMm;
        findings.Add(new Finding("gap").With("gapMm", gap).With("gapClass", SeamLimits.GapWord(gap)));
        return new(PlanTopic.NeedleDials, findings, [Basis.SeamModel], question.Seam.Seen ? SchoolCatalogue.HideThread.Id : null);
    }

    public static IEnumerable<Reason> LooperDials(SetupPlan plan, Layout layout, FoundSetup found, PlanQuestion question)
    {
        if (layout.Head is PlainMachine plain)
        {
            yield return new(PlanTopic.LooperDials, plain.BobbinSlidesAtGrams is { } grams ? new Finding("bobbin-measured").With("slidesAtGrams", grams) : new("bobbin-not-measured"), Basis.MachineRecord);
            yield break;
        }

        var findings = LooperFindings(plan, layout, found, question).ToList();
        findings.AddRange(Textured(plan, layout, question));
        var byModel = found.Loopers.UpperLooser > 0 || layout.Stitch.Family == StitchFamily.Cover || Meets(layout) || layout.Flatlock;
        yield return new(PlanTopic.LooperDials, findings, byModel ? [Basis.CommonPractice, Basis.SeamModel] : [Basis.CommonPractice]);
    }

    /// <summary>What is said of textured threads in loopers, from the numbers they are really set to.</summary>
    public static IEnumerable<Finding> Textured(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var textured = plan.Threads.Where(t => !t.Position.IsNeedle() && t.Kind.Textured && t.DialNumber is not null).ToList();
        if (textured.Count == 0 || layout.Head.CalibrationThread.Textured)
        {
            yield break;
        }

        yield return new(textured.Exists(t => t.StepsTighter > 1e-6) ? "textured-tightest" : question.Schools.TexturedSteps < 0 ? "textured-one-looser" : "textured-unchanged");
    }

    private static bool Meets(Layout layout) => layout.Stitch.Family is not (StitchFamily.Chain or StitchFamily.TwoThreadOveredge or StitchFamily.Cover) && !layout.Flatlock;

    private static IEnumerable<Finding> LooperFindings(SetupPlan plan, Layout layout, FoundSetup found, PlanQuestion question)
    {
        var loopers = found.Loopers;
        if (loopers.UpperLooser > 0)
        {
            var drag = plan.Figures.Drag!.Value;
            yield return new Finding(drag > SeamLimits.DragMost ? "upper-loosened-drags" : "upper-loosened")
                .With("stepsLooser", Math.Round(loopers.Upper!.Value.UsualSteps - loopers.Upper.Value.StepsTighter, 2)).With("drag", drag).With("limit", SeamLimits.DragMost);
            yield break;
        }

        if (layout.Flatlock)
        {
            var flat = new Finding("flatlock-loopers").With("lowerStepsTighter", loopers.Lower.StepsTighter).With("gapMm", plan.Figures.Seam.GapMm);
            yield return loopers.Upper is { } upper ? flat.With("upperStepsTighter", upper.StepsTighter) : flat;
            yield break;
        }

        if (layout.Stitch.Family == StitchFamily.Cover)
        {
            var ridge = (plan.Missed & PlanLimits.Tunnelling) != 0;
            var index = plan.Figures.Seam.TunnellingIndex!.Value;
            var chain = new Finding(ridge ? "chain-looper-ridge" : "chain-looper-flat")
                .With("stepsTighter", loopers.Lower.StepsTighter).With("tunnellingIndex", layout.Tape ? index / 2 : index).With("limit", plan.Targets.TunnellingIndex!.Value.Most!.Value);
            yield return layout.Tape ? chain.With("tape", "tape") : chain;
            yield break;
        }

        if (!Meets(layout))
        {
            yield return TwoThreads(found, question);
            yield break;
        }

        var meeting = plan.Figures.MeetsMm!.Value;
        yield return question.Seam.Job.Rolls()
            ? new Finding((plan.Missed & PlanLimits.Meeting) == 0 ? "loopers-wrapped" : "loopers-wrap-short").With("roundMm", Math.Abs(meeting))
                .With("upperStepsTighter", loopers.Upper!.Value.StepsTighter).With("lowerStepsTighter", loopers.Lower.StepsTighter)
            : new Finding((plan.Missed & PlanLimits.Meeting) == 0 && !layout.ByManual(ThreadPosition.UpperLooper, ThreadPosition.LowerLooper) ? plan.Figures.MeetingLineLearnt ? "loopers-meet-learnt" : "loopers-meet" : plan.Figures.MeetingLineLearnt ? "loopers-meet-manual-learnt" : "loopers-meet-manual")
                .With("meetingLineMm", meeting);
    }

    private static Finding TwoThreads(FoundSetup found, PlanQuestion question)
    {
        var lower = found.Loopers.Lower;
        var off = Math.Round(lower.StepsTighter - lower.UsualSteps, 2);
        // Within half a number it is the nearest the dial can be set to.
        return Math.Abs(off) <= 0.5 || !question.Seam.Job.Rolls() ? new("looper-neutral") : new Finding("looper-for-rolled").With("stepsTighter", off);
    }

    /// <summary>The pressure of the foot: the normal one, or a lighter one against growth.</summary>
    public static Reason FootPressure(SetupPlan plan, Layout layout, double pressure, PlanQuestion question)
    {
        if (pressure >= 1 - 1e-9)
        {
            return new(PlanTopic.FootPressure, new("foot-normal"), Basis.MachineRecord);
        }

        var along = question.Layers.GrowthStretchPercent;
        var lighter = new Finding("foot-lighter").With("footPressure", pressure).With("growthAtOnePercent", ClothEffects.GrowthPercent(along, plan.Differential ?? 1))
            .With("growthPercent", plan.Figures.GrowthPercent!.Value.Middle);
        return new(PlanTopic.FootPressure, layout.Head.Feed is { } feed && plan.Differential >= feed.Most - 1e-9 ? lighter.With("feedMost", feed.Most) : lighter, Basis.CommonPractice, Basis.SeamModel);
    }

    public static Reason Differential(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var along = question.Layers.GrowthStretchPercent;
        var flat = ClothEffects.FlatDifferential(along, plan.Setup.FootPressure.Or(1));
        var growth = plan.Figures.GrowthPercent!.Value.Middle;
        if (question.Seam.Job == SeamJob.LettuceEdge)
        {
            return new(PlanTopic.Differential, new Finding("differential-lettuce").With("differential", plan.Differential!.Value).With("growthPercent", growth), Basis.SeamModel);
        }

        if (layout.Hand.Learnt.Growth is not null)
        {
            var byModel = ClothEffects.GrowthPercent(along, plan.Differential!.Value, plan.Setup.FootPressure.Or(1));
            return new(PlanTopic.Differential, new Finding("differential-learnt").With("differential", plan.Differential!.Value).With("growthPercent", growth).With("modelPercent", byModel), Basis.SeamModel);
        }

        var code = question.Seam.Other is not { StretchedOn: false } ? "differential" : question.Seam.Job == SeamJob.StayedSeam ? "differential-stayed" : "differential-layers";
        var finding = new Finding(code).With("differential", plan.Differential!.Value).With("stretchPercent", along)
            .With("growthAtOnePercent", ClothEffects.GrowthPercent(along, 1)).With("growthPercent", growth);
        return new(PlanTopic.Differential, flat > layout.Head.Feed!.Most ? finding.With("flatDifferential", flat) : finding, Basis.SeamModel);
    }

    /// <summary>Where the raw edge is guided, and what of a pattern's allowance is trimmed; nothing for an edge that has no seam line.</summary>
    public static IEnumerable<Reason> Guide(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var seam = question.Seam;
        if (plan.Flatlock || !(seam.Job.Joins() || seam.Job == SeamJob.Elastic))
        {
            yield break;
        }

        // The outermost needle runs on the seam line.
        var seat = layout.Seats[0].Id();
        if (plan.CuttingWidthFromRightMm is not { } cut)
        {
            if (seam.AllowanceMm is { } beside)
            {
                yield return new(PlanTopic.Seats, new Finding("guide-the-edge").With("allowanceMm", beside).With("seat", seat), Basis.CommonPractice);
            }

            yield break;
        }

        var bite = cut + layout.OutermostFromRightMm;
        var guide = seam.AllowanceMm is not { } allowance ? new Finding("allowance-taken")
            : allowance >= bite ? new Finding("allowance-trimmed").With("allowanceMm", allowance).With("trimsMm", allowance - bite)
            : new Finding("allowance-short").With("allowanceMm", allowance).With("shortMm", bite - allowance);
        yield return new(PlanTopic.CuttingWidth, guide.With("biteMm", bite).With("seat", seat), Basis.MachineRecord);
    }

    public static Reason CuttingWidth(double cut, SetupPlan plan, Overlocker machine, bool rolls)
    {
        var overhang = plan.Figures.Seam.OverhangMm!.Value;
        var range = machine.CuttingWidthMm;
        List<Finding> findings = [new Finding(rolls ? "cutting-width-rolled" : plan.Flatlock ? "cutting-width-flatlock" : "cutting-width").With("cuttingWidthMm", cut).With("overhangMm", overhang).With("leftMm", -overhang)];
        var off = (plan.Missed & PlanLimits.Overhang) != 0;
        if (off && cut >= range.Most - 1e-9)
        {
            findings.Add(new("knife-far-end"));
        }
        else if (off && cut <= range.Least + 1e-9)
        {
            findings.Add(new("knife-near-end"));
        }

        return new(PlanTopic.CuttingWidth, findings, [Basis.SeamModel, Basis.MachineRecord]);
    }

    public static Reason Parts(SetupPlan plan)
    {
        var parts = new Finding(plan.TwinGapMm is null ? "parts" : "parts-twin").With("plate", plan.PlateName!).With("foot", plan.FootName!);
        parts = plan.TwinGapMm is { } gap ? parts.With("twinGapMm", gap) : parts;
        return new(
            PlanTopic.Parts,
            plan.Tape ? [parts, new((plan.Missed & PlanLimits.Tunnelling) == 0 ? "tape" : "tape-not-enough")] : [parts],
            plan.TwinGapMm is null ? [Basis.MachineRecord] : [Basis.CommonPractice, Basis.MachineRecord]);
    }
}
