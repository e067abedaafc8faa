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
    /// <summary>Every crossing of one repeat with itself and its neighbours, each once.</summary>
    /// <param name="stitch">The drawn stitch.</param>
    public static IReadOnlyList<Crossing> In(DrawnStitch stitch)
    {
        var found = new List<Crossing>();
        for (var one = 0; one < stitch.Threads.Count; one++)
        {
            for (var other = one; other < stitch.Threads.Count; other++)
            {
                for (var repeat = one == other ? 0 : -3; repeat <= 3; repeat++)
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
        for (var i = 0; i + 1 < a.Length; i++)
        {
            double low = Math.Min(a[i].Along, a[i + 1].Along) - shift, high = Math.Max(a[i].Along, a[i + 1].Along) - shift;
            for (var j = one == other && shift == 0 ? i + 2 : 0; j + 1 < b.Length; j++)
            {
                if (Math.Max(b[j].Along, b[j + 1].Along) < low || Math.Min(b[j].Along, b[j + 1].Along) > high)
                {
                    continue;
                }

                var (p, q) = (b[j] with { Along = b[j].Along + shift }, b[j + 1] with { Along = b[j + 1].Along + shift });
                var (u, v) = Meet(a[i], a[i + 1], p, q);
                if (u < 0)
                {
                    continue;
                }

                PathPoint first = PathPoint.Between(a[i], a[i + 1], u), second = PathPoint.Between(p, q, v);
                var apart = first.Through - second.Through;
                var at = PathPoint.Between(first, second, 0.5);
                found.Add(apart >= 0 ? new(one, i, other, j, at, apart) : new(other, j, one, i, at, -apart));
            }
        }
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
        return u is >= 0 and < 1 && v is >= 0 and < 1 ? (u, v) : (-1, -1);
    }
}
