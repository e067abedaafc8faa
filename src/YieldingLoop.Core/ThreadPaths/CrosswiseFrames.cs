using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>A seam opened crosswise, at rest along itself.</summary>
/// <param name="GapMm">How far its two sides are apart, mm.</param>
/// <param name="SeenMm">What is seen of that in these colours, mm; null where a colour is not known.</param>
/// <param name="Points">One repeat of the needle thread that crosses the gap: along the seam, and across from its middle.</param>
public sealed record CrosswiseFrame(double GapMm, double? SeenMm, PathPoint[] Points);

/// <summary>
/// A seam of two layers or more, opened crosswise until its needle thread stops it: a few frames between closed and open as far as
/// the model says (section 6).
/// </summary>
public sealed record CrosswiseFrames
{
    /// <summary>How many frames there are.</summary>
    public const int Count = 12;

    /// <summary>How much of the thread lies in the cloth on either side of the gap, mm.</summary>
    private const double HiddenMm = 0.7;

    /// <summary>The frames, closed first.</summary>
    public required IReadOnlyList<CrosswiseFrame> Frames { get; init; }

    /// <summary>The thread that is seen in the gap.</summary>
    public required ThreadPosition Thread { get; init; }

    /// <summary>From one repeat to the next, mm.</summary>
    public required double AdvanceMm { get; init; }

    /// <summary>The frames of a seam; null where there is one layer only, which has nothing to open.</summary>
    /// <param name="seam">The case.</param>
    /// <param name="figures">Its figures.</param>
    public static CrosswiseFrames? Of(SeamCase seam, SeamAssessment figures)
    {
        if (seam.Plies is not > 1)
        {
            return null;
        }

        var gap = figures.Seam.GapMm;
        return Of(seam.Geometry, [.. seam.Threads.Select(t => t.Laid)], figures.Threads, [.. Enumerable.Range(0, Count).Select(i => gap * i / (Count - 1))], _ => gap) is var frames && figures.GapSeenMm is { } seen
            ? frames with { Frames = [.. frames.Frames.Select((f, i) => f with { SeenMm = seen * i / (Count - 1) })] } : frames;
    }

    /// <summary>A seam opened as far as its thread goes, for each of some gaps: as it would be if it opened so far.</summary>
    /// <param name="geometry">The seam as sewn.</param>
    /// <param name="threads">Exactly its threads.</param>
    /// <param name="gapsMm">How far it is open, mm.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static CrosswiseFrames Taut(in SeamGeometry geometry, IReadOnlyList<LaidThread> threads, IReadOnlyList<double> gapsMm)
    {
        var readings = new ThreadReading[threads.Count];
        SeamModel.Evaluate(geometry, [.. threads], readings);
        return Of(geometry, threads, readings, gapsMm, gap => gap);
    }

    private static CrosswiseFrames Of(in SeamGeometry geometry, IReadOnlyList<LaidThread> threads, IReadOnlyList<ThreadReading> readings, IReadOnlyList<double> gapsMm, Func<double, double> tautAtMm)
    {
        var thread = Loosest(readings);
        var (s, disc) = (geometry.StitchLengthMm, threads[thread].Kind.DiscDiameterMm);
        // A zigzag's thread crosses on the slant, every other one goes over and back through one hole.
        var zigzag = geometry.Stitch.Family == StitchFamily.Zigzag;
        var advance = zigzag ? 2 * s : s;
        IReadOnlyList<Knot> Knots(double open) => zigzag ? Slanting(s, open) : OverAndBack(s, open, disc);
        double Length(double open) => LaidPath.LengthOf(LaidPath.Straight(Knots(open), advance));
        return new()
        {
            Thread = threads[thread].Position,
            AdvanceMm = advance,
            Frames = [.. gapsMm.Select(gap => new CrosswiseFrame(gap, null, LaidPath.Lay(Knots(gap), advance, Length(tautAtMm(gap)))))],
        };
    }

    /// <summary>The needle thread that opens furthest.</summary>
    private static int Loosest(IReadOnlyList<ThreadReading> readings)
    {
        var needles = Enumerable.Range(0, readings.Count).Where(i => readings[i].Position.IsNeedle());
        return needles.MaxBy(i => (readings[i].NeedleLoopMm ?? 0, -readings[i].TensionCentinewtons));
    }

    private static Knot[] OverAndBack(double s, double gap, double thread)
    {
        double e = Math.Min(0.9 * thread, s / 6), y = gap / 2 + HiddenMm;
        return
        [
            new(-e, -y, 0, Keeps.Place), new Knot(-e, 0, 0).Bowing(-0.4, 0, 0), new(-e, y, 0, Keeps.Place),
            new(e, y, 0, Keeps.Place), new Knot(e, 0, 0).Bowing(0.4, 0, 0), new(e, -y, 0, Keeps.Place), new(0.5 * s, -y, 0, Keeps.Place),
        ];
    }

    private static Knot[] Slanting(double s, double gap)
    {
        var y = gap / 2 + HiddenMm;
        return
        [
            new(-0.12 * s, -y, 0, Keeps.Place), new(0.12 * s, -y, 0, Keeps.Place), new Knot(0.5 * s, 0, 0).Bowing(0.3, -0.2, 0),
            new(0.88 * s, y, 0, Keeps.Place), new(1.12 * s, y, 0, Keeps.Place), new Knot(1.5 * s, 0, 0).Bowing(0.3, 0.2, 0),
        ];
    }
}
