using System.Globalization;

namespace YieldingLoop.Core.Patterns;

/// <summary>Reads the numbers of SVG's attributes one after another: "1.5.5-3e2" holds three.</summary>
internal ref struct SvgScanner(ReadOnlySpan<char> text)
{
    private ReadOnlySpan<char> left = text;

    /// <summary>Whether nothing follows but blanks.</summary>
    public bool AtEnd
    {
        get
        {
            Blanks();
            return left.IsEmpty;
        }
    }

    /// <summary>A letter, and steps over it; the zero character where none stands.</summary>
    public char Letter()
    {
        Blanks();
        if (left.IsEmpty || !char.IsAsciiLetter(left[0]))
        {
            return '\0';
        }

        var letter = left[0];
        left = left[1..];
        return letter;
    }

    /// <summary>Steps over a character.</summary>
    /// <returns>Whether it stood there.</returns>
    public bool Step(char character)
    {
        Blanks();
        if (left.IsEmpty || left[0] != character)
        {
            return false;
        }

        left = left[1..];
        return true;
    }

    /// <summary>Steps over a comma and blanks.</summary>
    public void Comma() => Step(',');

    /// <summary>Whether a number stands next.</summary>
    public bool NumberNext()
    {
        Blanks();
        return NumberLength() > 0;
    }

    /// <summary>A finite number, with the comma that may stand before it.</summary>
    /// <returns>Whether one stood there.</returns>
    public bool Number(out double value)
    {
        Blanks();
        var length = NumberLength();
        value = 0;
        if (length == 0 || !double.TryParse(left[..length], NumberStyles.Float, CultureInfo.InvariantCulture, out value) || !double.IsFinite(value))
        {
            return false;
        }

        left = left[length..];
        Comma();
        return true;
    }

    /// <summary>Several numbers.</summary>
    public bool Numbers(scoped Span<double> values)
    {
        foreach (ref var value in values)
        {
            if (!Number(out value))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>A flag of an arc: one digit, which the next number may follow without a gap.</summary>
    public bool Flag(out bool value)
    {
        Blanks();
        value = !left.IsEmpty && left[0] == '1';
        if (left.IsEmpty || left[0] is not ('0' or '1'))
        {
            return false;
        }

        left = left[1..];
        Comma();
        return true;
    }

    /// <summary>What is left.</summary>
    public readonly string Rest() => left.ToString();

    private readonly int NumberLength()
    {
        var i = 0;
        if (i < left.Length && left[i] is '+' or '-')
        {
            i++;
        }

        var digits = 0;
        for (; i < left.Length && char.IsAsciiDigit(left[i]); i++)
        {
            digits++;
        }

        if (i < left.Length && left[i] == '.')
        {
            for (i++; i < left.Length && char.IsAsciiDigit(left[i]); i++)
            {
                digits++;
            }
        }

        if (digits == 0)
        {
            return 0;
        }

        // An e that no number follows is the unit's: "1em".
        var exponent = i + 1 < left.Length && left[i] is 'e' or 'E' ? i + 1 + (left[i + 1] is '+' or '-' ? 1 : 0) : left.Length;
        if (exponent < left.Length && char.IsAsciiDigit(left[exponent]))
        {
            for (i = exponent; i < left.Length && char.IsAsciiDigit(left[i]);)
            {
                i++;
            }
        }

        return i;
    }

    private void Blanks()
    {
        var i = 0;
        while (i < left.Length && left[i] is ' ' or '\t' or '\n' or '\r' or '\f')
        {
            i++;
        }

        left = left[i..];
    }
}
