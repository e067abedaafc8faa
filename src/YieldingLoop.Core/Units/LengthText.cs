using System.Globalization;
using System.Text.RegularExpressions;

namespace YieldingLoop.Core.Units;

/// <summary>Reads and writes lengths as people type them, in millimetres or inches.</summary>
public static partial class LengthText
{
    /// <summary>Exactly, by the international yard and pound agreement of 1959.</summary>
    public const double MillimetresPerInch = 25.4;

    /// <summary>Longest text that is looked at, characters.</summary>
    public const int LongestText = DecimalText.LongestText + 10;

    /// <summary>
    /// Reads a length: a number in the unit of the field ("12.5", "12,5"), inches also as a fraction ("3 7/8"), or
    /// with a unit of its own ("98 mm", "9.8 cm", "3 7/8 in", "4\"").
    /// </summary>
    /// <param name="text">What was typed; null or blank is nothing.</param>
    /// <param name="unit">Unit of a number that names none.</param>
    /// <param name="millimetres">The length, mm. What was typed in inches is rounded to 0.01 mm, finer than a tape is read.</param>
    public static DecimalTextFault Read(string? text, LengthUnit unit, out double millimetres)
    {
        millimetres = 0;
        if (text?.Length > LongestText)
        {
            return DecimalTextFault.NotANumber;
        }

        var match = WithUnit().Match(text ?? "");
        var number = match.Groups["number"].Value;
        var (factor, inches) = match.Groups["unit"].Value.ToLowerInvariant() switch
        {
            "mm" => (1, false),
            "cm" => (10, false),
            "" => (unit == LengthUnit.Inch ? MillimetresPerInch : 1, unit == LengthUnit.Inch),
            _ => (MillimetresPerInch, true),
        };
        if (inches && Fraction().Match(number) is { Success: true } fraction)
        {
            var below = Part(fraction, "below");
            if (below == 0)
            {
                return DecimalTextFault.NotANumber;
            }

            millimetres = Rounded(Part(fraction, "whole") + Part(fraction, "above") / below);
            return DecimalTextFault.None;
        }

        var fault = DecimalText.Read(number, out var value);
        millimetres = inches ? Rounded(value) : value * factor;
        return fault;

        double Rounded(double value) => Math.Round(value * MillimetresPerInch, 2);
    }

    /// <summary>For a form field: fine enough that reading it again gives the same hundredth of a millimetre.</summary>
    public static string Write(double? millimetres, LengthUnit unit) =>
        (unit == LengthUnit.Inch ? millimetres / MillimetresPerInch : millimetres)?.ToString("0.####", CultureInfo.InvariantCulture) ?? "";

    private static double Part(Match match, string group) => match.Groups[group].Length == 0 ? 0 : double.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^\s*(?<number>.*?)\s*(?<unit>mm|cm|in|inch|inches|""|”|″)?\s*$", RegexOptions.IgnoreCase | RegexOptions.Singleline)]
    private static partial Regex WithUnit();

    [GeneratedRegex(@"^(?:(?<whole>\d{1,4})[ -])?(?<above>\d{1,3})/(?<below>\d{1,3})$")]
    private static partial Regex Fraction();
}
