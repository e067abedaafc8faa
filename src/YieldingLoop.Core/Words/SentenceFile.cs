using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.RegularExpressions;

namespace YieldingLoop.Core.Words;

/// <summary>
/// The sentences of one topic, a template for each code. In a template {gapMm:0.00} is a figure in that format,
/// {thread:thread} a name said by the form "thread", {^thread:thread} the same with a capital, and what stands in
/// [brackets] is left out where a figure or name in it is missing.
/// </summary>
public sealed partial class SentenceFile
{
    private const string Missing = "?";

    private readonly Dictionary<string, string> templates;
    private readonly IReadOnlyDictionary<string, Func<double, string>> figureForms;
    private readonly IReadOnlyDictionary<string, Func<string, string>> nameForms;

    /// <summary>Reads a file of templates by topic and code.</summary>
    /// <param name="assembly">Where the file is embedded.</param>
    /// <param name="resource">Its name.</param>
    /// <param name="figureForms">Ways to say a figure beyond number formats.</param>
    /// <param name="nameForms">Ways to say an identifier.</param>
    /// <exception cref="ArgumentException">There is no such file.</exception>
    public SentenceFile(
        Assembly assembly, string resource, IReadOnlyDictionary<string, Func<double, string>> figureForms, IReadOnlyDictionary<string, Func<string, string>> nameForms)
    {
        using var stream = assembly.GetManifestResourceStream(resource)
            ?? throw new ArgumentException($"There is no file {resource}.", nameof(resource));
        var topics = JsonSerializer.Deserialize<Dictionary<string, Dictionary<string, string>>>(stream)!;
        templates = topics.SelectMany(t => t.Value).ToDictionary(t => t.Key, t => t.Value, StringComparer.Ordinal);
        templates.Add(Finding.Written, "{text}");
        (this.figureForms, this.nameForms) = (figureForms, nameForms);
    }

    /// <summary>Every code that has a template.</summary>
    public IReadOnlyCollection<string> Codes => templates.Keys;

    /// <summary>The sentence of a finding.</summary>
    /// <returns>Never throws: a code without a template is said as it is with its figures, and what a template misses is a question mark.</returns>
    public string Say(Finding finding)
    {
        if (!templates.TryGetValue(finding.Code, out var template))
        {
            return string.Join(' ', [finding.Code.Replace('-', ' '), .. finding.Figures.Select(f => $"{f.Key} {f.Value.ToString("0.###", CultureInfo.InvariantCulture)}"), .. finding.Names.Values]);
        }

        var whole = Optional().Replace(template, part => Fields().Matches(part.Value).All(f => Has(finding, f.Groups["name"].Value)) ? part.Value[1..^1] : "");
        return Fields().Replace(whole, field => SayField(finding, field));
    }

    /// <summary>What a finding lacks to be said in full: its template, a figure, a name; empty where nothing.</summary>
    public IReadOnlyList<string> Lacks(Finding finding)
    {
        if (!templates.TryGetValue(finding.Code, out var template))
        {
            return [finding.Code];
        }

        return [.. Fields().Matches(Optional().Replace(template, "")).Select(f => f.Groups["name"].Value).Where(name => !Has(finding, name)).Select(name => $"{finding.Code}: {name}")];
    }

    private static bool Has(Finding finding, string name) => finding.Figures.ContainsKey(name) || finding.Names.ContainsKey(name);

    private string SayField(Finding finding, Match field)
    {
        var (name, form) = (field.Groups["name"].Value, field.Groups["form"].Value);
        var said = finding.Figures.TryGetValue(name, out var figure)
            ? figureForms.TryGetValue(form, out var say) ? say(figure) : figure.ToString(form.Length > 0 ? form : "0.##", CultureInfo.InvariantCulture)
            : finding.Names.TryGetValue(name, out var value) ? nameForms.TryGetValue(form, out var named) ? named(value) : value
            : Missing;
        return field.Groups["capital"].Length > 0 && said.Length > 0 ? Phrase.Capital(said) : said;
    }

    [GeneratedRegex(@"\[[^\[\]]*\]")]
    private static partial Regex Optional();

    [GeneratedRegex(@"\{(?<capital>\^?)(?<name>[A-Za-z]+)(?::(?<form>[^}]*))?\}")]
    private static partial Regex Fields();
}
