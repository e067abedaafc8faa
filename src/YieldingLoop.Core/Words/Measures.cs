namespace YieldingLoop.Core.Words;

/// <summary>What tests of a dial and the reckoner have found out, in English.</summary>
public static class Measures
{
    private static readonly SentenceFile File = new(typeof(SentenceFile).Assembly, "measures.json", new Dictionary<string, Func<double, string>>(), new Dictionary<string, Func<string, string>>
    {
        ["position"] = id => Vocabulary.Name("position." + id),
        ["thread"] = id => Vocabulary.Name("thread." + id),
        ["point"] = id => Vocabulary.Name("needle." + id),
        ["part"] = id => id == "plate" ? "plate" : "foot",
        ["sense"] = id => id == "higher-is-tighter" ? "tighter" : "looser",
    });

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>The sentence of a finding.</summary>
    public static string Of(Finding finding) => File.Say(finding);

    /// <summary>What a finding lacks to be said in full; empty where nothing.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);
}
