using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>What weighings say of the waste.</summary>
/// <param name="Percent">Waste, % of what is reckoned: the middle.</param>
/// <param name="LowPercent">5 % point.</param>
/// <param name="HighPercent">95 % point.</param>
/// <param name="Uses">How many pairs of weighings it rests on.</param>
public sealed record WasteLearned(double Percent, double LowPercent, double HighPercent, int Uses);

/// <summary>
/// Learns the waste from thread that was weighed before and after it was sewn with. What was used is (1 + w) × what was
/// reckoned + e; w ~ N(the workroom's figure, 0.15²), e ~ N(0, σ²), σ the scale's error taken as uniform, and a tenth of what was
/// reckoned, since the model reckons no better; exact posterior. Working values.
/// </summary>
public static class WasteLearning
{
    private const double PriorSpread = 0.15;
    private const double ModelSpread = 0.1;
    private const double Points90 = 1.6448536269514722;

    /// <summary>The posterior; null where nothing was weighed twice.</summary>
    /// <param name="percent">The workroom's own figure, %.</param>
    /// <param name="uses">Pairs of weighings.</param>
    public static WasteLearned? Of(double percent, IReadOnlyList<ThreadUse> uses)
    {
        var told = uses.Where(u => u.ReckonedMetres > 0).ToList();
        if (told.Count == 0)
        {
            return null;
        }

        var (precision, weighted) = (1 / (PriorSpread * PriorSpread), percent / 100 / (PriorSpread * PriorSpread));
        foreach (var use in told)
        {
            var error = use.ErrorMetres / Math.Sqrt(3);
            var variance = error * error / (use.ReckonedMetres * use.ReckonedMetres) + ModelSpread * ModelSpread;
            precision += 1 / variance;
            weighted += (use.WeighedMetres / use.ReckonedMetres - 1) / variance;
        }

        var (mean, spread) = (weighted / precision, Math.Sqrt(1 / precision));
        return new(100 * mean, 100 * (mean - Points90 * spread), 100 * (mean + Points90 * spread), told.Count);
    }
}
