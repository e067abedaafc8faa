namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// The two ends of a thread that popped: as they lay the moment before, and sprung back. Both have the same number of points,
/// so that whatever lies between can be drawn. How far an end springs back and how it curls are made for the picture.
/// </summary>
/// <param name="Taut">The ends before, first the one that comes, then the one that goes on.</param>
/// <param name="SprungBack">The same ends after.</param>
public sealed record ThreadBreak(IReadOnlyList<PathPoint[]> Taut, IReadOnlyList<PathPoint[]> SprungBack)
{
    /// <summary>Points of one end.</summary>
    public const int Points = 26;

    /// <summary>Points that stay along the thread; the others curl.</summary>
    private const int Along = 12;

    /// <summary>Share of an end's length that stays where it lay.</summary>
    private const double Stays = 0.45;

    /// <summary>Radius of the curl where it begins, mm.</summary>
    private const double CurlMm = 0.38;

    /// <summary>How far round it curls, radians.</summary>
    private const double Curls = 2.6 * Math.PI;

    /// <summary>Breaks one repeat of a thread where it is seen best: highest above the face, or else lowest under the back.</summary>
    /// <param name="points">The points of the repeat.</param>
    public static ThreadBreak Of(IReadOnlyList<PathPoint> points)
    {
        var at = points.Count / 2;
        var onFace = points.Max(p => p.Through) >= -points.Min(p => p.Through);
        for (var i = points.Count / 4; i < 3 * points.Count / 4; i++)
        {
            if (onFace ? points[i].Through > points[at].Through : points[i].Through < points[at].Through)
            {
                at = i;
            }
        }

        PathPoint[] before = [.. points.Take(at + 1)], after = [.. points.Skip(at).Reverse()];
        return new([Spread(before, 1, Points), Spread(after, 1, Points)], [SpringBack(before, onFace), SpringBack(after, onFace)]);
    }

    private static PathPoint[] SpringBack(PathPoint[] end, bool onFace)
    {
        var stays = Spread(end, Stays, Along);
        PathPoint last = stays[^1], previous = stays[^2];
        double dx = last.Along - previous.Along, dy = last.Across - previous.Across, length = Math.Max(1e-9, Math.Sqrt(dx * dx + dy * dy));
        (dx, dy) = (dx / length, dy / length);
        var curl = Enumerable.Range(1, Points - Along).Select(i =>
        {
            var share = (double)i / (Points - Along);
            double turned = Curls * share, radius = CurlMm * (1 - 0.65 * share);
            double forward = radius * Math.Sin(turned), aside = CurlMm - radius * Math.Cos(turned);
            return new PathPoint(last.Along + forward * dx - aside * dy, last.Across + forward * dy + aside * dx, last.Through + (onFace ? 1 : -1) * 0.25 * share);
        });
        return [.. stays, .. curl];
    }

    /// <summary>So many points, evenly along the first share of a line.</summary>
    private static PathPoint[] Spread(PathPoint[] line, double share, int count)
    {
        var whole = LaidPath.LengthOf(line) * share;
        var spread = new PathPoint[count];
        double gone = 0;
        var i = 0;
        for (var k = 0; k < count; k++)
        {
            var wanted = whole * k / (count - 1);
            while (i + 2 < line.Length && gone + line[i].To(line[i + 1]) < wanted)
            {
                gone += line[i].To(line[i + 1]);
                i++;
            }

            var step = line[i].To(line[i + 1]);
            spread[k] = PathPoint.Between(line[i], line[i + 1], step <= 0 ? 0 : Math.Min(1, (wanted - gone) / step));
        }

        return spread;
    }
}
