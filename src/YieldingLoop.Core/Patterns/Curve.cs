namespace YieldingLoop.Core.Patterns;

/// <summary>A piece of an outline: its points by a parameter from 0 to 1.</summary>
public abstract record Curve
{
    /// <summary>Halvings of the parameter at most; past them a cusp is as good as met.</summary>
    private const int MostHalvings = 26;

    /// <summary>So long is a step along a curve of a pattern, mm; working value. Lengths do not hang on it.</summary>
    private protected const double StepMm = 2;

    /// <summary>Nodes and weights of Gauss and Legendre's rule of 8 points on −1…1, those above 0 (Abramowitz and Stegun, table 25.4; quoted from memory).</summary>
    private static readonly (double At, double Weight)[] Nodes =
    [
        (0.1834346424956498, 0.3626837833783620), (0.5255324099163290, 0.3137066458778873),
        (0.7966664774136267, 0.2223810344533745), (0.9602898564975363, 0.1012285362903763),
    ];

    /// <summary>Where it begins.</summary>
    public PlanePoint Start => At(0);

    /// <summary>Where it ends.</summary>
    public PlanePoint End => At(1);

    /// <summary>Into how many parts it is cut where it is followed point by point.</summary>
    public abstract int Steps { get; }

    /// <summary>A point of it.</summary>
    public abstract PlanePoint At(double t);

    /// <summary>How fast and where to the point goes, per unit of the parameter.</summary>
    public abstract PlanePoint Velocity(double t);

    /// <summary>The direction it goes in; also where the speed is 0.</summary>
    public abstract PlanePoint Direction(double t);

    /// <summary>The same moved, turned and stretched.</summary>
    public abstract Curve By(in Affine map);

    /// <summary>A part of it.</summary>
    public abstract Curve Part(double from, double to);

    /// <summary>Length along it between two parameters, in the unit of its points: the integral of the speed by Gauss and Legendre's rule, halved until both halves together agree with the whole to 1 in 10⁹.</summary>
    public virtual double Length(double from = 0, double to = 1)
    {
        var whole = Rule(from, to);
        return Halved(from, to, whole, 1e-9 * Math.Max(whole, 1e-12), MostHalvings);
    }

    private double Halved(double from, double to, double whole, double within, int left)
    {
        var middle = (from + to) / 2;
        var (first, second) = (Rule(from, middle), Rule(middle, to));
        return left == 0 || Math.Abs(first + second - whole) <= within ? first + second
            : Halved(from, middle, first, within / 2, left - 1) + Halved(middle, to, second, within / 2, left - 1);
    }

    private double Rule(double from, double to)
    {
        var (middle, half) = ((from + to) / 2, (to - from) / 2);
        var sum = 0.0;
        foreach (var (at, weight) in Nodes)
        {
            sum += weight * (Velocity(middle - (half * at)).Length + Velocity(middle + (half * at)).Length);
        }

        return sum * half;
    }
}

/// <summary>A straight line.</summary>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where it ends.</param>
public sealed record LineCurve(PlanePoint From, PlanePoint To) : Curve
{
    /// <inheritdoc/>
    public override int Steps => 1;

    /// <inheritdoc/>
    public override PlanePoint At(double t) => t == 1 ? To : PlanePoint.Between(From, To, t);

    /// <inheritdoc/>
    public override PlanePoint Velocity(double t) => To - From;

    /// <inheritdoc/>
    public override PlanePoint Direction(double t) => To - From;

    /// <inheritdoc/>
    public override Curve By(in Affine map) => new LineCurve(From.By(map), To.By(map));

    /// <inheritdoc/>
    public override Curve Part(double from, double to) => new LineCurve(At(from), At(to));

    /// <inheritdoc/>
    public override double Length(double from = 0, double to = 1) => (To - From).Length * (to - from);
}

/// <summary>A Bézier curve of third degree; one of second degree is one too.</summary>
/// <param name="P0">Where it begins.</param>
/// <param name="P1">First handle.</param>
/// <param name="P2">Second handle.</param>
/// <param name="P3">Where it ends.</param>
public sealed record CubicCurve(PlanePoint P0, PlanePoint P1, PlanePoint P2, PlanePoint P3) : Curve
{
    /// <inheritdoc/>
    public override int Steps => (int)Math.Clamp(((P1 - P0).Length + (P2 - P1).Length + (P3 - P2).Length) / StepMm, 8, 48);

    /// <summary>One of second degree.</summary>
    public static CubicCurve Quadratic(PlanePoint from, PlanePoint handle, PlanePoint to) => new(from, PlanePoint.Between(from, handle, 2 / 3.0), PlanePoint.Between(to, handle, 2 / 3.0), to);

    /// <inheritdoc/>
    public override PlanePoint At(double t)
    {
        if (t is 0 or 1)
        {
            return t == 0 ? P0 : P3;
        }

        var u = 1 - t;
        return (P0 * (u * u * u)) + (P1 * (3 * u * u * t)) + (P2 * (3 * u * t * t)) + (P3 * (t * t * t));
    }

    /// <inheritdoc/>
    public override PlanePoint Velocity(double t)
    {
        var u = 1 - t;
        return ((P1 - P0) * (3 * u * u)) + ((P2 - P1) * (6 * u * t)) + ((P3 - P2) * (3 * t * t));
    }

