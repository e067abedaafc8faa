using System.Text.RegularExpressions;
using System.Xml.Linq;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Tests;

/// <summary>A figure's unit stands in its name, so that a percentage is never taken for a fraction nor an inch for a millimetre.</summary>
public sealed partial class NamesTests
{
    private static readonly Dictionary<string, string[]> NamedBy = new()
    {
        ["%"] = ["Percent", "Points"], ["mm"] = ["Mm", "Millimetre"], ["cN"] = ["Centinewtons"], ["g/m²"] = ["Gsm"], ["tex"] = ["Tex"], ["minutes"] = ["Minutes"], ["g/cm³"] = ["PerCubic"],
        ["cN/tex"] = ["CentinewtonsPerTex"], ["mg/cm"] = ["MgPerCm"], ["N/cm"] = ["NewtonsPerCm"], ["g"] = ["Grams"],
    };

    [Fact]
    public void A_property_that_is_told_in_a_unit_is_named_by_it()
    {
        var documented = XDocument.Load(Path.ChangeExtension(typeof(SeamModel).Assembly.Location, ".xml")).Descendants("member")
            .Select(m => (Name: m.Attribute("name")!.Value, Unit: Unit().Match(m.Element("summary")?.Value ?? "").Groups["unit"].Value))
            .Where(m => m.Name.StartsWith("P:", StringComparison.Ordinal) && m.Unit.Length > 0).ToList();
        Assert.True(documented.Count > 80);
        Assert.Empty(documented.Where(m => !NamedBy[m.Unit].Any(n => m.Name[(m.Name.LastIndexOf('.') + 1)..].Contains(n, StringComparison.OrdinalIgnoreCase))).Select(m => $"{m.Name} is told in {m.Unit}"));
    }

    [Fact]
    public void A_parameter_of_a_record_that_is_told_in_a_unit_is_named_by_it()
    {
        var records = typeof(SeamModel).Assembly.GetTypes().Where(t => t.GetMethod("<Clone>$") is not null).Select(t => t.FullName!.Replace('+', '.')).ToHashSet();
        var told = XDocument.Load(Path.ChangeExtension(typeof(SeamModel).Assembly.Location, ".xml")).Descendants("member")
            .Where(m => m.Attribute("name")!.Value is var name && name.StartsWith("M:", StringComparison.Ordinal) && name.Contains(".#ctor(", StringComparison.Ordinal) && records.Contains(name[2..name.IndexOf(".#ctor(", StringComparison.Ordinal)]))
            .SelectMany(m => m.Elements("param").Select(p => (Record: m.Attribute("name")!.Value, Name: p.Attribute("name")!.Value, Unit: Unit().Match(p.Value).Groups["unit"].Value))).Where(p => p.Unit.Length > 0).ToList();
        Assert.True(told.Count > 20);
        Assert.Empty(told.Where(p => !NamedBy[p.Unit].Any(n => p.Name.Contains(n, StringComparison.OrdinalIgnoreCase))).Select(p => $"{p.Record} {p.Name} is told in {p.Unit}"));
    }

    /// <summary>A unit after a comma, where a docstring gives one.</summary>
    [GeneratedRegex(@", (?<unit>%|mm|cN/tex|cN|g/m²|g/cm³|tex|minutes|mg/cm|N/cm|g)(?=[;.,( ]|$)")]
    private static partial Regex Unit();
}
