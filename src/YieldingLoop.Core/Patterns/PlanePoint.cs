namespace YieldingLoop.Core.Patterns;

/// <summary>A point of a flat drawing, or the way from one to another; y grows downward, as in the file.</summary>
/// <param name="X">To the right.</param>
/// <param name="Y">Downward.</param>
public readonly record struct PlanePoint(double X, double Y)
{
    /// <summary>How far it is from the origin.</summary>
    public double Length => Math.Sqrt((X * X) + (Y * Y));

    /// <summary>Its direction, radians.</summary>
    public double Angle => Math.Atan2(Y, X);

    /// <summary>The same turned by a right angle, from x towards y.</summary>
    public PlanePoint Turned => new(-Y, X);

    /// <summary>One way after the other.</summary>
    public static PlanePoint operator +(PlanePoint a, PlanePoint b) => new(a.X + b.X, a.Y + b.Y);

    /// <summary>The way from the second to the first.</summary>
    public static PlanePoint operator -(PlanePoint a, PlanePoint b) => new(a.X - b.X, a.Y - b.Y);

    /// <summary>So many times as far.</summary>
    public static PlanePoint operator *(PlanePoint a, double times) => new(a.X * times, a.Y * times);

    /// <summary>Inner product.</summary>
    public static double Dot(PlanePoint a, PlanePoint b) => (a.X * b.X) + (a.Y * b.Y);

    /// <summary>The z of the cross product: above 0 where <paramref name="b"/> is turned from <paramref name="a"/> from x towards y.</summary>
    public static double Cross(PlanePoint a, PlanePoint b) => (a.X * b.Y) - (a.Y * b.X);

    /// <summary>Between two points, 0 at the first.</summary>
    public static PlanePoint Between(PlanePoint a, PlanePoint b, double part) => a + ((b - a) * part);

    /// <summary>How far a direction has to be turned to become another, radians, above −π and at most π.</summary>
    public static double TurnBetween(PlanePoint a, PlanePoint b) => Math.Atan2(Cross(a, b), Dot(a, b));

    /// <summary>Moves it as an affine map says.</summary>
    public PlanePoint By(in Affine map) => new((map.A * X) + (map.C * Y) + map.E, (map.B * X) + (map.D * Y) + map.F);

    /// <summary>Turns and stretches a direction; moving leaves it as it is.</summary>
    public PlanePoint DirectionBy(in Affine map) => new((map.A * X) + (map.C * Y), (map.B * X) + (map.D * Y));
}
