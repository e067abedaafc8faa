using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>Seams to draw: the named uses, and random ones within what machines sew.</summary>
internal static class PulledSeams
{
    /// <summary>A seam in two layers of a knit, with a need.</summary>
    public static SeamCase Case(SeamGeometry geometry, LaidThread[] threads) => new()
    {
        Geometry = geometry,
        Threads = [.. threads.Select(t => new SetThread(t, 0))],
        Cloth = new SeamCloth { StretchAlongPercent = 70, HighestStretchPercent = 90, AreaDensityGsm = 220 },
        Plies = 2,
        NeedPercent = 45,
    };

    /// <summary>At rest, and at twenty stretches from where the stretched state is reached: 10 %, or the first pop where that is earlier.</summary>
    public static IEnumerable<DrawnStitch> AtManyStretches(SeamGeometry geometry, LaidThread[] threads)
    {
        yield return DrawnStitch.Rest(geometry, threads);
        var from = 1 + Math.Min(PullFrames.RestPassesPercent, SeamModel.Evaluate(geometry, threads, new ThreadReading[SeamModel.MostThreads]).YieldPercent) / 100;
        for (var i = 0; i < 20; i++)
        {
            yield return DrawnStitch.Pulled(geometry, threads, from + i * 0.1);
        }
    }

    /// <summary>A random seam as a household machine could be set to it: the loops reach past the needles, thickness and widths are those of knits.</summary>
    public static (SeamGeometry Geometry, LaidThread[] Threads) Random(Stitch stitch, Random random)
    {
        double Between(double low, double high) => low + (high - low) * random.NextDouble();
        var gauge = stitch.Family switch { StitchFamily.Cover => Between(2.5, 6.5), StitchFamily.TwinNeedle => Between(2.5, 4), _ => Between(1.8, 2.5) };
        var loop = stitch.Needles > 1 ? gauge + Between(3.6, 5) : Between(4, 7.5);
        var geometry = new SeamGeometry(stitch, Between(1.5, stitch.Needles > 1 ? 3 : 4), Between(0.4, 1.6))
        {
            ZigzagWidthMm = Between(1, 6), GaugeMm = gauge, LoopWidthMm = loop, BiteMm = loop + Between(-1, 1),
        };
        var positions = (stitch.Family == StitchFamily.Cover && stitch.Needles == 2 ? [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] : stitch.NeedlePositions.Take(stitch.Needles)).Concat(stitch.OtherPositions);
        var threads = positions.Select(p => new LaidThread(
            p, p.IsNeedle() ? ThreadCatalogue.Find("spun-polyester")! : ThreadCatalogue.Kinds[random.Next(ThreadCatalogue.Kinds.Count - 1)],
            p.NeutralTensionCentinewtons() * Math.Exp(Between(-0.7, 0.7))));
        return (geometry, [.. threads]);
    }

    /// <summary>What is sent of a point: thousandths of a millimetre.</summary>
    public static PathPoint Sent(PathPoint point) => new(Math.Round(point.Along, 3), Math.Round(point.Across, 3), Math.Round(point.Through, 3));

    /// <summary>The length of a line of points, worked out here once more.</summary>
    public static double Length(IReadOnlyList<PathPoint> points) =>
        Enumerable.Range(1, points.Count - 1).Sum(i => Math.Sqrt(
            Math.Pow(points[i].Along - points[i - 1].Along, 2) + Math.Pow(points[i].Across - points[i - 1].Across, 2) + Math.Pow(points[i].Through - points[i - 1].Through, 2)));
}
