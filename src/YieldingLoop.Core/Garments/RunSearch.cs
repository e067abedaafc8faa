using System.Runtime.InteropServices;

namespace YieldingLoop.Core.Garments;

/// <summary>
/// Finds the order that takes least. Layer by layer, an item more in each, it keeps every state worth keeping: which items
/// are sewn, what is on each machine, and which machine sewed last. A state goes when it cannot beat the best order known
/// (<see cref="RunBound"/>), or when another has sewn the same for so much less that it can afford to become it. Where no
/// layer had to be cut down, the order is proved. docs/run-order.md.
/// </summary>
internal sealed class RunSearch
{
    /// <summary>How many of the cheapest states that have sewn the same are asked whether another is worth keeping.</summary>
    private const int Rivals = 12;

    private readonly int machines;
    private readonly UInt128[] before;
    private readonly UInt128 all;
    private readonly (int Machine, int Setup, long Cost)[][] ways;
    private readonly RunCosts costs;
    private readonly RunBound bound;
    private readonly long[][] more;
    private readonly int start;
    private readonly bool takesWhatIsFree;

    /// <param name="problem">The problem, without a circle.</param>
    /// <param name="takesWhatIsFree">
    /// Whether what costs nothing is sewn at once. Where going round never takes less, some order that takes least does so;
    /// but of orders that take as long it may miss the one nearest to the order given.
    /// </param>
    public RunSearch(RunProblem problem, bool takesWhatIsFree)
    {
        machines = problem.Minutes.Count;
        before = [.. problem.Items.Select(i => i.After.Aggregate(UInt128.Zero, (mask, a) => mask | UInt128.One << a))];
        all = (UInt128.One << problem.Items.Count) - 1;
        ways = [.. problem.Items.Select(i => i.Ways.Select(w => (w.Machine, w.Setup, RunCosts.OfMinutes(w.CostMinutes))).ToArray())];
        costs = new RunCosts(problem);
        bound = new RunBound(problem, costs);
        more = [.. Enumerable.Range(0, machines).Select(costs.MoreFrom)];
        this.takesWhatIsFree = takesWhatIsFree && costs.Triangle;
        start = problem.Start;
        Root = bound.Of(UInt128.Zero, 0, start);
    }

    /// <summary>No order costs less.</summary>
    public long Root { get; }

    /// <summary>How many states were looked at, in all.</summary>
    public long States { get; private set; }

    /// <summary>Searches once.</summary>
    /// <param name="width">Most states kept in a layer.</param>
    /// <param name="most">What the best order known costs; one that costs more is not looked for.</param>
    /// <param name="progress">Told after each layer, from 0 to 1.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was ended.</exception>
    public RunFound Search(int width, long most, Action<double>? progress, CancellationToken stop)
    {
        var layers = new RunLayer[before.Length + 1];
        layers[0] = new RunLayer();
        layers[0].At(UInt128.Zero, 0, start, out _);
        var cut = long.MaxValue;
        for (var k = 0; k < before.Length; k++)
        {
            var next = layers[k + 1] = Next(layers[k], most, stop);
            States += next.Count;
            cut = Math.Min(cut, Choose(next, width, most, stop));
            progress?.Invoke((k + 1.0) / before.Length);
        }

        var last = layers[^1];
        if (last.Count == 0)
        {
            return new(null, 0, cut);
        }

        var best = Enumerable.Range(0, last.Count).MinBy(i => last[i].Cost);
        var places = new RunPlace[before.Length];
        for (var (k, i) = (before.Length, best); k > 0; k--)
        {
            var state = layers[k][i];
            places[k - 1] = new(state.Item, state.Way, RunCosts.ToMinutes(state.Cost - layers[k - 1][state.Parent].Cost - ways[state.Item][state.Way].Cost));
            i = state.Parent;
        }

        return new(places, last[best].Cost, cut);
    }

    /// <summary>The states an item further that could still lead to an order as good.</summary>
    private RunLayer Next(RunLayer layer, long most, CancellationToken stop)
    {
        var next = new RunLayer();
        for (var parent = 0; parent < layer.Count; parent++)
        {
            if ((parent & 0xFF) == 0)
            {
                stop.ThrowIfCancellationRequested();
            }

            ref var from = ref layer[parent];
            if (takesWhatIsFree && Free(from) is { } free)
            {
                Step(next, from, parent, free, 0, most);
                continue;
            }

            for (var item = 0; item < before.Length; item++)
            {
                if (Open(from, item))
                {
                    for (var way = 0; way < ways[item].Length; way++)
                    {
                        Step(next, from, parent, item, way, most);
                    }
                }
            }
        }

        return next;
    }

