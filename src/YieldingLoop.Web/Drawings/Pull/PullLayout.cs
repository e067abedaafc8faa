using YieldingLoop.Core.ThreadPaths;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>
/// Where everything of a pulled seam stands: the largest scale at which nothing leaves its window at any stretch, with the finest
/// thread six units wide on the face wherever one stitch finds room so.
/// </summary>
public sealed class PullLayout
{
    /// <summary>Height of the scale above the face.</summary>
    public const double ScaleHeight = 74;

    /// <summary>Width of the handle.</summary>
    public const double Handle = 56;

    /// <summary>Room for the letters at the left.</summary>
    public const double Letters = 46;

    private const double FaceHeight = 470, SmallWidth = 352, SmallHeight = 206;

    /// <summary>Width of the face, as wide as it is shown: two thirds of a screen, or a phone's whole one.</summary>
    private const double WideFace = 704, NarrowFace = 336;

    /// <summary>Width of the finest thread on the face.</summary>
    private const double FinestThread = 6;

    /// <summary>Cloth beside the stitch, mm.</summary>
    private const double ClothBesideMm = 2;

    private const double Largest = 54;

    /// <summary>Repeats that show how a stitch goes on.</summary>
    private const int Few = 3;

    /// <param name="frames">The frames.</param>
    /// <param name="widthsMm">How thick each thread is drawn, mm.</param>
    /// <param name="hasEdge">Whether there is a cut edge; a stitch inside the cloth has cloth on both sides.</param>
    /// <param name="ridgeMm">Height of a ridge, mm.</param>
    /// <param name="narrow">Whether it is for a phone.</param>
    public PullLayout(PullFrames frames, IReadOnlyList<double> widthsMm, bool hasEdge, double ridgeMm, bool narrow = false)
        : this(frames.Frames[0].Stitch, [.. frames.Frames.SelectMany(f => f.Stitch.Threads).SelectMany(t => t), .. frames.Pops.SelectMany(p => p.Ends.SprungBack).SelectMany(e => e)],
            frames.EndPercent, widthsMm, hasEdge, ridgeMm, narrow)
    {
    }

    /// <summary>Where everything stands of a seam that nobody pulls.</summary>
    /// <param name="rest">The stitch.</param>
    /// <param name="widthsMm">How thick each thread is drawn, mm.</param>
    /// <param name="hasEdge">Whether there is a cut edge.</param>
    /// <param name="ridgeMm">Height of a ridge, mm.</param>
    public PullLayout(DrawnStitch rest, IReadOnlyList<double> widthsMm, bool hasEdge, double ridgeMm = 0)
        : this(rest, [.. rest.Threads.SelectMany(t => t)], 0, widthsMm, hasEdge, ridgeMm, true)
    {
    }

    /// <summary>Where everything stands of one of several seams that are shown in turn: only their cut edges differ.</summary>
    private PullLayout(PullLayout all, DrawnStitch rest)
    {
        (Face, SmallFace, Back, Edge, Repeats, HasEdge, LowMm, HighMm, ClothLowMm) = (all.Face, all.SmallFace, all.Back, all.Edge, all.Repeats, all.HasEdge, all.LowMm, all.HighMm, all.ClothLowMm);
        CutEdgeMm = EdgeOf(rest, HasEdge);
        ClothHighMm = HasEdge ? CutEdgeMm : all.ClothHighMm;
    }

