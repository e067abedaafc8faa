namespace YieldingLoop.Core.SimulatedMachine;

/// <summary>
/// Chance from a number, the same on every machine and in every version of the framework, so that a case can be named by its number.
/// SplitMix64: Steele, Lea and Flood, Fast splittable pseudorandom number generators, OOPSLA 2014.
/// </summary>
/// <param name="seed">The number.</param>
public sealed class Dice(long seed)
{
    private ulong state = unchecked((ulong)seed);

    /// <summary>A number to begin with for one thing of many: the same for the same text ever after (FNV-1a: Fowler, Noll and Vo).</summary>
    /// <param name="number">A number all of them share.</param>
    /// <param name="what">Which.</param>
    public static long SeedOf(long number, string what)
    {
        unchecked
        {
            var hash = 0xCBF29CE484222325UL ^ (ulong)number;
            foreach (var letter in what)
            {
                hash = (hash ^ letter) * 0x100000001B3;
            }

            return (long)hash;
        }
    }

    /// <summary>From 0 to below 1.</summary>
    public double NextDouble() => (Next() >> 11) * (1.0 / (1UL << 53));

    /// <summary>A whole number from 0 to below <paramref name="below"/>.</summary>
    public int Next(int below) => (int)(NextDouble() * below);

    /// <summary>A whole number from <paramref name="from"/> to below <paramref name="below"/>.</summary>
    public int Next(int from, int below) => from + Next(below - from);

    /// <summary>A standard normal deviate (Box and Muller, Annals of Mathematical Statistics 29, 1958).</summary>
    public double NextNormal() => Math.Sqrt(-2 * Math.Log(1 - NextDouble())) * Math.Cos(2 * Math.PI * NextDouble());

    /// <summary>Any of some.</summary>
    public T Any<T>(IReadOnlyList<T> all) => all[Next(all.Count)];

    private ulong Next()
    {
        unchecked
        {
            state += 0x9E3779B97F4A7C15;
            var z = state;
            z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
            z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
            return z ^ (z >> 31);
        }
    }
}
