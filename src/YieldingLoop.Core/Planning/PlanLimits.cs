namespace YieldingLoop.Core.Planning;

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