    /// <inheritdoc/>
    public override PlanePoint Direction(double t)
    {
        var size = (P1 - P0).Length + (P2 - P1).Length + (P3 - P2).Length;
        var here = Velocity(t);
        if (here.Length > 1e-9 * size)
        {
            return here;
        }

        // A handle that lies on its end says nothing of the direction; the next point does.
        return t < 0.5 ? new[] { P1 - P0, P2 - P0, P3 - P0 }.FirstOrDefault(v => v.Length > 1e-9 * size) : new[] { P3 - P2, P3 - P1, P3 - P0 }.FirstOrDefault(v => v.Length > 1e-9 * size);
    }

    /// <inheritdoc/>
    public override Curve By(in Affine map) => new CubicCurve(P0.By(map), P1.By(map), P2.By(map), P3.By(map));

    /// <inheritdoc/>
    public override Curve Part(double from, double to) => new CubicCurve(At(from), Blossom(from, from, to), Blossom(from, to, to), At(to));

    /// <summary>The curve's polar form, of which the handles of a part are values (de Casteljau).</summary>
    private PlanePoint Blossom(double a, double b, double c)
    {
        var (p, q, r) = (PlanePoint.Between(P0, P1, a), PlanePoint.Between(P1, P2, a), PlanePoint.Between(P2, P3, a));
        return PlanePoint.Between(PlanePoint.Between(p, q, b), PlanePoint.Between(q, r, b), c);
    }
}

/// <summary>A part of an ellipse, however it lies: centre + u·cos(angle) + v·sin(angle). An affine map makes another such part of it.</summary>
/// <param name="Centre">The centre.</param>
/// <param name="U">From the centre to where the angle is 0.</param>
/// <param name="V">From the centre to where the angle is a quarter turn.</param>
/// <param name="From">Angle at the beginning, radians.</param>
/// <param name="Sweep">How far the angle goes, radians; below 0 backwards.</param>
public sealed record ArcCurve(PlanePoint Centre, PlanePoint U, PlanePoint V, double From, double Sweep) : Curve
{
    /// <inheritdoc/>
    public override int Steps => Math.Max(8, (int)Math.Ceiling(Math.Abs(Sweep) / Math.Tau * 192));

    /// <summary>The part of an ellipse between two points as SVG's path command A gives it (SVG 2, implementation notes, conversion from end points to the centre; quoted from memory).</summary>
    /// <param name="from">Where it begins.</param>
    /// <param name="to">Where it ends.</param>
    /// <param name="radii">Half axes; made larger where they do not reach.</param>
    /// <param name="degrees">How far the first axis is turned.</param>
    /// <param name="large">Whether it is the larger part.</param>
    /// <param name="forward">Whether the angle grows.</param>
    public static Curve Between(PlanePoint from, PlanePoint to, PlanePoint radii, double degrees, bool large, bool forward)
    {
        var (rx, ry) = (Math.Abs(radii.X), Math.Abs(radii.Y));
        if (rx == 0 || ry == 0)
        {
            return new LineCurve(from, to);
        }

        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        var half = (from - to) * 0.5;
        var (x, y) = ((cos * half.X) + (sin * half.Y), (cos * half.Y) - (sin * half.X));
        var reach = ((x / rx) * (x / rx)) + ((y / ry) * (y / ry));
        if (reach > 1)
        {
            (rx, ry) = (rx * Math.Sqrt(reach), ry * Math.Sqrt(reach));
        }

        var past = Math.Sqrt(Math.Max(0, (1 / Math.Min(reach, 1)) - 1)) * (large == forward ? -1 : 1);
        var (cx, cy) = (past * rx * y / ry, -past * ry * x / rx);
        var centre = new PlanePoint((cos * cx) - (sin * cy), (sin * cx) + (cos * cy)) + ((from + to) * 0.5);
        var begin = new PlanePoint((x - cx) / rx, (y - cy) / ry);
        var sweep = PlanePoint.TurnBetween(begin, new((-x - cx) / rx, (-y - cy) / ry));
        sweep += forward && sweep < 0 ? Math.Tau : !forward && sweep > 0 ? -Math.Tau : 0;
        return new ArcCurve(centre, new PlanePoint(cos, sin) * rx, new PlanePoint(-sin, cos) * ry, begin.Angle, sweep);
    }

    /// <inheritdoc/>
    public override PlanePoint At(double t)
    {
        var (sin, cos) = Math.SinCos(From + (Sweep * t));
        return Centre + (U * cos) + (V * sin);
    }

    /// <inheritdoc/>
    public override PlanePoint Velocity(double t)
    {
        var (sin, cos) = Math.SinCos(From + (Sweep * t));
        return ((V * cos) - (U * sin)) * Sweep;
    }

    /// <inheritdoc/>
    public override PlanePoint Direction(double t) => Velocity(t);

    /// <inheritdoc/>
    public override Curve By(in Affine map) => new ArcCurve(Centre.By(map), U.DirectionBy(map), V.DirectionBy(map), From, Sweep);

    /// <inheritdoc/>
    public override Curve Part(double from, double to) => new ArcCurve(Centre, U, V, From + (Sweep * from), Sweep * (to - from));
}
