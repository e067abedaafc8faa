using System.Collections.Concurrent;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Garments;

/// <summary>A set-up a seam of a run can be sewn with.</summary>
/// <param name="MachineId">The machine.</param>
/// <param name="Plan">The set-up, with the figures it has on this seam.</param>
/// <param name="From">The piece of work whose threading it shares; null for the seam's own.</param>
public sealed record RunChoice(string MachineId, SetupPlan Plan, int? From)
{
    /// <summary>How much further the seam goes than the wearer asks, points.</summary>
    public double SparePoints => Plan.Figures.Verdict!.SparePoints;
}

/// <summary>A piece of work of a run: its question, and what it is sewn with where that is settled.</summary>
/// <param name="WorkId">Its number.</param>
/// <param name="Question">The planner's question, its machines those that are at hand.</param>
/// <param name="Kept">A kept set-up, with its machine; null where the planner chooses.</param>
public sealed record RunWork(int WorkId, PlanQuestion Question, (string MachineId, SetupPlan Plan)? Kept)
{
    /// <summary>Whether the kept one's swatch passed, and nothing it was made from has changed since: the swatch outranks the model.</summary>
    public bool Proven { get; init; }

    /// <summary>Set-ups it is not sewn with, whatever the model has them come to: it popped with them.</summary>
    public IReadOnlyList<(string MachineId, Setup Setup)> Barred { get; init; } = [];

    /// <summary>Whether it may be sewn with a set-up.</summary>
    internal bool Allows(string machineId, Setup setup) => !Barred.Any(b => b.MachineId == machineId && b.Setup == setup);
}

/// <summary>
/// Up to three set-ups for each seam of a run: its own best, and what it could share with other seams where that still holds,
/// the one with most spare first.
/// </summary>
public static class RunCandidates
{
    /// <summary>The choices of each piece of work by its number; none where nothing holds on the machines at hand.</summary>
    /// <param name="works">The pieces of work.</param>
    /// <param name="plan">The planner, or whoever remembers its answers.</param>
    /// <param name="progress">Told how far it is, from 0 to 1.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was ended.</exception>
    public static IReadOnlyDictionary<int, IReadOnlyList<RunChoice>> Of(
        IReadOnlyList<RunWork> works, Func<PlanQuestion, Outcome<PlanAnswer>> plan, Action<double>? progress = null, CancellationToken stop = default)
    {
        var done = 0;
        var options = new ParallelOptions { CancellationToken = stop };
        // Planning a seam takes about as long as looking through what it can share.
        void Told() => progress?.Invoke(Interlocked.Increment(ref done) / (2.0 * works.Count));

        var own = new ConcurrentDictionary<int, RunChoice?>();
        Parallel.ForEach(works, options, work =>
        {
            own[work.WorkId] = Best(work, plan);
            Told();
        });
        var choices = new ConcurrentDictionary<int, IReadOnlyList<RunChoice>>();
        Parallel.ForEach(works, options, work =>
        {
            choices[work.WorkId] = own[work.WorkId] is { } best ? Choices(work, best, own) : [];
            Told();
        });
        return choices;
    }

    /// <summary>What choosing one in the best one's stead is worth avoiding, minutes: 0.1 a point of spare given up (working value).</summary>
    public static double CostMinutes(RunChoice best, RunChoice other) => Math.Round(Math.Max(0, best.SparePoints - other.SparePoints) * RunCandidate.MinutesPerPoint, 6);

    private static RunChoice? Best(RunWork work, Func<PlanQuestion, Outcome<PlanAnswer>> plan)
    {
        if (work.Kept is var (machine, kept) && work.Question.Machines.Any(m => m.Id == machine) && work.Allows(machine, kept.Setup))
        {
            if (work.Proven)
            {
                return new RunChoice(machine, kept, null);
            }

            // As it would hold today, on the cloth and for whom it is now.
            if (SharedSetup.Read(work.Question, machine, kept) is { Figures.Verdict.Verdict: Verdict.Holds } today)
            {
                return new RunChoice(machine, today, null);
            }
        }

        return plan(work.Question).Value is { } answer
            && answer.Alternatives.Prepend(answer.Best).FirstOrDefault(p => p.Plan.Figures.Verdict!.Verdict == Verdict.Holds && work.Allows(p.MachineId, p.Plan.Setup)) is { } best
            ? new RunChoice(best.MachineId, best.Plan, null) : null;
    }

    private static IReadOnlyList<RunChoice> Choices(RunWork work, RunChoice best, IReadOnlyDictionary<int, RunChoice?> own)
    {
        var shared = new List<RunChoice>();
        foreach (var (other, choice) in own.Where(o => o.Key != work.WorkId && o.Value is not null).OrderBy(o => o.Key))
        {
            if (!Same(choice!, best) && SharedSetup.For(work.Question, best.Plan, choice!.MachineId, choice.Plan) is { } holds && work.Allows(choice.MachineId, holds.Setup)
                && new RunChoice(choice.MachineId, holds, other) is var found && !Same(found, best) && !shared.Exists(s => Same(found, s)))
            {
                shared.Add(found);
            }
        }

        return [best, .. shared.OrderByDescending(s => s.SparePoints).ThenBy(s => s.From).Take(RunSeam.MostCandidates - 1)];
    }

    /// <summary>Whether two set-ups are the same on the machine.</summary>
    private static bool Same(RunChoice one, RunChoice other) => one.MachineId == other.MachineId && one.Plan.Setup == other.Plan.Setup;
}
