namespace YieldingLoop.Core.Planning;

/// <summary>In what one set-up differs from another, as a person would name it first.</summary>
public enum PlanDifference
{
    /// <summary>Sewn on another machine.</summary>
    Machine,

    /// <summary>Another stitch, or pulled flat and the other not.</summary>
    Stitch,

    /// <summary>Other kinds of thread.</summary>
    Thread,

    /// <summary>Another stitch length.</summary>
    Length,

    /// <summary>Another needle.</summary>
    Needle,
}
