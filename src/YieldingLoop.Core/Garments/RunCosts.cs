using YieldingLoop.Core.Minutes;

namespace YieldingLoop.Core.Garments;

/// <summary>
/// The costs of a problem in one whole number each, so that sums are exact: millionths of a minute, and in the last twelve
/// bits how many changeovers, which decide between orders that take as long.
/// </summary>
internal sealed class RunCosts
{
    /// <summary>What cannot be.</summary>
    public const long Never = long.MaxValue / 8;

    private const int CountBits = 12;

    /// <summary>One changeover.</summary>
    public const long Once = 1;

    /// <summary>Going to another machine.</summary>
    public static readonly long OtherMachine = OfMinutes(MinutesFor.OtherMachine);

    private readonly int[] columns;

    public RunCosts(RunProblem problem)
    {
        columns = [.. problem.Minutes.Select(m => m.GetLength(1))];
        Arcs = [.. problem.Minutes.Select((m, i) => Enumerable.Range(0, columns[i] + 1).SelectMany(row => Enumerable.Range(0, columns[i]).Select(column => Arc(m[row, column]))).ToArray())];
        Entry = [.. Arcs.Select((arcs, i) => Enumerable.Range(0, columns[i]).Select(column => Cheapest(arcs, i, column)).ToArray())];
        Triangle = Enumerable.Range(0, columns.Length).All(KeepsTriangle);
    }

    /// <summary>By machine: from a row to a column, row by row.</summary>
    public long[][] Arcs { get; }

    /// <summary>By machine and set-up: the least it takes to come onto the machine from another of the set-ups.</summary>
    public long[][] Entry { get; }

    /// <summary>Whether going round by a third set-up never takes less, on any machine.</summary>
    public bool Triangle { get; }

    /// <summary>How many set-ups a machine has.</summary>
    public int SetupsOn(int machine) => columns[machine];

    /// <summary>From what is on a machine to a set-up.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="row">What is on it: 0 for what is there now, k + 1 for its set-up k.</param>
    /// <param name="setup">The set-up.</param>
    public long To(int machine, int row, int setup) => Arcs[machine][row * columns[machine] + setup];

    /// <summary>A thread-up, and the walk to its machine where somebody has to go there. A walk alone is a changeover too.</summary>
    public static long WithWalk(long threadUp, bool goes) => threadUp + (goes ? OtherMachine + (threadUp == 0 ? Once : 0) : 0);

    public static long OfMinutes(double minutes) => (long)Math.Round(minutes * 1e6) << CountBits;

    public static double ToMinutes(long cost) => (cost >> CountBits) / 1e6;

    /// <summary>
    /// How much more it can cost to go on from one row of a machine than from another, whatever comes next; nothing where it
    /// never costs more.
    /// </summary>
    public long[] MoreFrom(int machine)
    {
        var (rows, width, arcs) = (columns[machine] + 1, columns[machine], Arcs[machine]);
        var more = new long[rows * rows];
        for (var a = 0; a < rows; a++)
        {
            for (var b = 0; b < rows; b++)
            {
                long most = 0;
                for (var to = 0; to < width; to++)
                {
                    most = Math.Max(most, arcs[a * width + to] - arcs[b * width + to]);
                }

                more[a * rows + b] = most;
            }
        }

        return more;
    }

    private static long Arc(double minutes) => double.IsFinite(minutes) ? OfMinutes(minutes) + (minutes > 0 ? Once : 0) : Never;

    private long Cheapest(long[] arcs, int machine, int column) =>
        Enumerable.Range(1, columns[machine]).Where(row => row != column + 1).Select(row => arcs[row * columns[machine] + column]).Append(Never).Min();

    private bool KeepsTriangle(int machine)
    {
        var (width, arcs) = (columns[machine], Arcs[machine]);
        for (var from = 0; from <= width; from++)
        {
            for (var by = 0; by < width; by++)
            {
                var first = arcs[from * width + by];
                for (var to = 0; to < width; to++)
                {
                    if (first + arcs[(by + 1) * width + to] < arcs[from * width + to])
                    {
                        return false;
                    }
                }
            }
        }

        return true;
    }
}
