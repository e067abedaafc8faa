using System.Text.RegularExpressions;

namespace YieldingLoop.Core.Units;

/// <summary>Reads figures that shops give in either system, with the unit typed behind them: cloth by its weight, thread by its length.</summary>
public static partial class QuantityText
{
    /// <summary>Grams per square metre in one ounce per square yard: 28.349523125 g by 0.83612736 m² (international yard and pound, 1959).</summary>
    public const double GsmPerOuncePerSquareYard = 28.349523125 / 0.83612736;

    /// <summary>Metres in a yard (international yard and pound, 1959).</summary>
    public const double MetresPerYard = 0.9144;

    /// <summary>An area density: "230", "230 g/m²", "230 gsm", "6.8 oz", "6.8 oz/yd²".</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="gsm">g/m²; what was typed in ounces is rounded to 0.1, finer than a seller weighs.</param>
    public static DecimalTextFault ReadAreaDensity(string? text, out double gsm)
    {
        var match = Weight().Match(text ?? "");
        var fault = DecimalText.Read(match.Groups["number"].Value, out gsm);
        gsm = match.Groups["ounces"].Success ? Math.Round(gsm * GsmPerOuncePerSquareYard, 1) : gsm;
        return fault;
    }

    /// <summary>A length of thread: "500", "500 m", "550 yd".</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="metres">Metres; what was typed in yards is rounded to 0.1.</param>
    public static DecimalTextFault ReadThreadLength(string? text, out double metres)
    {
        var match = Thread().Match(text ?? "");
        var fault = DecimalText.Read(match.Groups["number"].Value, out metres);
        metres = match.Groups["yards"].Success ? Math.Round(metres * MetresPerYard, 1) : metres;
        return fault;
    }

    [GeneratedRegex(@"^\s*(?<number>.*?)\s*(?:(?<ounces>oz(?:\s*/\s*(?:sq\.?\s*)?yd(?:²|2|\^2)?)?)|g(?:\s*/\s*m(?:²|2|\^2))?|gsm)?\s*$", RegexOptions.IgnoreCase | RegexOptions.Singleline)]
    private static partial Regex Weight();

    [GeneratedRegex(@"^\s*(?<number>.*?)\s*(?:(?<yards>yd|yds|yards?)|m|metres?|meters?)?\s*$", RegexOptions.IgnoreCase | RegexOptions.Singleline)]
    private static partial Regex Thread();
}
