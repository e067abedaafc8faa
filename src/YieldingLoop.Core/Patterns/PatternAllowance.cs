using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>The seam line of a piece that was drawn with its allowance: parallel to its edge, so far inside, from where it meets the next seam line to where it meets the one before.</summary>
public static class PatternAllowance
{
    /// <summary>Codes of why a seam line cannot be found.</summary>
    public const string Open = "allowance-open", TooWide = "allowance-too-wide", Meets = "allowance-meets";

    /// <summary>Below this sine of a corner's angle two seam lines of different allowance do not meet.</summary>
    private const double LeastSine = 0.1;

    /// <summary>Length of an edge's seam line.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="edge">Number of the edge.</param>
    /// <param name="allowance">The allowance of each edge of the piece, mm; 0 at a fold.</param>
    /// <returns>Its length, mm; or the code of why there is none.</returns>
    /// <remarks>A line parallel at a distance a is shorter by a times the angle it turns towards its inside (Steiner). At a corner that turns by τ towards the inside it begins where both parallels cross; where the corner turns outward both go on straight until they meet, by (b − a·cos τ)/sin τ.</remarks>
    public static (double? LengthMm, Finding? Why) Inset(PatternPiece piece, int edge, Func<int, double> allowance)
    {
        var (own, count) = (allowance(edge), piece.Edges.Count);
        var trace = piece.Edges[edge].Trace;
        if (Enumerable.Range(0, count).All(i => allowance(i) == 0))
        {
            return (piece.Edges[edge].LengthMm, null);
        }

        var inside = piece.Inside;
        if (inside == 0)
        {
            return (null, new(Open));
        }

        var (from, to) = (0.0, trace.Length);
        if (count > 1 || Math.Abs(PlanePoint.TurnBetween(trace.Points[^1].Direction, trace.Points[0].Direction)) > 1e-3)
        {
            var (last, next) = ((edge + count - 1) % count, (edge + 1) % count);
            var begins = Corner(piece.Edges[last].Trace, allowance(last), trace, own, inside);
            var ends = Corner(trace, own, piece.Edges[next].Trace, allowance(next), inside);
            if (begins is null || ends is null)
            {
                return (null, new Finding(Meets).With("allowanceMm", own));
            }

            (from, to) = (begins.Value.After, trace.Length - ends.Value.Before);
        }

        var within = trace.Points.Where(p => p.Along > from && p.Along < to).ToList();
        if (to <= from || Folds(within, own * inside))
        {
            return (null, new Finding(TooWide).With("allowanceMm", own));
        }

        return (to - from - (own * inside * (trace.TurnedAt(to) - trace.TurnedAt(from))), null);
    }

    /// <summary>How much of the edge before a corner, and of the one after it, the seam line leaves out.</summary>
    private static (double Before, double After)? Corner(EdgeTrace before, double b, EdgeTrace after, double a, int inside)
    {
        var turn = inside * PlanePoint.TurnBetween(before.Points[^1].Direction, after.Points[0].Direction);
        var (sin, cos) = Math.SinCos(turn);
        if (a == b && Math.Abs(turn) < 1e-3)
        {
            return (0, 0);
        }

        if (Math.Abs(sin) < LeastSine && a != b)
        {
            return null;
        }

        return turn < 0 ? ((a - (b * cos)) / sin, (b - (a * cos)) / sin) : Crossing(before, b * inside, after, a * inside);
    }

    /// <summary>Where two parallels cross, seen from the corner.</summary>
    private static (double Before, double After)? Crossing(EdgeTrace before, double b, EdgeTrace after, double a)
    {
        (double Before, double After)? best = null;
        var most = double.MaxValue;
        // From the corner on, so that what is too far is not looked at.
        for (var i = before.Points.Count - 1; i > 0 && before.Length - before.Points[i].Along < most; i--)
        {
            var (p, q) = (Beside(before.Points[i - 1], b), Beside(before.Points[i], b));
            for (var j = 1; j < after.Points.Count && before.Length - before.Points[i].Along + after.Points[j - 1].Along < most; j++)
            {
                var (r, s) = (Beside(after.Points[j - 1], a), Beside(after.Points[j], a));
                var across = PlanePoint.Cross(q - p, s - r);
                if (across == 0)
                {
                    continue;
                }

                var (u, v) = (PlanePoint.Cross(r - p, s - r) / across, PlanePoint.Cross(r - p, q - p) / across);
                if (u is < -1e-9 or > 1 + 1e-9 || v is < -1e-9 or > 1 + 1e-9)
                {
                    continue;
                }

                var first = before.Length - (before.Points[i - 1].Along + ((before.Points[i].Along - before.Points[i - 1].Along) * u));
                var second = after.Points[j - 1].Along + ((after.Points[j].Along - after.Points[j - 1].Along) * v);
                if (first + second < most)
                {
                    (best, most) = ((first, second), first + second);
                }
            }
        }

        return best;
    }

    private static PlanePoint Beside((double Along, PlanePoint At, PlanePoint Direction, double Turned) point, double aside) => point.At + (point.Direction.Turned * (aside / point.Direction.Length));

    /// <summary>Whether the parallel runs backwards somewhere: the allowance is wider than the curve is round.</summary>
    private static bool Folds(List<(double Along, PlanePoint At, PlanePoint Direction, double Turned)> points, double aside)
    {
        for (var i = 1; i < points.Count; i++)
        {
            var (along, turned) = (points[i].Along - points[i - 1].Along, points[i].Turned - points[i - 1].Turned);
            if (along > 1e-9 && aside * turned > along)
            {
                return true;
            }
        }

        return false;
    }
}
