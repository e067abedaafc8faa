using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Coach;

/// <summary>How a step of the coach's comes onto the machine: by a thread-up, so that what stands on the machine stays true.</summary>
public static class CoachThreadUp
{
    /// <summary>Whether a step changes what stands on the machine; the others are done by eye or hand and change nothing that is on record.</summary>
    public static bool Changes(CoachStep step) => NewNeedle(step) is not null
        || step.Change is CoachChange.Dial or CoachChange.Differential or CoachChange.CuttingWidth or CoachChange.Length or CoachChange.Width or CoachChange.FootPressure or CoachChange.RethreadAll;

    /// <summary>The seat a step puts a new needle into; null where it does not.</summary>
    private static ThreadPosition? NewNeedle(CoachStep step) =>
        step.Change == CoachChange.Needle || (step.Act == CoachAct.Repair && step.Look is CoachLook.NeedlePoint or CoachLook.NeedleCondition) ? step.Position : null;

    /// <summary>The way onto the machine, without a swatch at its end: the coach asks for that itself.</summary>
    /// <param name="step">The step.</param>
    /// <param name="machine">The machine, a convertible one with both its halves.</param>
    /// <param name="state">What stands on it.</param>
    /// <param name="baseline">The row of the manual's table that dials are told against; null for none.</param>
    /// <param name="schools">The schools.</param>
    /// <returns>The steps, or what is in the way of them.</returns>
    /// <exception cref="ArgumentException">The step changes nothing that stands on the machine.</exception>
    public static Outcome<ThreadUpPlan> Of(CoachStep step, Machine machine, Setup state, ManualSetting? baseline, ChosenSchools schools)
    {
        if (!Changes(step))
        {
            throw new ArgumentException("It changes nothing that stands on the machine.", nameof(step));
        }

        var (from, wanted) = (state, state);
        if (NewNeedle(step) is { } seat)
        {
            // Worked out as if the seat were empty: the needle that goes in is of the kind that is in it.
            var threads = state.Needles[seat].TryGet(out var needle) ? needle.ThreadPlaces(seat) : [seat];
            from = state with { Needles = state.Needles.With(seat, Place<Needles.Needle>.Empty), Threads = state.Threads.With(threads, Place<SewingThread>.Empty) };
        }
        else if (step.Change is { } change)
        {
            wanted = CoachSession.WithNumber(state, change, step.Position, step.To);
        }

        var tuned = baseline is { } row ? machine.TunedTo(row) : machine;
        var question = new ThreadUpQuestion(tuned, from, wanted, schools) { LiftedRuleIds = WantedCheck.ThreadAndPointRules, WentBad = step.Change == CoachChange.RethreadAll };
        var way = ThreadUpPlanner.Plan(question);
        // A number that is set from outside wants no covers opened, no power off: it is the one step.
        var outside = step.Change is CoachChange.Dial or CoachChange.Differential or CoachChange.Length or CoachChange.FootPressure;
        return way.Value is { } plan ? Outcome.Of(plan with { From = state, Steps = [.. plan.Steps.Where(s => outside ? Numbers.Contains(s.Act) : s.Act != ThreadUpAct.Swatch)] }) : way;
    }

    private static readonly HashSet<ThreadUpAct> Numbers = [ThreadUpAct.Dial, ThreadUpAct.Feed, ThreadUpAct.Length, ThreadUpAct.FootPressure];
}
