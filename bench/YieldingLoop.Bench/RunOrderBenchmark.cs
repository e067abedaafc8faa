using System.Diagnostics;
using System.Globalization;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Bench;

/// <summary>How long it takes to put a run in order once its changeovers are known, and how close the bound of a long one comes.</summary>
internal static class RunOrderBenchmark
{
    private const int Cases = 20;

    public static int Run(string[] args)
    {
        var seed = args is ["--seed", var given] ? int.Parse(given, CultureInfo.InvariantCulture) : 1;
        Console.WriteLine("seams machines set-ups each construction   median ms   95 % ms   longest ms   proved   bound / order");
        foreach (var (items, machines, each, ordered) in new[] { (12, 3, 4, 0.2), (12, 3, 12, 0.0), (12, 3, 12, 0.1), (12, 3, 12, 0.3), (20, 3, 6, 0.1), (40, 3, 8, 0.05), (60, 3, 10, 0.05), (60, 3, 60, 0.02), (60, 3, 60, 0.0), (120, 3, 10, 0.02) })
        {
            var random = new Random(seed);
            var times = new List<double>();
            var (proved, share) = (0, 0.0);
            for (var i = 0; i < Cases; i++)
            {
                var problem = Draw(random, items, machines, each, ordered);
                if (i == 0)
                {
                    // Compiled before it is measured.
                    RunSolver.Solve(problem);
                }

                var watch = Stopwatch.StartNew();
                var found = RunSolver.Solve(problem)!;
                times.Add(watch.Elapsed.TotalMilliseconds);
                proved += found.Proved ? 1 : 0;
                share += found.Minutes == 0 ? 1 : found.LowerBoundMinutes / found.Minutes;
            }

            times.Sort();
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{items,5} {machines,8} {each,12} {ordered,12:0.00} {times[Cases / 2],11:0.0} {times[Cases * 95 / 100],9:0.0} {times[^1],12:0.0} {proved,5}/{Cases} {share / Cases,14:0.000}"));
        }

        return 0;
    }

    /// <summary>Machines of six places with three things each may hold, as threads, needles and dials are; every seam with three ways.</summary>
    private static RunProblem Draw(Random random, int items, int machines, int setups, double ordered)
    {
        double[] each = [0.2, 0.2, 0.5, 1, 2, 2];
        var minutes = Enumerable.Range(0, machines).Select(_ =>
        {
            var places = Enumerable.Range(0, setups + 1).Select(_ => each.Select(_ => random.Next(3)).ToArray()).ToList();
            var table = new double[setups + 1, setups];
            for (var from = 0; from <= setups; from++)
            {
                for (var to = 0; to < setups; to++)
                {
                    var change = Enumerable.Range(0, each.Length).Where(p => places[from][p] != places[to + 1][p]).Sum(p => each[p]);
                    table[from, to] = change > 0 ? change + 3 : 0;
                }
            }

            return table;
        }).ToList();
        return new(
            [
                .. Enumerable.Range(0, items).Select(i => new RunItem(
                    [.. Enumerable.Range(0, i).Where(_ => random.NextDouble() < ordered)],
                    [.. Enumerable.Range(0, 3).Select(w => new RunWay(random.Next(machines), random.Next(setups), w == 0 ? 0 : Math.Round(random.NextDouble() * 3, 2)))])),
            ],
            minutes);
    }
}
