namespace YieldingLoop.Core.Planning;

/// <summary>What one independent part of a set-up adds to its rank. Parts add up, and the least sum is the sum of the least parts.</summary>
/// <param name="Missed">How many limits it misses.</param>
/// <param name="Limits">Which.</param>
/// <param name="Shortfall">What the yield lacks of what is required, twentieths of it.</param>
/// <param name="Excess">By how much in all, quarters of each limit: no exotic thread is worth a hair.</param>
/// <param name="Tier">Places down the trade's order.</param>
/// <param name="Cost">Cost, millionths.</param>
internal readonly record struct RankPart(int Missed, PlanLimits Limits, int Shortfall, int Excess, int Tier, long Cost) : IComparable<RankPart>
{
    public static RankPart None => default;

    public static RankPart operator +(RankPart one, RankPart other) =>
        new(one.Missed + other.Missed, one.Limits | other.Limits, one.Shortfall + other.Shortfall, one.Excess + other.Excess, one.Tier + other.Tier, one.Cost + other.Cost);

    /// <summary>Up to this share of itself a limit is missed by a hair: it is said, and buys no other thread or needle. Working value.</summary>
    public const double HairShare = 0.05;

    /// <summary>A limit missed by a share of itself.</summary>
    public RankPart Miss(PlanLimits limit, double share) => share < HairShare ? this : this with { Missed = Missed + 1, Limits = Limits | limit, Excess = Excess + Parts(4 * share) };

    public RankPart Pay(double cost) => this with { Cost = Cost + Micro(cost) };

    public int CompareTo(RankPart other) =>
        Missed != other.Missed ? Missed.CompareTo(other.Missed)
        : Limits != other.Limits ? Limits.CompareTo(other.Limits)
        : Shortfall != other.Shortfall ? Shortfall.CompareTo(other.Shortfall)
        : Excess != other.Excess ? Excess.CompareTo(other.Excess)
        : Tier != other.Tier ? Tier.CompareTo(other.Tier)
        : Cost.CompareTo(other.Cost);

    /// <summary>At least one part, so that what is missed by a hair is not kept.</summary>
    public static int Parts(double share) => (int)Math.Clamp(Math.Round(share), 1, 1_000_000);

    public static long Micro(double cost) => (long)Math.Round(cost * 1e6);
}
