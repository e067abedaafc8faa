using YieldingLoop.Core.Stitches;

namespace YieldingLoop.Core.Seams;

/// <summary>
/// Thread that goes where no seam is, and what is wasted. All working values from memory but the tails (common practice C8,
/// no published source); a workroom sets its own.
/// </summary>
public sealed record ThreadAllowance
{
    /// <summary>Longest tail or chain that is believed, mm.</summary>
    public const double MostMm = 1000;

    /// <summary>Most swatches to a set-up.</summary>
    public const int MostSwatches = 20;

    /// <summary>Most that is wasted, %.</summary>
    public const double MostWastePercent = 100;

    /// <summary>Most on a bobbin or a small spool, m.</summary>
    public const double MostBobbinMetres = 1000;

    /// <summary>The allowance of a workroom that has set none.</summary>
    public static ThreadAllowance Default { get; } = new();

    /// <summary>Nothing but the seam.</summary>
    public static ThreadAllowance None { get; } = new() { TailMm = 0, ChainOffMm = 0, Swatches = 0, WastePercent = 0 };

    /// <summary>Tail of every thread at each end of a seam that is not chained off, mm.</summary>
    public double TailMm { get; init; } = 100;

    /// <summary>Chain sewn past each end of an overlocked seam, mm.</summary>
    public double ChainOffMm { get; init; } = 80;

    /// <summary>Swatches to be sewn before a set-up passes.</summary>
    public int Swatches { get; init; } = 2;

    /// <summary>Whatever else goes: threading, unpicking, knots, what is left on a cone; % of the rest.</summary>
    public double WastePercent { get; init; } = 10;

    /// <summary>What one bobbin takes of spun polyester of 27 tex, m; of a thicker thread less.</summary>
    public double BobbinMetres { get; init; } = 50;

    /// <summary>What one small spool takes of the same, m.</summary>
    public double SpoolMetres { get; init; } = 200;

    /// <summary>What both ends of a seam take of one thread, m.</summary>
    /// <param name="family">The stitch's family: an overlocked seam is chained off.</param>
    /// <param name="consumption">Metres of the thread per metre of seam.</param>
    public double EndsMetres(StitchFamily family, double consumption) =>
        2 * (family is StitchFamily.Overlock or StitchFamily.TwoThreadOveredge ? ChainOffMm * consumption : TailMm) / 1000;

    /// <summary>What is wrong with it.</summary>
    public IEnumerable<Problem> Problems()
    {
        if (TailMm is not (>= 0 and <= MostMm))
        {
            yield return new("tailMm", $"A tail is between 0 and {MostMm:0} mm.");
        }

        if (ChainOffMm is not (>= 0 and <= MostMm))
        {
            yield return new("chainOffMm", $"A chain past the end is between 0 and {MostMm:0} mm.");
        }

        if (Swatches is not (>= 0 and <= MostSwatches))
        {
            yield return new("swatches", $"Between 0 and {MostSwatches} swatches.");
        }

        if (WastePercent is not (>= 0 and <= MostWastePercent))
        {
            yield return new("wastePercent", $"Waste is between 0 and {MostWastePercent:0} %.");
        }

        foreach (var (field, metres) in new[] { ("bobbinMetres", BobbinMetres), ("spoolMetres", SpoolMetres) })
        {
            if (metres is not (> 0 and <= MostBobbinMetres))
            {
                yield return new(field, "It takes more than 0 and at most 1,000 m.");
            }
        }
    }
}
