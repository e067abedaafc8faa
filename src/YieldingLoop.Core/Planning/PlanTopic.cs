namespace YieldingLoop.Core.Planning;

/// <summary>Which part of a set-up a reason stands beside.</summary>
public enum PlanTopic
{
    /// <summary>The stitch and how many threads.</summary>
    Stitch,

    /// <summary>The needle's point.</summary>
    Point,

    /// <summary>The needle's size.</summary>
    Size,

    /// <summary>Which seats are filled.</summary>
    Seats,

    /// <summary>Needle threads.</summary>
    NeedleThread,

    /// <summary>Looper threads.</summary>
    LooperThread,

    /// <summary>The stitch finger.</summary>
    Finger,

    /// <summary>The stitch length.</summary>
    Length,

    /// <summary>The differential feed.</summary>
    Differential,

    /// <summary>The cutting width.</summary>
    CuttingWidth,

    /// <summary>Needle dials.</summary>
    NeedleDials,

    /// <summary>Looper dials.</summary>
    LooperDials,

    /// <summary>The zigzag width.</summary>
    Width,

    /// <summary>Tape, plate and foot.</summary>
    Parts,

    /// <summary>The pressure of the presser foot.</summary>
    FootPressure,
}
