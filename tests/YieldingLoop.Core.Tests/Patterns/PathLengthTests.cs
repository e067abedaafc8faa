using System.Globalization;
using System.Text;
using SkiaSharp;

namespace YieldingLoop.Core.Tests.Patterns;

/// <summary>
/// Lengths of paths, held against SkiaSharp's path measure (a general geometry library, in single precision) and against closed forms.
/// </summary>
public class PathLengthTests
{
    private const double MillimetresPerPixel = 25.4 / 96;

    [Fact]
    public void Random_paths_of_every_command_and_transform_are_as_long_as_a_geometry_library_says()
    {
        var random = new Random(2101);
        var used = new HashSet<char>();
        for (var i = 0; i < 500; i++)
        {
            var (written, plain) = Path(random, used);
            var (transforms, map) = Transforms(random);
            var (frame, fit) = Frame(random);
            var svg = $"""<svg {frame}>{string.Concat(transforms.Select(t => $"<g transform=\"{t}\">"))}<path d="{written}"/>{string.Concat(transforms.Select(_ => "</g>"))}</svg>""";
            var strokes = Drawn.Read(svg).Strokes;
            var expected = Measured(plain, fit.PreConcat(map)) * MillimetresPerPixel;
            Assert.True(Math.Abs(strokes.Sum(s => s.Outline.Length) - expected) <= 0.001 * expected, $"path {i}: {strokes.Sum(s => s.Outline.Length)} mm, and the library says {expected} mm.\n{svg}");
        }

        Assert.Equal("ACHLMQSTVZachlmqstvz", string.Concat(used.Order()));
    }

    [Theory]
    [InlineData(10, 10)]
    [InlineData(100, 60)]
    [InlineData(100, 5)]
    public void An_ellipse_is_as_long_as_its_series_says(double a, double b)
    {
        // Perimeter 2πa·(1 − Σ ((2n−1)!!/(2n)!!)² e²ⁿ/(2n−1)): the series of the complete elliptic integral of the second kind (Abramowitz and Stegun 17.3.12).
        var square = 1 - (b * b / (a * a));
        var (sum, factor, power) = (1.0, 1.0, 1.0);
        for (var n = 1; n < 20_000; n++)
        {
            factor *= (2.0 * n - 1) / (2 * n);
            power *= square;
            sum -= factor * factor * power / ((2 * n) - 1);
        }

        var expected = Math.Tau * a * sum;
        Assert.Equal(expected, Drawn.Millimetres(Invariant($"""<ellipse cx="200" cy="200" rx="{a}" ry="{b}"/>""")).Strokes[0].Outline.Length, expected * 1e-6);
        Assert.Equal(expected, Drawn.Millimetres(Invariant($"""<path transform="rotate(33)" d="M{300 - a} 50A{a} {b} 0 1 0 {300 + a} 50A{a} {b} 0 0 0 {300 - a} 50z"/>""")).Strokes[0].Outline.Length, expected * 1e-6);
    }

    [Fact]
    public void Lines_circles_and_parabolas_are_as_long_as_their_closed_forms()
    {
        Assert.Equal(50, Drawn.Millimetres("""<line x1="10" y1="10" x2="40" y2="50"/>""").Strokes[0].Outline.Length, 9);
        Assert.Equal(Math.Tau * 25, Drawn.Millimetres("""<circle cx="50" cy="50" r="25"/>""").Strokes[0].Outline.Length, 9);
        // Half a turn by an arc too small to reach is made as large as it must be.
        Assert.Equal(Math.PI * 50, Drawn.Millimetres("""<path d="M0 0A1 1 0 0 1 100 0"/>""").Strokes[0].Outline.Length, 9);
        // y = x²/p from −100 to 100 with p = 100: 100·(√5 + asinh(2)/2).
        Assert.Equal(100 * (Math.Sqrt(5) + (Math.Asinh(2) / 2)), Drawn.Millimetres("""<path d="M100 100q100 -200 200 0"/>""").Strokes[0].Outline.Length, 6);
        Assert.Equal((4 * 60) + (Math.Tau * 20), Drawn.Millimetres("""<rect width="100" height="100" rx="20"/>""").Strokes[0].Outline.Length, 9);
        // There and back on one line, x = 600·t(1−t): 150 out and 150 back, with a cusp half way.
        Assert.Equal(300, Drawn.Millimetres("""<path d="M0 0C200 0 200 0 0 0"/>""").Strokes[0].Outline.Length, 6);
    }

