using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>Why the dials, the feed, the knife and the parts of a finished set-up stand where they stand.</summary>
internal static class SettingReasons
{
    private const string Practice = "common practice", Model = "seam model";

    public static Reason NeedleDials(SetupPlan plan, Layout layout, FoundSetup found, PlanQuestion question)
    {
        var kind = found.NeedleThread.Kind;
        var shift = DialTension.ThreadNeutralSteps(kind, layout.Head.CalibrationThread);
        var needle = layout.LoosestNeedle ? "As loose as the dial goes, so that the seam can be pulled open"
            : Math.Abs(shift) < 0.05 ? "Neutral for this thread" : $"Neutral for {kind.Name} lies {DialWords.FromNeutral(shift)} than the dial's own";
        needle += found.NeedleOffset switch
        {
            > 0 => ", then a step tighter so that the opened seam shows less thread",
            < 0 => Invariant($", then {-found.NeedleOffset:0.#} looser so that more thread is laid and the seam goes further"),
            _ => "",
        };
        return new(
            PlanTopic.NeedleDials,
            Invariant($"{needle}; the gap when pulled open is {plan.Figures.Seam.GapMm:0.00} mm, {SeamLimits.GapWord(plan.Figures.Seam.GapMm)}."),
            question.Seam.Seen ? $"seam model; school: {SchoolCatalogue.HideThread.Find(question.Schools.HideThreadId).Name}" : Model);
    }

    public static IEnumerable<Reason> LooperDials(SetupPlan plan, Layout layout, FoundSetup found, PlanQuestion question)
    {
        if (layout.Head is PlainMachine plain)
        {
            yield return new(PlanTopic.LooperDials, plain.BobbinSlidesAtGrams is { } grams ? Invariant($"The bobbin thread runs as it was measured: it slides at {grams:0.#} g.") : "The bobbin's tension was not measured; the machine's own adjustment is taken for neutral.", "machine record");
            yield break;
        }

        var textured = plan.Threads.Any(t => !t.Position.IsNeedle() && t.Kind.Textured) ? " Textured thread is never set tighter than its own neutral: tight pulls the fluff flat." : "";
        if (found.Loopers.UpperLooser > 0)
        {
            var eased = plan.Figures.Drag!.Value;
            var still = eased > SeamLimits.DragMost ? "; it will still drag a little, so sew a strip beside an unsewn one" : "";
            yield return new(PlanTopic.LooperDials, Invariant($"The upper looper is {found.Loopers.UpperLooser:0.#} steps looser than its own neutral, so that this stretchy edge is not dragged out of shape (drag {eased:0.00}, limit {SeamLimits.DragMost:0}){still}; the loops then meet on the back, and that is the target here.{textured}"), "common practice; seam model");
            yield break;
        }

        if (layout.Stitch.Family is StitchFamily.Cover)
        {
            var index = plan.Figures.Seam.TunnellingIndex!.Value;
            yield return new(PlanTopic.LooperDials, Invariant($"The chain looper stands {DialWords.FromNeutral(found.Loopers.Lower.StepsTighter)}, so that the rows are not drawn into a ridge (tunnelling {(layout.Tape ? index / 2 : index):0.00}{(layout.Tape ? " with tape" : "")}, limit {SeamLimits.TunnellingFlat:0}).{textured}"), "common practice; seam model");
            yield break;
        }

        if (layout.Stitch.Family == StitchFamily.Chain || layout.Flatlock || layout.Stitch.Family == StitchFamily.TwoThreadOveredge)
        {
            yield return new(PlanTopic.LooperDials, layout.LoosestNeedle
                ? $"Lower looper tight, upper at its neutral: the swatch says how far the seam opens.{textured}"
                : $"{TwoThreads(found, question)}{textured}", Practice);
            yield break;
        }

        var meeting = plan.Figures.Seam.MeetingLineMm!.Value;
        yield return new(
            PlanTopic.LooperDials,
            question.Seam.Job.Rolls()
                ? Invariant($"Lower tighter and upper looser until the upper thread wraps the edge (meeting line {Math.Abs(meeting):0.0} mm round the back).{textured}")
                : $"Set so that both looper threads meet on the edge (the model expects {Side(meeting)}).{textured}",
            "common practice; seam model");
    }

    private static string TwoThreads(FoundSetup found, PlanQuestion question)
    {
        var lower = found.Loopers.Lower;
        var off = Math.Round(lower.StepsTighter - lower.ShiftSteps, 2);
        // Within half a number it is the nearest the dial can be set to.
        return Math.Abs(off) <= 0.5 || !(question.Seam.Job.Rolls() || found.Layout.Flatlock) ? "At the neutral of this thread."
            : $"The looper stands {DialWords.FromNeutral(off)} than its thread's own neutral, {(question.Seam.Job.Rolls() ? "so that the needle's thread comes round the edge" : "so that the needle's thread is drawn to the face")}.";
    }

    public static Reason Differential(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var along = question.Cloth.StretchAlong(question.Seam.Direction).Value;
        var flat = ClothEffects.FlatDifferential(along);
        var limited = flat > layout.Head.Feed!.Most ? Invariant($", the highest this machine has (flat would be {flat:0.00})") : "";
        var growth = plan.Figures.Growth!.Value.Middle;
        return new(
            PlanTopic.Differential,
            question.Seam.Job == SeamJob.LettuceEdge
                ? Invariant($"{plan.Differential:0.##}, the lowest this machine has: the wave is wanted here, and the model expects the edge to grow {growth:0} %.")
                : Invariant($"{plan.Differential:0.##}{limited}: cloth that stretches {along:0} % along the seam would grow {ClothEffects.GrowthPercent(along, 1):0.0} % at 1; here the model expects {growth:+0.0;−0.0;0.0} %."),
            Model);
    }

    public static Reason CuttingWidth(double cut, SetupPlan plan, Overlocker machine)
    {
        var overhang = plan.Figures.Seam.OverhangMm!.Value;
        var range = machine.CuttingWidth;
        var atEnd = Math.Abs(overhang) <= SeamLimits.OverhangToleranceMm ? ""
            : cut >= range.Most - 1e-9 ? " The knife is at the far end of its range."
            : cut <= range.Least + 1e-9 ? " The knife is at the near end of its range."
            : "";
        return new(PlanTopic.CuttingWidth, Invariant($"{cut:0.##} mm from the right needle puts the edge where the loops lie ({overhang:+0.00;−0.00;0.00} mm overhang).{atEnd}"), "seam model; machine record");
    }

    public static Reason Parts(SetupPlan plan)
    {
        var tape = plan.Tape ? " Tape on the hem allowance keeps the rows from drawing together." : "";
        return plan.TwinGapMm is { } gap
            ? new(PlanTopic.Parts, Invariant($"Plate “{plan.PlateName}” and foot “{plan.FootName}”: both slots pass blades {gap:0.0} mm apart. Turn the wheel by hand through a full pattern first.{tape}"), "common practice; machine record")
            : new(PlanTopic.Parts, $"Plate “{plan.PlateName}” and foot “{plan.FootName}”, whose slots the needle has room in.{tape}", "machine record");
    }

    private static string Side(double meetingMm) => Math.Abs(meetingMm) < 0.05
        ? "right on it"
        : Invariant($"{Math.Abs(meetingMm):0.0} mm to the {(meetingMm > 0 ? "face" : "back")}");
}
