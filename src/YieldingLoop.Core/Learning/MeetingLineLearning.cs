using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Learning;

/// <summary>Where the loopers met on a swatch, beside what the model gives there.</summary>
/// <param name="Difference">x: numbers the upper looper is tighter than neutral, less those of the lower looper.</param>
/// <param name="ModelAtNeutralMm">What the model gives with every dial at neutral and these threads, mm.</param>
/// <param name="ReadMm">What was read, mm.</param>
public readonly record struct MeetingLineReading(double Difference, double ModelAtNeutralMm, double ReadMm);

/// <summary>
/// Learns how the meeting line of one machine and one pair of looper threads answers its dials (model section 8): an exact
/// normal regression. The same dials are learnt from whatever else was on the machine.
/// </summary>
public static class MeetingLineLearning
{
    /// <summary>Up to this slope, mm per number, nobody can say where to turn.</summary>
    public const double LeastSlope = 0.05;

    /// <summary>What is known after some readings.</summary>
    public static LearntLine After(IEnumerable<MeetingLineReading> readings) =>
        readings.Aggregate(LearntLine.MeetingLine, (line, r) => line.With(r.Difference, r.ReadMm - r.ModelAtNeutralMm));

    /// <summary>The difference that brings the mean to a target; null where the dials hardly move it.</summary>
    /// <param name="line">What is known.</param>
    /// <param name="modelAtNeutralMm">What the model gives with every dial at neutral, mm.</param>
    /// <param name="targetMm">Where the loopers are to meet, mm.</param>
    public static double? DifferenceFor(LearntLine line, double modelAtNeutralMm, double targetMm) =>
        line.Slope > LeastSlope ? (targetMm - modelAtNeutralMm - line.Offset) / line.Slope : null;
}