    private void Step(RunLayer next, in RunState from, int parent, int item, int way, long most)
    {
        var (machine, setup, cost) = ways[item][way];
        var threadUp = costs.To(machine, (int)(from.Rows >> (8 * machine)) & 0xFF, setup);
        if (threadUp >= RunCosts.Never)
        {
            return;
        }

        // The machine changed and threaded up is one changeover.
        var goes = from.Current >= 0 && from.Current != machine;
        var total = from.Cost + cost + RunCosts.WithWalk(threadUp, goes);
        if (total > most)
        {
            return;
        }

        var rows = (from.Rows & ~(0xFFUL << (8 * machine))) | (ulong)(setup + 1) << (8 * machine);
        ref var state = ref next.At(from.Done | UInt128.One << item, rows, machine, out var isNew);
        if (isNew)
        {
            state.Rest = state.Done == all ? 0 : bound.Of(state.Done, rows, machine);
        }
        else if (total >= state.Cost)
        {
            return;
        }

        (state.Cost, state.Parent, state.Item, state.Way) = (total, parent, (byte)item, (byte)way);
    }

    private bool Open(in RunState from, int item) => (from.Done >> item & 1) == 0 && (before[item] & ~from.Done) == 0;

    /// <summary>The first item that could be sewn with what is on the machine that sewed last, in its best way; null for none.</summary>
    private int? Free(in RunState from)
    {
        for (var item = 0; item < before.Length; item++)
        {
            var (machine, setup, cost) = ways[item][0];
            if (machine == from.Current && cost == 0 && costs.To(machine, (int)(from.Rows >> (8 * machine)) & 0xFF, setup) == 0 && Open(from, item))
            {
                return item;
            }
        }

        return null;
    }

    /// <summary>
    /// Keeps the states of a layer that may lead to the best order, as many as there is room for, in the order of the ways that
    /// led to them; says what the best of those without room could have led to.
    /// </summary>
    private long Choose(RunLayer layer, int width, long most, CancellationToken stop)
    {
        var (keys, numbers) = (new long[layer.Count], new int[layer.Count]);
        var count = 0;
        for (var i = 0; i < layer.Count; i++)
        {
            if (layer[i].Least <= most)
            {
                (keys[count], numbers[count++]) = (layer[i].Cost, i);
            }
        }

        Array.Sort(keys, numbers, 0, count);
        // Of those that have sewn the same, the cheapest are asked whether the others are worth keeping.
        var rivals = new Dictionary<UInt128, (int First, int Count)>();
        var after = new List<int>();
        var kept = 0;
        foreach (var number in numbers.AsSpan(0, count))
        {
            if ((after.Count & 0xFF) == 0)
            {
                stop.ThrowIfCancellationRequested();
            }

            ref var state = ref layer[number];
            ref var same = ref CollectionsMarshal.GetValueRefOrAddDefault(rivals, state.Done, out var exists);
            var beaten = false;
            for (var (i, rival) = (0, same.First); exists && i < same.Count && !beaten; i++, rival = after[2 * rival + 1])
            {
                beaten = Beats(layer[after[2 * rival]], state);
            }

            if (beaten)
            {
                continue;
            }

            if (same.Count < Rivals)
            {
                // A chain through the list: the state, and the rival before it.
                after.Add(number);
                after.Add(exists ? same.First : 0);
                same = (after.Count / 2 - 1, same.Count + 1);
            }

            numbers[kept++] = number;
        }

        return Shorten(layer, numbers.AsSpan(0, kept), keys, width);
    }

    private static long Shorten(RunLayer layer, Span<int> kept, long[] keys, int width)
    {
        var cut = long.MaxValue;
        if (kept.Length > width)
        {
            By(state => state.Least, layer, kept, keys);
            cut = keys[width];
            kept = kept[..width];
        }

        By(state => state.Place, layer, kept, keys);
        layer.Keep(kept);
        return cut;
    }

    private static void By(Func<RunState, long> key, RunLayer layer, Span<int> numbers, long[] keys)
    {
        for (var i = 0; i < numbers.Length; i++)
        {
            keys[i] = key(layer[numbers[i]]);
        }

        keys.AsSpan(0, numbers.Length).Sort(numbers);
    }

    /// <summary>Whether a state that has sewn the same ends better than another, whatever comes next.</summary>
    private bool Beats(in RunState one, in RunState other)
    {
        // A changeover more on every machine, and one for going to the other machine, is more than the count can lose.
        var cost = one.Cost + (one.Current == other.Current ? 0 : RunCosts.OtherMachine) + machines + 1;
        for (var m = 0; m < machines && cost < other.Cost; m++)
        {
            var (a, b) = ((int)(one.Rows >> (8 * m)) & 0xFF, (int)(other.Rows >> (8 * m)) & 0xFF);
            cost += a == b ? 0 : more[m][a * (costs.SetupsOn(m) + 1) + b];
        }

        return cost < other.Cost;
    }
}

/// <summary>What a search came to.</summary>
/// <param name="Places">The best order it found; null where it found none.</param>
/// <param name="Cost">What it costs.</param>
/// <param name="Cut">The least that any state thrown out for want of room could have led to; the largest number where none was.</param>
internal readonly record struct RunFound(RunPlace[]? Places, long Cost, long Cut);
