namespace YieldingLoop.Core.Patterns;

/// <summary>An affine map of the plane, in the order of SVG's matrix(a b c d e f): x' = a·x + c·y + e, y' = b·x + d·y + f.</summary>
public readonly record struct Affine(double A, double B, double C, double D, double E, double F)
{
    /// <summary>Leaves everything where it is.</summary>
    public static readonly Affine Identity = new(1, 0, 0, 1, 0, 0);

    /// <summary>Whether every number of it is finite.</summary>
    public bool Finite => double.IsFinite(A + B + C + D + E + F);

    /// <summary>Moves.</summary>
    public static Affine Move(double x, double y) => new(1, 0, 0, 1, x, y);

    /// <summary>Stretches from the origin.</summary>
    public static Affine Scale(double x, double y) => new(x, 0, 0, y, 0, 0);

    /// <summary>Turns about the origin, from x towards y.</summary>
    /// <param name="degrees">How far.</param>
    public static Affine Rotate(double degrees)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        return new(cos, sin, -sin, cos, 0, 0);
    }

    /// <summary>The inner map first, then this one.</summary>
    public Affine After(in Affine inner) => new(
        (A * inner.A) + (C * inner.B), (B * inner.A) + (D * inner.B),
        (A * inner.C) + (C * inner.D), (B * inner.C) + (D * inner.D),
        (A * inner.E) + (C * inner.F) + E, (B * inner.E) + (D * inner.F) + F);
}
