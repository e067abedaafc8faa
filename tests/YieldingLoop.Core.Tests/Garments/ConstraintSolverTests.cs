using System.Globalization;
using Google.OrTools.Sat;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>
/// The order of a run against a constraint solver from the registries (Google.OrTools, CP-SAT), which is asked the same in its
/// own terms: one circuit through everything that is sewn, one through what each machine sews, and places that keep the
/// construction.
/// </summary>
public class ConstraintSolverTests
{
    /// <summary>Instances in every run of the tests; ORDERS=60 asks all of them, up to twelve seams.</summary>
    private static readonly int Instances = int.TryParse(Environment.GetEnvironmentVariable("ORDERS"), CultureInfo.InvariantCulture, out var asked) ? asked : 12;

    private const double Scale = 1000;

    private static double Solved(RunProblem problem)
    {
        var model = new CpModel();
        var nodes = problem.Items.SelectMany((item, i) => item.Ways.Select((way, w) => (Item: i, Way: way, First: w == 0))).ToList();
        var chosen = nodes.Select((_, k) => model.NewBoolVar($"n{k}")).ToList();
        foreach (var item in nodes.Select((n, k) => (n.Item, k)).GroupBy(n => n.Item))
        {
            model.AddExactlyOne(item.Select(n => chosen[n.k]));
        }

        var place = problem.Items.Select((_, i) => model.NewIntVar(1, problem.Items.Count, $"p{i}")).ToList();
        foreach (var (i, item) in problem.Items.Index())
        {
            foreach (var after in item.After)
            {
                model.Add(place[after] < place[i]);
            }
        }

        var cost = nodes.Select((n, k) => LinearExpr.Term(chosen[k], (long)Math.Round(n.Way.CostMinutes * Scale))).ToList();
        // Through everything that is sewn, one after the other; node 0 is before the first and after the last.
        var whole = model.AddCircuit();
        foreach (var (k, node) in nodes.Index())
        {
            whole.AddArc(k + 1, k + 1, chosen[k].Not());
            var first = model.NewBoolVar($"f{k}");
            whole.AddArc(0, k + 1, first);
            model.Add(place[node.Item] == 1).OnlyEnforceIf(first);
            whole.AddArc(k + 1, 0, model.NewBoolVar($"l{k}"));
            foreach (var (to, next) in nodes.Index().Where(n => n.Item.Item != node.Item))
            {
                var arc = model.NewBoolVar($"w{k}-{to}");
                whole.AddArc(k + 1, to + 1, arc);
                model.Add(place[next.Item] == place[node.Item] + 1).OnlyEnforceIf(arc);
                if (next.Way.Machine != node.Way.Machine)
                {
                    cost.Add(LinearExpr.Term(arc, (long)(0.5 * Scale)));
                }
            }
        }

        foreach (var (machine, minutes) in problem.Minutes.Index())
        {
            var here = nodes.Index().Where(n => n.Item.Way.Machine == machine).ToList();
            var circuit = model.AddCircuit();
            // A machine that sews nothing goes from its beginning to its end.
            circuit.AddArc(0, 0, model.NewBoolVar($"idle{machine}"));
            foreach (var (a, from) in here.Index())
            {
                circuit.AddArc(a + 1, a + 1, chosen[from.Index].Not());
                var first = model.NewBoolVar($"mf{from.Index}");
                circuit.AddArc(0, a + 1, first);
                cost.Add(LinearExpr.Term(first, (long)Math.Round(minutes[0, from.Item.Way.Setup] * Scale)));
                circuit.AddArc(a + 1, 0, model.NewBoolVar($"ml{from.Index}"));
                foreach (var (b, to) in here.Index().Where(n => n.Item.Item.Item != from.Item.Item))
                {
                    var arc = model.NewBoolVar($"m{from.Index}-{to.Index}");
                    circuit.AddArc(a + 1, b + 1, arc);
                    model.Add(place[to.Item.Item] > place[from.Item.Item]).OnlyEnforceIf(arc);
                    cost.Add(LinearExpr.Term(arc, (long)Math.Round(minutes[from.Item.Way.Setup + 1, to.Item.Way.Setup] * Scale)));
                }
            }
        }

        model.Minimize(LinearExpr.Sum(cost));
        var solver = new CpSolver { StringParameters = "num_workers:2,random_seed:1" };
        Assert.Equal(CpSolverStatus.Optimal, solver.Solve(model));
        return solver.ObjectiveValue / Scale;
    }

    [Fact]
    public void Up_to_twelve_seams_a_constraint_solver_finds_the_same_minutes()
    {
        var random = new Random(512);
        for (var run = 0; run < Instances; run++)
        {
            var problem = RandomRuns.Shuffled(random, RandomRuns.Problem(random, random.Next(6, Instances > 20 ? 13 : 10), random.Next(1, 4), 5, 0.1 + random.NextDouble() * 0.3));
            Assert.Equal(Solved(problem), RunSolver.Solve(problem)!.Minutes, 3);
        }
    }
}
