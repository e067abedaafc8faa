namespace YieldingLoop.Core.Setups;

/// <summary>The limits a plan keeps where it can; the order is the order they matter in, the last first.</summary>
[Flags]
public enum PlanLimits
{
    /// <summary>None.</summary>
    None = 0,

    /// <summary>Textured thread in the loopers where it earns its place: on the skin, round an edge that sheds, in a rolled edge.</summary>
    Textured = 1,

    /// <summary>Growth in sewing.</summary>
    Growth = 1 << 1,

    /// <summary>Loops past the edge, or the edge rolled in.</summary>
    Overhang = 1 << 2,

    /// <summary>Where the loopers meet, or how far a rolled edge is wrapped.</summary>
    Meeting = 1 << 3,

    /// <summary>Strength across the seam.</summary>
    Strength = 1 << 4,

    /// <summary>Tunnelling between rows.</summary>
    Tunnelling = 1 << 5,

    /// <summary>Drag on stretchy cloth.</summary>
    Drag = 1 << 6,

    /// <summary>Thread mass over cloth.</summary>
    Mass = 1 << 7,

    /// <summary>Cover of the edge.</summary>
    Cover = 1 << 8,

    /// <summary>Gap when pulled open.</summary>
    Gap = 1 << 9,

    /// <summary>Skipped stitches.</summary>
    Skip = 1 << 10,
}

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

    /// <summary>A limit missed by a share of itself.</summary>
    public RankPart Miss(PlanLimits limit, double share) => this with { Missed = Missed + 1, Limits = Limits | limit, Excess = Excess + Parts(4 * share) };

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

/// <summary>
/// How good a set-up is, compared in this order: how far down the verdicts it stands; how many limits it misses and which;
/// how much yield it lacks; by how much the limits are missed; its place in the trade's order for the job; its cost. Of two that
/// are alike the one found first is taken.
/// </summary>
/// <param name="VerdictClass">0 holds, 1 tight, 2 pops.</param>
/// <param name="Part">The rest.</param>
internal readonly record struct PlanRank(int VerdictClass, RankPart Part) : IComparable<PlanRank>
{
    public int CompareTo(PlanRank other) => VerdictClass != other.VerdictClass ? VerdictClass.CompareTo(other.VerdictClass) : Part.CompareTo(other.Part);
}
