namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// Lays a thread along its knots with exactly the length it has: a thread with length to spare bows, a tight one runs straight,
/// and one that is tighter than its knots cuts their corners.
/// </summary>
internal static class LaidPath
{
    /// <summary>Points a thread takes round each knot.</summary>
    public const int PointsPerKnot = 3;

    /// <summary>How far the free knots of the tightest thread draw in to the line between their neighbours.</summary>
    private const double DrawsIn = 0.85;

    /// <summary>The widest bow that is looked at, in units of the knots' own.</summary>
    private const double WidestBow = 64;

    /// <summary>Share of its length by which a laid thread may be off.</summary>
    private const double NearEnough = 5e-4;

    private const int MostSteps = 40;

    /// <summary>The points of one repeat, the first of the next repeat as the last of them.</summary>
    /// <param name="knots">The knots of one repeat.</param>
    /// <param name="advance">From one repeat to the next, mm along the seam.</param>
    /// <param name="length">How long the thread of one repeat is to be, mm.</param>
    public static PathPoint[] Lay(IReadOnlyList<Knot> knots, double advance, double length)
    {
        var moved = new PathPoint[knots.Count];
        var points = new PathPoint[knots.Count * PointsPerKnot + 1];
        double At(double bow)
        {
            Move(knots, advance, bow, moved);
            Round(moved, advance, points);
            return LengthOf(points);
        }

        double low = 0, lowLength = At(0), high = 0, highLength = lowLength;
        if (lowLength > length)
        {
            (low, lowLength) = (-1, At(-1));
        }
        else
        {
            high = 1;
            while ((highLength = At(high)) < length && high < WidestBow)
            {
                (low, lowLength, high) = (high, highLength, high * 2);
            }
        }

        Find(At, length, (low, lowLength), (high, highLength));
        return points;
    }

    /// <summary>Regula falsi, halving the end that stays (Illinois): the length grows with the bow, but not evenly.</summary>
    private static void Find(Func<double, double> lengthAt, double length, (double Bow, double Length) low, (double Bow, double Length) high)
    {
        double below = low.Length - length, above = high.Length - length;
        if (below >= 0 || above <= 0)
        {
            lengthAt(below >= 0 ? low.Bow : high.Bow);
            return;
        }

        for (var i = 0; i < MostSteps; i++)
        {
            var bow = high.Bow - above * (high.Bow - low.Bow) / (above - below);
            var off = lengthAt(bow) - length;
            if (Math.Abs(off) < NearEnough * length)
            {
                return;
            }

            if (off < 0)
            {
                (low.Bow, below, above) = (bow, off, above / 2);
            }
            else
            {
                (high.Bow, above, below) = (bow, off, below / 2);
            }
        }
    }

    /// <summary>The points of one repeat of a thread that runs straight.</summary>
    /// <param name="knots">The knots of one repeat.</param>
    /// <param name="advance">From one repeat to the next, mm along the seam.</param>
    public static PathPoint[] Straight(IReadOnlyList<Knot> knots, double advance)
    {
        var points = new PathPoint[knots.Count * PointsPerKnot + 1];
        Round([.. knots.Select(k => k.At)], advance, points);
        return points;
    }

    /// <summary>The length of a line of points, mm.</summary>
    public static double LengthOf(ReadOnlySpan<PathPoint> points)
    {
        double length = 0;
        for (var i = 1; i < points.Length; i++)
        {
            length += points[i - 1].To(points[i]);
        }

        return length;
    }

    private static void Move(IReadOnlyList<Knot> knots, double advance, double bow, PathPoint[] moved)
    {
        var n = knots.Count;
        for (var i = 0; i < n; i++)
        {
            var (at, way, keeps, sink) = knots[i];
            if (bow >= 0)
            {
                double sunk = Math.Min(bow, 1), bowed = Math.Max(0, bow - 1);
                moved[i] = new(
                    at.Along + sunk * sink.Along + bowed * way.Along,
                    at.Across + sunk * sink.Across + bowed * way.Across,
                    at.Through + sunk * sink.Through + bowed * way.Through);
                continue;
            }

            if (keeps == Keeps.Place)
            {
                moved[i] = at;
                continue;
            }

            PathPoint before = knots[(i + n - 1) % n].At, after = knots[(i + 1) % n].At;
            before = i == 0 ? before with { Along = before.Along - advance } : before;
            after = i == n - 1 ? after with { Along = after.Along + advance } : after;
            moved[i] = PathPoint.Between(at, PathPoint.Between(before, after, 0.5), -bow * DrawsIn);
            if (keeps == Keeps.Depth)
            {
                moved[i] = moved[i] with { Through = at.Through };
            }
        }
    }

    /// <summary>Rounds the knots: a quadratic B-spline, which touches the line between two knots in its middle and never leaves their hull.</summary>
    private static void Round(PathPoint[] knots, double advance, PathPoint[] points)
    {
        var n = knots.Length;
        for (var i = 0; i < n; i++)
        {
            var before = i == 0 ? knots[n - 1] with { Along = knots[n - 1].Along - advance } : knots[i - 1];
            var after = i == n - 1 ? knots[0] with { Along = knots[0].Along + advance } : knots[i + 1];
            PathPoint here = knots[i], from = PathPoint.Between(before, here, 0.5), to = PathPoint.Between(here, after, 0.5);
            for (var j = 0; j < PointsPerKnot; j++)
            {
                var u = (double)j / PointsPerKnot;
                points[i * PointsPerKnot + j] = PathPoint.Between(PathPoint.Between(from, here, u), PathPoint.Between(here, to, u), u);
            }
        }

        points[^1] = points[0] with { Along = points[0].Along + advance };
    }
}
