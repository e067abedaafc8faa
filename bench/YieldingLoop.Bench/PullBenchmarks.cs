using BenchmarkDotNet.Attributes;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Bench;

/// <summary>The frames of a pulled seam, for the stitch with the fewest points, the usual four threads, and the one with the most points.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class PullBenchmarks
{
    private readonly SeamCase straight = Case(StitchCatalogue.Lockstitch), overlock = Case(StitchCatalogue.FourThreadOveredge), cover = Case(StitchCatalogue.ThreeNeedleTopCover), honeycomb = Case(StitchCatalogue.Honeycomb);

    private static SeamCase Case(Stitch stitch) => new()
    {
        Geometry = new SeamGeometry(stitch, 2.5, 0.8) { ZigzagWidthMm = 4.5, GaugeMm = stitch.Family == StitchFamily.Cover ? 5.6 : 2.2, LoopWidthMm = 7, BiteMm = 7 },
        Threads = [.. stitch.NeedlePositions.Take(stitch.Needles).Concat(stitch.OtherPositions).Select(p => new SetThread(new LaidThread(p, ThreadCatalogue.SpunPolyester, p.NeutralTensionCentinewtons()), 0))],
        Cloth = new SeamCloth { StretchAlongPercent = 70, HighestStretchPercent = 90, AreaDensityGsm = 220 },
        NeedPercent = 45,
    };

    /// <summary>One stitch at one stretch, four threads.</summary>
    [Benchmark]
    public double OneFrame514() => DrawnStitch.Pulled(overlock.Geometry, [.. overlock.Threads.Select(t => t.Laid)], 1.4).AdvanceMm;

    /// <summary>All frames of 301.</summary>
    [Benchmark]
    public int Frames301() => PullFrames.Of(straight).Frames.Count;

    /// <summary>All frames of 514.</summary>
    [Benchmark]
    public int Frames514() => PullFrames.Of(overlock).Frames.Count;

    /// <summary>All frames of 605.</summary>
    [Benchmark]
    public int Frames605() => PullFrames.Of(cover).Frames.Count;

    /// <summary>All frames of honeycomb, which takes four stitches to begin again.</summary>
    [Benchmark]
    public int FramesHoneycomb() => PullFrames.Of(honeycomb).Frames.Count;

    /// <summary>What the page draws before script asks for the frames.</summary>
    [Benchmark]
    public int Sketch514() => PullFrames.Sketch(overlock).Frames.Count;
}
