namespace YieldingLoop.Core.Patterns;

/// <summary>A length as an SVG attribute gives it.</summary>
/// <param name="Pixels">In CSS pixels; 0 where its unit cannot be measured.</param>
/// <param name="Unit">Its unit in small letters; empty for none.</param>
internal readonly record struct SvgLength(double Pixels, string Unit)
{
    /// <summary>CSS pixels in an inch (CSS Values and Units, section on absolute lengths).</summary>
    public const double PixelsPerInch = 96;

    /// <summary>Millimetres in an inch, by definition since 1959.</summary>
    public const double MillimetresPerInch = 25.4;

    private static readonly Dictionary<string, double> Absolute = new()
    {
        [""] = 1, ["px"] = 1, ["in"] = PixelsPerInch, ["cm"] = PixelsPerInch / 2.54, ["mm"] = PixelsPerInch / MillimetresPerInch,
        ["q"] = PixelsPerInch / MillimetresPerInch / 4, ["pt"] = PixelsPerInch / 72, ["pc"] = PixelsPerInch / 6,
    };

    /// <summary>Whether it is a length in the world, and not one of the screen.</summary>
    public bool Physical => Unit is not ("" or "px" or "%") && Absolute.ContainsKey(Unit);

    /// <summary>Reads one.</summary>
    /// <param name="text">The attribute.</param>
    /// <param name="whole">What 100 % is, pixels.</param>
    /// <returns>Null where it is none, or its unit hangs on something that is not in the file, as a letter's height does.</returns>
    public static SvgLength? Read(string text, double whole)
    {
        var scan = new SvgScanner(text);
        if (!scan.Number(out var value))
        {
            return null;
        }

        var unit = scan.Rest().Trim().ToLowerInvariant();
        return unit == "%" ? new(whole * value / 100, unit) : Absolute.TryGetValue(unit, out var size) ? new(value * size, unit) : null;
    }
}

/// <summary>Reads the attribute transform: a row of maps, the last of which is done first.</summary>
internal static class SvgTransform
{
    private const int MostMaps = 1000;

    /// <summary>The map; null where it cannot be read.</summary>
    public static Affine? Read(string? text)
    {
        var map = Affine.Identity;
        if (string.IsNullOrWhiteSpace(text) || text.Trim() == "none")
        {
            return map;
        }

        var scan = new SvgScanner(text);
        Span<double> n = stackalloc double[6];
        for (var maps = 0; !scan.AtEnd; maps++)
        {
            var name = "";
            for (var letter = scan.Letter(); letter != '\0' && name.Length < 12; letter = scan.Letter())
            {
                name += letter;
            }

            if (maps == MostMaps || !scan.Step('('))
            {
                return null;
            }

            var count = 0;
            while (count < n.Length && scan.Number(out var value))
            {
                n[count++] = value;
            }

            if (!scan.Step(')') || One(name, n[..count]) is not { } one)
            {
                return null;
            }

            map = map.After(one);
            scan.Comma();
        }

        return map.Finite ? map : null;
    }

    private static Affine? One(string name, ReadOnlySpan<double> n) => (name, n.Length) switch
    {
        ("matrix", 6) => new(n[0], n[1], n[2], n[3], n[4], n[5]),
        ("translate", 1 or 2) => Affine.Move(n[0], n.Length == 2 ? n[1] : 0),
        ("scale", 1 or 2) => Affine.Scale(n[0], n.Length == 2 ? n[1] : n[0]),
        ("rotate", 1) => Affine.Rotate(n[0]),
        ("rotate", 3) => Affine.Move(n[1], n[2]).After(Affine.Rotate(n[0])).After(Affine.Move(-n[1], -n[2])),
        ("skewX", 1) => new(1, 0, Math.Tan(n[0] * Math.PI / 180), 1, 0, 0),
        ("skewY", 1) => new(1, Math.Tan(n[0] * Math.PI / 180), 0, 1, 0, 0),
        _ => null,
    };
}

/// <summary>How a view box is laid into the room it is given (SVG 2, chapter Coordinate systems; quoted from memory).</summary>
internal static class SvgViewBox
{
    /// <summary>Reads the attribute viewBox.</summary>
    /// <returns>Its left, top, width and height; null where it is none.</returns>
    public static (double X, double Y, double Width, double Height)? Read(string? text)
    {
        var scan = new SvgScanner(text);
        Span<double> n = stackalloc double[4];
        return scan.Numbers(n) && scan.AtEnd && n[2] > 0 && n[3] > 0 ? (n[0], n[1], n[2], n[3]) : null;
    }

    /// <summary>The map from the view box to the room.</summary>
    /// <param name="box">The view box.</param>
    /// <param name="width">The room's width, pixels.</param>
    /// <param name="height">The room's height, pixels.</param>
    /// <param name="aspect">The attribute preserveAspectRatio; null for none.</param>
    public static Affine Fit((double X, double Y, double Width, double Height) box, double width, double height, string? aspect)
    {
        var words = (aspect ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(w => w != "defer").ToArray();
        var align = words.Length > 0 ? words[0] : "xMidYMid";
        var (x, y) = (width / box.Width, height / box.Height);
        if (align == "none")
        {
            return Affine.Scale(x, y).After(Affine.Move(-box.X, -box.Y));
        }

        var scale = words.Length > 1 && words[1] == "slice" ? Math.Max(x, y) : Math.Min(x, y);
        double Left(string min, string max, double room) => align.Contains(min, StringComparison.Ordinal) ? 0 : align.Contains(max, StringComparison.Ordinal) ? room : room / 2;
        return Affine.Move(Left("xMin", "xMax", width - (box.Width * scale)), Left("YMin", "YMax", height - (box.Height * scale))).After(Affine.Scale(scale, scale)).After(Affine.Move(-box.X, -box.Y));
    }
}
