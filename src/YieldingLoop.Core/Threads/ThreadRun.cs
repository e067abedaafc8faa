namespace YieldingLoop.Core.Threads;

/// <summary>Which pin a spool stands on.</summary>
public enum SpoolPin
{
    /// <summary>The machine's first one.</summary>
    First,

    /// <summary>Its second one.</summary>
    Second,

    /// <summary>One pin with the other spool.</summary>
    Shared,
}

/// <summary>Which way a thread is drawn off its spool.</summary>
public enum DrawnOff
{
    /// <summary>As the machine's manual shows.</summary>
    AsManual,

    /// <summary>The other way round.</summary>
    Opposite,
}

/// <summary>Where a thread lies at the tension disc.</summary>
public enum DiscSide
{
    /// <summary>To its left.</summary>
    Left,

    /// <summary>To its right.</summary>
    Right,

    /// <summary>Together with the other thread, where the disc is hidden.</summary>
    Together,
}

/// <summary>How a thread of a plain machine runs from its spool to its needle (common practice C7, F10). What is null nobody has said.</summary>
public sealed record ThreadRun
{
    /// <summary>Its pin.</summary>
    public SpoolPin? Pin { get; init; }

    /// <summary>Which way it is drawn off.</summary>
    public DrawnOff? DrawnOff { get; init; }

    /// <summary>Whether the cap is larger than the spool's end, and like that of a pair.</summary>
    public bool? CapFits { get; init; }

    /// <summary>Where it lies at the tension disc.</summary>
    public DiscSide? DiscSide { get; init; }

    /// <summary>Whether it goes through the last guide above the needle.</summary>
    public bool? ThroughLastGuide { get; init; }

    /// <summary>Whether anything is said.</summary>
    public bool AnyKnown => this != new ThreadRun();

    /// <summary>Whether it runs as it is wanted to, as far as both are said.</summary>
    public bool Agrees(ThreadRun wanted) =>
        !(Pin is { } pin && wanted.Pin is { } wantedPin && pin != wantedPin)
        && !(DrawnOff is { } drawn && wanted.DrawnOff is { } wantedDrawn && drawn != wantedDrawn)
        && !(CapFits is { } cap && wanted.CapFits is { } wantedCap && cap != wantedCap)
        && !(DiscSide is { } side && wanted.DiscSide is { } wantedSide && side != wantedSide)
        && !(ThroughLastGuide is { } guide && wanted.ThroughLastGuide is { } wantedGuide && guide != wantedGuide);
}
