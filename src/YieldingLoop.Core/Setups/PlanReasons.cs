using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>The reasons that only the finished set-up can give: what was solved and why it came out so.</summary>
internal static class PlanReasons
{
    public static void Add(SetupDraft first, SolvedSetup solved, PlanRequest request, Need need, List<Reason> reasons)
    {
        var draft = solved.Draft;
        AddChanged(first, draft, request, reasons);
        AddSeats(draft, request, reasons);
        AddDials(solved, request, need, reasons);

        var along = request.Cloth.StretchAlong(request.Seam.Direction).Value;
        var flat = ClothEffects.FlatDifferential(along);
        var limited = flat > request.Machine.Differential.Most ? $", the highest this machine has (flat would be {flat:0.00})" : "";
        reasons.Add(new(
            PlanTopic.Differential,
            draft.Waves
                ? $"{solved.Differential:0.##}, the lowest this machine has: the wave is wanted here, and the model expects the edge to grow {solved.Figures.Growth!.Value.Middle:0} %."
                : $"{solved.Differential:0.##}{limited}: cloth that stretches {along:0} % along the seam would grow {ClothEffects.GrowthPercent(along, 1):0.0} % at 1; here the model expects {solved.Figures.Growth!.Value.Middle:+0.0;−0.0;0.0} %.",
            "seam model"));

        var overhang = solved.Figures.Seam.OverhangMm!.Value;
        var range = request.Machine.CuttingWidth;
        var atEnd = Math.Abs(overhang) <= SeamLimits.OverhangToleranceMm ? ""
            : solved.CuttingFromRightMm >= range.Most - 1e-9 ? " The knife is at the far end of its range."
            : solved.CuttingFromRightMm <= range.Least + 1e-9 ? " The knife is at the near end of its range."
            : "";
        reasons.Add(new(
            PlanTopic.CuttingWidth,
            $"{solved.CuttingFromRightMm:0.##} mm from the right needle puts the edge where the loops lie ({overhang:+0.00;−0.00;0.00} mm overhang).{atEnd}",
            "seam model; machine record"));
    }

    private static void AddChanged(SetupDraft first, SetupDraft draft, PlanRequest request, List<Reason> reasons)
    {
        // Remedies change threads and length after the first reasons were given; what stands on the card is what is true of it.
        if (draft.NeedleThread != first.NeedleThread)
        {
            reasons.RemoveAll(r => r.Topic == PlanTopic.NeedleThread);
            reasons.Add(new(PlanTopic.NeedleThread, "Stretch polyester: smooth enough for the needle, and it stretches where plain thread would pop.", "common practice; seam model"));
        }

        if (request.Seam.Seen)
        {
            // Common practice: matching colour and a tighter needle both hide thread, and they add up.
            reasons.Add(new(PlanTopic.NeedleThread, "Match its colour to the cloth first: that all but removes what shows when the seam is pulled open; the loopers come after.", "common practice"));
        }

        if (!reasons.Exists(r => r.Topic == PlanTopic.LooperThread))
        {
            var sentence = draft.LowerThread == ThreadCatalogue.TexturedNylon
                ? "Textured nylon in both loopers gives way when the seam is pulled, and lets the needle thread go further."
                : $"{ThreadRules.Capital(draft.UpperThread.Name)} in the loopers: nothing dearer is needed here.";
            reasons.Add(new(PlanTopic.LooperThread, sentence, "common practice; seam model"));
        }

        if (draft.LowerThread == ThreadCatalogue.StretchPolyester)
        {
            reasons.Add(new(PlanTopic.LooperThread, "Stretch polyester in the lower looper, so that the edge itself can stretch.", "common practice; seam model"));
        }

        if (draft.LengthMm != first.LengthMm)
        {
            reasons.RemoveAll(r => r.Topic == PlanTopic.Length);
            reasons.Add(new(PlanTopic.Length, $"{draft.LengthMm:0.##} mm, shorter than the usual first choice: more thread in every centimetre, so the seam goes further.", "seam model"));
        }
    }

