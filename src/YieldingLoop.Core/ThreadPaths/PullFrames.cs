using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>A thread that pops while the seam is pulled.</summary>
/// <param name="Thread">Which.</param>
/// <param name="Position">Where it runs.</param>
/// <param name="StretchPercent">At what stretch, %.</param>
public readonly record struct PullPop(int Thread, ThreadPosition Position, double StretchPercent);

/// <summary>A seam pulled along itself, frame by frame: what is drawn between two frames lies between them.</summary>
public sealed record PullFrames
{
    /// <summary>Most frames of one seam.</summary>
    public const int Most = 60;

    /// <summary>How many evenly spaced ones there are between rest and end, beside those of pops and marks.</summary>
    private const int Evenly = 32;

    /// <summary>By what stretch, %, the rest has passed into the stretched state, where no thread pops before.</summary>
    public const double RestPassesPercent = 10;

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

    /// <summary>What the wearer asks, %; null where nobody said.</summary>
    public double? NeedPercent { get; init; }

    /// <summary>What is required of the seam, %; null where nobody said.</summary>
    public double? RequiredPercent { get; init; }

    /// <summary>The cloth's own stretch along the seam, %; null where it is not known.</summary>
    public double? ClothPercent { get; init; }

    /// <summary>How far the handle goes, %.</summary>
    public required double EndPercent { get; init; }

    /// <summary>The model's figures of the seam.</summary>
    public required SeamReading Reading { get; init; }

    /// <summary>Draws the frames of a seam.</summary>
    /// <param name="seam">The case; its figures are taken as valid.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static PullFrames Of(SeamCase seam)
    {
        var laid = new LaidSeam(seam.Geometry, [.. seam.Threads.Select(t => t.Laid)]);
        double? cloth = seam.Cloth?.StretchAlongPercent, required = seam.NeedPercent is { } need ? Need.Required(need, cloth) : null;
        var first = laid.Reading.FirstToPop is null ? (double?)null : laid.Reading.YieldPercent;
        var end = Math.Max(ShortestPercent, Beyond * Math.Max(Math.Max(required ?? 0, cloth ?? 0), first ?? 0));
        PullPop[] pops =
        [
            .. laid.Readings.Select((r, i) => new PullPop(i, r.Position, r.PopStretchPercent)).Where(p => p.StretchPercent <= end && p.StretchPercent < SeamModel.BeyondReachPercent)
                .OrderBy(p => p.StretchPercent).ThenBy(p => p.Position),
        ];
        var stretched = Math.Min(RestPassesPercent, first ?? RestPassesPercent);
        double[] stretches =
        [
            .. new[] { stretched, end }
                .Concat(pops.Select(p => p.StretchPercent))
                .Concat(new[] { seam.NeedPercent, required, cloth }.OfType<double>().Where(p => p > stretched && p < end))
                .Concat(Enumerable.Range(1, Evenly).Select(i => stretched + (end - stretched) * i / (Evenly + 1)))
                .Distinct().Order(),
        ];
        IReadOnlyList<PullFrame> frames = [Frame(laid, 0, true), .. stretches.Select(p => Frame(laid, p, false))];
        return new()
        {
            Frames = frames,
            Strands = Strand.Of([.. frames.Where((_, i) => i < 2 || i % 4 == 0).Select(f => f.Stitch)]),
            Pops = pops,
            NeedPercent = seam.NeedPercent,
            RequiredPercent = required,
            ClothPercent = cloth,
            EndPercent = end,
            Reading = laid.Reading,
        };
    }

    private static PullFrame Frame(LaidSeam laid, double percent, bool atRest)
    {
        var stretch = 1 + percent / 100;
        return new(percent, DrawnStitch.Of(laid, stretch, atRest), [.. laid.Threads.Select((_, i) => 100 * laid.Used(i, stretch, atRest))]);
    }
}
