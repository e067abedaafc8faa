using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>The geometry of one stitch as sewn, mm throughout. A figure the stitch does not use is ignored.</summary>
/// <param name="Stitch">The stitch.</param>
/// <param name="StitchLengthMm">s, advance per stitch, above 0.</param>
/// <param name="SewnThicknessMm">t, all plies under the foot, above 0.</param>
public readonly record struct SeamGeometry(Stitch Stitch, double StitchLengthMm, double SewnThicknessMm)
{
    /// <summary>W, zigzag width.</summary>
    public double ZigzagWidthMm { get; init; }

    /// <summary>G, between the outermost threaded needles.</summary>
    public double GaugeMm { get; init; }

    /// <summary>a, from the outermost threaded needle to where the finger lays the loops; above G for 512 and 514.</summary>
    public double LoopWidthMm { get; init; }

    /// <summary>b, from that needle to the cut edge.</summary>
    public double BiteMm { get; init; }

    /// <summary>How far round the edge a thread comes at most that is drawn to the back, mm: as wide as the loops lie, and half the thickness, which 503 has no thread to go round by.</summary>
    public double RoundTheBackMm => LoopWidthMm + HalfRoundMm;

    /// <summary>How far round the edge a thread comes at most that is drawn to the face, mm.</summary>
    public double RoundTheFaceMm => (Stitch.UpperHeldByRightNeedle ? LoopWidthMm - GaugeMm : LoopWidthMm) + HalfRoundMm;

    private double HalfRoundMm => Stitch.Family == StitchFamily.TwoThreadOveredge ? 0 : SewnThicknessMm / 2;

    /// <summary>Sewn thickness, mm, of <paramref name="plies"/> plies of <paramref name="plyThicknessMm"/>: 0.8 of their sum. Working value.</summary>
    public static double SewnThickness(int plies, double plyThicknessMm) => 0.8 * plies * plyThicknessMm;
}

/// <summary>One thread as it is laid.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="Kind">What it is.</param>
/// <param name="TensionCentinewtons">T while it is laid, cN, above 0.</param>
public readonly record struct LaidThread(ThreadPosition Position, ThreadKind Kind, double TensionCentinewtons);

/// <summary>What the model says of one thread.</summary>
public readonly record struct ThreadReading
{
    /// <summary>Where it runs.</summary>
    public ThreadPosition Position { get; init; }

    /// <summary>T while it was laid, cN.</summary>
    public double TensionCentinewtons { get; init; }

    /// <summary>L, mm of relaxed thread laid per stitch.</summary>
    public double LengthPerStitchMm { get; init; }

    /// <summary>L / s, metres of thread per metre of seam, before tails and waste.</summary>
    public double Consumption { get; init; }

    /// <summary>Stretch at which it pops, %; 0 … 700, 700 meaning "not within reach".</summary>
    public double PopStretchPercent { get; init; }

    /// <summary>r, mm, for a needle thread that is held by another; null for every other thread.</summary>
    public double? NeedleLoopMm { get; init; }
}

/// <summary>What the model says of the seam. A figure the stitch does not have is null.</summary>
public readonly record struct SeamReading
{
    /// <summary>Metres of thread per metre of seam, all threads.</summary>
    public double Consumption { get; init; }

    /// <summary>Stretch at which the first thread pops, %.</summary>
    public double YieldPercent { get; init; }

    /// <summary>The thread that pops first; null when none pops within reach.</summary>
    public ThreadPosition? FirstToPop { get; init; }

    /// <summary>Mass of thread in the seam, mg/cm.</summary>
    public double ThreadMassMgPerCm { get; init; }

    /// <summary>Strength across the seam, N/cm.</summary>
    public double StrengthNewtonsPerCm { get; init; }

    /// <summary>How far the seam opens when pulled apart crosswise, mm.</summary>
    public double GapMm { get; init; }

    /// <summary>p, mm: above 0 on the face, below 0 on the back.</summary>
    public double? MeetingLineMm { get; init; }

    /// <summary>Loops past the cut edge, mm; below 0 the edge is rolled in.</summary>
    public double? OverhangMm { get; init; }

    /// <summary>Share of the face covered by the upper looper's thread; may exceed 1.</summary>
    public double? CoverFace { get; init; }

    /// <summary>Share of the back covered by the lower looper's thread; may exceed 1.</summary>
    public double? CoverBack { get; init; }

    /// <summary>Tunnelling index of twin-needle and coverstitch seams: up to 1 flat, to 1.6 a slight ridge, above it tunnels.</summary>
    public double? TunnellingIndex { get; init; }
}
