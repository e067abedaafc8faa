using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace YieldingLoop.Core.Colour;

/// <summary>
/// Palettes as general image programs keep them: a line “GIMP Palette”, lines with a name and a number of columns, remarks, and
/// a line for each colour with its red, green and blue from 0 to 255 and its name. The format is quoted from memory.
/// </summary>
public static partial class GimpPalette
{
    /// <summary>Ending of such files.</summary>
    public const string Ending = ".gpl";

    /// <summary>The first line of every one.</summary>
    public const string FirstLine = "GIMP Palette";

    /// <summary>Reads a file.</summary>
    /// <param name="text">What stands in it.</param>
    /// <param name="name">What the palette is called where the file gives no name.</param>
    /// <returns>The palette, or the first line that is wrong with what it should be.</returns>
    public static Outcome<Palette> Read(string text, string name)
    {
        var (colours, number, count) = (new List<PaletteColour>(), 0, 0);
        static Outcome<Palette> Wrong(string message) => Outcome.Failed<Palette>([new("file", message)]);
        foreach (var span in text.AsSpan().TrimStart('\ufeff').EnumerateLines())
        {
            var line = span.Trim().ToString();
            if (++number == 1)
            {
                if (line != FirstLine)
                {
                    return Wrong($"This is no palette file: its first line is not “{FirstLine}”.");
                }

                continue;
            }

            if (line.Length == 0 || line[0] == '#')
            {
                continue;
            }

            if (Header().Match(line) is { Success: true } header && colours.Count == 0)
            {
                name = header.Groups["key"].Value == "Name" && header.Groups["value"].Value.Trim() is { Length: > 0 } given ? given : name;
                continue;
            }

            if (Colour().Match(line) is not { Success: true } match || Component(match, "r") is not { } red || Component(match, "g") is not { } green || Component(match, "b") is not { } blue)
            {
                return Wrong($"Line {number}: a colour is three numbers from 0 to 255 for red, green and blue, and its name.");
            }

            count++;
            if (count <= Palette.MostColours)
            {
                var called = match.Groups["name"].Value.Trim();
                colours.Add(new(new Srgb(red, green, blue).Hex, called == "Untitled" ? "" : Cut(called)));
            }
        }

        return count == 0 ? Wrong("There is no colour in it.")
            : count > Palette.MostColours ? Wrong(string.Create(CultureInfo.InvariantCulture, $"There are {count:#,0} colours in it; a palette has at most {Palette.MostColours:#,0}. Make a smaller one of those you use."))
            : Outcome.Of(new Palette { Name = Cut(name.Trim()) is { Length: > 0 } called2 ? called2 : "Palette", Colours = colours });
    }

    /// <summary>Writes a file that reads back the same.</summary>
    public static string Write(Palette palette)
    {
        var text = new StringBuilder(FirstLine).Append('\n').Append(CultureInfo.InvariantCulture, $"Name: {OneLine(palette.Name)}\nColumns: 8\n#\n");
        foreach (var colour in palette.Colours)
        {
            if (Srgb.TryFromHex(colour.Hex, out var c))
            {
                text.Append(CultureInfo.InvariantCulture, $"{c.Red,3} {c.Green,3} {c.Blue,3}\t{(OneLine(colour.Name) is { Length: > 0 } name ? name : "Untitled")}\n");
            }
        }

        return text.ToString();
    }

    private static byte? Component(Match match, string group) => int.TryParse(match.Groups[group].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value <= 255 ? (byte)value : null;

    private static string OneLine(string name) => string.Join(' ', name.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    private static string Cut(string name)
    {
        var clean = OneLine(new string([.. name.Where(c => !char.IsControl(c) || char.IsWhiteSpace(c))]));
        return clean.Length <= Palette.LongestName ? clean : clean[..(char.IsHighSurrogate(clean[Palette.LongestName - 1]) ? Palette.LongestName - 1 : Palette.LongestName)].TrimEnd();
    }

    [GeneratedRegex(@"^(?<key>Name|Columns|Channels)\s*:(?<value>.*)$")]
    private static partial Regex Header();

    [GeneratedRegex(@"^(?<r>[0-9]{1,3})\s+(?<g>[0-9]{1,3})\s+(?<b>[0-9]{1,3})(?:\s+(?<name>.*))?$")]
    private static partial Regex Colour();
}
