using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Swatches;

/// <summary>What a sewn length took from one cone of the drawer.</summary>
/// <param name="ConeId">Which cone.</param>
/// <param name="Name">What it was called when it was threaded.</param>
/// <param name="Metres">Metres, its tails or chain at the ends included, before waste.</param>
public sealed record ThreadTaken(string ConeId, string Name, double Metres)
{
    /// <summary>Longest seam that is written down in one go, metres.</summary>
    public const double MostSeamMetres = 1000;

    /// <summary>What a length took from each cone; threads whose cone nobody named are left out.</summary>
    /// <param name="seam">The set-up as sewn.</param>
    /// <param name="setup">The same, with the cones.</param>
    /// <param name="sewnMm">The length, mm.</param>
    /// <param name="allowance">What its ends take.</param>
    /// <param name="pieces">In how many pieces it was sewn.</param>
    public static IReadOnlyList<ThreadTaken> Of(SeamCase seam, Setup setup, double sewnMm, ThreadAllowance allowance, int pieces = 1)
    {
        var figures = SeamAssessment.Of(seam);
        return
        [
            .. seam.Threads.Select((t, i) => (Thread: setup.Threads[t.Laid.Position].Thing(), Metres: figures.Threads[i].Consumption * sewnMm / 1000 + pieces * allowance.EndsMetres(seam.Geometry.Stitch.Family, figures.Threads[i].Consumption))).Where(t => t.Thread?.ConeId is not null)
                .GroupBy(t => t.Thread!.ConeId!).Select(g => new ThreadTaken(g.Key, g.First().Thread!.Name, g.Sum(t => t.Metres))).OrderBy(t => t.Name, StringComparer.Ordinal).ThenBy(t => t.ConeId, StringComparer.Ordinal),
        ];
    }

    /// <summary>How long a swatch was sewn, mm: as it was measured, or as many stitches as were looked over, whichever is longer; else a trial strip.</summary>
    /// <param name="entry">The swatch.</param>
    /// <param name="stitchLengthMm">Its stitch length, mm.</param>
    public static double SwatchMm(SwatchEntry entry, double stitchLengthMm) =>
        Math.Max(entry.Strip?.SewnMm ?? entry.Strip?.BeforeMm ?? 0, (entry.Readings.Stitches ?? entry.Readings.BrokeAfterStitches ?? 0) * stitchLengthMm) is > 0 and var known ? known : StripLength.TrialMm(stitchLengthMm);
}
