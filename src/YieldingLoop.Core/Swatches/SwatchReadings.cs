using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Swatches;

/// <summary>Which way a sewn strip leaves the machine.</summary>
public enum Curl
{
    /// <summary>Straight.</summary>
    Flat,

    /// <summary>It curves to the left.</summary>
    Left,

    /// <summary>It curves to the right.</summary>
    Right,
}

/// <summary>How a seam of several rows lies between them, by eye and finger.</summary>
public enum Ridge
{
    /// <summary>Flat.</summary>
    Flat,

    /// <summary>A slight ridge.</summary>
    Slight,

    /// <summary>A ridge: it tunnels.</summary>
    Ridge,
}

/// <summary>What was read on a swatch. What is null was not read.</summary>
public sealed record SwatchReadings
{
    /// <summary>Where the loopers meet, mm, above 0 on the face.</summary>
    public double? MeetingLineMm { get; init; }

    /// <summary>How far the seam opens when it is pulled apart crosswise, mm.</summary>
    public double? GapMm { get; init; }

    /// <summary>Loops past the edge, mm; below 0 the edge is rolled in.</summary>
    public double? OverhangMm { get; init; }

    /// <summary>How much longer the strip became in sewing, %.</summary>
    public double? GrowthPercent { get; init; }

    /// <summary>How much longer it lies than an unsewn strip that was as long, %.</summary>
    public double? BesideUnsewnPercent { get; init; }

    /// <summary>Which way it leaves the machine.</summary>
    public Curl? CurlsTo { get; init; }

    /// <summary>Tunnelling index.</summary>
    public double? TunnellingIndex { get; init; }

    /// <summary>How it lies between its rows, where no index was read.</summary>
    public Ridge? Ridge { get; init; }

    /// <summary>Share of the face that the thread covers.</summary>
    public double? CoverFace { get; init; }

    /// <summary>Share of the back.</summary>
    public double? CoverBack { get; init; }

    /// <summary>Skipped stitches.</summary>
    public int? Skips { get; init; }

    /// <summary>Stitches that were looked over.</summary>
    public int? Stitches { get; init; }

    /// <summary>The stitch at which the first was skipped.</summary>
    public int? FirstSkipAt { get; init; }

    /// <summary>Skipped stitches by the row they were in.</summary>
    public IReadOnlyDictionary<ThreadPosition, int>? SkipsByPosition { get; init; }

    /// <summary>The thread that broke in sewing; a swatch that broke has no other readings.</summary>
    public ThreadPosition? BrokeAt { get; init; }

    /// <summary>After how many stitches.</summary>
    public int? BrokeAfterStitches { get; init; }

    /// <summary>The thread that popped when it was pulled along.</summary>
    public ThreadPosition? PoppedAt { get; init; }

    /// <summary>At what stretch, %.</summary>
    public double? PoppedAtPercent { get; init; }

    /// <summary>How far it was pulled without anything popping, %.</summary>
    public double? HeldToPercent { get; init; }

    /// <summary>How far each needle's own loop opens, mm.</summary>
    public IReadOnlyDictionary<ThreadPosition, double>? NeedleLoopMm { get; init; }

    /// <summary>Whether threads show when the seam is opened.</summary>
    public bool? ThreadsShow { get; init; }

    /// <summary>Whether the raw edge is caught all along.</summary>
    public bool? RawEdgeCaught { get; init; }

    /// <summary>Whether the rows are even and parallel.</summary>
    public bool? RowsParallel { get; init; }

    /// <summary>Whether the upper thread comes right round the edge.</summary>
    public bool? Wrapped { get; init; }

    /// <summary>Whether anything was read.</summary>
    public bool Any => this != Nothing;

    /// <summary>Nothing read.</summary>
    public static SwatchReadings Nothing { get; } = new();
}
