namespace YieldingLoop.Core.Planning;

/// <summary>The figures that are compared.</summary>
public enum FigureKind
{
    /// <summary>Yield, %.</summary>
    Yield,

    /// <summary>Gap, mm.</summary>
    Gap,

    /// <summary>Thread used, metres per metre.</summary>
    Consumption,

    /// <summary>Meeting line, mm.</summary>
    MeetingLine,

    /// <summary>Overhang, mm.</summary>
    Overhang,

    /// <summary>Growth, %.</summary>
    Growth,

    /// <summary>Cover of the face.</summary>
    CoverFace,

    /// <summary>Chance of a skip in fifty stitches, 0 … 1.</summary>
    SkipInFifty,
}
