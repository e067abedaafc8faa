namespace YieldingLoop.Core.Planning;

/// <summary>How well a stitch does a job.</summary>
public enum Suits
{
    /// <summary>The one to start with.</summary>
    Best,

    /// <summary>Does it as well, in another way.</summary>
    Also,

    /// <summary>Not for this.</summary>
    Not,
}
