using YieldingLoop.Core.Words;

namespace YieldingLoop.Store;

/// <summary>What has changed since a set-up was kept, in English.</summary>
public static class SnapshotWords
{
    private static readonly SentenceFile File = new(typeof(SnapshotWords).Assembly, "changes.json", new Dictionary<string, Func<double, string>>(), new Dictionary<string, Func<string, string>>
    {
        ["position"] = id => Vocabulary.Name("position." + id),
        ["sense"] = id => id == "higher-is-tighter" ? "higher is tighter" : "higher is looser",
    });

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>The sentence of a change.</summary>
    public static string Of(Finding change) => File.Say(change);

    /// <summary>What a change lacks to be said in full; empty where nothing.</summary>
    public static IReadOnlyList<string> Lacks(Finding change) => File.Lacks(change);
}
