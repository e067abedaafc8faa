namespace YieldingLoop.Core.ThreadPaths;

/// <summary>Two threads that cross, seen from the face.</summary>
/// <param name="Over">The thread that lies nearer the face.</param>
/// <param name="OverPoint">Its point before the crossing.</param>
/// <param name="Under">The other thread.</param>
/// <param name="UnderPoint">Its point before the crossing.</param>
/// <param name="At">Where, between the two.</param>
/// <param name="ApartMm">How far apart they are through the cloth, 0 or more.</param>
public readonly record struct Crossing(int Over, int OverPoint, int Under, int UnderPoint, PathPoint At, double ApartMm)
{
    /// <summary>Two crossings nearer than this, mm, are one.</summary>
    private const double Same = 1e-6;

    /// <summary>What is left of a share that is 0 or 1.</summary>
    private const double Nearly = 1e-9;

    /// <summary>Every crossing of one repeat with itself and its neighbours, each once.</summary>
    /// <param name="stitch">The drawn stitch.</param>
    public static IReadOnlyList<Crossing> In(DrawnStitch stitch)
    {
        var found = new List<Crossing>();
        var reach = stitch.Threads.Select(t => (Low: t.Min(p => p.Along), High: t.Max(p => p.Along))).ToArray();
        for (var one = 0; one < stitch.Threads.Count; one++)
        {
            for (var other = one; other < stitch.Threads.Count; other++)
            {
                // As many repeats to either side as the two can reach each other over.
                int back = (int)Math.Floor((reach[one].Low - reach[other].High) / stitch.AdvanceMm), on = (int)Math.Ceiling((reach[one].High - reach[other].Low) / stitch.AdvanceMm);
                for (var repeat = one == other ? 0 : back; repeat <= on; repeat++)
                {
                    Find(stitch, one, other, repeat * stitch.AdvanceMm, found);
                }
            }
        }

        return found;
    }

    private static void Find(DrawnStitch stitch, int one, int other, double shift, List<Crossing> found)
    {
        PathPoint[] a = stitch.Threads[one], b = stitch.Threads[other];
        // Most pieces are nowhere near each other: whole arcs are looked at before their points.
        Box[] arcsOfOne = Box.Of(a, shift), arcsOfOther = Box.Of(b, 0);
        for (var i = 0; i < arcsOfOne.Length; i++)
        {
            for (var j = one == other && shift == 0 ? i : 0; j < arcsOfOther.Length; j++)
            {
                if (arcsOfOne[i].Touches(arcsOfOther[j]))
                {
                    FindIn(one, i * LaidPath.PointsPerKnot, a, other, j * LaidPath.PointsPerKnot, b, shift, found);
                }
            }
        }
    }

    private static void FindIn(int one, int from, PathPoint[] a, int other, int otherFrom, PathPoint[] b, double shift, List<Crossing> found)
    {
        for (var i = from; i < from + LaidPath.PointsPerKnot; i++)
        {
            var (start, end) = (a[i] with { Along = a[i].Along - shift }, a[i + 1] with { Along = a[i + 1].Along - shift });
            for (var j = otherFrom; j < otherFrom + LaidPath.PointsPerKnot; j++)
            {
                if (one == other && shift == 0 && j < i + 2)
                {
                    continue;
                }

                var (u, v) = Meet(start, end, b[j], b[j + 1]);
                if (u < 0)
                {
                    continue;
                }

                PathPoint first = PathPoint.Between(start, end, u), second = PathPoint.Between(b[j], b[j + 1], v);
                var apart = first.Through - second.Through;
                var at = PathPoint.Between(first, second, 0.5);
                var crossing = apart >= 0 ? new Crossing(one, i, other, j, at, apart) : new(other, j, one, i, at, -apart);
                // One that falls on a point is found with the lines on either side of it.
                if (found.Count == 0 || !found.Exists(f => f.Over == crossing.Over && f.Under == crossing.Under && f.At.To(at) < Same))
                {
                    found.Add(crossing);
                }
            }
        }
    }

    /// <summary>What an arc takes up, seen from the face.</summary>
    private readonly record struct Box(double West, double East, double Low, double High)
    {
        public static Box[] Of(PathPoint[] points, double shift)
        {
            var boxes = new Box[(points.Length - 1) / LaidPath.PointsPerKnot];
            for (var k = 0; k < boxes.Length; k++)
            {
                double west = double.MaxValue, east = double.MinValue, low = double.MaxValue, high = double.MinValue;
                for (var i = k * LaidPath.PointsPerKnot; i <= (k + 1) * LaidPath.PointsPerKnot; i++)
                {
                    (west, east) = (Math.Min(west, points[i].Along - shift), Math.Max(east, points[i].Along - shift));
                    (low, high) = (Math.Min(low, points[i].Across), Math.Max(high, points[i].Across));
                }

                boxes[k] = new(west, east, low, high);
            }

            return boxes;
        }

        public bool Touches(in Box other) => West <= other.East && other.West <= East && Low <= other.High && other.Low <= High;
    }

    /// <summary>Where on each of two lines they cross, seen from the face, as shares; below 0 where they do not.</summary>
    private static (double, double) Meet(PathPoint a, PathPoint b, PathPoint p, PathPoint q)
    {
        double rx = b.Along - a.Along, ry = b.Across - a.Across, sx = q.Along - p.Along, sy = q.Across - p.Across;
        var cross = rx * sy - ry * sx;
        if (Math.Abs(cross) < 1e-12)
        {
            return (-1, -1);
        }

        double dx = p.Along - a.Along, dy = p.Across - a.Across, u = (dx * sy - dy * sx) / cross, v = (dx * ry - dy * rx) / cross;
        return u is >= -Nearly and <= 1 + Nearly && v is >= -Nearly and <= 1 + Nearly ? (Math.Clamp(u, 0, 1), Math.Clamp(v, 0, 1)) : (-1, -1);
    }
}
