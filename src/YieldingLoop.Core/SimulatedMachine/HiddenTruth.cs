using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.SimulatedMachine;

/// <summary>What is hidden in one dial: how much each of its numbers does, and how far its numbers are off.</summary>
/// <param name="Gain">Change of ln T per number.</param>
/// <param name="OffsetNumbers">At how many numbers above neutral the machine is really balanced.</param>
public readonly record struct HiddenDial(double Gain, double OffsetNumbers);

/// <summary>What is wrong, and whether it stays so after it is put right until everything is threaded again.</summary>
/// <param name="Fault">What.</param>
/// <param name="Sticky">Whether its effect outlasts its cause.</param>
/// <param name="PutRight">Whether its cause is gone.</param>
public sealed record HiddenFault(Fault Fault, bool Sticky = false, bool PutRight = false);

/// <summary>What is true of a simulated machine and nobody at it knows.</summary>
public sealed record HiddenTruth
{
    /// <summary>Every dial, and the bobbin, which has none: its offset counts in the same numbers.</summary>
    public required IReadOnlyDictionary<ThreadPosition, HiddenDial> Dials { get; init; }

    /// <summary>How far the loopers' meeting line is read to move, mm per unit of ln(T_upper/T_lower).</summary>
    public required double MeetingPerLogMm { get; init; }

    /// <summary>Points of growth per unit of the differential ratio, below 0.</summary>
    public required double FeedSlope { get; init; }

    /// <summary>Points of growth that come on top.</summary>
    public required double GrowthOffsetPercent { get; init; }

    /// <summary>Ratio of real to predicted pop, by the identifier of the thread's kind.</summary>
    public required IReadOnlyDictionary<string, double> PopRatios { get; init; }

    /// <summary>What is wrong with it.</summary>
    public IReadOnlyList<HiddenFault> Faults { get; init; } = [];
}
