namespace YieldingLoop.Core.Garments;

/// <summary>Puts a run in order: a quick search for a good order, then wider ones until nothing had to be left out, or the room is used up.</summary>
public static class RunSolver
{
    /// <summary>Up to so many items the search goes on until the order is proved.</summary>
    public const int AlwaysProved = 12;

    /// <summary>How many steps from a state to a next one a search of a long run may look at. With the time of one step this bounds how long it takes.</summary>
    private const int Steps = 3_000_000;

    private const int Narrow = 40;

    /// <summary>Finds the order.</summary>
    /// <param name="problem">The problem.</param>
    /// <param name="progress">Told how far it is, from 0 to 1.</param>
    /// <param name="stop">Ends it.</param>
    /// <returns>The order; null where there is none, because nothing can come after what is on a machine.</returns>
    /// <exception cref="ArgumentException">There is a circle, or more items, machines or set-ups than fit.</exception>
    /// <exception cref="OperationCanceledException">It was ended.</exception>
    public static RunSolution? Solve(RunProblem problem, Action<double>? progress = null, CancellationToken stop = default)
    {
        var count = problem.Items.Count;
        if (count is 0 or > RunProblem.MostItems || problem.Minutes.Count > RunProblem.MostMachines || problem.Minutes.Any(m => m.GetLength(1) > RunProblem.MostSetups) || problem.Circle().Count > 0)
        {
            throw new ArgumentException("The problem is empty, too large, or has a circle.", nameof(problem));
        }

        var always = count <= AlwaysProved;
        var search = new RunSearch(problem, takesWhatIsFree: !always);
        var room = Steps / (count * problem.Items.Sum(i => i.Ways.Count));
        int[] widths = always ? [Narrow, 10 * Narrow, int.MaxValue] : [Narrow, Math.Max(Narrow, room / 4), Math.Max(Narrow, room)];
        RunFound best = default;
        var least = search.Root;
        for (var pass = 0; pass < widths.Length; pass++)
        {
            var found = search.Search(widths[pass], best.Places is null ? long.MaxValue : best.Cost, share => progress?.Invoke((pass + share) / widths.Length), stop);
            // The last search that finds as good an order has the one nearest to the order given.
            best = found.Places is not null && (best.Places is null || found.Cost <= best.Cost) ? found : best;
            least = Math.Max(least, Math.Min(found.Cut, best.Places is null ? long.MaxValue : best.Cost));
            if (found.Cut == long.MaxValue || (best.Places is not null && least >= best.Cost))
            {
                break;
            }
        }

        return best.Places is null ? null
            : new RunSolution(best.Places, RunCosts.ToMinutes(best.Cost), RunCosts.ToMinutes(Math.Min(least, best.Cost)), least >= best.Cost, search.States);
    }
}
