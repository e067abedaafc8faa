namespace YieldingLoop.Core.Garments;

/// <summary>One way to sew an item: a machine, one of the set-ups that come onto it, and what choosing it costs.</summary>
/// <param name="Machine">Number of the machine, from 0.</param>
/// <param name="Setup">Number of the set-up among those of its machine, from 0.</param>
/// <param name="CostMinutes">Minutes that stand for the spare given up; 0 for the best way.</param>
public readonly record struct RunWay(int Machine, int Setup, double CostMinutes);

/// <summary>One thing to be sewn: a seam of every copy, or the seam of one copy.</summary>
/// <param name="After">Numbers of the items that are sewn before it.</param>
/// <param name="Ways">The ways it can be sewn, the best first.</param>
public sealed record RunItem(IReadOnlyList<int> After, IReadOnlyList<RunWay> Ways);

/// <summary>
/// What is to be put in order, bare of everything but numbers: items with what comes before them and the ways they can be
/// sewn, and for every machine the minutes from each set-up to each other.
/// </summary>
/// <param name="Items">The items, in the order given.</param>
/// <param name="Minutes">
/// By machine: minutes from a row to a column. Row 0 is what is on the machine now, row k + 1 its set-up k; column k is its set-up k.
/// Infinite where one cannot come after the other.
/// </param>
public sealed record RunProblem(IReadOnlyList<RunItem> Items, IReadOnlyList<double[,]> Minutes)
{
    /// <summary>Most items of a run: copies that are sewn one by one count each.</summary>
    public const int MostItems = 120;

    /// <summary>Most machines of a run.</summary>
    public const int MostMachines = 8;

    /// <summary>Most set-ups of one machine.</summary>
    public const int MostSetups = 250;

    /// <summary>The machine somebody sits at already; −1 where nobody does.</summary>
    public int Start { get; init; } = -1;

    /// <summary>The items of a circle in what comes before what, each before the next and the last before the first; empty where there is none.</summary>
    public IReadOnlyList<int> Circle()
    {
        var state = new byte[Items.Count];
        var way = new List<int>();
        for (var i = 0; i < Items.Count; i++)
        {
            if (Search(i) is { } from)
            {
                // Walked against the way of sewing.
                return [.. way.SkipWhile(item => item != from).Reverse()];
            }
        }

        return [];

        int? Search(int item)
        {
            if (state[item] != 0)
            {
                return state[item] == 1 ? item : null;
            }

            state[item] = 1;
            way.Add(item);
            foreach (var before in Items[item].After)
            {
                if (Search(before) is { } found)
                {
                    return found;
                }
            }

            way.RemoveAt(way.Count - 1);
            state[item] = 2;
            return null;
        }
    }
}

/// <summary>One place in the order that was found.</summary>
/// <param name="Item">Number of the item.</param>
/// <param name="Way">Number of the way it is sewn.</param>
/// <param name="ChangeoverMinutes">Minutes before it can be sewn: the machine changed, and threaded up.</param>
public readonly record struct RunPlace(int Item, int Way, double ChangeoverMinutes);

/// <summary>An order, and how good it is.</summary>
/// <param name="Places">Every item in its order.</param>
/// <param name="Minutes">All changeovers, and what the ways that are not the best cost.</param>
/// <param name="LowerBoundMinutes">No order takes less; the minutes themselves where that is proved.</param>
/// <param name="Proved">Whether no order takes less, and of those that take as long none has fewer changeovers.</param>
/// <param name="States">How many states were looked at.</param>
public sealed record RunSolution(IReadOnlyList<RunPlace> Places, double Minutes, double LowerBoundMinutes, bool Proved, long States)
{
    /// <summary>How many places begin with a changeover.</summary>
    public int Changeovers => Places.Count(p => p.ChangeoverMinutes > 0);
}
