using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Coach;

/// <summary>
/// What readings said of a line, apart from what was believed before them: as readings of something linear of offset and slope, each with an
/// error of 1. Put on another belief they move it as the readings themselves would.
/// </summary>
/// <param name="Rows">What each is a reading of: so much of the offset and so much of the slope.</param>
/// <param name="Values">What was read.</param>
internal readonly record struct LearntInformation((double Offset, double Slope)[] Rows, double[] Values)
{
    /// <summary>Less than this was not learnt.</summary>
    private const double Least = 1e-9;

    /// <summary>The information that lies between two states of knowledge: Λ = P₁⁻¹ − P₀⁻¹ by its Cholesky factor L, read as Lᵀ·(offset, slope).</summary>
    /// <param name="before">What was believed.</param>
    /// <param name="after">What is known.</param>
    public static LearntInformation Of(LearntLine before, LearntLine after)
    {
        var (first, then) = (Inverse(before), Inverse(after));
        double aa = then.Aa - first.Aa, ab = then.Ab - first.Ab, bb = then.Bb - first.Bb;
        double toA = then.Aa * after.Offset + then.Ab * after.Slope - first.Aa * before.Offset - first.Ab * before.Slope;
        double toB = then.Ab * after.Offset + then.Bb * after.Slope - first.Ab * before.Offset - first.Bb * before.Slope;
        if (aa <= Least)
        {
            return bb <= Least ? new([], []) : new([(0, Math.Sqrt(bb))], [toB / Math.Sqrt(bb)]);
        }

        double l11 = Math.Sqrt(aa), l21 = ab / l11, left = bb - l21 * l21, y1 = toA / l11;
        return left <= Least * Math.Max(1, bb) ? new([(l11, l21)], [y1]) : new([(l11, l21), (0, Math.Sqrt(left))], [y1, (toB - l21 * y1) / Math.Sqrt(left)]);
    }

    private static (double Aa, double Ab, double Bb) Inverse(LearntLine line)
    {
        var determinant = line.OffsetVariance * line.SlopeVariance - line.Covariance * line.Covariance;
        return (line.SlopeVariance / determinant, -line.Covariance / determinant, line.OffsetVariance / determinant);
    }
}
