using System.Text.RegularExpressions;

namespace YieldingLoop.Core.Tests;

/// <summary>A code like C4 leads from any file to its explanation in docs/practice.md.</summary>
public partial class PracticeTests
{
    private static readonly string Root = FindRoot();

    [Fact]
    public void Every_fact_that_code_and_docs_refer_to_is_explained()
    {
        var explained = Entry().Matches(File.ReadAllText(Path.Combine(Root, "docs", "practice.md"))).Select(m => m.Groups[1].Value).ToList();
        Assert.Equal(explained.Count, explained.Distinct().Count());
        var files = new[] { "src", "tests", "docs" }.SelectMany(folder => Directory.EnumerateFiles(Path.Combine(Root, folder), "*", SearchOption.AllDirectories))
            .Where(f => f.EndsWith(".cs", StringComparison.Ordinal) || (f.EndsWith(".md", StringComparison.Ordinal) && !f.Contains("node_modules", StringComparison.Ordinal)));
        var referred = files.SelectMany(f => Reference().Matches(File.ReadAllText(f))).SelectMany(m => Code().Matches(m.Value)).Select(m => m.Value).ToHashSet();
        Assert.True(referred.Count > 30, string.Join(' ', referred));
        Assert.Empty(referred.Except(explained));
        // Nothing between the first and the last of a letter is left out.
        Assert.All(explained.GroupBy(e => e[0]), letter => Assert.Equal(letter.Count(), letter.Max(Number) - letter.Min(Number) + 1 + letter.Count(e => e[^1] == 'b')));
    }

    private static int Number(string code) => int.Parse(Digits().Match(code).Value, System.Globalization.CultureInfo.InvariantCulture);

    private static string FindRoot()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "YieldingLoop.slnx")))
        {
            folder = folder.Parent ?? throw new InvalidOperationException("The tests run outside the project.");
        }

        return folder.FullName;
    }

    [GeneratedRegex(@"^- \*\*([A-G]\d{1,2}b?)\*\* ", RegexOptions.Multiline)]
    private static partial Regex Entry();

    /// <summary>"common practice A4, B5 to B7", a comment that begins with a code, or codes in brackets; D65 is a light, no fact.</summary>
    [GeneratedRegex(@"(?<=ommon practice:? |// |\()(?!D65)[A-G]\d{1,2}b?(?:(?:,| and| to)? [A-G]\d{1,2}b?)*(?=[\s,;.:)])")]
    private static partial Regex Reference();

    [GeneratedRegex(@"[A-G]\d{1,2}b?")]
    private static partial Regex Code();

    [GeneratedRegex(@"\d+")]
    private static partial Regex Digits();
}
