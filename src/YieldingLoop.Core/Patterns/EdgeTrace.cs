namespace YieldingLoop.Core.Patterns;

/// <summary>A line followed point by point: how far along, where, and in which direction, the turns added up.</summary>
internal sealed class EdgeTrace
{
    private readonly List<(double Along, PlanePoint At, PlanePoint Direction, double Turned)> points = [];

    /// <summary>Follows a line.</summary>
    /// <param name="curves">Its pieces, in order.</param>
    public EdgeTrace(IReadOnlyList<Curve> curves)
    {
        var (along, turned) = (0.0, 0.0);
        foreach (var curve in curves)
        {
            for (var k = 0; k <= curve.Steps; k++)
            {
                var t = (double)k / curve.Steps;
                along += k == 0 ? 0 : curve.Length((double)(k - 1) / curve.Steps, t);
                var direction = curve.Direction(t);
                turned += points.Count == 0 ? 0 : PlanePoint.TurnBetween(points[^1].Direction, direction);
                points.Add((along, curve.At(t), direction, turned));
            }
        }
    }

    /// <summary>Its points in order; where one piece ends and the next begins there are two.</summary>
    public IReadOnlyList<(double Along, PlanePoint At, PlanePoint Direction, double Turned)> Points => points;

    /// <summary>Its length.</summary>
    public double Length => points[^1].Along;

    /// <summary>How far its direction turns from beginning to end, radians.</summary>
    public double Turned => points[^1].Turned;

    /// <summary>Area it runs round, where it is closed: above 0 where it goes from x towards y.</summary>
    public double Area => points.Zip(points.Skip(1), (a, b) => PlanePoint.Cross(a.At - points[0].At, b.At - points[0].At)).Sum() / 2;

    /// <summary>The place on it that is nearest to a point.</summary>
    /// <returns>How far along it is and how far away.</returns>
    public (double Along, double Away) Nearest(PlanePoint point)
    {
        var (best, at) = (double.MaxValue, 0.0);
        for (var i = 1; i < points.Count; i++)
        {
            var (from, way) = (points[i - 1], points[i].At - points[i - 1].At);
            var square = PlanePoint.Dot(way, way);
            var part = square == 0 ? 0 : Math.Clamp(PlanePoint.Dot(point - from.At, way) / square, 0, 1);
            var away = (point - (from.At + (way * part))).Length;
            if (away < best)
            {
                (best, at) = (away, from.Along + ((points[i].Along - from.Along) * part));
            }
        }

        return (at, best);
    }

    /// <summary>The point so far along it.</summary>
    public PlanePoint At(double along)
    {
        var (from, to) = Step(along);
        return PlanePoint.Between(from.At, to.At, to.Along == from.Along ? 0 : (along - from.Along) / (to.Along - from.Along));
    }

    /// <summary>The direction so far along it.</summary>
    public PlanePoint DirectionAt(double along) => Step(along).From.Direction;

    /// <summary>How far its direction has turned so far along it, radians.</summary>
    public double TurnedAt(double along)
    {
        if (along <= 0 || along >= Length)
        {
            return along <= 0 ? 0 : Turned;
        }

        var (from, to) = Step(along);
        return from.Turned + (to.Along == from.Along ? 0 : (to.Turned - from.Turned) * (along - from.Along) / (to.Along - from.Along));
    }

    /// <summary>The two points a place lies between.</summary>
    private ((double Along, PlanePoint At, PlanePoint Direction, double Turned) From, (double Along, PlanePoint At, PlanePoint Direction, double Turned) To) Step(double along)
    {
        var i = 1;
        while (i < points.Count - 1 && points[i].Along < along)
        {
            i++;
        }

        return (points[i - 1], points[i]);
    }
}
