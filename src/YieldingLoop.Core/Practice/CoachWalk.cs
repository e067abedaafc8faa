using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Core.Practice;

/// <summary>How a case ended that somebody worked on.</summary>
/// <param name="Solved">Whether a swatch passed.</param>
/// <param name="Swatches">Swatches sewn.</param>
/// <param name="Minutes">What was done, minutes, the swatches included.</param>
/// <param name="Hidden">Whether a fault is still in effect.</param>
public sealed record CaseEnded(bool Solved, int Swatches, double Minutes, bool Hidden);

/// <summary>The coach on a simulated machine: what it asks is done and answered until a swatch passes or it gives up.</summary>
public static class CoachWalk
{
    /// <summary>More steps than this and it goes in a circle.</summary>
    public const int MostSteps = 300;

    /// <summary>Goes through a case as the coach asks.</summary>
    /// <param name="trial">The case.</param>
    /// <param name="schools">The schools; null for the defaults.</param>
    /// <param name="asked">Hears of every step before it is done.</param>
    /// <param name="sewn">Hears of every swatch once it is read, with the step that asked for it.</param>
    /// <exception cref="InvalidOperationException">It goes on for ever.</exception>
    public static CaseEnded Through(TrialCase trial, ChosenSchools? schools = null, Action<CoachSession, CoachStep>? asked = null, Action<CoachSession, CoachStep, StandIn>? sewn = null)
    {
        var machine = trial.Begin();
        var coach = new CoachSession(new(trial.Machine, trial.Cloth, trial.Seam, trial.Plan.Setup, trial.Plan.Targets, schools ?? ChosenSchools.Default));
        double minutes = 0;
        for (var steps = 0; steps < MostSteps; steps++)
        {
            var step = coach.Next();
            asked?.Invoke(coach, step);
            minutes += step.Minutes;
            switch (step.Act)
            {
                case CoachAct.Sew:
                    minutes += Minutes.MinutesFor.Swatch;
                    coach.Sewn(coach.Now, Sew(machine, coach));
                    sewn?.Invoke(coach, step, machine);
                    break;
                case CoachAct.Look:
                    // What nothing lies behind looks good.
                    coach.Looked(step.Look!.Value, step.Position, step.Fault is { } kind && machine.LooksBad(kind, step.Position));
                    break;
                case CoachAct.Repair or CoachAct.Change:
                    Do(machine, CoachDone.Of(step));
                    coach.Take(step);
                    break;
                default:
                    return new(step.Act == CoachAct.Keep, coach.Swatches, minutes, machine.InEffect.Count > 0);
            }
        }

        throw new InvalidOperationException("It goes on for ever.");
    }

    private static SwatchReadings Sew(StandIn machine, CoachSession coach) =>
        machine.Sew(coach.Now, coach.Targets.HoldPercent).Value ?? throw new InvalidOperationException("The coach set up what cannot be sewn.");

    /// <summary>Does at a simulated machine what a repair or a change does; a number is set where the set-up says so.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="done">What was done.</param>
    public static void Do(StandIn machine, CoachDone done)
    {
        switch (done.Change)
        {
            case null when done.Look?.Fault() is { } kind:
                machine.PutRight(kind, done.Position);
                break;
            case CoachChange.Needle when done.Position is { } seat:
                machine.NewNeedle(seat);
                break;
            case CoachChange.Finger:
                machine.SetFinger();
                break;
            case CoachChange.RethreadAll:
                machine.RethreadAll();
                break;
        }
    }
}
