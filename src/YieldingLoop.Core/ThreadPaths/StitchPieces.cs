using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>A stitch at rest, taken apart so that it can be drawn.</summary>
/// <param name="Stitch">Its threads as paths.</param>
/// <param name="Threads">Where each runs and what it is, in the same order.</param>
/// <param name="Strands">The pieces to draw, in no order.</param>
public sealed record StitchPieces(DrawnStitch Stitch, IReadOnlyList<LaidThread> Threads, IReadOnlyList<Strand> Strands)
{
    /// <summary>Takes a stitch apart.</summary>
    /// <param name="stitch">The stitch.</param>
    /// <param name="threads">Where each thread runs and what it is.</param>
    public static StitchPieces Of(DrawnStitch stitch, IReadOnlyList<LaidThread> threads) => new(stitch, threads, Strand.Of([stitch]));
}
