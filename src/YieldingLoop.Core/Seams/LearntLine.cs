namespace YieldingLoop.Core.Seams;

/// <summary>
/// What is known of a line: reading − model = offset + slope·x + error. The error is normal, and so are offset and slope together.
/// </summary>
/// <param name="Offset">Mean of the offset, in the reading's unit.</param>
/// <param name="Slope">Mean of the slope, per unit of x.</param>
/// <param name="OffsetVariance">Variance of the offset.</param>
/// <param name="SlopeVariance">Variance of the slope.</param>
/// <param name="Covariance">Covariance of the two.</param>
/// <param name="ErrorSd">Standard deviation of one reading's error.</param>
public readonly record struct LearntLine(double Offset, double Slope, double OffsetVariance, double SlopeVariance, double Covariance, double ErrorSd)
{
    /// <summary>How the meeting line answers the dials before any swatch (model section 8): offset N(0, 1²) mm, slope N(0.48, 0.2²) mm a number, error 0.2 mm.</summary>
    public static LearntLine MeetingLine { get; } = new(0, 0.48, 1, 0.2 * 0.2, 0, 0.2);

    /// <summary>How growth answers the feed, beyond the model’s own slope, before any swatch (section 8): offset N(0, 2²) points, slope N(0, 6²) points a unit of ratio, error 1 point.</summary>
    public static LearntLine Growth { get; } = new(0, 0, 2 * 2, 6 * 6, 0, 1);

    /// <summary>Standard deviation of the offset.</summary>
    public double OffsetSd => Math.Sqrt(OffsetVariance);

    /// <summary>Standard deviation of the slope.</summary>
    public double SlopeSd => Math.Sqrt(SlopeVariance);

    /// <summary>What is known once a reading is in: the exact posterior.</summary>
    /// <param name="x">Where it was read.</param>
    /// <param name="aboveModel">Reading − model.</param>
    /// <remarks>Conjugate normal regression, one observation at a time; the order of observations does not matter.</remarks>
    public LearntLine With(double x, double aboveModel)
    {
        double throughOffset = OffsetVariance + Covariance * x, throughSlope = Covariance + SlopeVariance * x;
        var variance = throughOffset + throughSlope * x + ErrorSd * ErrorSd;
        var surprise = (aboveModel - Offset - Slope * x) / variance;
        return this with
        {
            Offset = Offset + throughOffset * surprise,
            Slope = Slope + throughSlope * surprise,
            OffsetVariance = OffsetVariance - throughOffset * throughOffset / variance,
            SlopeVariance = SlopeVariance - throughSlope * throughSlope / variance,
            Covariance = Covariance - throughOffset * throughSlope / variance,
        };
    }

    /// <summary>90 % band of the figure itself.</summary>
    /// <param name="model">What the line is counted from.</param>
    /// <param name="x">Where.</param>
    public Interval Figure(double model, double x) => Band(model, x, 0);

    /// <summary>90 % band of the next reading, its error included.</summary>
    /// <param name="model">What the line is counted from.</param>
    /// <param name="x">Where.</param>
    public Interval NextReading(double model, double x) => Band(model, x, ErrorSd * ErrorSd);

    private Interval Band(double model, double x, double error)
    {
        var middle = model + Offset + Slope * x;
        var spread = NormalDistribution.Z95 * Math.Sqrt(Math.Max(0, OffsetVariance + 2 * Covariance * x + SlopeVariance * x * x) + error);
        return new(middle - spread, middle, middle + spread);
    }
}