    private PullLayout(DrawnStitch rest, List<PathPoint> points, double endPercent, IReadOnlyList<double> widthsMm, bool hasEdge, double ridgeMm, bool narrow, double? furthestEdgeMm = null)
    {
        var faceWidth = narrow ? NarrowFace : WideFace;
        HasEdge = hasEdge;
        var thick = widthsMm.Max() / 2 + 0.15;
        CutEdgeMm = furthestEdgeMm ?? EdgeOf(rest, hasEdge);
        (LowMm, HighMm) = (points.Min(p => p.Across) - thick, Math.Max(points.Max(p => p.Across) + thick, CutEdgeMm));
        // The cloth goes on beside the stitch; past a cut edge there is none.
        (ClothLowMm, ClothHighMm) = (LowMm - ClothBesideMm, hasEdge ? CutEdgeMm : HighMm + ClothBesideMm);
        double across = Math.Max(HighMm, ClothHighMm) - ClothLowMm;
        var tall = Math.Min(Largest, (FaceHeight - ScaleHeight - 14) / across);
        var room = faceWidth - Letters - Handle - 10;
        var pulled = rest.AdvanceMm * (1 + endPercent / 100);
        var wanted = Math.Min(tall, Math.Max(30, FinestThread / widthsMm.Min()));
        // As large as there is room for, and yet a few stitches, as long as the threads stay thick enough.
        Repeats = Math.Max(1, Math.Max((int)(room / (pulled * tall)), Math.Min(Few, (int)(room / (pulled * wanted)))));
        var scale = Math.Min(tall, room / (pulled * Repeats));
        Face = new(PullSide.Face, faceWidth, FaceHeight, scale, Letters, ScaleHeight - ClothLowMm * scale + Math.Max(0, (FaceHeight - ScaleHeight - 14 - across * scale) / 2));
        var small = Math.Min(Largest, (SmallHeight - 34) / across);
        SmallFace = new(PullSide.Face, SmallWidth, SmallHeight, small, Letters, 26 - ClothLowMm * small);
        Back = new(PullSide.Back, SmallWidth, SmallHeight, small, Letters, 26 + Math.Max(HighMm, ClothHighMm) * small);
        double above = Math.Max(points.Max(p => p.Through) + thick, ridgeMm + rest.Measures.ThicknessMm), below = -points.Min(p => p.Through) + thick;
        if (hasEdge && Rolled(rest))
        {
            // From its end the cloth that is rolled in takes room below, and to the side by half its thickness.
            (below, across) = (Math.Max(below, 2 * RollRadiusMm(rest) + rest.Measures.ThicknessMm / 2 + 0.1), across + rest.Measures.ThicknessMm / 2);
        }

        var edge = Math.Min(Math.Min(Largest, (SmallWidth - 12) / across), (SmallHeight - 30) / (above + below));
        Edge = new(PullSide.Edge, SmallWidth, SmallHeight, edge, (SmallWidth - across * edge) / 2 - ClothLowMm * edge, 26 + above * edge + (SmallHeight - 30 - (above + below) * edge) / 2);
    }

    /// <summary>Seams that are shown in turn, each where the one before it stood, at one scale.</summary>
    /// <param name="stitches">The stitches, of one kind.</param>
    /// <param name="widthsMm">How thick each thread is drawn, mm.</param>
    /// <param name="hasEdge">Whether there is a cut edge.</param>
    public static IReadOnlyList<PullLayout> Alike(IReadOnlyList<DrawnStitch> stitches, IReadOnlyList<double> widthsMm, bool hasEdge)
    {
        // The one whose edge lies furthest past its loops needs most room.
        var all = new PullLayout(stitches.MaxBy(s => s.Measures.CutEdgeMm - s.Measures.ReachMm)!, [.. stitches.SelectMany(s => s.Threads).SelectMany(t => t)], 0, widthsMm, hasEdge, 0, true, stitches.Max(s => EdgeOf(s, hasEdge)));
        return [.. stitches.Select(s => new PullLayout(all, s))];
    }

    private static double EdgeOf(DrawnStitch rest, bool hasEdge) => !hasEdge ? 0 : Rolled(rest) ? rest.Measures.ReachMm : rest.Measures.CutEdgeMm;

    /// <summary>How many repeats of the stitch the face shows.</summary>
    public int Repeats { get; }

    /// <summary>The repeat in which threads break: the middle one.</summary>
    public int Breaks => Repeats / 2;

    /// <summary>Whether there is a cut edge.</summary>
    public bool HasEdge { get; }

    /// <summary>Where the cloth ends at rest, mm from the outermost needle: its cut edge, or the fold where it is rolled in.</summary>
    public double CutEdgeMm { get; }

    /// <summary>Lowest place of any thread, mm across.</summary>
    public double LowMm { get; }

    /// <summary>Highest.</summary>
    public double HighMm { get; }

    /// <summary>Where the cloth that is shown begins, mm across.</summary>
    public double ClothLowMm { get; }

    /// <summary>Where it ends.</summary>
    public double ClothHighMm { get; }

    /// <summary>The window on the face.</summary>
    public PullWindow Face { get; }

    /// <summary>The window on the face of a seam that nobody pulls, as large as the back's.</summary>
    public PullWindow SmallFace { get; }

    /// <summary>The window on the back.</summary>
    public PullWindow Back { get; }

    /// <summary>The window on the edge.</summary>
    public PullWindow Edge { get; }

    /// <summary>How tightly the cut edge is rolled in, mm: what is rolled goes once round.</summary>
    internal static double RollRadiusMm(DrawnStitch rest) => Math.Clamp((rest.Measures.CutEdgeMm - rest.Measures.ReachMm) / 4, 0.15, rest.Measures.ReachMm / 3);

    /// <summary>Whether the cut edge is rolled into the stitch.</summary>
    public static bool Rolled(DrawnStitch rest) => rest.Measures.CutEdgeMm - rest.Measures.ReachMm > 0.5;
}
