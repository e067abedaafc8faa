namespace YieldingLoop.Core.Seams;

/// <summary>
/// The path P(λ) of one thread through one stitch, mm. Every row of the table in model section 4 is one case of
/// <code>
/// P(λ) = α·λs + β·k·t + γ·q + c + m·hypot(max(u·q + v·k, floor·q), λ·e)
/// </code>
/// with q = λ^−0.35 and k = 0.60·λ^−0.5 stretched, q = k = 1 at rest. P is convex in λ: λs and λe are linear, q
/// and k are convex, and a norm of convex non-negative terms is convex (where u is negative, the clamp on the
/// meeting line keeps |u| under t/2, and the crosswise term is convex wherever it is above its floor). So a path
/// that starts below its limit crosses it once at most, and Newton's method from above cannot miss it.
/// </summary>
internal struct ThreadPath
{
    /// <summary>How much widths shrink: q = λ^−0.35. Working value.</summary>
    public const double WidthExponent = -0.35;

    /// <summary>How much of the thickness is left as soon as the seam is pulled. Working value.</summary>
    public const double StretchedThickness = 0.60;

    /// <summary>λ beyond which a pop is "not within reach".</summary>
    public const double Reach = 8;

    /// <summary>α·s at rest, mm.</summary>
    public double AlongAtRest;

    /// <summary>α·s stretched, mm.</summary>
    public double Along;

    /// <summary>β·t, mm.</summary>
    public double Thickness;

    /// <summary>γ, mm: a width crossed square to the seam.</summary>
    public double Square;

    /// <summary>c at rest, mm.</summary>
    public double ConstantAtRest;

    /// <summary>c stretched, mm.</summary>
    public double Constant;

    /// <summary>m: how many slanting lengths.</summary>
    public double Slants;

    /// <summary>u at rest, mm.</summary>
    public double CrossAtRest;

    /// <summary>u stretched, mm.</summary>
    public double Cross;

    /// <summary>v, mm.</summary>
    public double CrossThickness;

    /// <summary>Floor of the crosswise term, mm before the scaling by q.</summary>
    public double CrossFloor;

    /// <summary>e, mm: advance along the seam of one slanting length.</summary>
    public double Advance;

    /// <summary>P(1) at rest, mm.</summary>
    public readonly double AtRest()
    {
        var path = AlongAtRest + Thickness + Square + ConstantAtRest;
        if (Slants > 0)
        {
            var cross = Math.Max(CrossAtRest + CrossThickness, CrossFloor);
            path += Slants * Math.Sqrt(cross * cross + Advance * Advance);
        }

        return path;
    }

    /// <summary>P(λ) in the stretched state, mm.</summary>
    public readonly double At(double stretch) => At(stretch, out _);

    /// <summary>P(λ) in the stretched state, mm, and its slope dP/dλ.</summary>
    private readonly double At(double stretch, out double slope)
    {
        var q = Math.Exp(WidthExponent * Math.Log(stretch));
        var k = StretchedThickness / Math.Sqrt(stretch);
        var qSlope = WidthExponent * q / stretch;
        var kSlope = -0.5 * k / stretch;

        var path = Along * stretch + Thickness * k + Square * q + Constant;
        slope = Along + Thickness * kSlope + Square * qSlope;
        if (Slants > 0)
        {
            var cross = Cross * q + CrossThickness * k;
            var crossSlope = Cross * qSlope + CrossThickness * kSlope;
            if (cross < CrossFloor * q)
            {
                cross = CrossFloor * q;
                crossSlope = CrossFloor * qSlope;
            }

            var advance = Advance * stretch;
            var slant = Math.Sqrt(cross * cross + advance * advance);
            path += Slants * slant;
            slope += Slants * (cross * crossSlope + advance * Advance) / slant;
        }

        return path;
    }

    /// <summary>
    /// The λ in 1 … 8 at which the path first reaches <paramref name="limit"/>, mm: 1 when it is there as soon as
    /// the seam is pulled, 8 when it is not within reach.
    /// </summary>
    public readonly double Crossing(double limit)
    {
        if (At(1) >= limit)
        {
            return 1;
        }

        // Leaving the shrinking terms out can only shorten the path, so this λ is at or past the crossing.
        var lambda = Math.Min(Reach, (limit - Constant) / (Along + Slants * Advance));
        for (var i = 0; i < 60; i++)
        {
            var excess = At(lambda, out var slope) - limit;
            if (excess < 0 && lambda >= Reach)
            {
                return Reach;
            }

            var step = excess / slope;
            lambda -= step;
            if (Math.Abs(step) < 1e-12 * lambda)
            {
                break;
            }
        }

        return Math.Clamp(lambda, 1, Reach);
    }
}
