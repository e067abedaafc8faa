using static System.FormattableString;

namespace YieldingLoop.Core.Threads;

/// <summary>
/// A thread on the scale: metres by mass and linear density, which is how tex is defined (mass of a length, ISO 2060's
/// method by skeins; quoted from memory).
/// </summary>
public sealed record ThreadWeighing
{
    /// <summary>Heaviest that is believed, g.</summary>
    public const double MostGrams = 20_000;

    /// <summary>Coarsest step of a scale that is believed, g.</summary>
    public const double MostStepGrams = 50;

    /// <summary>Everything on the scale, thread and what holds it, all together, g.</summary>
    public double GrossGrams { get; init; }

    /// <summary>One empty cone, spool or bobbin, g.</summary>
    public double EmptyGrams { get; init; }

    /// <summary>Step of the scale, g.</summary>
    public double StepGrams { get; init; }

    /// <summary>The thread alone, g.</summary>
    /// <param name="count">How many holders stood on the scale.</param>
    public double NetGrams(int count) => GrossGrams - count * EmptyGrams;

    /// <summary>Metres of it.</summary>
    /// <param name="count">How many holders stood on the scale.</param>
    /// <param name="tex">Linear density of the thread, g/km.</param>
    public double Metres(int count, double tex) => NetGrams(count) * 1000 / tex;

    /// <summary>
    /// How far off the metres can be by the scale alone, m: half a step for what stood on it, and half a step for every empty
    /// holder taken off.
    /// </summary>
    /// <param name="count">How many holders stood on the scale.</param>
    /// <param name="tex">Linear density of the thread, g/km.</param>
    public double ErrorMetres(int count, double tex) => (1 + count) * StepGrams / 2 * 1000 / tex;

    /// <summary>What is wrong with it.</summary>
    /// <param name="count">How many holders stood on the scale.</param>
    public IEnumerable<Problem> Problems(int count)
    {
        if (GrossGrams is not (> 0 and <= MostGrams))
        {
            yield return new("grossGrams", Invariant($"All together weighs more than 0 and at most {MostGrams:#,0} g."));
        }

        if (EmptyGrams is not (>= 0 and <= MostGrams))
        {
            yield return new("emptyGrams", Invariant($"An empty one weighs between 0 and {MostGrams:#,0} g."));
        }

        if (StepGrams is not (> 0 and <= MostStepGrams))
        {
            yield return new("stepGrams", Invariant($"The scale’s step is above 0 and at most {MostStepGrams:0} g: the smallest difference it shows."));
        }

        if (NetGrams(count) < 0 && GrossGrams > 0 && EmptyGrams >= 0)
        {
            yield return new("grossGrams", count == 1
                ? Invariant($"That is lighter than the empty one, {EmptyGrams:0.##} g. Weigh again, or mend the empty weight.")
                : Invariant($"That is lighter than {count} empty ones, {count * EmptyGrams:0.##} g together. Weigh again, or mend the empty weight or how many there are."));
        }
    }
}

/// <summary>What was used of a thread between two weighings, by the scale and as it was reckoned.</summary>
/// <param name="WeighedMetres">By the scale, m; below 0 where the scale erred.</param>
/// <param name="ErrorMetres">How far off that can be by both weighings, m.</param>
/// <param name="ReckonedMetres">As it was run down by what was sewn, m.</param>
public sealed record ThreadUse(double WeighedMetres, double ErrorMetres, double ReckonedMetres)
{
    /// <summary>Most of them that are kept of one thread; the oldest go.</summary>
    public const int MostKept = 20;

    /// <summary>What was used between two weighings; null where that cannot be told: it was not weighed before, there were fewer or more of it, or its metres were changed otherwise in between.</summary>
    /// <param name="before">The thread as it was weighed before.</param>
    /// <param name="after">As it was weighed now.</param>
    /// <param name="reckonedMetres">What it was run down by since, m; null where that cannot be told.</param>
    public static ThreadUse? Between(ThreadStock before, ThreadStock after, double? reckonedMetres) =>
        before.Weighed is { } first && after is { Weighed: { } second, WeighingTex: { } tex } && before.Count == after.Count && reckonedMetres is { } reckoned and > 0
            ? new(first.Metres(before.Count, tex) - second.Metres(after.Count, tex), first.ErrorMetres(before.Count, tex) + second.ErrorMetres(after.Count, tex), reckoned) : null;
}
