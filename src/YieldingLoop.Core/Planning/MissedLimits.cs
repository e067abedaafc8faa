using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>A limit a set-up misses.</summary>
/// <param name="Limit">Which.</param>
/// <param name="Finding">By how much, with both figures.</param>
/// <param name="OnCard">Whether the card says so: some misses are wanted, and count only where two set-ups are compared.</param>
internal sealed record MissedLimit(PlanLimits Limit, Finding Finding, bool OnCard = true);

/// <summary>The limits a finished set-up misses, with the figures of each.</summary>
internal static class MissedLimits
{
    /// <summary>All of them, worst first.</summary>
    public static IEnumerable<MissedLimit> Of(SetupPlan plan, Machine head, PlanQuestion question, Need need)
    {
        foreach (var limit in Enum.GetValues<PlanLimits>().OrderDescending().Where(l => l != PlanLimits.None && (plan.Missed & l) != 0))
        {
            yield return limit switch
            {
                PlanLimits.Skip => new(limit, new Finding("skips").With("skipPercent", 100 * plan.Figures.SkipInFifty!.Value).With("stitches", SeamLimits.SkipStitches).With("limitPercent", 100 * SeamLimits.SkipMost)),
                PlanLimits.Gap => new(limit, Gap(plan)),
                PlanLimits.Cover => new(limit, Cover(plan, question)),
                PlanLimits.Mass => new(limit, new Finding("mass-over").With("massRatio", plan.Figures.MassRatio!.Value).With("limit", PlanJudge.MassMost(question.Seam.Job)!.Value)),
                PlanLimits.Drag => new(limit, new Finding("drag-over").With("drag", plan.Figures.Drag!.Value).With("limit", SeamLimits.DragMost)),
                PlanLimits.Tunnelling => new(limit, Rows(plan, question.Seam.Job)),
                PlanLimits.Strength => new(limit, new Finding("strength-short")
                    .With("strengthNewtonsPerCm", plan.Figures.Seam.StrengthNewtonsPerCm).With("wantedNewtonsPerCm", new PlanJudge(question, need).StrengthWantedNewtonsPerCm)),
                PlanLimits.Meeting => Meeting(plan.Figures.MeetsMm!.Value, question.Seam.Job.Rolls()),
                PlanLimits.Overhang => new(limit, Overhang(plan.Figures.Seam.OverhangMm!.Value, plan, head, question)),
                PlanLimits.Growth => Growth(plan.Figures.GrowthPercent!.Value.Middle, plan, head, question.Seam.Job == SeamJob.LettuceEdge),
                _ => new(limit, new(question.Seam.Job.Rolls() ? "textured-for-rolled" : question.Through.Sheds ? "textured-for-shedding" : "textured-for-skin")),
            };
        }
    }

    private static Finding Rows(SetupPlan plan, SeamJob job)
    {
        var index = plan.Figures.Seam.TunnellingIndex!.Value / (plan.Tape ? 2 : 1);
        var target = plan.Targets.TunnellingIndex!.Value;
        return target.Least is { } least
            ? new Finding("tuck-low").With("tunnellingIndex", index).With("limit", least)
            : new Finding(plan.Tape ? "tunnels-with-tape" : job == SeamJob.Hem ? "tunnels" : "tunnels-rows").With("tunnellingIndex", index).With("limit", target.Most!.Value);
    }

    private static Finding Gap(SetupPlan plan) => plan.Flatlock
        ? new Finding("flatlock-opens-little").With("gapMm", plan.Figures.Seam.GapMm).With("loopWidthMm", plan.LoopWidthMm)
            .With("lowerStepsTighter", plan.ThreadFigures.First(f => f.Position == ThreadPosition.LowerLooper).StepsTighter)
        : new Finding("gap-over").With("gapMm", plan.Figures.Seam.GapMm).With("limitMm", SeamLimits.GapAcceptableMm);

    private static Finding Cover(SetupPlan plan, PlanQuestion question)
    {
        var asked = question.AskedOf(plan.Stitch, plan.Flatlock, plan.UpperLoosened);
        return new Finding(question.Through.Sheds ? "cover-short-shedding" : "cover-short-rolled")
            .With("cover", PlanJudge.CoverOf(asked, plan.Figures.Seam)).With("wanted", asked.CoverFaceLeast!.Value);
    }

    private static MissedLimit Meeting(double meetingMm, bool rolls) => rolls
        ? new(PlanLimits.Meeting, new Finding("wrap-short").With("roundMm", Math.Abs(meetingMm)).With("meetingLineMm", meetingMm))
        : new(PlanLimits.Meeting, new Finding("meets-off-edge").With("meetingLineMm", meetingMm), OnCard: false);

    private static Finding Overhang(double overMm, SetupPlan plan, Machine head, PlanQuestion question)
    {
        var finding = question.Seam.Job.Rolls() ? new Finding("overhang-rolled").With("rolledMm", -overMm).With("wantedMm", -SeamLimits.RolledOverhangMm)
            : plan.Flatlock ? new Finding("overhang-flatlock").With("overhangMm", overMm).With("wantedMm", SeamLimits.FlatlockOverhangMm)
            : overMm > 0 ? new Finding("overhang-over").With("overhangMm", overMm)
            : new Finding("overhang-under").With("rolledMm", -overMm);
        return plan.CuttingWidthFromRightMm is { } cut && head is Overlocker knife
            ? finding.With("end", plan.Baseline?.WidthMm is not null ? "manual" : cut >= knife.CuttingWidthMm.Most - 1e-9 ? "knife-far" : cut <= knife.CuttingWidthMm.Least + 1e-9 ? "knife-near" : "knife-between") : finding;
    }

    private static MissedLimit Growth(double growthPercent, SetupPlan plan, Machine head, bool lettuce)
    {
        if (lettuce)
        {
            return new(PlanLimits.Growth, new Finding("growth-lettuce").With("growthPercent", growthPercent), OnCard: false);
        }

        var finding = new Finding("growth-over").With("growthPercent", growthPercent).With("limitPercent", SeamLimits.GrowthTolerancePoints);
        return new(PlanLimits.Growth, plan.Differential is { } ratio && head.Feed is { } feed
            ? finding.With("end", plan.Baseline?.Differential is not null ? "manual" : ratio >= feed.Most - 1e-9 ? "feed-most" : ratio <= feed.Least + 1e-9 ? "feed-least" : "feed-between") : finding);
    }
}
