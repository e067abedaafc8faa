using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>What to know before sewing: limits that could not be met, and what would change the answer.</summary>
internal static class PlanNotes
{
    public static IReadOnlyList<string> For(SetupPlan plan, PlanQuestion question, Need need)
    {
        var notes = new List<string>();
        var figures = plan.Figures;
        var verdict = figures.Verdict!.Verdict;
        var along = question.Cloth.StretchAlong(question.Seam.Direction);
        if (verdict == Verdict.ClothGivesOut)
        {
            var other = question.Seam.Direction == ClothDirection.Across ? ClothDirection.Lengthwise : ClothDirection.Across;
            var turned = question.Cloth.StretchAlong(other).Value;
            notes.Add($"The wearer asks {need.Percent:0} %, the cloth reaches {along.Value:0} % along this seam: the answer is the pattern or the cloth, not the thread."
                + (turned >= need.Percent ? $" Cut the other way it would reach {turned:0} %." : ""));
        }

        if (verdict is Verdict.ClothGivesOut or Verdict.Pops or Verdict.Tight && question.Seam is { NeedKind: NeedKind.Opening or NeedKind.NegativeEase, GarmentMm: { } garment })
        {
            // The largest need that would hold: the yield less its margin, and no more than the cloth gives.
            var bearable = Math.Min(along.Value, figures.Yield.Middle / Need.Margin);
            var wider = garment * (1 + need.Percent / 100) / (1 + bearable / 100);
            if (bearable > 0 && wider > garment)
            {
                notes.Add($"Drafted {wider:0} mm round instead of {garment:0}, the same seam would hold: it would be asked {bearable:0} %.");
            }
        }

        if (along.Source == FigureSource.Typical)
        {
            notes.Add($"The cloth's stretch is a guess for a cloth of this name, {along.Low:0} to {along.High:0} %. Measuring it takes two minutes and settles the verdict.");
        }

        if (question.Seam.Job == SeamJob.LettuceEdge && figures.Growth is { Middle: < SeamLimits.LettuceGrowthFrom } growth)
        {
            notes.Add($"The feed alone makes the edge {growth.Middle:0} % longer, short of the {SeamLimits.LettuceGrowthFrom:0} % a lettuce edge wants: hold it back a little behind the foot.");
        }

        notes.AddRange(Misses(plan, question, need).Select(m => m.Note).OfType<string>());
        if (question.Cloth.Melts)
        {
            notes.Add("This cloth melts under a hot iron: press cool and through another cloth.");
        }

        if (question.Cloth.Runs)
        {
            notes.Add("This cloth runs from a cut stitch: skim the edge with the knife and do not unpick with a blade.");
        }

        return notes;
    }

