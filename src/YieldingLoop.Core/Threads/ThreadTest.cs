using static System.FormattableString;

namespace YieldingLoop.Core.Threads;

/// <summary>Answers about how a thread behaves.</summary>
public enum Observed
{
    /// <summary>Not looked at.</summary>
    Unknown,

    /// <summary>Yes.</summary>
    Yes,

    /// <summary>No.</summary>
    No,
}

/// <summary>What a user found out about a thread of their own.</summary>
public sealed record ThreadTest
{
    /// <summary>Length marked on the thread before it is pulled, mm.</summary>
    public const double MarkedMm = 200;

    /// <summary>What the marked length had become when it broke, mm; null where it was not pulled.</summary>
    public double? BrokeAtMm { get; init; }

    /// <summary>Whether it fluffs out when it hangs slack and lies flat when it is pulled.</summary>
    public Observed FluffsOut { get; init; }

    /// <summary>Whether a hand's length pulled gently springs back.</summary>
    public Observed SpringsBack { get; init; }

    /// <summary>Whether it shrinks or goes glassy under an iron at two dots.</summary>
    public Observed SuffersHeat { get; init; }

    /// <summary>Whether it looks thick and glossy, like embroidery thread.</summary>
    public Observed ThickAndGlossy { get; init; }

    /// <summary>Whether it curls where a fingernail was drawn along it: folklore, a hint only (common practice C1).</summary>
    public Observed CurlsUnderNail { get; init; }

    /// <summary>Whether it runs even between the fingers: neither thick and thin nor fuzzy (common practice C2, C11).</summary>
    public Observed RunsEven { get; init; }

    /// <summary>Whether anything was found out.</summary>
    public bool Any => RunsEven != Observed.Unknown || CurlsUnderNail != Observed.Unknown || BrokeAtMm is not null || FluffsOut != Observed.Unknown || SpringsBack != Observed.Unknown || SuffersHeat != Observed.Unknown || ThickAndGlossy != Observed.Unknown;

    /// <summary>Break extension, a fraction of the marked length; null where it was not pulled.</summary>
    public double? BreakExtension => BrokeAtMm / MarkedMm - 1;

    /// <summary>What is wrong with it.</summary>
    public IEnumerable<Problem> Problems()
    {
        if (BrokeAtMm is not null and not (>= MarkedMm and <= 3 * MarkedMm))
        {
            yield return new("brokeAtMm", Invariant($"{MarkedMm:0} mm marked on the thread become {MarkedMm:0} to {3 * MarkedMm:0} mm before it breaks."));
        }
    }
}
