using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Seams;

/// <summary>Where the raw edge of a hem allowance comes to lie.</summary>
public enum RawEdge
{
    /// <summary>The near row misses the allowance, or catches less than the margin of it.</summary>
    Missed,

    /// <summary>Between the rows, under the thread that runs from one to the other on the back.</summary>
    BetweenRows,

    /// <summary>Beyond the far row, both rows on the allowance.</summary>
    Beyond,
}

/// <summary>How a hem of two rows is laid out, mm from the fold.</summary>
/// <param name="NearRowMm">Row nearer to the fold.</param>
/// <param name="FarRowMm">Row nearer to the raw edge; the guide distance is measured to it.</param>
/// <param name="AllowanceMm">What is turned up.</param>
/// <param name="Edge">Where its raw edge lies.</param>
/// <param name="BeyondMm">How much of it stands past the far row; negative where it ends before.</param>
/// <param name="SmallestAllowanceMm">Least allowance with both rows on it: far row and margin.</param>
/// <param name="CoveredAllowanceMm">Allowance whose raw edge lies midway between the rows.</param>
/// <param name="Meaning">What it means.</param>
public sealed record HemLayout(
    double NearRowMm, double FarRowMm, double AllowanceMm, RawEdge Edge, double BeyondMm, double SmallestAllowanceMm, double CoveredAllowanceMm, Finding Meaning);

/// <summary>
/// Geometry of a hem sewn from the face with two rows, by twin needle or coverstitch: the hem edge is out of sight, so
/// it is pressed, and a guide distance from the fold says where the far row runs. Common practice F8, no published source.
/// </summary>
public static class HemGeometry
{
    /// <summary>How far inside the allowance a row lands so that it does not tear out, mm. Working value.</summary>
    public const double MarginMm = 2;

    /// <summary>More than this past the far row, mm, rolls and shows as a ridge: trim it. Working value.</summary>
    public const double TrimAboveMm = 5;

    /// <summary>Lays a hem out.</summary>
    /// <param name="guideMm">From the fold to the far row, mm.</param>
    /// <param name="gaugeMm">Between the rows, mm.</param>
    /// <param name="allowanceMm">What is turned up, mm.</param>
    /// <param name="covers">Whether looper thread covers the back between the rows (coverstitch) rather than one bobbin thread.</param>
    public static Outcome<HemLayout> LayOut(double guideMm, double gaugeMm, double allowanceMm, bool covers)
    {
        var problems = new List<Problem>();
        if (!(guideMm is >= 3 and <= 150))
        {
            problems.Add(new("guideMm", "The far row runs 3 to 150 mm from the fold."));
        }

        if (!(gaugeMm is >= 1 and <= 12))
        {
            problems.Add(new("gaugeMm", "The rows stand 1 to 12 mm apart."));
        }
        else if (guideMm is >= 3 and <= 150 && guideMm - gaugeMm < 1)
        {
            problems.Add(new("guideMm", Invariant($"With rows {gaugeMm:0.0#} mm apart the near one would run off the fold: guide at {gaugeMm + 1:0.0#} mm or more.")));
        }

        if (!(allowanceMm is >= 3 and <= 200))
        {
            problems.Add(new("allowanceMm", "A hem allowance is 3 to 200 mm."));
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<HemLayout>(problems);
        }

        var near = guideMm - gaugeMm;
        var beyond = allowanceMm - guideMm;
        var edge = allowanceMm < near + Math.Min(MarginMm, gaugeMm / 2) - 1e-9 ? RawEdge.Missed
            : beyond <= 0 ? RawEdge.BetweenRows
            : RawEdge.Beyond;
        return Outcome.Of(new HemLayout(near, guideMm, allowanceMm, edge, beyond, guideMm + MarginMm, guideMm - gaugeMm / 2, Meaning(edge, beyond, covers)));
    }

    private static Finding Meaning(RawEdge edge, double beyond, bool covers) => edge switch
    {
        RawEdge.Missed => new Finding("edge-missed").With("shortMm", -beyond),
        RawEdge.BetweenRows => new(covers ? "edge-covered" : "edge-between-rows"),
        _ when beyond < MarginMm => new Finding("edge-tears-out").With("beyondMm", beyond).With("marginMm", MarginMm),
        _ => new Finding(beyond > TrimAboveMm ? "edge-to-trim" : "edge-well").With("beyondMm", beyond),
    };
}
