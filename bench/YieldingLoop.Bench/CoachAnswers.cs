using System.Diagnostics;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.SimulatedMachine;

namespace YieldingLoop.Bench;

/// <summary>How long one whole answer of the coach takes: a history gone through from its start, the step, what it should look like, and the step after.</summary>
internal static class CoachAnswers
{
    public static int Run(int machines)
    {
        var took = new List<double>();
        var parts = new double[4];
        for (var i = -5; i < machines; i++)
        {
            var trial = TrialCase.Draw(900_000 + i);
            var history = new List<Action<CoachSession>>();
            CoachWalk.Through(
                trial,
                asked: (walked, step) =>
                {
                    var watch = Stopwatch.StartNew();
                    var coach = new CoachSession(new(trial.Machine, trial.Cloth, trial.Seam, trial.Plan.Setup, trial.Plan.Targets, ChosenSchools.Default));
                    history.ForEach(h => h(coach));
                    var replayed = watch.Elapsed.TotalMilliseconds;
                    var next = coach.Next();
                    var decided = watch.Elapsed.TotalMilliseconds;
                    coach.Expect(next);
                    var expected = watch.Elapsed.TotalMilliseconds;
                    coach.NextAfter(next);
                    var all = watch.Elapsed.TotalMilliseconds;
                    if (i >= 0)
                    {
                        took.Add(all);
                        double[] each = [replayed, decided - replayed, expected - decided, all - expected];
                        for (var p = 0; p < each.Length; p++)
                        {
                            parts[p] += each[p];
                        }
                    }

                    if (step.Act is CoachAct.Repair or CoachAct.Change)
                    {
                        history.Add(c => c.Take(step));
                    }
                    else if (step.Act == CoachAct.Look)
                    {
                        history.Add(c => c.Looked(step.Look!.Value, step.Position, false));
                    }
                },
                sewn: (walked, _, machine) =>
                {
                    var (setup, read) = (walked.Now, machine.Sew(walked.Now, walked.Targets.HoldPercent).Value!);
                    history.Add(c => c.Sewn(setup, read));
                });
        }

        took.Sort();
        Console.WriteLine(FormattableString.Invariant($"{took.Count} answers: median {took[took.Count / 2]:0.0} ms, 95 % {took[(int)(0.95 * took.Count)]:0.0} ms, most {took[^1]:0.0} ms; gone through {parts[0] / took.Count:0.0}, decided {parts[1] / took.Count:0.0}, expected {parts[2] / took.Count:0.0}, step after {parts[3] / took.Count:0.0}"));
        return 0;
    }
}
