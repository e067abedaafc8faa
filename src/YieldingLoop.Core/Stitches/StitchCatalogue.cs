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
        Id = "301", Name = "straight lockstitch", Family = StitchFamily.Lockstitch, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin],
    };

    /// <summary>304.</summary>
    public static Stitch Zigzag { get; } = new()
    {
        Id = "304", Name = "zigzag", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin],
    };

    /// <summary>Three penetrations per width.</summary>
    public static Stitch ThreeStepZigzag { get; } = new()
    {
        Id = "three-step-zigzag", Name = "three-step zigzag", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], WidthShare = 1.0 / 3,
    };

    /// <summary>Honeycomb.</summary>
    public static Stitch Honeycomb { get; } = new()
    {
        Id = "honeycomb", Name = "honeycomb", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], WidthShare = 1.0 / 2, Repeats = 2,
    };

    /// <summary>A narrow slanted stretch stitch.</summary>
    public static Stitch NarrowSlant { get; } = new()
    {
        Id = "narrow-slant", Name = "narrow slanted stretch stitch", Family = StitchFamily.Zigzag, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], Extra = 0.10,
    };

    /// <summary>Each stitch sewn three times.</summary>
    public static Stitch TripleStraight { get; } = new()
    {
        Id = "triple-straight", Name = "triple straight stitch", Family = StitchFamily.Lockstitch, Needles = 1,
        NeedlePositions = Plain, OtherPositions = [Bobbin], Repeats = 3, Extra = 0.15,
    };

    /// <summary>Two rows on the face, zigzag on the back.</summary>
    public static Stitch TwinNeedle { get; } = new()
    {
        Id = "twin-needle", Name = "twin-needle lockstitch", Family = StitchFamily.TwinNeedle, Needles = 2,
        NeedlePositions = Overedge, OtherPositions = [Bobbin], Holder = Bobbin,
    };

    /// <summary>401.</summary>
    public static Stitch Chain { get; } = new()
    {
        Id = "401", Name = "two-thread chainstitch", Family = StitchFamily.Chain, Needles = 1,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper], Holder = ChainLooper,
    };

    /// <summary>406.</summary>
    public static Stitch TwoNeedleCover { get; } = new()
    {
        Id = "406", Name = "two-needle coverstitch", Family = StitchFamily.Cover, Needles = 2,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper], Holder = ChainLooper,
    };

    /// <summary>407.</summary>
    public static Stitch ThreeNeedleCover { get; } = new()
    {
        Id = "407", Name = "three-needle coverstitch", Family = StitchFamily.Cover, Needles = 3,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper], Holder = ChainLooper,
    };

    /// <summary>602.</summary>
    public static Stitch TwoNeedleTopCover { get; } = new()
    {
        Id = "602", Name = "two-needle top and bottom cover", Family = StitchFamily.Cover, Needles = 2,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper, TopCover], Holder = ChainLooper,
    };

    /// <summary>605.</summary>
    public static Stitch ThreeNeedleTopCover { get; } = new()
    {
        Id = "605", Name = "three-needle top and bottom cover", Family = StitchFamily.Cover, Needles = 3,
        NeedlePositions = ThreeSeats, OtherPositions = [ChainLooper, TopCover], Holder = ChainLooper,
    };

    /// <summary>503.</summary>
    public static Stitch TwoThreadOveredge { get; } = new()
    {
        Id = "503", Name = "two-thread overedge", Family = StitchFamily.TwoThreadOveredge, Needles = 1,
        NeedlePositions = Overedge, OtherPositions = [LowerLooper],
    };

    /// <summary>504.</summary>
    public static Stitch ThreeThreadOveredge { get; } = new()
    {
        Id = "504", Name = "three-thread overlock", Family = StitchFamily.Overlock, Needles = 1,
        NeedlePositions = Overedge, OtherPositions = [UpperLooper, LowerLooper], Holder = LowerLooper,
    };

    /// <summary>512.</summary>
    public static Stitch FourThreadMockSafety { get; } = new()
    {
        Id = "512", Name = "four-thread mock safety", Family = StitchFamily.Overlock, Needles = 2,
        NeedlePositions = Overedge, OtherPositions = [UpperLooper, LowerLooper], Holder = LowerLooper,
        UpperHeldByRightNeedle = true,
    };

    /// <summary>514.</summary>
    public static Stitch FourThreadOveredge { get; } = new()
    {
        Id = "514", Name = "four-thread overlock", Family = StitchFamily.Overlock, Needles = 2,
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
