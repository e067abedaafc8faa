using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>Something that may be wrong, as the coach reckons with it.</summary>
/// <param name="Kind">What.</param>
/// <param name="Position">The thread it is at, or the seat of the needle; null where it is about the whole machine.</param>
/// <param name="OffMm">Of a finger how much wider it lays the loops, of a knife how much further out it cuts, mm.</param>
/// <param name="OffSigmaMm">How uncertain that is, one standard deviation, mm.</param>
internal sealed record Suspicion(FaultKind Kind, ThreadPosition? Position, double OffMm = 0, double OffSigmaMm = 0)
{
    /// <summary>Whether it is a fault of threading.</summary>
    public bool Threading => FaultEffects.Threading.Contains(Kind);

    /// <summary>Whether it is about a needle.</summary>
    public bool OfNeedle => FaultEffects.OfNeedles.Contains(Kind);

    /// <summary>Whether a look at a place would find it.</summary>
    public bool Is(FaultKind kind, ThreadPosition? position) => Kind == kind && Position == position;
}

/// <summary>What may be true of the machine: some faults or none, and what its dials then have to be, as a normal distribution.</summary>
/// <param name="Faults">What is wrong: nothing, one thing, or two.</param>
/// <param name="Sticks">Whether the effect of the one fault of threading outlasts its cause.</param>
/// <param name="PutRight">Whether the cause of what sticks is gone.</param>
/// <param name="LogWeight">Logarithm of its weight beside the others.</param>
/// <param name="Mean">Middle of the distribution.</param>
/// <param name="Covariance">Its covariance, row by row.</param>
internal sealed record Hypothesis(IReadOnlyList<Suspicion> Faults, bool Sticks, bool PutRight, double LogWeight, double[] Mean, double[] Covariance)
{
    /// <summary>Whether an uneven thread makes its readings scatter.</summary>
    public bool Wanders => Faults.Count == 1 && Faults[0].Kind == FaultKind.ThreadUneven;

    /// <summary>Whether its faults are seen by a look at a place.</summary>
    public bool SeenBy(FaultKind kind, ThreadPosition? position) => !PutRight && Faults.Any(f => f.Is(kind, position));

    /// <summary>The same without some of its faults.</summary>
    public Hypothesis Without(Func<Suspicion, bool> gone) => Faults.Any(gone) ? this with { Faults = [.. Faults.Where(f => !gone(f))], Sticks = false, PutRight = false } : this;
}
