using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>Which limits a finished set-up misses, read from its figures. The search counts the same while it looks; a test holds the two against each other.</summary>
internal static class SetupLimits
{
    /// <summary>The limits it misses.</summary>
    /// <param name="plan">The set-up with its figures.</param>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    /// <param name="question">Cloth, seam and schools.</param>
    /// <param name="need">What the wearer asks.</param>
    public static PlanLimits Missed(SetupPlan plan, Machine head, PlanQuestion question, Need need)
    {
        var (figures, seam) = (plan.Figures, plan.Figures.Seam);
        var asked = question.AskedOf(plan.Stitch, plan.Flatlock, plan.UpperLoosened);
        var geometry = new SeamGeometry(plan.Stitch, plan.StitchLengthMm, plan.SewnThicknessMm) { LoopWidthMm = plan.LoopWidthMm };
        var missed = PlanLimits.None;
        Add(PlanLimits.Skip, figures.SkipInFifty > SeamLimits.SkipMost);
        Add(PlanLimits.Gap, asked.Gap(geometry) is { } gap && !gap.Met(seam.GapMm));
        Add(PlanLimits.Cover, asked.CoverFaceLeast is { } cover && PlanJudge.CoverOf(asked, seam) < cover);
        Add(PlanLimits.Mass, PlanJudge.MassMost(question.Seam.Job) is { } mass && figures.MassRatio > mass);
        Add(PlanLimits.Drag, asked.DragMost is { } drag && figures.Drag > drag);
        Add(PlanLimits.Tunnelling, asked.Tunnelling is { } ridge && seam.TunnellingIndex is { } index && !ridge.Met(plan.Tape ? index / 2 : index));
        Add(PlanLimits.Strength, question.Seam.Job.Joins() && seam.StrengthNewtonsPerCm < new PlanJudge(question, need).StrengthWantedNewtonsPerCm);
        Add(PlanLimits.Meeting, asked.MeetingLine(geometry) is { } meeting && !meeting.Met(figures.MeetsMm!.Value));
        Add(PlanLimits.Overhang, asked.Overhang is { } overhang && !overhang.Met(seam.OverhangMm!.Value));
        Add(PlanLimits.Growth, head.Feed is { } feed && figures.GrowthPercent is { } growth && !asked.Growth(ClothEffects.GrowthPercent(question.Layers.GrowthStretchPercent, feed.Least)).Met(growth.Middle));
        Add(PlanLimits.Textured, !PlanJudge.Filled(question, head, [.. plan.Threads.Where(t => !t.Position.IsNeedle()).Select(t => (t.Position, t.Kind))]));
        return missed;

        void Add(PlanLimits limit, bool misses) => missed |= misses ? limit : PlanLimits.None;
    }
}