    private static void AddSeats(SetupDraft draft, PlanRequest request, List<Reason> reasons)
    {
        var seats = draft.Seats.Count == 2 ? "Both needles"
            : draft.LeftThreaded ? "The left needle alone: the wider three-thread seam"
            : draft.Rolled ? "The right needle alone, as a rolled hem wants it"
            : "The right needle alone: the narrower, lighter three-thread seam";
        var spare = draft.Seats.Count == 2 ? "" : $" Take the {(draft.LeftThreaded ? "right" : "left")} needle out and its thread right off the machine, or it creeps back into the seam.";
        reasons.Add(new(PlanTopic.Seats, seats + "." + spare, "common practice"));
        reasons.Add(new(
            PlanTopic.Finger,
            $"Finger \"{draft.Finger.Name}\", which this machine's table pairs with {(draft.Seats.Count == 2 ? "both needles" : draft.Rolled ? "a rolled hem" : draft.LeftThreaded ? "the left needle" : "the right needle")}.",
            "machine record"));
    }

    private static void AddDials(SolvedSetup solved, PlanRequest request, Need need, List<Reason> reasons)
    {
        var draft = solved.Draft;
        var shift = DialTension.ThreadNeutralSteps(draft.NeedleThread, request.Machine.CalibrationThread);
        var needle = Math.Abs(shift) < 0.05 ? "Neutral for this thread" : $"Neutral for {draft.NeedleThread.Name} lies {DialWords.FromNeutral(shift)} than the dial's own";
        needle += draft.NeedleOffset switch
        {
            > 0 => ", then a step tighter so that the opened seam shows less thread",
            < 0 => FormattableString.Invariant($", then {-draft.NeedleOffset:0.#} looser so that more thread is laid and the seam goes further"),
            _ => "",
        };
        reasons.Add(new(
            PlanTopic.NeedleDials,
            $"{needle}; the gap when pulled open is {solved.Figures.Seam.GapMm:0.00} mm, {SeamLimits.GapWord(solved.Figures.Seam.GapMm)}.",
            request.Seam.Seen ? $"seam model; school: {Schools.HideThread.Find(request.Schools.HideThreadId).Name}" : "seam model"));

        if (draft.UpperLooser > 0)
        {
            var balanced = SetupSolver.Solve(draft with { UpperLooser = 0 }, request, need).Figures.Drag;
            var eased = solved.Figures.Drag;
            var still = eased > SeamLimits.DragMost ? "; it will still drag a little, so sew a strip beside an unsewn one" : "";
            reasons.Add(new(
                PlanTopic.LooperDials,
                $"The upper looper is {draft.UpperLooser:0.#} steps looser than balance, so that this stretchy edge is not dragged out of shape (drag {balanced:0.00} → {eased:0.00}){still}; the loops then meet on the back, and that is the target here.",
                "common practice; seam model"));
            return;
        }

        var meeting = solved.Figures.Seam.MeetingLineMm!.Value;
        var textured = draft.UpperThread.Textured || draft.LowerThread.Textured ? " Textured thread is never set tighter than its own neutral: tight pulls the fluff flat." : "";
        reasons.Add(new(
            PlanTopic.LooperDials,
            draft.Rolled
                ? $"Lower tighter and upper looser until the upper thread wraps the edge (meeting line {Math.Abs(meeting):0.0} mm round the back).{textured}"
                : $"Set so that both looper threads meet on the edge (the model expects {Side(meeting)}).{textured}",
            "common practice; seam model"));
    }

    private static string Side(double meetingMm) => Math.Abs(meetingMm) < 0.05
        ? "right on it"
        : $"{Math.Abs(meetingMm):0.0} mm to the {(meetingMm > 0 ? "face" : "back")}";
}
