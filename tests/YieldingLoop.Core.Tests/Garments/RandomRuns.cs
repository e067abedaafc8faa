using YieldingLoop.Core.Garments;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>Invented runs, by seed: numbers only, some as thread-ups give them and some with nothing that holds them together.</summary>
internal static class RandomRuns
{
    /// <param name="random">Where they come from.</param>
    /// <param name="items">How many items.</param>
    /// <param name="machines">How many machines.</param>
    /// <param name="setups">Most different set-ups of a machine.</param>
    /// <param name="ordered">How likely one item has to come before another.</param>
    /// <param name="most">Most ways to sew an item.</param>
    public static RunProblem Problem(Random random, int items, int machines, int setups, double ordered, int most = 3)
    {
        // Places of a machine and what stands in them, as threads and dials do; or minutes out of a hat.
        var hat = random.Next(4) == 0;
        var minutes = Enumerable.Range(0, machines).Select(_ =>
        {
            var count = random.Next(1, setups + 1);
            var places = Enumerable.Range(0, count + 1).Select(_ => Enumerable.Range(0, 6).Select(_ => random.Next(3)).ToArray()).ToList();
            double[] each = [0.2, 0.2, 0.5, 1, 2, 2];
            var table = new double[count + 1, count];
            for (var from = 0; from <= count; from++)
            {
                for (var to = 0; to < count; to++)
                {
                    var change = Enumerable.Range(0, 6).Where(p => places[from][p] != places[to + 1][p]).Sum(p => each[p]);
                    table[from, to] = from == to + 1 ? 0 : hat ? random.Next(0, 12) * 0.5 : change > 0 ? Math.Round(change + 3, 6) : 0;
                }
            }

            return table;
        }).ToList();
        return new RunProblem(
            [
                .. Enumerable.Range(0, items).Select(i => new RunItem(
                    [.. Enumerable.Range(0, i).Where(_ => random.NextDouble() < ordered)],
                    [
                        .. Enumerable.Range(0, random.Next(1, most + 1)).Select(w =>
                        {
                            var machine = random.Next(machines);
                            return new RunWay(machine, random.Next(minutes[machine].GetLength(1)), w == 0 ? 0 : Math.Round(random.NextDouble() * 4, 2));
                        }),
                    ])),
            ],
            minutes);
    }

    /// <summary>The same items in another order of numbers, so that what comes first is not what stands first.</summary>
    public static RunProblem Shuffled(Random random, RunProblem problem)
    {
        var to = Enumerable.Range(0, problem.Items.Count).ToArray();
        random.Shuffle(to);
        var items = new RunItem[to.Length];
        foreach (var (i, item) in problem.Items.Index())
        {
            items[to[i]] = item with { After = [.. item.After.Select(a => to[a])] };
        }

        return problem with { Items = items };
    }

    /// <summary>What an order costs, added up place by place, and how many changeovers it has; a sum of its own, which knows nothing of how orders are found.</summary>
    public static (double Minutes, int Changeovers) Cost(RunProblem problem, IEnumerable<(int Item, int Way)> order)
    {
        var rows = new int[problem.Minutes.Count];
        var (total, count, current) = (0.0, 0, problem.Start);
        var sewn = new HashSet<int>();
        foreach (var (item, way) in order)
        {
            Assert.All(problem.Items[item].After, a => Assert.Contains(a, sewn));
            Assert.True(sewn.Add(item));
            var (machine, setup, cost) = problem.Items[item].Ways[way];
            var change = problem.Minutes[machine][rows[machine], setup] + (current >= 0 && current != machine ? 0.5 : 0);
            total += cost + change;
            count += change > 0 ? 1 : 0;
            (rows[machine], current) = (setup + 1, machine);
        }

        return (total, count);
    }
}
