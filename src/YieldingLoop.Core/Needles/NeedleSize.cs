namespace YieldingLoop.Core.Needles;

/// <summary>
/// A needle size. The metric number, the blade's diameter in 1/100 mm, is the key: some household manuals print
/// another US number beside the same metric one.
/// </summary>
/// <remarks>Source: needle makers' tables, quoted from memory.</remarks>
public readonly record struct NeedleSize : IComparable<NeedleSize>
{
    private static readonly (int Metric, int Us)[] Pairs =
        [(60, 8), (65, 9), (70, 10), (75, 11), (80, 12), (90, 14), (100, 16), (110, 18), (120, 19)];

    private NeedleSize(int metric, int us) => (Metric, Us) = (metric, us);

    /// <summary>Blade diameter in 1/100 mm.</summary>
    public int Metric { get; }

    /// <summary>The US number paired with it.</summary>
    public int Us { get; }

    /// <summary>Blade diameter, mm.</summary>
    public double BladeMillimetres => Metric / 100.0;

    /// <summary>Width of the eye, mm: 0.40 of the blade. A working value from memory.</summary>
    public double EyeMillimetres => 0.40 * BladeMillimetres;

    /// <summary>Every size made, finest first.</summary>
    public static IReadOnlyList<NeedleSize> All { get; } = Array.ConvertAll(Pairs, p => new NeedleSize(p.Metric, p.Us));

    /// <summary>Finds the size with this metric number.</summary>
    /// <returns>False where no such size is made.</returns>
    public static bool TryFromMetric(int metric, out NeedleSize size)
    {
        foreach (var candidate in All)
        {
            if (candidate.Metric == metric)
            {
                size = candidate;
                return true;
            }
        }

        size = default;
        return false;
    }

    /// <summary>The size with this metric number.</summary>
    /// <exception cref="ArgumentOutOfRangeException">No such size is made.</exception>
    public static NeedleSize FromMetric(int metric) =>
        TryFromMetric(metric, out var size)
            ? size
            : throw new ArgumentOutOfRangeException(nameof(metric), metric, "No needle of this size is made.");

    /// <summary>How many sizes apart two are in the list of what is made.</summary>
    public static int StepsBetween(NeedleSize one, NeedleSize other) => Math.Abs(All.ToList().IndexOf(one) - All.ToList().IndexOf(other));

    /// <inheritdoc/>
    public int CompareTo(NeedleSize other) => Metric.CompareTo(other.Metric);

    /// <summary>Both numbers as a pack prints them, "80/12".</summary>
    public override string ToString() => $"{Metric}/{Us}";

    /// <summary>Whether the left is the finer.</summary>
    public static bool operator <(NeedleSize left, NeedleSize right) => left.CompareTo(right) < 0;

    /// <summary>Whether the left is the thicker.</summary>
    public static bool operator >(NeedleSize left, NeedleSize right) => left.CompareTo(right) > 0;

    /// <summary>Whether the left is not the thicker.</summary>
    public static bool operator <=(NeedleSize left, NeedleSize right) => left.CompareTo(right) <= 0;

    /// <summary>Whether the left is not the finer.</summary>
    public static bool operator >=(NeedleSize left, NeedleSize right) => left.CompareTo(right) >= 0;
}
