namespace YieldingLoop.Core.Cloth;

/// <summary>
/// A strip marked, pulled and let go: stretch and growth of a knit.
/// </summary>
/// <remarks>Source: ASTM D2594, quoted from memory: stretch % = 100·(B − A)/A, growth % = 100·(C − A)/A.</remarks>
/// <param name="StretchPercent">How far it reaches, %.</param>
/// <param name="GrowthPercent">How much longer it stays, %; null where recovery was not measured.</param>
public sealed record StretchTest(double StretchPercent, double? GrowthPercent)
{
    /// <summary>Shortest and longest mark that is believed, mm.</summary>
    public const double ShortestMm = 10, LongestMm = 1000;

    /// <summary>Most stretch that is believed of a cloth, %.</summary>
    public const double MostStretchPercent = 400;

    /// <summary>Share of the stretch that is taken back, %; null where it was not measured or nothing stretched.</summary>
    public double? RecoveryPercent => GrowthPercent is { } growth && StretchPercent > 0 ? 100 * (1 - growth / StretchPercent) : null;

    /// <summary>Reads a test.</summary>
    /// <param name="originalMm">A, between the marks at rest, mm.</param>
    /// <param name="loadedMm">B, pulled as far as it goes willingly, mm.</param>
    /// <param name="recoveredMm">C, some minutes after letting go, mm; null where not measured.</param>
    /// <param name="fieldPrefix">Put before the field names of problems: "across" gives "acrossOriginalMm".</param>
    public static Outcome<StretchTest> Read(double originalMm, double loadedMm, double? recoveredMm, string fieldPrefix)
    {
        var problems = new List<Problem>();
        if (!(originalMm >= ShortestMm && originalMm <= LongestMm))
        {
            problems.Add(new(fieldPrefix + "OriginalMm", $"The marked length is between {ShortestMm} and {LongestMm} mm; 100 mm is handy."));
        }
        else if (loadedMm < originalMm)
        {
            problems.Add(new(fieldPrefix + "LoadedMm", "The pulled length is shorter than the marked one. Did the two get swapped?"));
        }
        else if (!(loadedMm <= originalMm * (1 + MostStretchPercent / 100)))
        {
            problems.Add(new(fieldPrefix + "LoadedMm", $"That is more than {MostStretchPercent} % stretch, which no cloth for clothes reaches. Check the figure and its unit (mm)."));
        }
        else if (recoveredMm > loadedMm)
        {
            problems.Add(new(fieldPrefix + "RecoveredMm", "The length after letting go is longer than the pulled one. Did the two get swapped?"));
        }
        else if (recoveredMm < originalMm)
        {
            problems.Add(new(fieldPrefix + "RecoveredMm", "The length after letting go is shorter than the marked one. Lay the strip flat and measure both again."));
        }

        return problems.Count > 0
            ? Outcome.Failed<StretchTest>(problems)
            : Outcome.Of(new StretchTest(100 * (loadedMm - originalMm) / originalMm, recoveredMm is { } c ? 100 * (c - originalMm) / originalMm : null));
    }
}
