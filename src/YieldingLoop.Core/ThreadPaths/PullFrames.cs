using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>A thread that pops while the seam is pulled.</summary>
/// <param name="Thread">Which.</param>
/// <param name="Position">Where it runs.</param>
/// <param name="StretchPercent">At what stretch, %.</param>
/// <param name="Ends">Its two ends in the repeat in which it breaks.</param>
public sealed record PullPop(int Thread, ThreadPosition Position, double StretchPercent, ThreadBreak Ends);

/// <summary>A seam pulled along itself, frame by frame: what is drawn between two frames lies between them.</summary>
public sealed record PullFrames
{
    /// <summary>Most frames of one seam.</summary>
    public const int Most = 60;

    /// <summary>How many evenly spaced ones there are between rest and end at most and at least, beside those of pops and marks.</summary>
    private const int Evenly = 24, EvenlyAtLeast = 10;

    /// <summary>How many points all evenly spaced frames have together, about: a stitch that takes many to begin again gets fewer frames.</summary>
    private const int PointsInAll = 5000;

    /// <summary>By what stretch, %, the rest has passed into the stretched state, where no thread pops before.</summary>
    public const double RestPassesPercent = 10;

    /// <summary>Pops that differ by less than this many decimals of a per cent are a tie, as in the seam model.</summary>
    private const int TieDecimals = 5;

    /// <summary>How far beyond the last mark the handle goes.</summary>
    private const double Beyond = 1.1;

    /// <summary>Shortest way of the handle, %, so that there is something to pull.</summary>
    private const double ShortestPercent = 20;

    /// <summary>The frames, by stretch; the first is the seam at rest.</summary>
    public required IReadOnlyList<PullFrame> Frames { get; init; }

    /// <summary>The pieces to draw, in no order.</summary>
    public required IReadOnlyList<Strand> Strands { get; init; }

    /// <summary>The threads that pop before the end, the first first; a frame stands at each.</summary>
    public required IReadOnlyList<PullPop> Pops { get; init; }

    /// <summary>What the wearer asks, %; null where nobody said, and where nobody stretches it.</summary>
    public double? NeedPercent { get; init; }

    /// <summary>What is required of the seam, %; null where nothing is.</summary>
    public double? RequiredPercent { get; init; }

    /// <summary>The cloth's own stretch along the seam, %; null where it is not known.</summary>
    public double? ClothPercent { get; init; }

    /// <summary>How far the handle goes, %.</summary>
    public required double EndPercent { get; init; }

    /// <summary>The threads, in the order of every list here.</summary>
    public required IReadOnlyList<LaidThread> Threads { get; init; }

    /// <summary>The thread that is expected to pop first, and where; null where none is within reach.</summary>
    public required (ThreadPosition Position, double StretchPercent)? First { get; init; }

    /// <summary>The seam at rest, with the pieces that are drawn at any stretch.</summary>
    public StitchPieces AtRest => new(Frames[0].Stitch, Threads, Strands);

    /// <summary>Draws the frames of a seam.</summary>
    /// <param name="seam">The case; its figures are taken as valid.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static PullFrames Of(SeamCase seam) =>
        Of(seam, Math.Clamp(PointsInAll / DrawnStitch.Rest(seam.Geometry, [.. seam.Threads.Select(t => t.Laid)]).Threads.Sum(t => t.Length), EvenlyAtLeast, Evenly));

    /// <summary>Draws a few frames only: enough for a picture of the seam at rest that has room for the seam pulled.</summary>
    /// <param name="seam">The case; its figures are taken as valid.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static PullFrames Sketch(SeamCase seam) => Of(seam, 0);

    private static PullFrames Of(SeamCase seam, int evenly)
    {
        var laid = new LaidSeam(seam.Geometry, [.. seam.Threads.Select(t => t.Laid)], SeamAssessment.Of(seam));
        // What nobody stretches has no need to be marked.
        double? cloth = seam.Cloth?.StretchAlongPercent, need = seam.NeedPercent is > 0 ? seam.NeedPercent : null, required = need is { } asked ? Need.Required(asked, cloth) : null;
        (ThreadPosition Position, double StretchPercent)[] ends = [.. laid.Threads.Select((t, i) => (t.Position, laid.ExpectedPops[i])).Where(p => p.Item2 < SeamModel.BeyondReachPercent).OrderBy(p => Math.Round(p.Item2, TieDecimals)).ThenBy(p => p.Position)];
        var first = ends.Length == 0 ? (double?)null : ends[0].StretchPercent;
        var end = Math.Max(ShortestPercent, Beyond * Math.Max(Math.Max(required ?? 0, cloth ?? 0), first ?? 0));
        (int Thread, double Percent)[] pops =
        [
            .. laid.ExpectedPops.Select((percent, i) => (Thread: i, Percent: percent)).Where(p => p.Percent <= end && p.Percent < SeamModel.BeyondReachPercent)
                .OrderBy(p => p.Percent).ThenBy(p => laid.Threads[p.Thread].Position),
        ];
        var stretched = Math.Min(RestPassesPercent, first ?? RestPassesPercent);
        double[] stretches =
        [
            // A sketch is the seam at rest, with room for how far it goes.
            .. new[] { stretched, end }.Concat(evenly == 0 ? [] :
                pops.Select(p => p.Percent)
                .Concat(new[] { need, required, cloth }.OfType<double>().Where(p => p > stretched && p < end))
                .Concat(Enumerable.Range(1, evenly).Select(i => stretched + (end - stretched) * i / (evenly + 1))))
                .Distinct().Order(),
        ];
        IReadOnlyList<PullFrame> frames = [Frame(laid, 0, true), .. stretches.Select(p => Frame(laid, p, false))];
        return new()
        {
            Frames = frames,
            Strands = Strand.Of([.. frames.Select(f => f.Stitch)]),
            Pops = evenly == 0 ? [] : [.. pops.Select(p => new PullPop(p.Thread, laid.Threads[p.Thread].Position, p.Percent, ThreadBreak.Of(frames.Last(f => f.StretchPercent == p.Percent).Stitch.Threads[p.Thread])))],
            NeedPercent = need,
            RequiredPercent = required,
            ClothPercent = cloth,
            EndPercent = end,
            Threads = laid.Threads,
            First = ends.Length == 0 ? null : ends[0],
        };
    }

    private static PullFrame Frame(LaidSeam laid, double percent, bool atRest)
    {
        var stretch = 1 + percent / 100;
        return new(percent, DrawnStitch.Of(laid, stretch, atRest), [.. laid.Threads.Select((_, i) => 100 * laid.Used(i, stretch, atRest))]);
    }
}
