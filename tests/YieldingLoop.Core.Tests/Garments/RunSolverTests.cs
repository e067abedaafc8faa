using YieldingLoop.Core.Garments;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>The order of a run against a search through all of them, and its bound against what is best.</summary>
public class RunSolverTests
{
    /// <summary>Every order and every way, one after the other; only what is dearer already than the best so far is not followed to its end.</summary>
    private sealed class Exhaustive(RunProblem problem)
    {
        private readonly List<(int Item, int Way)> order = [];
        private readonly HashSet<int> sewn = [];

        public double Minutes { get; private set; } = double.PositiveInfinity;

        public int Changeovers { get; private set; } = int.MaxValue;

        public List<int> First { get; private set; } = [];

        public void Go(int[] rows, int current, double minutes, int changeovers)
        {
            if (minutes > Minutes + 1e-7)
            {
                return;
            }

            if (sewn.Count == problem.Items.Count)
            {
                // In the order given the items are tried, so that the first of those that are as good is the one wanted.
                if (minutes < Minutes - 1e-7 || changeovers < Changeovers)
                {
                    (Minutes, Changeovers, First) = (minutes, changeovers, [.. order.Select(o => o.Item)]);
                }

                return;
            }

            for (var item = 0; item < problem.Items.Count; item++)
            {
                if (sewn.Contains(item) || !problem.Items[item].After.All(sewn.Contains))
                {
                    continue;
                }

                sewn.Add(item);
                for (var way = 0; way < problem.Items[item].Ways.Count; way++)
                {
                    var (machine, setup, cost) = problem.Items[item].Ways[way];
                    var change = problem.Minutes[machine][rows[machine], setup] + (current >= 0 && current != machine ? 0.5 : 0);
                    if (double.IsFinite(change))
                    {
                        int[] then = [.. rows];
                        then[machine] = setup + 1;
                        order.Add((item, way));
                        Go(then, machine, minutes + cost + change, changeovers + (change > 0 ? 1 : 0));
                        order.RemoveAt(order.Count - 1);
                    }
                }

                sewn.Remove(item);
            }
        }
    }

    [Fact]
    public void Up_to_seven_seams_no_order_takes_less()
    {
        var random = new Random(1907);
        for (var run = 0; run < 300; run++)
        {
            var problem = RandomRuns.Shuffled(random, RandomRuns.Problem(random, random.Next(1, 8), random.Next(1, 4), 5, random.NextDouble() * 0.6)) with { Start = random.Next(-1, 1) };
            var all = new Exhaustive(problem);
            all.Go(new int[problem.Minutes.Count], problem.Start, 0, 0);
            var found = RunSolver.Solve(problem)!;
            var (minutes, changeovers) = RandomRuns.Cost(problem, found.Places.Select(p => (p.Item, p.Way)));
            Assert.Equal(minutes, found.Minutes, 6);
            Assert.Equal(changeovers, found.Changeovers);
            Assert.True(found.Proved);
            Assert.Equal(all.Minutes, found.Minutes, 5);
            Assert.Equal(all.Changeovers, found.Changeovers);
            Assert.Equal(all.First, found.Places.Select(p => p.Item));
            Assert.Equal(found.Minutes, found.LowerBoundMinutes);
        }
    }

    [Fact]
    public void A_bound_never_says_too_much_and_an_order_never_takes_less_than_it()
    {
        var random = new Random(1908);
        for (var run = 0; run < 200; run++)
        {
            var problem = RandomRuns.Problem(random, random.Next(2, 12), random.Next(1, 4), 6, random.NextDouble() * 0.4);
            var best = RunSolver.Solve(problem)!;
            Assert.True(best.Proved);
            // The search as it is for long runs, with room for three states a layer.
            var narrow = new RunSearch(problem, takesWhatIsFree: true);
            Assert.True(RunCosts.ToMinutes(narrow.Root) <= best.Minutes + 1e-6, $"run {run}: {RunCosts.ToMinutes(narrow.Root)} > {best.Minutes}");
            var found = narrow.Search(3, long.MaxValue, null, TestContext.Current.CancellationToken);
            Assert.True(RunCosts.ToMinutes(found.Cost) >= best.Minutes - 1e-6);
            Assert.True(RunCosts.ToMinutes(Math.Min(found.Cut, found.Cost)) <= best.Minutes + 1e-6);
        }
    }

    [Fact]
    public void Taking_what_is_free_at_once_costs_nothing()
    {
        var random = new Random(1909);
        var taken = 0;
        for (var run = 0; run < 200; run++)
        {
            var problem = RandomRuns.Problem(random, random.Next(4, 11), random.Next(1, 4), 3, random.NextDouble() * 0.4);
            var free = new RunSearch(problem, takesWhatIsFree: true);
            var whole = new RunSearch(problem, takesWhatIsFree: false);
            Assert.Equal(whole.Search(int.MaxValue, long.MaxValue, null, default).Cost, free.Search(int.MaxValue, long.MaxValue, null, default).Cost);
            taken += free.States < whole.States ? 1 : 0;
        }

        Assert.True(taken > 100, $"{taken}");
    }

    [Fact]
    public void A_long_run_has_an_order_that_can_be_sewn_and_a_bound_below_it()
    {
        var random = new Random(1910);
        var proved = 0;
        for (var run = 0; run < 12; run++)
        {
            var problem = RandomRuns.Shuffled(random, RandomRuns.Problem(random, random.Next(13, 61), random.Next(1, 4), random.Next(2, 12), random.NextDouble() * 0.15));
            var found = RunSolver.Solve(problem)!;
            Assert.Equal(problem.Items.Count, found.Places.Count);
            Assert.Equal(RandomRuns.Cost(problem, found.Places.Select(p => (p.Item, p.Way))).Minutes, found.Minutes, 5);
            Assert.InRange(found.LowerBoundMinutes, 0, found.Minutes + 1e-6);
            proved += found.Proved ? 1 : 0;
            // The same question has the same answer.
            Assert.Equal(found.Places, RunSolver.Solve(problem)!.Places);
        }

        Assert.True(proved > 0);
    }

    [Fact]
    public void It_can_be_stopped_and_says_how_far_it_is()
    {
        var random = new Random(4);
        var problem = RandomRuns.Problem(random, 60, 3, 20, 0.02);
        using var stop = new CancellationTokenSource();
        var shares = new List<double>();
        Assert.Throws<OperationCanceledException>(() => RunSolver.Solve(
            problem,
            share =>
            {
                shares.Add(share);
                if (shares.Count == 20)
                {
                    stop.Cancel();
                }
            },
            stop.Token));
        Assert.Equal(20, shares.Count);
        Assert.Equal(shares.Order(), shares);
    }

    [Fact]
    public void A_circle_is_found_in_the_way_it_goes()
    {
        RunItem Item(params int[] after) => new(after, [new(0, 0, 0)]);
        Assert.Empty(new RunProblem([Item(), Item(0), Item(0, 1)], []).Circle());
        var circle = new RunProblem([Item(), Item(0, 3), Item(1), Item(2)], []).Circle();
        Assert.Equal(3, circle.Count);
        foreach (var (i, item) in circle.Index())
        {
            // Each of them has to be sewn before the next.
            Assert.Contains((circle[(i + 1) % 3], item), new[] { (2, 1), (3, 2), (1, 3) });
        }
    }

    [Fact]
    public void What_can_never_come_after_what_is_there_has_no_order()
    {
        var never = new double[2, 1] { { double.PositiveInfinity }, { 0 } };
        Assert.Null(RunSolver.Solve(new RunProblem([new RunItem([], [new(0, 0, 0)])], [never])));
    }
}
