using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>The published schemas are those the contracts make, and say in words what each member means.</summary>
public partial class ExchangeSchemaTests
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    [Theory]
    [InlineData(ExchangeHolds.Workroom)]
    [InlineData(ExchangeHolds.Garment)]
    [InlineData(ExchangeHolds.Setup)]
    [InlineData(ExchangeHolds.Cloth)]
    [InlineData(ExchangeHolds.Machine)]
    [InlineData(ExchangeHolds.Swatches)]
    public void The_published_schema_is_what_the_contracts_make(ExchangeHolds holds)
    {
        var made = new ExchangeSchema(new XmlDocs().Of).Of(holds).ToJsonString(Indented) + "\n";
        var path = Path.Combine(Root(), "docs", "formats", ExchangeSchema.FileName(holds));
        if (!File.Exists(path) || File.ReadAllText(path) != made)
        {
            var beside = Path.Combine(Path.GetTempPath(), ExchangeSchema.FileName(holds));
            File.WriteAllText(beside, made);
            Assert.Fail($"The contracts say something else than {path}. If that version was released, count the version up; what they say was written to {beside}.");
        }

        using var served = ExchangeSchema.Find(ExchangeSchema.FileName(holds));
        Assert.Equal(made, new StreamReader(served!).ReadToEnd());
    }

    [Fact]
    public void Every_member_says_what_it_means()
    {
        var schema = new ExchangeSchema(new XmlDocs().Of).Of(ExchangeHolds.Workroom);
        var silent = from def in schema["$defs"]!.AsObject()
                     from members in def.Value!["oneOf"] is JsonArray kinds ? kinds.Select(k => k!["properties"]) : [def.Value["properties"]]
                     from member in members?.AsObject() ?? []
                     where member.Value!["description"] is null && member.Value["const"] is null && member.Key != "code"
                     select $"{def.Key}.{member.Key}";

        Assert.Empty(silent.Distinct());
    }

    private static string Root([CallerFilePath] string here = "") => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "..", ".."));

    /// <summary>What the code says of its members.</summary>
    private sealed partial class XmlDocs
    {
        private readonly Dictionary<string, XElement> members = new[] { typeof(ExchangeSchema).Assembly, typeof(Core.Problem).Assembly }
            .SelectMany(a => XDocument.Load(Path.ChangeExtension(a.Location, ".xml")).Descendants("member"))
            .DistinctBy(m => m.Attribute("name")!.Value).ToDictionary(m => m.Attribute("name")!.Value);

        public string? Of(MemberInfo member)
        {
            var name = member is Type type ? $"T:{type.FullName}" : $"P:{member.DeclaringType!.FullName}.{member.Name}";
            return Summary(name) ?? (member is PropertyInfo property ? Parameter($"T:{property.DeclaringType!.FullName}", property.Name) : null);
        }

        private string? Summary(string name)
        {
            if (!members.TryGetValue(name, out var member))
            {
                return null;
            }

            return member.Element("summary") is { } summary ? Text(summary) : member.Element("inheritdoc")?.Attribute("cref") is { } source ? Summary(source.Value) : null;
        }

        /// <summary>Of a member that is a parameter of its type, the parameter.</summary>
        private string? Parameter(string type, string name)
        {
            if (!members.TryGetValue(type, out var member))
            {
                return null;
            }

            return member.Elements("param").FirstOrDefault(p => p.Attribute("name")!.Value == name) is { } parameter ? Text(parameter)
                : member.Element("inheritdoc")?.Attribute("cref") is { } source ? Parameter(source.Value, name) ?? Summary("P:" + source.Value[2..] + "." + name) : null;
        }

        private static string Text(XElement element)
        {
            var text = string.Concat(element.Nodes().Select(n => n switch
            {
                XText words => words.Value,
                XElement { Name.LocalName: "see" } see => see.Attribute("cref")!.Value.Split('.')[^1],
                XElement other => other.Value,
                _ => "",
            }));
            return Blanks().Replace(text, " ").Trim();
        }

        [GeneratedRegex(@"\s+")]
        private static partial Regex Blanks();
    }
}
