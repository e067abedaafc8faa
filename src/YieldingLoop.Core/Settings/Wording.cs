using System.Globalization;
using System.Text.RegularExpressions;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Units;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Settings;

/// <summary>
/// Says the product's own words and sentences the way this workroom has chosen: regional words, which number of a
/// needle comes first, inches beside millimetres. Names that users gave are never put through it.
/// </summary>
public sealed partial class Wording(WorkroomSettings settings)
{
    private static readonly Dictionary<string, string> American = Vocabulary.RegionalPairs.ToDictionary(p => p.British, p => p.American, StringComparer.OrdinalIgnoreCase);

    // The longest first, so that "centre needle" is not found as "centre".
    private static readonly Regex British = new(
        @"\b(?:" + string.Join('|', American.Keys.OrderByDescending(k => k.Length).Select(Regex.Escape)) + @")\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.Compiled);

    /// <summary>The choices it speaks by.</summary>
    public WorkroomSettings Settings => settings;

    /// <summary>Whether lengths are typed in inches.</summary>
    public bool Inches => settings.Lengths == LengthUnit.Inch;

    /// <summary>The unit behind a length that is typed.</summary>
    public string LengthUnitShort => Inches ? "in" : "mm";

    private bool AsWritten => settings is { Lengths: LengthUnit.Millimetre, NeedleSizes: NeedleSizeOrder.MetricFirst, Words: WordRegion.British };

    /// <summary>
    /// Says a word or a sentence of the product's own. What stands between quotation marks is somebody's name for
    /// something and stays as it is.
    /// </summary>
    public string Say(string ours)
    {
        if (AsWritten)
        {
            return ours;
        }

        return Quoted().Replace(ours, part => part.Groups["quoted"].Success ? part.Value : SayPart(part.Value));
    }

    /// <summary>A needle size as a pack prints it, the chosen number first.</summary>
    public string Say(NeedleSize size) => settings.NeedleSizes == NeedleSizeOrder.MetricFirst ? size.ToString() : $"{size.Us}/{size.Metric}";

    /// <summary>A length to read, with its unit.</summary>
    /// <param name="millimetres">Length, mm.</param>
    /// <param name="decimals">Decimals in millimetres; inches get one or two more, for the same fineness.</param>
    /// <param name="withSign">Writes a plus sign too.</param>
    /// <param name="inFull">Writes zeros at the end too, as a sentence with the same figure does.</param>
    public string Length(double millimetres, int decimals = 1, bool withSign = false, bool inFull = false)
    {
        var value = Inches ? Math.Round(millimetres / LengthText.MillimetresPerInch, decimals + 2) : Math.Round(millimetres, decimals);
        var sign = value < 0 ? "−" : withSign && value > 0 ? "+" : "";
        return $"{sign}{Math.Abs(value).ToString(inFull ? $"F{(Inches ? decimals + 2 : decimals)}" : "G", CultureInfo.InvariantCulture)} {LengthUnitShort}";
    }

    private string SayPart(string part)
    {
        if (settings.Words == WordRegion.American)
        {
            part = British.Replace(part, m => char.IsUpper(m.Value[0]) ? Phrase.Capital(American[m.Value]) : American[m.Value]);
        }

        if (settings.NeedleSizes == NeedleSizeOrder.UsFirst)
        {
            part = SizePair().Replace(part, m =>
                int.TryParse(m.Groups[1].Value, CultureInfo.InvariantCulture, out var metric) && NeedleSize.TryFromMetric(metric, out var size) && size.ToString() == m.Value ? Say(size) : m.Value);
        }

        return Inches ? WithInches(part) : part;
    }

    /// <summary>Beside every metric figure its customary one; what has it already keeps it.</summary>
    private static string WithInches(string part)
    {
        part = Ounces().Replace(part, m => $"{m.Value} ({Rounded(Figure(m) / QuantityText.GsmPerOuncePerSquareYard)} oz/yd²)");
        part = Yards().Replace(part, m => $"{m.Value} ({Rounded(Figure(m) / QuantityText.MetresPerYard)} yd)");
        return Millimetres().Replace(part, m =>
            $"{m.Value} ({string.Concat(m.Groups["first"].Value.Length > 0 ? InInches(m.Groups["first"].Value) + m.Groups["between"].Value : "", InInches(m.Groups["last"].Value))} in)");
    }

    private static double Figure(Match match) => double.Parse(match.Groups["figure"].Value.Replace(",", "", StringComparison.Ordinal), CultureInfo.InvariantCulture);

    private static string Rounded(double figure) => Math.Round(figure, figure >= 100 ? 0 : 1).ToString(CultureInfo.InvariantCulture);

    private static string InInches(string millimetres)
    {
        var inches = double.Parse(millimetres, CultureInfo.InvariantCulture) / LengthText.MillimetresPerInch;
        var decimals = inches >= 10 ? 1 : inches >= 1 ? 2 : 3;
        return Math.Round(inches, decimals).ToString(CultureInfo.InvariantCulture);
    }

    [GeneratedRegex("""(?<quoted>"[^"]*"|“[^”]*”)|[^"“]+|["“]""")]
    private static partial Regex Quoted();

    [GeneratedRegex(@"\b(\d{2,3})/(\d{1,2})\b")]
    private static partial Regex SizePair();

    [GeneratedRegex(@"(?:(?<first>\d+(?:\.\d+)?)(?<between> and | to |–| or ))?(?<last>\d+(?:\.\d+)?) mm\b(?! \([^)]* in\))")]
    private static partial Regex Millimetres();

    // Not "m per m": a ratio is the same in yards.
    [GeneratedRegex(@"(?<![\d.,])(?<figure>\d[\d,]*(?:\.\d+)?) (?:metres|meters|m)\b(?! per m| \([^)]* yd\))")]
    private static partial Regex Yards();

    [GeneratedRegex(@"(?<![\d.,])(?<figure>\d+(?:\.\d+)?) g/m²(?! \([^)]* oz)")]
    private static partial Regex Ounces();
}
