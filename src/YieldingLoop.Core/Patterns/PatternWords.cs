using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>What is said of patterns: one place, by code.</summary>
public static class PatternWords
{
    private static readonly SentenceFile File = new(typeof(PatternWords).Assembly, "pattern-words.json", new Dictionary<string, Func<double, string>>(), new Dictionary<string, Func<string, string>>());

    /// <summary>Every code that has words.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What a code lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    /// <summary>What was found, in words.</summary>
    public static string Of(Finding finding) => File.Say(finding);
}
