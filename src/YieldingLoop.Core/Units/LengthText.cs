using System.Buffers;
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
    /// Reads a length: a number in the unit of the field ("12.5", "12,5"), inches also as a fraction ("3 7/8", "3⅞"), or
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

        var match = WithUnit().Match(SpeltOut(text ?? ""));
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

    /// <summary>Whether a length says which unit it is in.</summary>
    public static bool NamesUnit(string text) => WithUnit().Match(text).Groups["unit"].Length > 0;

    /// <summary>
    /// For a form field: fine enough that reading it again gives the same hundredth of a millimetre. Inches that a tape
    /// has a line for are written as it shows them, "3 7/8".
    /// </summary>
    public static string Write(double? millimetres, LengthUnit unit) => (millimetres, unit) switch
    {
        (null, _) => "",
        ({ } length, LengthUnit.Inch) => OnTape(length) ?? (length / MillimetresPerInch).ToString("0.####", CultureInfo.InvariantCulture),
        ({ } length, _) => length.ToString("0.####", CultureInfo.InvariantCulture),
    };

    /// <summary>Whole inches and a fraction down to 1/32, where the length is one to the hundredth of a millimetre; null where it is none.</summary>
    private static string? OnTape(double millimetres)
    {
        for (var parts = 1; parts <= FinestPartOfInch; parts *= 2)
        {
            var count = Math.Round(millimetres / MillimetresPerInch * parts);
            if (millimetres >= 0 && Math.Abs(Math.Round(count / parts * MillimetresPerInch, 2) - millimetres) < 1e-9)
            {
                var (whole, rest) = ((long)count / parts, (long)count % parts);
                return string.Create(CultureInfo.InvariantCulture, $"{(whole > 0 || rest == 0 ? $"{whole}" : "")}{(whole > 0 && rest > 0 ? " " : "")}{(rest > 0 ? $"{rest}/{parts}" : "")}");
            }
        }

        return null;
    }

    /// <summary>Parts of an inch that a dressmaker's tape is divided into at its finest.</summary>
    private const int FinestPartOfInch = 32;

    /// <summary>Fractions that are one sign, as phones and word processors write them.</summary>
    private static readonly Dictionary<char, string> Signs = new()
    {
        ['¼'] = "1/4", ['½'] = "1/2", ['¾'] = "3/4", ['⅛'] = "1/8", ['⅜'] = "3/8", ['⅝'] = "5/8", ['⅞'] = "7/8", ['⅓'] = "1/3", ['⅔'] = "2/3", ['⅕'] = "1/5", ['⅙'] = "1/6",
    };

    private static readonly SearchValues<char> AnySign = SearchValues.Create([.. Signs.Keys, '⁄']);

    private static string SpeltOut(string text) =>
        text.AsSpan().IndexOfAny(AnySign) < 0 ? text
            : string.Concat(text.Select((sign, at) => Signs.TryGetValue(sign, out var parts) ? (at > 0 && char.IsAsciiDigit(text[at - 1]) ? " " + parts : parts) : sign == '⁄' ? "/" : sign.ToString()));

    private static double Part(Match match, string group) => match.Groups[group].Length == 0 ? 0 : double.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^\s*(?<number>.*?)\s*(?<unit>mm|cm|in|inch|inches|""|”|″)?\s*$", RegexOptions.IgnoreCase | RegexOptions.Singleline)]
    private static partial Regex WithUnit();

    [GeneratedRegex(@"^(?:(?<whole>\d{1,4})[ -])?(?<above>\d{1,3})/(?<below>\d{1,3})$")]
    private static partial Regex Fraction();
}
