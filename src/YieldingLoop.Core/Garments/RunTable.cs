using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>What it comes to when a seam is moved to a place.</summary>
/// <param name="To">The place, from 0.</param>
/// <param name="ChangeoverMinutes">All changeovers then; null where it cannot go there.</param>
/// <param name="Minutes">The same, and what set-ups that are not the best cost.</param>
/// <param name="Why">Why it cannot go there; null where it can.</param>
public sealed record RunMove(int To, double? ChangeoverMinutes, double? Minutes, Finding? Why)
{
    /// <summary>What it comes to beside the order as it stands, as a code with its figures; why it cannot go there where it cannot.</summary>
    public Finding Against(RunOrderAnswer now)
    {
        if (Why is not null)
        {
            return Why;
        }

        var (minutes, points) = RunFindings.More(ChangeoverMinutes!.Value, Minutes!.Value, now);
        return new Finding((minutes, points) switch { (0, 0) => "move-same", (0, _) => "move-spare", (_, 0) => "move-minutes", _ => "move-both" }).With("minutes", minutes).With("points", points);
    }
}

/// <summary>A seam that is sewn with a set-up that is not its best.</summary>
/// <param name="Place">Its place in the order, from 0.</param>
/// <param name="SavesMinutes">How much more changing over there would be with its best, everything else as it is.</param>
public sealed record RunTrade(int Place, double SavesMinutes);

/// <summary>
/// The question of a run with every changeover worked out once: the best order, any other order, and what moving a seam
/// comes to are read off it without asking the machines again.
/// </summary>
public sealed class RunTable
{
    private readonly RunOrderQuestion question;
    private readonly IReadOnlyList<RunPiece> pieces;
    private readonly RunProblem? problem;
    private readonly RunFixedOrder? orders;

    private RunTable(RunOrderQuestion question, IReadOnlyList<RunPiece> pieces, RunProblem? problem)
    {
        (this.question, this.pieces, this.problem) = (question, pieces, problem);
        orders = problem is null ? null : new RunFixedOrder(problem, new RunCosts(problem));
        Pieces = [.. pieces.Select(p => new RunPieceName(question.Garments[p.Seam.Garment].Id, question.Of(p.Seam).Id, p.Copy))];
    }

    /// <summary>Everything that is still to be sewn, in the order given.</summary>
    public IReadOnlyList<RunPieceName> Pieces { get; }

    /// <summary>Works the changeovers out, or says what is in the way.</summary>
    public static Outcome<RunTable> Of(RunOrderQuestion question)
    {
        if (RunOrderCheck.Problems(question) is { Count: > 0 } problems)
        {
            return Outcome.Failed<RunTable>(problems);
        }

        var pieces = RunItems.Of(question);
        if (pieces.Count == 0)
        {
            return Outcome.Of(new RunTable(question, pieces, null));
        }

        var asked = RunOrder.Asked(question, pieces);
        return asked.Value is { } problem ? Outcome.Of(new RunTable(question, pieces, problem)) : Outcome.Failed<RunTable>(asked.Problems);
    }

    /// <summary>The best order.</summary>
    /// <param name="progress">Told how far it is, from 0 to 1.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was ended.</exception>
    public Outcome<RunOrderAnswer> Best(Action<double>? progress = null, CancellationToken stop = default)
    {
        if (problem is null)
        {
            return Outcome.Of(new RunOrderAnswer([], 0, 0, Proved: true));
        }

        return RunSolver.Solve(problem, progress, stop) is { } found ? Outcome.Of(Answer(found.Places, found.Minutes, found.LowerBoundMinutes, found.Proved))
            : Outcome.Failed<RunOrderAnswer>([new("machines", "No seam can be sewn after what is on the machines now: take out what is in the way first.")]);
    }