    [Fact]
    public void A_damaged_path_counts_up_to_the_fault_and_says_so()
    {
        var drawing = Drawn.Millimetres("""<path d="M0 0H100V50L20"/>""");
        Assert.Equal(150, drawing.Strokes[0].Outline.Length, 9);
        Assert.Equal("gap-damaged", Assert.Single(drawing.Gaps).Code);
        foreach (var bad in new[] { "L 3 3", "M1 2 x 3", "M0 0 A1 1 0 2 0 3 3", "M0,0 1e999 3", "5 5", "M0 0z 3 3" })
        {
            Assert.Contains(Drawn.Millimetres($"""<rect width="30" height="30"/><path d="{bad}"/>""").Gaps, g => g.Code == "gap-damaged");
        }
    }

    private static string Invariant(FormattableString text) => FormattableString.Invariant(text);

    /// <summary>The library's length of a path under a map, pixels.</summary>
    private static double Measured(string path, SKMatrix map)
    {
        using var drawn = SKPath.ParseSvgPathData(path);
        drawn.Transform(map);
        using var measure = new SKPathMeasure(drawn, false, 200);
        var sum = 0.0;
        do
        {
            sum += measure.Length;
        }
        while (measure.NextContour());

        return sum;
    }

    /// <summary>A path as it may be written, and the same written plainly.</summary>
    private static (string Written, string Plain) Path(Random random, HashSet<char> used)
    {
        var (written, plain) = (new StringBuilder(), new StringBuilder());
        void Add(char command, params (double Value, bool Flag)[] numbers)
        {
            used.Add(command);
            var repeats = written.Length > 0 && numbers.Length > 0 && random.Next(3) == 0 && LastCommand(written) == command && command is not ('M' or 'm');
            plain.Append(command).AppendJoin(' ', numbers.Select(n => n.Value.ToString(CultureInfo.InvariantCulture))).Append(' ');
            if (!repeats)
            {
                written.Append(random.Next(2) == 0 ? " " : "").Append(command);
            }

            foreach (var (i, (value, flag)) in numbers.Index())
            {
                var text = flag ? (value == 0 ? "0" : "1") : random.Next(6) == 0 ? value.ToString("E3", CultureInfo.InvariantCulture) : Short(value);
                // Nothing has to stand between numbers that cannot be taken for one.
                var first = i == 0 && !repeats;
                var free = first || (i > 0 && numbers[i - 1].Flag) || text[0] == '-';
                written.Append(free && random.Next(2) == 0 ? "" : first || random.Next(2) == 0 ? " " : i == 0 ? "\n" : ",").Append(text);
            }
        }

        (double, bool) Number() => (Math.Round((random.NextDouble() * 400) - 100, random.Next(4)), false);
        (double, bool) Radius() => (Math.Round(5 + (random.NextDouble() * 200), 1), false);
        (double, bool) Flag() => (random.Next(2), true);
        Add('M', Number(), Number());
        for (var i = random.Next(1, 12); i > 0; i--)
        {
            var command = "LHVCSQTAlhvcsqtaMmZz"[random.Next(20)];
            switch (char.ToUpperInvariant(command))
            {
                case 'H' or 'V':
                    Add(command, Number());
                    break;
                case 'L' or 'T' or 'M':
                    Add(command, Number(), Number());
                    break;
                case 'C':
                    Add(command, Number(), Number(), Number(), Number(), Number(), Number());
                    break;
                case 'S' or 'Q':
                    Add(command, Number(), Number(), Number(), Number());
                    break;
                case 'A':
                    Add(command, Radius(), Radius(), Number(), Flag(), Flag(), Number(), Number());
                    break;
                default:
                    Add(command);
                    break;
            }
        }

        Add('L', Number(), Number());
        return (written.ToString(), plain.ToString());
    }

    /// <summary>Without the 0 before a point, as programs write it.</summary>
    private static string Short(double value) => value.ToString(CultureInfo.InvariantCulture) is var text && text.StartsWith("0.", StringComparison.Ordinal) ? text[1..] : text.StartsWith("-0.", StringComparison.Ordinal) ? "-" + text[2..] : text;

    private static char LastCommand(StringBuilder text)
    {
        for (var i = text.Length - 1; i >= 0; i--)
        {
            if (char.IsAsciiLetter(text[i]) && text[i] != 'E')
            {
                return text[i];
            }
        }

        return '\0';
    }

