namespace YieldingLoop.Core.Planning;

/// <summary>From which side a seam is sewn.</summary>
public enum SewnFrom
{
    /// <summary>The wrong side is up, as for most seams.</summary>
    WrongSide,

    /// <summary>The face is up.</summary>
    Face,
}
