using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>
/// Works out what follows from a draft on one machine: looper dials that meet on the edge, the cutting width that
/// leaves no overhang, the differential that leaves the seam flat; each rounded to what the machine can be set to.
/// </summary>
internal static class SetupSolver
{
    /// <summary>How much a millimetre off the meeting line weighs against a step away from the thread-neutral dial.</summary>
    private const double MeetingLineWeight = 6;

    /// <summary>The same for a rolled edge, which has to be wrapped whatever the dials come to.</summary>
    private const double RolledWeight = 100;

    /// <summary>How far from the thread-neutral dial a balance is looked for, steps.</summary>
    private const double SearchSteps = 2.5;

    public static SolvedSetup Solve(SetupDraft draft, PlanRequest request, Need need)
    {
        var machine = request.Machine;
        var offset = draft.LeftThreaded ? machine.GaugeMm : 0;
        var loopWidth = draft.Finger.LoopWidthFromRightMm + offset;
        var thickness = SeamGeometry.SewnThickness(request.Seam.Plies, request.Cloth.Thickness.Value);
        var (upper, lower) = SolveLoopers(draft, machine, loopWidth, thickness);

        var threads = draft.Seats
            .Select(seat => AtNumber(draft, machine, seat, machine.DialOf(seat).NumberFor(Neutral(draft, machine, seat) + draft.NeedleOffset)))
            .Append(upper)
            .Append(lower)
            .ToList();

        var cuttingFromRight = machine.CuttingWidth.Settable(SeamLayout.LoopReach(loopWidth, [upper.Laid, lower.Laid]) - offset);
        var along = request.Cloth.StretchAlong(request.Seam.Direction).Value;
        var differential = draft.Waves ? machine.Differential.Least : machine.Differential.Settable(ClothEffects.FlatDifferential(along));

        var figures = SeamAssessment.Of(new SeamCase
        {
            Geometry = new SeamGeometry(draft.Stitch, draft.LengthMm, thickness)
            {
                GaugeMm = machine.GaugeMm, LoopWidthMm = loopWidth, BiteMm = cuttingFromRight + offset,
            },
            Threads = [.. threads.Select(t => new SetThread(t.Laid, t.StepsTighter))],
            Cloth = request.SeamCloth,
            Plies = request.Seam.Plies,
            Needle = new SeatedNeedle(draft.Point, draft.Size),
            Differential = differential,
            NeedPercent = need.Percent,
        });
        return new SolvedSetup(draft, threads, loopWidth, cuttingFromRight, cuttingFromRight + offset, differential, figures);
    }

    private static double Neutral(SetupDraft draft, Overlocker machine, ThreadPosition position) =>
        DialTension.ThreadNeutralSteps(draft.KindAt(position), machine.CalibrationThread);

    private static PlannedThread AtNumber(SetupDraft draft, Overlocker machine, ThreadPosition position, double number)
    {
        var steps = machine.DialOf(position).StepsTighter(number);
        var kind = draft.KindAt(position);
        return new PlannedThread(position, kind.Id, number, Math.Round(steps, 6), DialTension.TensionAt(position, kind, steps, machine.CalibrationThread));
    }

    private static (PlannedThread Upper, PlannedThread Lower) SolveLoopers(SetupDraft draft, Overlocker machine, double loopWidth, double thickness)
    {
        var target = draft.Rolled ? -(loopWidth + thickness / 2) : 0;
        double upperNeutral = Neutral(draft, machine, ThreadPosition.UpperLooper), lowerNeutral = Neutral(draft, machine, ThreadPosition.LowerLooper);
        if (draft.UpperLooser > 0)
        {
            // The loops are meant to meet on the back here: the target is what these dials give.
            return (Nearest(ThreadPosition.UpperLooper, upperNeutral - draft.UpperLooser), Nearest(ThreadPosition.LowerLooper, lowerNeutral));
        }

        var reach = draft.Rolled ? 12 : SearchSteps;
        (PlannedThread, PlannedThread)? best = null;
        var bestCost = double.PositiveInfinity;
        foreach (var upper in Candidates(ThreadPosition.UpperLooper, upperNeutral, reach))
        {
            foreach (var lower in Candidates(ThreadPosition.LowerLooper, lowerNeutral, reach))
            {
                var meeting = SeamLayout.MeetingLinePerLog * Math.Log(upper.TensionCentinewtons / lower.TensionCentinewtons);
                // A rolled edge that is wrapped further than fully is no worse for it.
                var miss = draft.Rolled ? Math.Max(0, meeting - target) : Math.Abs(meeting - target);
                var up = upper.StepsTighter - upperNeutral;
                var low = lower.StepsTighter - lowerNeutral;
                // Squares share a turn between both dials, which is what "half of each" comes to.
                var cost = (draft.Rolled ? RolledWeight : MeetingLineWeight) * miss + up * up + low * low;
                if (cost < bestCost - 1e-9)
                {
                    bestCost = cost;
                    best = (upper, lower);
                }
            }
        }

        return best ?? (Nearest(ThreadPosition.UpperLooper, upperNeutral), Nearest(ThreadPosition.LowerLooper, lowerNeutral));

        PlannedThread Nearest(ThreadPosition position, double steps)
        {
            var dial = machine.DialOf(position);
            var settable = dial.Numbers().Where(n => Allowed(position, dial.StepsTighter(n), steps)).ToList();
            var number = settable.Count > 0 ? settable.MinBy(n => Math.Abs(dial.StepsTighter(n) - steps)) : dial.NumberFor(steps);
            return AtNumber(draft, machine, position, number);
        }

        IEnumerable<PlannedThread> Candidates(ThreadPosition position, double neutral, double within)
        {
            var dial = machine.DialOf(position);
            return dial.Numbers()
                .Where(n => Math.Abs(dial.StepsTighter(n) - neutral) <= within && Allowed(position, dial.StepsTighter(n), neutral))
                .Select(n => AtNumber(draft, machine, position, n));
        }

        // Tight pulls the fluff flat and the fill is lost: a textured thread never runs tighter than thread-neutral.
        bool Allowed(ThreadPosition position, double steps, double neutral) => !draft.KindAt(position).Textured || steps <= neutral + 1e-9;
    }
}
