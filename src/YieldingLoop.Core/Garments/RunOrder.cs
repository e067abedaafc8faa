using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>One place in the order of a run.</summary>
/// <param name="GarmentId">The garment.</param>
/// <param name="SeamId">The seam.</param>
/// <param name="Copy">Which copy, from 1; null for all of them.</param>
/// <param name="MachineId">The machine it is sewn on.</param>
/// <param name="Candidate">Which of its set-ups, from 0.</param>
/// <param name="ChangeoverMinutes">Minutes before it can be sewn: going over to the machine, and the thread-up with its swatch.</param>
public sealed record RunOrderEntry(string GarmentId, string SeamId, int? Copy, string MachineId, int Candidate, double ChangeoverMinutes);

/// <summary>The order of a run, and how good it is.</summary>
/// <param name="Order">Every seam in its place.</param>
/// <param name="Minutes">All changeovers, and what set-ups that are not the best cost.</param>
/// <param name="LowerBoundMinutes">No order takes less.</param>
/// <param name="Proved">Whether this is one that takes least.</param>
public sealed record RunOrderAnswer(IReadOnlyList<RunOrderEntry> Order, double Minutes, double LowerBoundMinutes, bool Proved)
{
    /// <summary>Minutes of changing over alone.</summary>
    public double ChangeoverMinutes => Math.Round(Order.Sum(e => e.ChangeoverMinutes), 6);
}

/// <summary>Puts the seams of a run in order (docs/run-order.md).</summary>
public static class RunOrder
{
    /// <summary>Finds the order, or says what is in the way.</summary>
    /// <param name="question">The question.</param>
    /// <param name="progress">Told how far it is, from 0 to 1.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was ended.</exception>
    public static Outcome<RunOrderAnswer> Of(RunOrderQuestion question, Action<double>? progress = null, CancellationToken stop = default)
    {
        var table = RunTable.Of(question);
        return table.Value is { } found ? found.Best(progress, stop) : Outcome.Failed<RunOrderAnswer>(table.Problems);
    }

    /// <summary>The question in numbers, with the changeovers worked out; or what cannot be.</summary>
    internal static Outcome<RunProblem> Asked(RunOrderQuestion question, IReadOnlyList<RunPiece> pieces)
    {
        var problems = new List<Problem>();
        var changeovers = question.Machines.Select(m => new RunChangeovers(m.Machine)).ToList();
        var ways = new Dictionary<(int Garment, int Seam), IReadOnlyList<RunWay>>();
        foreach (var seam in question.Seams)
        {
            ways[seam] =
            [
                .. question.Of(seam).Candidates.Select((candidate, c) =>
                {
                    var machine = question.Machines.Index().First(m => m.Item.Id == candidate.MachineId).Index;
                    var (number, wrong) = changeovers[machine].Add(candidate.Setup);
                    problems.AddRange(wrong.Select(p => p with { Field = $"garments[{seam.Garment}].seams[{seam.Seam}].candidates[{c}].setup.{p.Field}" }));
                    return new RunWay(machine, number, c == 0 ? 0 : candidate.CostMinutes);
                }),
            ];
        }

        foreach (var (i, machine) in question.Machines.Index())
        {
            problems.AddRange(SetupCheck.OfState(machine.Machine, machine.State).Select(p => p with { Field = $"machines[{i}].state.{p.Field}" }));
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<RunProblem>(problems);
        }

        var before = RunItems.Before(question, pieces);
        var problem = new RunProblem([.. pieces.Select((p, i) => new RunItem(before[i], ways[p.Seam]))], [.. changeovers.Select((c, m) => c.Minutes(question.Machines[m].State))])
        {
            Start = question.Machines.Index().Where(m => m.Item.Id == question.AtMachineId).Select(m => m.Index).FirstOrDefault(-1),
        };
        return problem.Circle() is { Count: > 0 } circle ? Outcome.Failed<RunProblem>([Circle(question, [.. circle.Select(i => pieces[i].Seam).Distinct()])]) : Outcome.Of(problem);
    }

    private static Problem Circle(RunOrderQuestion question, IReadOnlyList<(int Garment, int Seam)> seams)
    {
        var names = seams.Select(question.NameOf).ToList();
        // Without what is locked there may be no circle; then it is the locks that make it.
        var byLocks = question.Locked.Count > 0 && !seams.Index().All(s => question.Of(seams[(s.Index + 1) % seams.Count]).After.Contains(question.Of(s.Item).Id));
        var way = string.Join(" before ", names.Append(names[0]));
        return new(byLocks ? "locked" : "garments", byLocks ? $"What is held in its order goes round in a circle with what has to be sewn first: {way}." : $"What has to be sewn first goes round in a circle: {way}.")
        {
            Finding = new Finding("run-circle").With("seams", string.Join(", ", seams.Select(s => question.Of(s).Id))),
        };
    }
}
