using System.Numerics;

namespace YieldingLoop.Core.Garments;

/// <summary>
/// What is still to come takes at least this long. Every set-up that is not on its machine has to come onto it once for the
/// items that are sewn with it; which items go with which set-ups is a location problem without capacities, and any prices
/// that pay for no set-up twice bound it from below (its linear dual, raised item by item). The order of sewing is left out
/// of it, so that it never says too much. docs/run-order.md.
/// </summary>
internal sealed class RunBound
{
    private readonly RunCosts costs;
    private readonly int[] firstSetup;
    private readonly long[] entries;
    private readonly Dictionary<UInt128, long[]>? entriesAfter;
    private readonly int[] machineOf;
    private readonly long[] open;
    private readonly (int Item, (int Setup, long Cost)[] Ways, int OnlyMachine)[] items;

    public RunBound(RunProblem problem, RunCosts costs)
    {
        this.costs = costs;
        firstSetup = [.. Enumerable.Range(0, problem.Minutes.Count).Select(m => Enumerable.Range(0, m).Sum(costs.SetupsOn))];
        entries = [.. costs.Entry.SelectMany(e => e)];
        machineOf = [.. costs.Entry.SelectMany((e, m) => e.Select(_ => m))];
        // Worth its while where many states have sewn the same.
        entriesAfter = problem.Items.Count <= RunSolver.AlwaysProved ? [] : null;
        open = new long[entries.Length];
        items =
        [
            // Whoever has the fewest ways out pays first.
            .. problem.Items.Select((item, i) => (
                Item: i,
                // Of two ways with the same set-up only the cheaper counts, or it would pay twice.
                Ways: item.Ways.GroupBy(w => firstSetup[w.Machine] + w.Setup).Select(g => (Setup: g.Key, Cost: RunCosts.OfMinutes(g.Min(w => w.CostMinutes)))).ToArray(),
                OnlyMachine: item.Ways.Select(w => w.Machine).Distinct().Count() == 1 ? item.Ways[0].Machine : -1))
                .OrderBy(i => i.Ways.Length).ThenBy(i => i.Item),
        ];
    }

    /// <summary>The bound.</summary>
    /// <param name="done">The items that are sewn.</param>
    /// <param name="rows">What is on each machine, a byte each: 0 for what was there first, k + 1 for set-up k.</param>
    /// <param name="current">The machine that sewed last; −1 for none.</param>
    public long Of(UInt128 done, ulong rows, int current)
    {
        Array.Copy(EntriesAfter(done), open, open.Length);
        for (var m = 0; m < firstSetup.Length; m++)
        {
            var row = (int)(rows >> (8 * m)) & 0xFF;
            if (entriesAfter is null && row > 0)
            {
                // Coming from it is among the entries already.
                open[firstSetup[m] + row - 1] = 0;
                continue;
            }

            for (var s = 0; s < costs.SetupsOn(m); s++)
            {
                ref var entry = ref open[firstSetup[m] + s];
                entry = row == s + 1 ? 0 : Math.Min(entry, costs.To(m, row, s));
            }
        }

        long bound = 0;
        uint machines = 0;
        foreach (var (item, ways, only) in items)
        {
            if ((done >> item & 1) != 0)
            {
                continue;
            }

            var price = long.MaxValue;
            foreach (var (setup, cost) in ways)
            {
                price = Math.Min(price, cost + open[setup]);
            }

            foreach (var (setup, cost) in ways)
            {
                if (price > cost)
                {
                    open[setup] -= price - cost;
                }
            }

            if (price >= RunCosts.Never)
            {
                return RunCosts.Never;
            }

            bound += price;
            machines |= only >= 0 && only != current ? 1u << only : 0;
        }

        // Each machine that something can only be sewn on is gone to once, but for the one that comes first of all.
        var gone = BitOperations.PopCount(machines) - (current < 0 && machines != 0 ? 1 : 0);
        return bound + gone * RunCosts.OtherMachine;
    }

    /// <summary>
    /// What it takes at least to come onto its machine, by set-up: from what is there, which whoever asks knows, or from one of
    /// those that are still to come.
    /// </summary>
    private long[] EntriesAfter(UInt128 done)
    {
        if (entriesAfter is null)
        {
            return entries;
        }

        if (entriesAfter.TryGetValue(done, out var known))
        {
            return known;
        }

        var left = new bool[entries.Length];
        foreach (var (item, ways, _) in items)
        {
            if ((done >> item & 1) == 0)
            {
                foreach (var (setup, _) in ways)
                {
                    left[setup] = true;
                }
            }
        }

        var after = new long[entries.Length];
        for (var to = 0; to < left.Length; to++)
        {
            if (left[to])
            {
                after[to] = Cheapest(left, to);
            }
        }

        return entriesAfter[done] = after;
    }

    private long Cheapest(bool[] left, int to)
    {
        var (machine, least) = (machineOf[to], RunCosts.Never);
        var first = firstSetup[machine];
        for (var from = 0; from < costs.SetupsOn(machine); from++)
        {
            if (left[first + from] && first + from != to)
            {
                least = Math.Min(least, costs.To(machine, from + 1, to - first));
            }
        }

        return least;
    }
}
