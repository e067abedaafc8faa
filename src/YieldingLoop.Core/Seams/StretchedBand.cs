using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Seams;

/// <summary>A band that is cut shorter than its opening and stretched onto it.</summary>
/// <param name="Ratio">Its length as a share of the opening.</param>
/// <param name="SewnLengthMm">Length round once closed, at rest, mm.</param>
/// <param name="CutLengthMm">Length to cut, both seam allowances with it, mm.</param>
/// <param name="CutWidthMm">Width to cut, folded double, both seam allowances with it, mm.</param>
/// <param name="QuarterOpeningMm">Between the marks on the opening, mm: match them to those of the band.</param>
/// <param name="QuarterBandMm">Between the marks on the band, mm.</param>
/// <param name="StretchOntoPercent">How far the band is stretched while it is sewn on, %.</param>
/// <param name="StretchToPassPercent">How far it stretches when the body passes, %.</param>
/// <param name="Reaches">Whether its cloth goes that far.</param>
/// <param name="Meaning">What follows.</param>
public sealed record BandLength(
    double Ratio, double SewnLengthMm, double CutLengthMm, double CutWidthMm, double QuarterOpeningMm, double QuarterBandMm,
    double StretchOntoPercent, double StretchToPassPercent, bool Reaches, Finding Meaning);

/// <summary>
/// Length of a stretched-on band. The share of the opening follows the band's own stretch; common practice, no
/// published source, working values. It is sewn on with the band stretched to the opening, the one exception to
/// feeding without pulling.
/// </summary>
public static class StretchedBand
{
    private static readonly (double FromPercent, double Ratio)[] Ratios = [(80, 0.80), (50, 0.85), (30, 0.90), (0, 0.95)];

    /// <summary>The share that goes with a band cloth of this stretch, %.</summary>
    public static double RatioFor(double stretchPercent) => Ratios.First(r => stretchPercent >= r.FromPercent).Ratio;

    /// <summary>Works the band out.</summary>
    /// <param name="openingMm">The opening at rest, round, mm.</param>
    /// <param name="girthToPassMm">What has to go through it, mm; null where nothing does.</param>
    /// <param name="bandStretch">Stretch of the band's cloth along the band, %.</param>
    /// <param name="finishedWidthMm">Width of the finished band, mm.</param>
    /// <param name="seamAllowanceMm">Seam allowance, mm.</param>
    /// <param name="ratio">Share of the opening; null for the one that goes with the cloth.</param>
    public static Outcome<BandLength> Of(double openingMm, double? girthToPassMm, Figure bandStretch, double finishedWidthMm, double seamAllowanceMm, double? ratio = null)
    {
        var problems = new List<Problem>();
        Check("openingMm", openingMm, 60, 3000, "The opening is 60 to 3000 mm round.");
        Check("finishedWidthMm", finishedWidthMm, 5, 200, "A finished band is 5 to 200 mm wide.");
        Check("seamAllowanceMm", seamAllowanceMm, 0, 30, "A seam allowance is 0 to 30 mm.");
        if (girthToPassMm is { } girth)
        {
            Check("girthMm", girth, 60, 3000, "What passes through is 60 to 3000 mm round.");
        }

        if (ratio is { } given)
        {
            Check("ratio", given, 0.5, 1, "A band is half as long as its opening, up to as long.");
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<BandLength>(problems);
        }

        var share = ratio ?? RatioFor(bandStretch.Value);
        var sewn = openingMm * share;
        var onto = (openingMm / sewn - 1) * 100;
        var pass = girthToPassMm is { } through ? Math.Max(0, through / sewn - 1) * 100 : 0;
        var most = Math.Max(onto, pass);
        var reaches = most <= bandStretch.Value;
        var meaning = new Finding(!reaches ? "band-too-short" : most * Need.Margin > bandStretch.Value ? "band-just-reaches" : "band-reaches")
            .With("givesPercent", bandStretch.Value).With("askedPercent", most);
        return Outcome.Of(new BandLength(
            share, sewn, sewn + 2 * seamAllowanceMm, 2 * (finishedWidthMm + seamAllowanceMm), openingMm / 4, sewn / 4, onto, pass, reaches, meaning));

        void Check(string field, double value, double low, double high, string message)
        {
            if (!(value >= low && value <= high))
            {
                problems.Add(new(field, message));
            }
        }
    }
}
