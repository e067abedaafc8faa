using System.Globalization;
using System.Text.RegularExpressions;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Web.Forms;

/// <summary>What a field of a form is called in a list of faults, which stands far from the field's own label.</summary>
public static partial class FieldLabels
{
    /// <summary>"Upper looper's dial, neutral" for "Input.Dials[2].Neutral"; null where a part of the path has no name.</summary>
    /// <param name="noun">What the record is called in the vocabulary, "machine".</param>
    /// <param name="key">The field's name in the form.</param>
    /// <param name="part">Names one row of a list of the form; null where it is only numbered.</param>
    public static string? Of(string noun, string key, Func<string, int, string?> part)
    {
        var names = new List<string>();
        foreach (var segment in key.Split('.').SkipWhile(s => s == "Input"))
        {
            var match = Segment().Match(segment);
            if (!match.Success)
            {
                return null;
            }

            var (name, row) = (match.Groups["name"].Value, match.Groups["row"].Value);
            var index = row.Length == 0 ? -1 : int.Parse(row, CultureInfo.InvariantCulture);
            var label = (index >= 0 ? part(name, index) : null) ?? Named(noun, name);
            if (label is null)
            {
                return null;
            }

            names.Add(index >= 0 && part(name, index) is null ? $"{label} {index + 1}" : label);
        }

        return names.Count == 0 ? null : Phrase.Capital(names[0]) + string.Concat(names.Skip(1).Select(n => $", {char.ToLowerInvariant(n[0])}{n[1..]}"));
    }

    private static string? Named(string noun, string property)
    {
        var camel = char.ToLowerInvariant(property[0]) + property[1..];
        return FormOnly.GetValueOrDefault($"{noun}.{camel}") ?? Vocabulary.Field($"{noun}.{camel}");
    }

    /// <summary>Fields that a form asks otherwise than its record keeps them.</summary>
    private static readonly Dictionary<string, string> FormOnly = new()
    {
        ["machine.chart"] = "Needle and thread chart, line", ["machine.coverDifferential"] = "Cover stitches, differential", ["machine.coverFeet"] = "Special foot for cover stitches",
        ["machine.coverLeftTipHigherMm"] = "Cover stitches, left tip higher by", ["machine.knifeAtLeast"] = "Knife dial at the smallest", ["machine.knifeAtMost"] = "Knife dial at the largest",
        ["machine.loopWidthMm"] = "loops lie at", ["machine.table"] = "Manual’s table, row", ["machine.coverDials"] = "Dial", ["machine.machineKind"] = "Kind of machine",
        ["seam.easeMovementId"] = "And moving adds", ["seam.openingMm"] = "Opening at rest, round", ["seam.passMm"] = "Has to pass", ["seam.otherClothId"] = "Another cloth in the seam",
        ["seam.otherCutPercent"] = "Other cloth, cut to", ["seam.otherDirection"] = "The seam runs on the other cloth", ["seam.otherPlies"] = "Layers of the other cloth",
        ["state.lengthMm"] = "Stitch length", ["state.number"] = "dial", ["state.pointId"] = "point", ["state.thread"] = "thread", ["state.secondThread"] = "second thread", ["state.places"] = "Place",
        ["state.stitchId"] = "Stitch chosen", ["state.plateName"] = "Needle plate", ["state.footName"] = "Presser foot", ["state.fingerName"] = "Finger", ["state.converterName"] = "Converter",
        ["swatch.number"] = "dial", ["swatch.dials"] = "Dial", ["swatch.key"] = "photo", ["swatch.firstX"] = "first mark", ["swatch.firstY"] = "first mark", ["swatch.secondX"] = "second mark", ["swatch.secondY"] = "second mark", ["swatch.apartMm"] = "marks apart", ["swatch.rows"] = "Row", ["swatch.loopMm"] = "needle loop", ["swatch.setupId"] = "What it was sewn with",
        ["thread.colourCode"] = "Colour, its code", ["cloth.colourCode"] = "Colour, its code", ["thread.metresFrom"] = "How much is left",
        ["state.needleSystem"] = "Needle system", ["state.knifeAway"] = "Knife",
    };

    [GeneratedRegex(@"^(?<name>[A-Za-z]+)(?:\[(?<row>\d{1,4})\])?$")]
    private static partial Regex Segment();
}
