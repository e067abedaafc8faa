namespace YieldingLoop.Core.ThreadPaths;

/// <summary>The knots of every thread of one repeat of a stitch.</summary>
/// <param name="StitchesPerRepeat">After how many stitches the picture begins again: a zigzag has a zig and a zag.</param>
/// <param name="Threads">The knots of each thread, in the order of the threads.</param>
internal sealed record StitchKnots(int StitchesPerRepeat, IReadOnlyList<Knot>[] Threads)
{
    /// <summary>Where the loops end that the meeting line is counted from across; 0 where there is none.</summary>
    public double MeetingFrom { get; init; }

    /// <summary>The knots of a stitch at one stretch.</summary>
    public static StitchKnots Of(StitchMeasures m) => m.Stitch.Family switch
    {
        Stitches.StitchFamily.Lockstitch or Stitches.StitchFamily.Zigzag => LockstitchKnots.Of(m),
        Stitches.StitchFamily.TwinNeedle => RowKnots.Twin(m),
        Stitches.StitchFamily.Chain => RowKnots.Chain(m),
        Stitches.StitchFamily.Cover => RowKnots.Cover(m),
        _ => OveredgeKnots.Of(m),
    };
}