    /// <summary>Up to three groups with maps, and what the library makes of them.</summary>
    private static (List<string> Written, SKMatrix Map) Transforms(Random random)
    {
        var (written, map) = (new List<string>(), SKMatrix.Identity);
        for (var groups = random.Next(4); groups > 0; groups--)
        {
            var text = new List<string>();
            for (var maps = random.Next(1, 4); maps > 0; maps--)
            {
                double Number(double least, double most) => Math.Round(least + (random.NextDouble() * (most - least)), 2);
                var (a, b, c) = (Number(-40, 40), Number(-40, 40), Number(-40, 40));
                var (x, y) = (Number(0.4, 2), Number(-2, -0.4));
                var (one, that) = random.Next(8) switch
                {
                    0 => (Invariant($"translate({a} {b})"), SKMatrix.CreateTranslation((float)a, (float)b)),
                    1 => (Invariant($"translate({a})"), SKMatrix.CreateTranslation((float)a, 0)),
                    2 => (Invariant($"scale({x},{y})"), SKMatrix.CreateScale((float)x, (float)y)),
                    3 => (Invariant($"scale( {x} )"), SKMatrix.CreateScale((float)x, (float)x)),
                    4 => (Invariant($"rotate({a})"), SKMatrix.CreateRotationDegrees((float)a)),
                    5 => (Invariant($"rotate({a},{b} {c})"), SKMatrix.CreateRotationDegrees((float)a, (float)b, (float)c)),
                    6 => random.Next(2) == 0
                        ? (Invariant($"skewX({a})"), SKMatrix.CreateSkew((float)Math.Tan(a * Math.PI / 180), 0))
                        : (Invariant($"skewY({a})"), SKMatrix.CreateSkew(0, (float)Math.Tan(a * Math.PI / 180))),
                    _ => (Invariant($"matrix({x} {a / 100} {b / 100} {y} {c} {a})"), new SKMatrix((float)x, (float)(b / 100), (float)c, (float)(a / 100), (float)y, (float)a, 0, 0, 1)),
                };
                text.Add(one);
                map = map.PreConcat(that);
            }

            written.Add(string.Join(random.Next(2) == 0 ? " " : ",\n", text));
        }

        return (written, map);
    }

    /// <summary>The outermost room in random units, and the map to pixels by the rules of SVG said a second time.</summary>
    private static (string Attributes, SKMatrix Map) Frame(Random random)
    {
        var (unit, pixels) = new[] { ("", 1.0), ("px", 1), ("mm", 96 / 25.4), ("cm", 96 / 2.54), ("in", 96), ("pt", 96 / 72.0), ("pc", 16) }[random.Next(7)];
        var (width, height) = (Math.Round(3 + (random.NextDouble() * 10), 2), Math.Round(3 + (random.NextDouble() * 10), 2));
        if (random.Next(4) == 0)
        {
            return (Invariant($"""width="{width}{unit}" height="{height}{unit}" """), SKMatrix.Identity);
        }

        var (x, y, w, h) = (random.Next(-50, 50), random.Next(-50, 50), random.Next(10, 40), random.Next(10, 40));
        var (horizontal, vertical) = (random.Next(3), random.Next(3));
        var slice = random.Next(3) == 0;
        var (sx, sy) = (width * pixels / w, height * pixels / h);
        string aspect;
        switch (random.Next(4))
        {
            case 0:
                aspect = """preserveAspectRatio="none" """;
                break;
            case 1:
                (aspect, horizontal, vertical) = ("", 1, 1);
                sx = sy = Math.Min(sx, sy);
                break;
            default:
                aspect = $"""preserveAspectRatio="x{"Min Mid Max".Split(' ')[horizontal]}Y{"Min Mid Max".Split(' ')[vertical]}{(slice ? " slice" : random.Next(2) == 0 ? " meet" : "")}" """;
                sx = sy = slice ? Math.Max(sx, sy) : Math.Min(sx, sy);
                break;
        }

        var map = new SKMatrix((float)sx, 0, (float)(((width * pixels) - (w * sx)) * horizontal / 2 - (x * sx)), 0, (float)sy, (float)(((height * pixels) - (h * sy)) * vertical / 2 - (y * sy)), 0, 0, 1);
        return (Invariant($"""width="{width}{unit}" height="{height}{unit}" viewBox="{x} {y} {w} {h}" {aspect}"""), map);
    }
}
