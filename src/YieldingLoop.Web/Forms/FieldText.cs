using System.Globalization;

namespace YieldingLoop.Web.Forms;

/// <summary>Figures as text, always with a point.</summary>
public static class FieldText
{
    /// <summary>For a form field; empty where there is none.</summary>
    public static string Of(double? value) => value?.ToString("0.####", CultureInfo.InvariantCulture) ?? "";

    /// <summary>For reading, so many decimals at most.</summary>
    public static string Round(double value, int decimals = 1) => Math.Round(value, decimals).ToString(CultureInfo.InvariantCulture);

    /// <summary>The number of a record that <see cref="Of"/> wrote; null where it is none.</summary>
    public static int? IdOf(string? text) => int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null;

    /// <summary>"1 minute", "3.5 minutes".</summary>
    public static string Minutes(double minutes) => Round(minutes) is var text && text == "1" ? "1 minute" : $"{text} minutes";

    /// <summary>With its sign and one decimal always, as sentences write it.</summary>
    public static string InFull(double value) => value.ToString("+0.0;−0.0;0.0", CultureInfo.InvariantCulture);

    /// <summary>With its sign, or without where it rounds to zero.</summary>
    public static string WithSign(double value, int decimals = 1)
    {
        var rounded = Math.Round(value, decimals);
        return rounded == 0 ? "0" : (rounded > 0 ? "+" : "−") + Math.Abs(rounded).ToString(CultureInfo.InvariantCulture);
    }
}
