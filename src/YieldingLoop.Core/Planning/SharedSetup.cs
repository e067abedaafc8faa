using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// A seam sewn with what is on the machine for another: not its best, but it saves threading anew. Number for number where
/// that does; otherwise with the other's needles, threads and finger, and numbers of its own. It counts where the planner's
/// own rules allow it for this seam, the seam model has it hold, and it misses no limit that the seam's best does not miss.
/// </summary>
public static class SharedSetup
{
    /// <summary>The set-up with the figures it has on this seam; null where it does not do.</summary>
    /// <param name="question">The seam's own question, with the machine among those at hand.</param>
    /// <param name="best">The seam's best set-up.</param>
    /// <param name="machineId">The machine of the other set-up.</param>
    /// <param name="other">The other seam's set-up.</param>
    public static SetupPlan? For(PlanQuestion question, SetupPlan best, string machineId, SetupPlan other)
    {
        if (question.Machines.FirstOrDefault(m => m.Id == machineId) is not { } hand)
        {
            return null;
        }

        // The rules are asked with everything of it pinned but the dials, which the figures judge as they stand.
        var threading = PlanPins.ThreadingOf(other) with { MachineId = machineId };
        var numbers = threading with { LengthMm = other.StitchLengthMm, CuttingWidthMm = other.CuttingWidthFromRightMm, WidthMm = other.ZigzagWidthMm };
        if (Read(question, machineId, other) is { } exact && Does(exact, best) && Allowed(numbers) is not null)
        {
            return exact;
        }

        return Allowed(threading) is { } own && Does(own, best) ? own : null;

        SetupPlan? Allowed(PlanPins pins) =>
            PinCheck.Problems(pins, [hand]).Any() ? null : Planner.Best(question with { Machines = [hand], Pins = pins }).Value?.Plan;
    }

    private static bool Does(SetupPlan plan, SetupPlan best) => plan.Figures.Verdict!.Verdict == Verdict.Holds && (plan.Missed & ~best.Missed) == PlanLimits.None;

    /// <summary>A set-up as it is, read on a seam; null where it makes no case.</summary>
    /// <param name="question">The seam's question, with the machine among those at hand.</param>
    /// <param name="machineId">The machine.</param>
    /// <param name="other">The set-up.</param>
    public static SetupPlan? Read(PlanQuestion question, string machineId, SetupPlan other)
    {
        if (question.Machines.FirstOrDefault(m => m.Id == machineId) is not { } hand || question.Seam.Resolve().Value is not { } need
            || other.Setup.Case(other.Tuned(hand.Machine), question.Cloth, question.Seam, need, question.Schools).Value is not { } sewn)
        {
            return null;
        }

        sewn = sewn with { Learnt = hand.Learnt.For(sewn) };
        var shared = other with { Figures = SeamAssessment.Of(sewn), Need = need, SewnThicknessMm = question.Layers.SewnThicknessMm, BiteMm = sewn.Geometry.BiteMm };
        return shared with { Missed = SetupLimits.Missed(shared, other.Setup.HeadOf(other.Tuned(hand.Machine)), question, need) };
    }
}
