using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>Every thread of one repeat of a stitch as a path in space, at one stretch.</summary>
/// <param name="Stretch">λ.</param>
/// <param name="AtRest">Whether the seam lies at rest; λ is 1 then.</param>
/// <param name="StitchesPerRepeat">How many stitches a repeat has.</param>
/// <param name="AdvanceMm">From one repeat to the next, mm.</param>
/// <param name="Threads">The points of each thread in the order of the threads; the last is the first of the next repeat.</param>
/// <param name="Measures">The measures it was drawn from.</param>
public sealed record DrawnStitch(double Stretch, bool AtRest, int StitchesPerRepeat, double AdvanceMm, IReadOnlyList<PathPoint[]> Threads, StitchExtent Measures)
{
    /// <summary>Draws a stitch at rest.</summary>
    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="threads">Exactly its threads.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static DrawnStitch Rest(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads) => Of(new LaidSeam(geometry, threads), 1, true);

    /// <summary>Draws a stitch pulled along.</summary>
    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="threads">Exactly its threads.</param>
    /// <param name="stretch">λ, 1 or more, in the stretched state.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static DrawnStitch Pulled(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads, double stretch) => Of(new LaidSeam(geometry, threads), stretch, false);

    internal static DrawnStitch Of(LaidSeam seam, double stretch, bool atRest)
    {
        var m = new StitchMeasures(seam, stretch, atRest);
        var knots = StitchKnots.Of(m);
        var advance = knots.StitchesPerRepeat * m.Advance;
        return new(stretch, atRest, knots.StitchesPerRepeat, advance, [.. knots.Threads.Select((k, i) => LaidPath.Lay(k, advance, knots.StitchesPerRepeat * m.Drawn(i)))],
            new StitchExtent(m.Narrowed, m.Thickness, m.Edge, m.Reach, knots.MeetingFrom));
    }
}

/// <summary>How far a drawn stitch goes, mm.</summary>
/// <param name="Narrowed">How much of every width is left.</param>
/// <param name="ThicknessMm">The cloth's thickness.</param>
/// <param name="CutEdgeMm">The cut edge, across from the outermost needle.</param>
/// <param name="ReachMm">How far out the loops lie.</param>
/// <param name="MeetingFromMm">Where the loops end that the meeting line is counted from.</param>
public readonly record struct StitchExtent(double Narrowed, double ThicknessMm, double CutEdgeMm, double ReachMm, double MeetingFromMm);
