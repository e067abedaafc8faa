namespace YieldingLoop.Core.Planning;

/// <summary>
/// How good a set-up is, compared in this order: how far down the verdicts it stands; how many limits it misses and which;
/// how much yield it lacks; by how much the limits are missed; its place in the trade's order for the job; its cost. Of two that
/// are alike the one found first is taken.
/// </summary>
/// <param name="VerdictClass">0 holds, 1 tight, 2 pops.</param>
/// <param name="Part">The rest.</param>
internal readonly record struct PlanRank(int VerdictClass, RankPart Part) : IComparable<PlanRank>
{
    /// <summary>Whether it is only there to be looked at beside the others: a flatlock for a plain join.</summary>
    public bool Aside { get; init; }

    public int CompareTo(PlanRank other) => Aside != other.Aside ? Aside.CompareTo(other.Aside)
        : VerdictClass != other.VerdictClass ? VerdictClass.CompareTo(other.VerdictClass) : Part.CompareTo(other.Part);
}