    /// <summary>The pieces in an order, each sewn as is cheapest in it; null where it cannot be sewn in that order, or is not all of them.</summary>
    /// <param name="order">Pieces by their number in <see cref="Pieces"/>.</param>
    public RunOrderAnswer? In(IReadOnlyList<int> order)
    {
        if (problem is null || order.Count != pieces.Count || order.Distinct().Count() != pieces.Count || order.Any(p => p < 0 || p >= pieces.Count) || Broken(order) is not null)
        {
            return problem is null && order.Count == 0 ? new RunOrderAnswer([], 0, 0, Proved: true) : null;
        }

        return orders!.Of(order) is var (places, cost) ? Answer(places, RunCosts.ToMinutes(cost), 0, proved: false) : null;
    }

    /// <summary>What an order breaks first, as a code with the two pieces it is about; null where nothing.</summary>
    /// <param name="order">Pieces by their number.</param>
    public Finding? Broken(IReadOnlyList<int> order)
    {
        var place = order.Index().ToDictionary(p => p.Item, p => p.Index);
        foreach (var then in order)
        {
            foreach (var first in problem!.Items[then].After)
            {
                if (place[first] > place[then])
                {
                    return Why(first, then);
                }
            }
        }

        return null;
    }

    /// <summary>What it comes to when a piece is moved, for every place of the order.</summary>
    /// <param name="order">The order as it stands, pieces by their number.</param>
    /// <param name="piece">The piece that is moved.</param>
    public IReadOnlyList<RunMove> Moves(IReadOnlyList<int> order, int piece)
    {
        var rest = order.Where(p => p != piece).ToList();
        return
        [
            .. Enumerable.Range(0, order.Count).Select(to =>
            {
                List<int> moved = [.. rest.Take(to), piece, .. rest.Skip(to)];
                return Broken(moved) is { } why ? new RunMove(to, null, null, why)
                    : orders!.Of(moved) is var (places, cost) ? new RunMove(to, Math.Round(places.Sum(p => p.ChangeoverMinutes), 6), RunCosts.ToMinutes(cost), null)
                    : new RunMove(to, null, null, new Finding("move-no-way"));
            }),
        ];
    }

    /// <summary>The seams of an order that are not sewn with their best set-up, and what that saves.</summary>
    public IReadOnlyList<RunTrade> Trades(RunOrderAnswer answer)
    {
        var at = Pieces.Index().ToDictionary(p => p.Item, p => p.Index);
        var order = answer.Order.Select(e => at[new(e.GarmentId, e.SeamId, e.Copy)]).ToList();
        var trades = new List<RunTrade>();
        foreach (var (place, entry) in answer.Order.Index().Where(e => e.Item.Candidate > 0))
        {
            var only = order.Index().ToDictionary(p => p.Item, p => p.Index == place ? 0 : answer.Order[p.Index].Candidate);
            if (orders!.Of(order, only) is var (places, _))
            {
                trades.Add(new(place, Math.Round(places.Sum(p => p.ChangeoverMinutes) - answer.ChangeoverMinutes, 6)));
            }
        }

        return trades;
    }

    /// <summary>Pieces by their names; those that are not there any more are left out.</summary>
    public IReadOnlyList<int> Numbers(IEnumerable<string> names)
    {
        var at = Pieces.Index().ToDictionary(p => p.Item.ToString(), p => p.Index);
        return [.. names.Where(at.ContainsKey).Select(n => at[n])];
    }

    private RunOrderAnswer Answer(IReadOnlyList<RunPlace> places, double minutes, double least, bool proved) => new(
        [
            .. places.Select(p => new RunOrderEntry(
                Pieces[p.Item].GarmentId, Pieces[p.Item].SeamId, Pieces[p.Item].Copy, question.Machines[problem!.Items[p.Item].Ways[p.Way].Machine].Id, p.Way, p.ChangeoverMinutes)),
        ],
        minutes, least, proved);

    private Finding Why(int first, int then)
    {
        var (before, after) = (Pieces[first], Pieces[then]);
        var code = before.GarmentId == after.GarmentId && question.Of(pieces[then].Seam).After.Contains(before.SeamId) && before.Copy == after.Copy ? "move-first"
            : before.GarmentId == after.GarmentId && before.Copy != after.Copy ? "move-copy" : "move-held";
        return new Finding(code).With("first", before.ToString()).With("then", after.ToString());
    }
}
