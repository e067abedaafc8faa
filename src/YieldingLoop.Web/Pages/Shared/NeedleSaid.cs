using System.Globalization;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>What pages say of needles and what they have sewn.</summary>
public static class NeedleSaid
{
    /// <summary>"12,400 stitches, about 25 minutes".</summary>
    public static string Of(NeedleWork work, double stitchesPerMinute) => $"{Count(work)}, about {Time(work.Hours(stitchesPerMinute))}";

    /// <summary>How long a needle is in, and what it has sewn there.</summary>
    public static string Here(SeatedNeedleRow needle, double stitchesPerMinute)
    {
        var since = needle.FittedAt is { } fitted ? $"In since {Date(fitted)}" : "In since before needles were written down";
        var work = needle.Stitches == 0 ? "nothing it sewed is written down yet" : $"{Of(needle.Work, stitchesPerMinute)} of sewing at {stitchesPerMinute:0} a minute";
        return $"{since}{(needle.UsedBefore ? ", and used before, for how long nobody wrote down" : "")}: {work}.";
    }

    /// <summary>How long a needle is in, and what it has sewn there by its stitches and by the timer.</summary>
    /// <param name="needle">The needle.</param>
    /// <param name="stitchesPerMinute">Stitches a minute at its machine.</param>
    /// <param name="hours">Hours it has sewn in all.</param>
    public static string Here(SeatedNeedleRow needle, double stitchesPerMinute, double hours) =>
        hours > needle.Work.Hours(stitchesPerMinute) * 1.01 + 0.01 ? $"{Here(needle, stitchesPerMinute)[..^1]}; with the timer {Time(hours)}." : Here(needle, stitchesPerMinute);

    /// <summary>What was done with a sewn length.</summary>
    /// <param name="run">What came of it.</param>
    public static string Done(RunDown run)
    {
        var needles = run.Seats.Count == 0 ? "No needle was counted: those that were in when it was sewn are not written down."
            : $"{Count(new(run.Stitches))} added to {(run.Seats.Count == 1 ? "its needle" : "each of its needles")}: {string.Join(", ", run.Seats.Select(s => s.Name()))}.";
        return $"{(run.Taken.Count > 0 ? $"Taken from the cones: {string.Join(", ", run.Taken.Select(t => $"{FieldText.Round(t.Metres)} m of {t.Name}"))}." : "No thread was taken: no cone of it has its metres written down.")} {needles}";
    }

    private static string Count(NeedleWork work) => work.Stitches == 1 ? "1 stitch" : $"{work.Stitches.ToString("#,0", CultureInfo.InvariantCulture)} stitches";

    private static string Time(double all) => all switch
    {
        < 1.0 / 60 => "no minute",
        < 1 => Math.Round(all * 60) is 1 ? "1 minute" : $"{Math.Round(all * 60):0} minutes",
        var hours => FieldText.Round(hours, 1) is "1" ? "1 hour" : $"{FieldText.Round(hours, 1)} hours",
    };

    private static string Date(DateTimeOffset moment) => moment.ToString("d MMM yyyy", CultureInfo.InvariantCulture);
}
