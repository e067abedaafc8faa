namespace YieldingLoop.Core.Planning;

/// <summary>What has to be chosen before a rule can be asked.</summary>
internal enum RuleStage
{
    /// <summary>Machine, stitch, seats, finger.</summary>
    Layout,

    /// <summary>Every thread.</summary>
    Threads,

    /// <summary>Needle and needle thread.</summary>
    Needle,

    /// <summary>Stitch length.</summary>
    Length,
}
