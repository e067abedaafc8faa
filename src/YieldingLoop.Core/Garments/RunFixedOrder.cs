namespace YieldingLoop.Core.Garments;

/// <summary>
/// The cheapest way to sew items in an order that is given: only which of its ways each is sewn is open. Worked out item by
/// item over what stands on each machine, so that it is exact as long as no more than <see cref="MostStates"/> of these differ.
/// </summary>
internal sealed class RunFixedOrder
{
    /// <summary>Most different things that can stand on the machines that are followed at once; of more the cheapest are.</summary>
    public const int MostStates = 500;

    private readonly RunProblem problem;
    private readonly RunCosts costs;

    public RunFixedOrder(RunProblem problem, RunCosts costs) => (this.problem, this.costs) = (problem, costs);

    /// <summary>The cheapest; null where something cannot come after what is before it.</summary>
    /// <param name="order">The items in their order.</param>
    /// <param name="only">Item and way it has to be sewn; null leaves it open.</param>
    public (IReadOnlyList<RunPlace> Places, long Cost)? Of(IReadOnlyList<int> order, IReadOnlyDictionary<int, int>? only = null)
    {
        List<Node> states = [new(0, problem.Start, 0, null, default)];
        foreach (var item in order)
        {
            var next = new Dictionary<(ulong Rows, int Machine), Node>();
            foreach (var state in states)
            {
                foreach (var (way, chosen) in problem.Items[item].Ways.Index())
                {
                    if (only is not null && only.TryGetValue(item, out var wanted) && wanted != way)
                    {
                        continue;
                    }

                    if (Step(state, item, way, chosen) is { } node && (!next.TryGetValue((node.Rows, node.Machine), out var there) || node.Cost < there.Cost))
                    {
                        next[(node.Rows, node.Machine)] = node;
                    }
                }
            }

            if (next.Count == 0)
            {
                return null;
            }

            states = [.. next.Values];
            if (states.Count > MostStates)
            {
                states = [.. states.OrderBy(s => s.Cost).Take(MostStates)];
            }
        }

        var last = states.MinBy(s => s.Cost)!;
        var places = new List<RunPlace>();
        for (var node = last; node.Before is not null; node = node.Before)
        {
            places.Add(node.Place);
        }

        places.Reverse();
        return (places, last.Cost);
    }

    private Node? Step(Node from, int item, int way, RunWay chosen)
    {
        var row = (int)(from.Rows >> (8 * chosen.Machine) & 0xff);
        var threadUp = costs.To(chosen.Machine, row, chosen.Setup);
        if (threadUp >= RunCosts.Never)
        {
            return null;
        }

        var changeover = RunCosts.WithWalk(threadUp, from.Machine >= 0 && from.Machine != chosen.Machine);
        var rows = from.Rows & ~(0xffUL << (8 * chosen.Machine)) | (ulong)(chosen.Setup + 1) << (8 * chosen.Machine);
        return new(rows, chosen.Machine, from.Cost + RunCosts.OfMinutes(chosen.CostMinutes) + changeover, from, new(item, way, RunCosts.ToMinutes(changeover)));
    }

    /// <summary>What stands on the machines after an item, a byte for each, and the machine somebody sits at.</summary>
    private sealed record Node(ulong Rows, int Machine, long Cost, Node? Before, RunPlace Place);
}
