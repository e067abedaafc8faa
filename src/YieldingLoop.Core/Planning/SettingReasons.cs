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
            findings.Add(new Finding(found.NeedleOffset > 0 ? "needle-tightened" : "needle-loosened").With("stepsTighter", found.NeedleOffset));
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
        if (plan.Threads.Any(t => !t.Position.IsNeedle() && t.Kind.Textured))
        {
            findings.Add(new("textured-not-tight"));
        }

        var byModel = found.Loopers.UpperLooser > 0 || layout.Stitch.Family == StitchFamily.Cover || Meets(layout);
        yield return new(PlanTopic.LooperDials, findings, byModel ? [Basis.CommonPractice, Basis.SeamModel] : [Basis.CommonPractice]);
    }

    private static bool Meets(Layout layout) => layout.Stitch.Family is not (StitchFamily.Chain or StitchFamily.TwoThreadOveredge or StitchFamily.Cover) && !layout.Flatlock;

    private static IEnumerable<Finding> LooperFindings(SetupPlan plan, Layout layout, FoundSetup found, PlanQuestion question)
    {
        if (found.Loopers.UpperLooser > 0)
        {
            var eased = plan.Figures.Drag!.Value;
            yield return new Finding("upper-loosened").With("stepsLooser", found.Loopers.UpperLooser).With("drag", eased).With("limit", SeamLimits.DragMost);
            if (eased > SeamLimits.DragMost)
            {
                yield return new("upper-loosened-still-drags");
            }

            yield break;
        }

        if (layout.Stitch.Family == StitchFamily.Cover)
        {
            var index = plan.Figures.Seam.TunnellingIndex!.Value;
            yield return new Finding(layout.Tape ? "chain-looper-tape" : "chain-looper")
                .With("stepsTighter", found.Loopers.Lower.StepsTighter).With("tunnellingIndex", layout.Tape ? index / 2 : index).With("limit", SeamLimits.TunnellingFlat);
            yield break;
        }

        if (!Meets(layout))
        {
            yield return layout.LoosestNeedle ? new("lower-tight") : TwoThreads(found, question);
            yield break;
        }

        var meeting = plan.Figures.Seam.MeetingLineMm!.Value;
        yield return question.Seam.Job.Rolls() ? new Finding("loopers-wrap").With("roundMm", Math.Abs(meeting)) : new Finding("loopers-meet").With("meetingLineMm", meeting);
    }

    private static Finding TwoThreads(FoundSetup found, PlanQuestion question)
    {
        var lower = found.Loopers.Lower;
        var off = Math.Round(lower.StepsTighter - lower.ShiftSteps, 2);
        // Within half a number it is the nearest the dial can be set to.
        return Math.Abs(off) <= 0.5 || !(question.Seam.Job.Rolls() || found.Layout.Flatlock)
            ? new("looper-neutral")
            : new Finding(question.Seam.Job.Rolls() ? "looper-for-rolled" : "looper-for-flatlock").With("stepsTighter", off);
    }

    public static Reason Differential(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var along = question.Cloth.StretchAlongPercent(question.Seam.Direction).Value;
        var flat = ClothEffects.FlatDifferential(along);
        var growth = plan.Figures.GrowthPercent!.Value.Middle;
        if (question.Seam.Job == SeamJob.LettuceEdge)
        {
            return new(PlanTopic.Differential, new Finding("differential-lettuce").With("differential", plan.Differential!.Value).With("growthPercent", growth), Basis.SeamModel);
        }

        var finding = new Finding("differential").With("differential", plan.Differential!.Value).With("stretchPercent", along)
            .With("growthAtOnePercent", ClothEffects.GrowthPercent(along, 1)).With("growthPercent", growth);
        return new(PlanTopic.Differential, flat > layout.Head.Feed!.Most ? finding.With("flatDifferential", flat) : finding, Basis.SeamModel);
    }

    public static Reason CuttingWidth(double cut, SetupPlan plan, Overlocker machine)
    {
        var overhang = plan.Figures.Seam.OverhangMm!.Value;
        var range = machine.CuttingWidthMm;
        List<Finding> findings = [new Finding("cutting-width").With("cuttingWidthMm", cut).With("overhangMm", overhang)];
        if (Math.Abs(overhang) > SeamLimits.OverhangToleranceMm && cut >= range.Most - 1e-9)
        {
            findings.Add(new("knife-far-end"));
        }
        else if (Math.Abs(overhang) > SeamLimits.OverhangToleranceMm && cut <= range.Least + 1e-9)
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
            plan.Tape ? [parts, new("tape")] : [parts],
            plan.TwinGapMm is null ? [Basis.MachineRecord] : [Basis.CommonPractice, Basis.MachineRecord]);
    }
}
