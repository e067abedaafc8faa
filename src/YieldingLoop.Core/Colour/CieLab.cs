namespace YieldingLoop.Core.Colour;

/// <summary>A colour in CIELAB (D65, 2° observer).</summary>
/// <param name="L">Lightness, 0 … 100.</param>
/// <param name="A">Green to red.</param>
/// <param name="B">Blue to yellow.</param>
public readonly record struct CieLab(double L, double A, double B)
{
    /// <summary>Reads an sRGB colour written #rrggbb.</summary>
    /// <returns>False where the text is not such a colour.</returns>
    public static bool TryFromHex(string? hex, out CieLab lab)
    {
        var read = Srgb.TryFromHex(hex, out var colour);
        lab = read ? FromSrgb(colour.Red / 255.0, colour.Green / 255.0, colour.Blue / 255.0) : default;
        return read;
    }

    /// <summary>From sRGB components, 0 … 1 each. Source: IEC 61966-2-1 and CIE 15, constants from memory.</summary>
    public static CieLab FromSrgb(double red, double green, double blue) => FromLinear(Linear(red), Linear(green), Linear(blue));

    /// <summary>The linear component of an sRGB one, 0 … 1 (IEC 61966-2-1).</summary>
    internal static double Linear(double c) => c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);

    /// <summary>From linear sRGB components, 0 … 1 each.</summary>
    internal static CieLab FromLinear(double r, double g, double b)
    {
        var x = (0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047;
        var y = 0.2126729 * r + 0.7151522 * g + 0.0721750 * b;
        var z = (0.0193339 * r + 0.1191920 * g + 0.9503041 * b) / 1.08883;
        return new CieLab(116 * F(y) - 16, 500 * (F(x) - F(y)), 200 * (F(y) - F(z)));

        static double F(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;
    }

    /// <summary>
    /// CIEDE2000 colour difference ΔE₀₀ with k_L = k_C = k_H = 1.
    /// </summary>
    /// <remarks>Source: ISO/CIE 11664-6; formula as in Sharma, Wu and Dalal, Color Research &amp; Application 30 (2005).</remarks>
    public static double Difference(CieLab first, CieLab second)
    {
        const double Pow25To7 = 6103515625;
        double c1 = Math.Sqrt(first.A * first.A + first.B * first.B), c2 = Math.Sqrt(second.A * second.A + second.B * second.B);
        var cMean7 = Math.Pow((c1 + c2) / 2, 7);
        var g = 0.5 * (1 - Math.Sqrt(cMean7 / (cMean7 + Pow25To7)));
        double a1 = (1 + g) * first.A, a2 = (1 + g) * second.A;
        double cp1 = Math.Sqrt(a1 * a1 + first.B * first.B), cp2 = Math.Sqrt(a2 * a2 + second.B * second.B);
        double h1 = Hue(a1, first.B), h2 = Hue(a2, second.B);

        var dL = second.L - first.L;
        var dC = cp2 - cp1;
        var product = cp1 * cp2;
        var dh = h2 - h1;
        if (product == 0)
        {
            dh = 0;
        }
        else if (dh > 180)
        {
            dh -= 360;
        }
        else if (dh < -180)
        {
            dh += 360;
        }

        var dH = 2 * Math.Sqrt(product) * Sin(dh / 2);
        var lMean = (first.L + second.L) / 2;
        var cpMean = (cp1 + cp2) / 2;
        var hSum = h1 + h2;
        var hMean = product == 0 ? hSum
            : Math.Abs(h1 - h2) <= 180 ? hSum / 2
            : hSum < 360 ? (hSum + 360) / 2
            : (hSum - 360) / 2;

        var t = 1 - 0.17 * Cos(hMean - 30) + 0.24 * Cos(2 * hMean) + 0.32 * Cos(3 * hMean + 6) - 0.20 * Cos(4 * hMean - 63);
        var l50 = (lMean - 50) * (lMean - 50);
        var sL = 1 + 0.015 * l50 / Math.Sqrt(20 + l50);
        var sC = 1 + 0.045 * cpMean;
        var sH = 1 + 0.015 * cpMean * t;
        var cp7 = Math.Pow(cpMean, 7);
        var rotation = -2 * Math.Sqrt(cp7 / (cp7 + Pow25To7)) * Sin(60 * Math.Exp(-Math.Pow((hMean - 275) / 25, 2)));
        double l = dL / sL, c = dC / sC, h = dH / sH;
        return Math.Sqrt(l * l + c * c + h * h + rotation * c * h);

        static double Hue(double a, double b)
        {
            if (a == 0 && b == 0)
            {
                return 0;
            }

            var degrees = Math.Atan2(b, a) * 180 / Math.PI;
            return degrees < 0 ? degrees + 360 : degrees;
        }

        static double Sin(double degrees) => Math.Sin(degrees * Math.PI / 180);
        static double Cos(double degrees) => Math.Cos(degrees * Math.PI / 180);
    }
}
