using System.Globalization;

namespace YieldingLoop.Core.Units;

/// <summary>Why a typed number was not taken.</summary>
public enum DecimalTextFault
{
    /// <summary>It was taken.</summary>
    None,

    /// <summary>Nothing was typed.</summary>
    Empty,

    /// <summary>It is not a number.</summary>
    NotANumber,

    /// <summary>More than one sign that could separate decimals or thousands: not guessed.</summary>
    Grouped,
}

/// <summary>
/// Reads a decimal number as people type it. Comma and point are both decimal signs; a second such sign, or a
/// blank or apostrophe inside the number, would be a grouping sign and is refused, because 1,234 and 1.234
/// differ a thousandfold and the reader cannot know.
/// </summary>
public static class DecimalText
{
    /// <summary>Longest text that is looked at, characters.</summary>
    public const int LongestText = 40;

    /// <summary>Reads <paramref name="text"/>; <paramref name="value"/> is 0 unless the fault is <see cref="DecimalTextFault.None"/>.</summary>
    public static DecimalTextFault Read(string? text, out double value)
    {
        value = 0;
        if (string.IsNullOrWhiteSpace(text))
        {
            return DecimalTextFault.Empty;
        }

        var trimmed = text.Trim();
        if (trimmed.Length > LongestText)
        {
            return DecimalTextFault.NotANumber;
        }

        var separators = 0;
        var grouping = false;
        var digits = 0;
        for (var i = 0; i < trimmed.Length; i++)
        {
            switch (trimmed[i])
            {
                case >= '0' and <= '9':
                    digits++;
                    break;
                case ',' or '.':
                    separators++;
                    break;
                case ' ' or '\'' or '’' or '\u00a0' or '\u202f' or '_':
                    grouping = true;
                    break;
                case '-' or '+' or '−' when i == 0:
                    break;
                default:
                    return DecimalTextFault.NotANumber;
            }
        }

        if (digits == 0)
        {
            return DecimalTextFault.NotANumber;
        }

        if (separators > 1 || grouping)
        {
            return DecimalTextFault.Grouped;
        }

        var plain = trimmed.Replace(',', '.').Replace('−', '-');
        return double.TryParse(plain, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out value)
            ? DecimalTextFault.None
            : DecimalTextFault.NotANumber;
    }
}
