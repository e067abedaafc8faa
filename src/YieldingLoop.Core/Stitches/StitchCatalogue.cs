using static YieldingLoop.Core.Threads.ThreadPosition;

namespace YieldingLoop.Core.Stitches;

/// <summary>
/// Every stitch of the seam model. Numbers: ISO 4915 and ASTM D6193, quoted from memory; stitches without a
/// number there carry a name.
/// </summary>
public static class StitchCatalogue
{
    private static readonly Threads.ThreadPosition[] Plain = [Needle];
    private static readonly Threads.ThreadPosition[] Overedge = [NeedleLeft, NeedleRight];
    private static readonly Threads.ThreadPosition[] ThreeSeats = [NeedleLeft, NeedleCentre, NeedleRight];

    /// <summary>301.</summary>
    public static Stitch Lockstitch { get; } = new()
    {
        Id = "301", Family = StitchFamily.Lockstitch, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin],
    };

    /// <summary>304.</summary>
    public static Stitch Zigzag { get; } = new()
    {
        Id = "304", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin],
    };

    /// <summary>Three penetrations per width.</summary>
    public static Stitch ThreeStepZigzag { get; } = new()
    {
        Id = "three-step-zigzag", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], WidthShare = 1.0 / 3,
    };

    /// <summary>Honeycomb.</summary>
    public static Stitch Honeycomb { get; } = new()
    {
        Id = "honeycomb", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], WidthShare = 1.0 / 2, Repeats = 2,
    };

    /// <summary>A narrow slanted stretch stitch.</summary>
    public static Stitch NarrowSlant { get; } = new()
    {
        Id = "narrow-slant", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], Extra = 0.10,
    };

    /// <summary>Each stitch sewn three times.</summary>
    public static Stitch TripleStraight { get; } = new()
    {
        Id = "triple-straight", Family = StitchFamily.Lockstitch, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], Repeats = 3, Extra = 0.15,
    };

    /// <summary>Two rows on the face, zigzag on the back.</summary>
    public static Stitch TwinNeedle { get; } = new()
    {
        Id = "twin-needle", Family = StitchFamily.TwinNeedle, Needles = 2,
        NeedlePositions = Overedge, OtherPositions = [Bobbin], Holder = Bobbin,
    };

    /// <summary>401.</summary>
    public static Stitch Chain { get; } = new()
    {
        Id = "401", Family = StitchFamily.Chain, Needles = 1,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper], Holder = ChainLooper,
    };

    /// <summary>406.</summary>
    public static Stitch TwoNeedleCover { get; } = new()
    {
        Id = "406", Family = StitchFamily.Cover, Needles = 2,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper], Holder = ChainLooper,
    };

    /// <summary>407.</summary>
    public static Stitch ThreeNeedleCover { get; } = new()
    {
        Id = "407", Family = StitchFamily.Cover, Needles = 3,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper], Holder = ChainLooper,
    };

    /// <summary>602.</summary>
    public static Stitch TwoNeedleTopCover { get; } = new()
    {
        Id = "602", Family = StitchFamily.Cover, Needles = 2,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper, TopCover], Holder = ChainLooper,
    };

    /// <summary>605.</summary>
    public static Stitch ThreeNeedleTopCover { get; } = new()
    {
        Id = "605", Family = StitchFamily.Cover, Needles = 3,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper, TopCover], Holder = ChainLooper,
    };

    /// <summary>503.</summary>
    public static Stitch TwoThreadOveredge { get; } = new()
    {
        Id = "503", Family = StitchFamily.TwoThreadOveredge, Needles = 1,
        NeedlePositions = Overedge, OtherPositions = [LowerLooper],
    };

    /// <summary>504.</summary>
    public static Stitch ThreeThreadOveredge { get; } = new()
    {
        Id = "504", Family = StitchFamily.Overlock, Needles = 1,
        NeedlePositions = Overedge, OtherPositions = [UpperLooper, LowerLooper], Holder = LowerLooper,
    };

    /// <summary>512.</summary>
    public static Stitch FourThreadMockSafety { get; } = new()
    {
        Id = "512", Family = StitchFamily.Overlock, Needles = 2,
        NeedlePositions = Overedge, OtherPositions = [UpperLooper, LowerLooper], Holder = LowerLooper,
        UpperHeldByRightNeedle = true,
    };

    /// <summary>514.</summary>
    public static Stitch FourThreadOveredge { get; } = new()
    {
        Id = "514", Family = StitchFamily.Overlock, Needles = 2,
        NeedlePositions = Overedge, OtherPositions = [UpperLooper, LowerLooper], Holder = LowerLooper,
    };

    /// <summary>All stitches.</summary>
    public static IReadOnlyList<Stitch> All { get; } =
    [
        Lockstitch, Zigzag, ThreeStepZigzag, Honeycomb, NarrowSlant, TripleStraight, TwinNeedle,
        Chain, TwoNeedleCover, ThreeNeedleCover, TwoNeedleTopCover, ThreeNeedleTopCover,
        TwoThreadOveredge, ThreeThreadOveredge, FourThreadMockSafety, FourThreadOveredge,
    ];

    /// <summary>Finds a stitch by identifier; null where there is none.</summary>
    public static Stitch? Find(string? id) => All.FirstOrDefault(s => s.Id == id);
}
