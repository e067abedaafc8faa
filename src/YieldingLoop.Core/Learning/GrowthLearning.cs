using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Learning;

/// <summary>How much a swatch grew in sewing, beside what the model gives there.</summary>
/// <param name="Differential">D, the differential ratio.</param>
/// <param name="ModelPercent">What the model gives at it, %.</param>
/// <param name="ReadPercent">What was read, %.</param>
public readonly record struct GrowthReading(double Differential, double ModelPercent, double ReadPercent);

/// <summary>Learns how one machine feeds one kind of cloth (model section 8): an exact normal regression on D − 1.</summary>
public static class GrowthLearning
{
    /// <summary>What is known after some readings.</summary>
    public static LearntLine After(IEnumerable<GrowthReading> readings) =>
        readings.Aggregate(LearntLine.Growth, (line, r) => line.With(r.Differential - 1, r.ReadPercent - r.ModelPercent));
}
