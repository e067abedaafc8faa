using System.Text.RegularExpressions;
using YieldingLoop.Core.Units;
using static System.FormattableString;

namespace YieldingLoop.Core.Needles;

/// <summary>Two blades on one shank, as the pack names them: gap and size.</summary>
/// <param name="GapMm">Between the two blades, mm.</param>
/// <param name="Size">Size of both blades.</param>
public sealed partial record TwinNeedle(double GapMm, NeedleSize Size)
{
    /// <summary>Narrowest gap made, mm (common practice).</summary>
    public const double LeastGapMm = 1.6;

    /// <summary>Widest gap made, mm (common practice).</summary>
    public const double MostGapMm = 6;

    /// <summary>Widest gap for decorative stitches, mm (common practice).</summary>
    public const double DecorativeMostMm = 4;

    /// <summary>
    /// The twin needles that are sold (common practice B12, no published source): point, size, and gap in mm. Nothing else is
    /// planned unless it is in the drawer.
    /// </summary>
    public static IReadOnlyList<(string PointId, int SizeMetric, double GapMm)> Sold { get; } =
    [
        (NeedleCatalogue.Stretch.Id, 75, 2.5), (NeedleCatalogue.Stretch.Id, 75, 4.0),
        (NeedleCatalogue.Universal.Id, 70, 1.6), (NeedleCatalogue.Universal.Id, 80, 1.6), (NeedleCatalogue.Universal.Id, 80, 2.0), (NeedleCatalogue.Universal.Id, 80, 2.5),
        (NeedleCatalogue.Universal.Id, 90, 3.0), (NeedleCatalogue.Universal.Id, 80, 4.0), (NeedleCatalogue.Universal.Id, 90, 4.0), (NeedleCatalogue.Universal.Id, 100, 4.0),
        (NeedleCatalogue.Universal.Id, 100, 6.0), (NeedleCatalogue.Jeans.Id, 100, 4.0),
    ];

    /// <summary>What to say of a gap that is not made.</summary>
    public static string GapRange => Invariant($"Twin needles are made from {LeastGapMm} to {MostGapMm:0.0} mm apart.");

    /// <summary>As a pack prints it: "4.0/75".</summary>
    public string Pack => Invariant($"{GapMm:0.0}/{Size.Metric}");

    /// <summary>Reads what a pack says: gap, a slash, the metric size; "4.0/75", "2,0 / 80". Words around it are ignored.</summary>
    /// <param name="text">As printed.</param>
    public static Outcome<TwinNeedle> ReadPack(string? text)
    {
        if (Reading().Match(text ?? "") is not { Success: true } match
            || DecimalText.Read(match.Groups[1].Value, out var gap) != DecimalTextFault.None
            || DecimalText.Read(match.Groups[2].Value, out var size) != DecimalTextFault.None)
        {
            return Fail("A pack of twin needles reads gap and size with a slash between them, like 4.0/75.");
        }

        if (gap > 20 && size is >= LeastGapMm and <= MostGapMm)
        {
            return Fail(Invariant($"The gap comes first: did you mean {size:0.0}/{gap:0}?"));
        }

        if (NeedleSize.TryFromMetric((int)gap, out _) && gap == Math.Floor(gap) && size == Math.Floor(size))
        {
            return Fail(Invariant($"{gap:0}/{size:0} is the size of a single needle. A twin needle’s pack names the gap first, like 4.0/{gap:0}."));
        }

        if (gap is < LeastGapMm or > MostGapMm)
        {
            return Fail(GapRange);
        }

        return size == Math.Floor(size) && size is > 0 and < 1000 && NeedleSize.TryFromMetric((int)size, out var blade)
            ? Outcome.Of(new TwinNeedle(gap, blade))
            : Fail($"No needle of size {match.Groups[2].Value} is made; sizes are {string.Join(", ", NeedleSize.All.Select(s => s.Metric))}.");
    }

    private static Outcome<TwinNeedle> Fail(string message) => Outcome.Failed<TwinNeedle>([new("pack", message)]);

    [GeneratedRegex(@"(?<!\d|\d[.,])(\d{1,3}(?:[.,]\d{1,2})?)\s*/\s*(\d{1,3}(?:[.,]\d{1,2})?)(?!\d|[.,]\d)")]
    private static partial Regex Reading();
}
