namespace YieldingLoop.Core.Words;

/// <summary>Small things that sentences are put together with.</summary>
public static class Phrase
{
    /// <summary>With a capital first letter, to begin a sentence or a label with.</summary>
    public static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];

    /// <summary>With a small first letter, to stand inside a sentence.</summary>
    public static string Small(string word) => char.ToLowerInvariant(word[0]) + word[1..];

    /// <summary>"a, b and c".</summary>
    public static string List(IReadOnlyList<string> names) => names.Count < 2 ? string.Concat(names) : $"{string.Join(", ", names.SkipLast(1))} and {names[^1]}";
}
