using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>Where to turn the differential next so that the strip grows as much as it is to.</summary>
/// <param name="From">Where it stands.</param>
/// <param name="To">Where to turn it.</param>
/// <param name="NextReadingPercent">Band of the growth then, its error included, %.</param>
public sealed record FeedTurn(double From, double To, Interval NextReadingPercent)
{
    /// <summary>The turn on the feed's own steps that brings the mean nearest to a growth; null where it stands as near as it can.</summary>
    /// <param name="seam">The set-up as sewn, with what was learnt.</param>
    /// <param name="feed">The feed's range.</param>
    /// <param name="wantedPercent">The growth that is wanted, %.</param>
    public static FeedTurn? For(SeamCase seam, SettingRange feed, double wantedPercent)
    {
        if (seam.Differential is not { } now || GrowthAt(seam, now) is null)
        {
            return null;
        }

        double Off(double ratio) => Math.Abs(GrowthAt(seam, ratio)!.Value.Middle - wantedPercent);
        // Of ratios that do alike the one nearest to where it stands.
        var best = feed.Values().OrderBy(r => Math.Round(Off(r), 9)).ThenBy(r => Math.Abs(r - now)).First();
        return Off(best) >= Off(now) - 1e-9 ? null : new(now, best, NextAt(seam, best)!.Value);
    }

    /// <summary>Growth at a ratio with its band, %; null where the cloth is not known.</summary>
    public static Interval? GrowthAt(SeamCase seam, double ratio) => SeamAssessment.Of(seam with { Differential = ratio }).GrowthPercent;

    private static Interval? NextAt(SeamCase seam, double ratio) =>
        SeamAssessment.Of(seam with { Differential = ratio, Learnt = Learnt.Nothing }).GrowthPercent is { } model ? seam.Learnt.Growth.NextReading(model.Middle, ratio - 1) : null;
}