    /// <summary>The limits a set-up misses, worst first: a few words with both figures, and the note that goes on its card.</summary>
    public static IEnumerable<(PlanLimits Limit, string Words, string? Note)> Misses(SetupPlan plan, PlanQuestion question, Need need)
    {
        var figures = plan.Figures;
        bool Missed(PlanLimits limit) => (plan.Missed & limit) != 0;
        if (Missed(PlanLimits.Skip))
        {
            yield return (PlanLimits.Skip, Invariant($"a {100 * figures.SkipInFifty!.Value:0} % chance of skips in {SeamLimits.SkipStitches} stitches, over {100 * SeamLimits.SkipMost:0}"),
                $"Expect skips: {figures.SkipInFifty * 100:0} % chance in {SeamLimits.SkipStitches} stitches with this needle.");
        }

        if (Missed(PlanLimits.Gap))
        {
            yield return plan.Flatlock
                ? (PlanLimits.Gap, Invariant($"it opens only {figures.Seam.GapMm:0.0} mm of its {plan.LoopWidthMm:0.0} mm width"), Invariant($"By the model it opens only {figures.Seam.GapMm:0.0} mm of its {plan.LoopWidthMm:0.0} mm width at the loosest needle: ease the needle thread further by hand, or take its last guide out."))
                : (PlanLimits.Gap, Invariant($"it opens {figures.Seam.GapMm:0.00} mm, over {SeamLimits.GapAcceptableMm}"), Invariant($"The seam opens {figures.Seam.GapMm:0.00} mm when pulled apart, over the acceptable {SeamLimits.GapAcceptableMm}."));
        }

        if (Missed(PlanLimits.Cover))
        {
            var asked = question.AskedOf(plan.Stitch, plan.Flatlock, plan.UpperLoosened);
            var (cover, least) = (PlanJudge.CoverOf(asked, figures.Seam), asked.CoverFaceLeast!.Value);
            yield return (PlanLimits.Cover, Invariant($"its loops cover {cover:0.00} where {least} are wanted"),
                Invariant($"The loops cover {cover:0.00} of the edge where {(question.Cloth.Sheds ? "shedding cloth" : "a rolled edge")} wants {least}."));
        }

        if (Missed(PlanLimits.Mass))
        {
            yield return (PlanLimits.Mass, Invariant($"its thread weighs {figures.MassRatio:0.00} of the cloth under it, over {PlanJudge.MassMost(question.Seam.Job):0.0}"),
                Invariant($"The thread weighs {figures.MassRatio:0.00} of the cloth under it, over {PlanJudge.MassMost(question.Seam.Job):0.0}: stiff."));
        }

        if (Missed(PlanLimits.Drag))
        {
            yield return (PlanLimits.Drag, Invariant($"it drags the edge ({figures.Drag:0.00}, limit {SeamLimits.DragMost:0})"), Invariant($"The edge is dragged out of shape when pulled: drag {figures.Drag:0.00}, limit {SeamLimits.DragMost:0}."));
        }

        if (Missed(PlanLimits.Tunnelling))
        {
            var index = figures.Seam.TunnellingIndex!.Value / (plan.Tape ? 2 : 1);
            yield return (PlanLimits.Tunnelling, Invariant($"the rows draw together ({index:0.00}, limit {SeamLimits.TunnellingFlat:0})"), Invariant($"A ridge may stand between the rows: tunnelling {index:0.00}, limit {SeamLimits.TunnellingFlat:0}.{(plan.Tape ? "" : " Tape on the hem allowance halves it.")}"));
        }

        if (Missed(PlanLimits.Strength))
        {
            var wanted = new PlanJudge(question, need).StrengthWanted;
            yield return (PlanLimits.Strength, Invariant($"it holds {figures.Seam.StrengthNewtonsPerCm:0} N/cm where {wanted:0} are wanted"), Invariant($"It holds {figures.Seam.StrengthNewtonsPerCm:0} N/cm across the seam where {wanted:0} are wanted for a join of this cloth."));
        }

        if (Missed(PlanLimits.Meeting))
        {
            yield return (PlanLimits.Meeting, Invariant($"its loops meet {Math.Abs(figures.Seam.MeetingLineMm!.Value):0.0} mm to the {(figures.Seam.MeetingLineMm > 0 ? "face" : "back")}"),
                question.Seam.Job.Rolls() ? Invariant($"At the ends of the dials the upper thread comes {Math.Abs(figures.Seam.MeetingLineMm!.Value):0.0} mm round, short of wrapping the whole edge.") : null);
        }

        if (Missed(PlanLimits.Overhang))
        {
            var over = figures.Seam.OverhangMm!.Value;
            yield return (PlanLimits.Overhang, over > 0 ? Invariant($"its loops hang {over:0.0} mm off the edge") : Invariant($"its edge is rolled in by {-over:0.0} mm"),
                question.Seam.Job.Rolls() ? Invariant($"The edge is rolled in by {-over:0.0} mm, where about {-SeamLimits.RolledOverhangMm:0.0} are wanted for it to roll: the knife does not go there on this finger.")
                : plan.Flatlock ? Invariant($"The loops hang {over:0.0} mm off the edge, where about {SeamLimits.FlatlockOverhangMm:0.0} are wanted so that the seam can be pulled flat: the knife does not go there on this finger.")
                : over > 0 ? Invariant($"The loops hang {over:0.0} mm off the edge: the knife does not reach further out on this finger.") : Invariant($"The edge is rolled in by {-over:0.0} mm: the knife does not come closer on this finger."));
        }

        if (Missed(PlanLimits.Growth))
        {
            yield return (PlanLimits.Growth, Invariant($"it grows {figures.Growth!.Value.Middle:+0.0;−0.0} % in sewing"),
                question.Seam.Job == SeamJob.LettuceEdge ? null : Invariant($"The seam grows {figures.Growth!.Value.Middle:+0.0;−0.0} % in sewing, more than the {SeamLimits.GrowthTolerancePoints:0} points that lie flat: the feed goes no further."));
        }

        if (Missed(PlanLimits.Textured))
        {
            var (words, note) = question.Seam.Job.Rolls() ? ("its upper looper carries no thread that fills the edge", "A textured thread in the upper looper would fill the rolled edge.")
                : question.Cloth.Sheds ? ("its loopers carry no thread that locks a shedding edge in", "A textured thread in both loopers would lock the shedding edge in.")
                : ("its loopers carry no soft thread against the skin", "Against the skin a textured thread in the loopers would be softer.");
            yield return (PlanLimits.Textured, words, note);
        }
    }

    /// <summary>What would change the answer.</summary>
    public static IReadOnlyList<string> WouldChange(SetupPlan plan, PlanQuestion question, Need need)
    {
        if (plan.Figures.Verdict!.Verdict == Verdict.ClothGivesOut || need.Percent <= 0)
        {
            return [];
        }

        var bearable = Math.Floor(plan.Figures.Yield.Middle / Need.Margin);
        var along = question.Cloth.StretchAlong(question.Seam.Direction).Value;
        return plan.Figures.Verdict.Verdict == Verdict.Holds
            ? [bearable >= along ? $"It holds as far as the cloth goes, {along:0} %; a wearer who asks more needs another cut or cloth." : $"It holds up to a need of {bearable:0} %; here {need.Percent:0} % are asked."]
            : [$"It would hold if no more than {bearable:0} % were asked of it; here it is {need.Percent:0} %."];
    }
}
