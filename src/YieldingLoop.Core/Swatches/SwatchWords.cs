using System.Globalization;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Swatches;

/// <summary>Says what a strip does and what is to blame.</summary>
public static class SwatchWords
{
    private static readonly SentenceFile File = new(
        typeof(SwatchWords).Assembly, "swatch-sentences.json",
        new Dictionary<string, Func<double, string>> { ["signed"] = v => v.ToString("+0.#;−0.#;0", CultureInfo.InvariantCulture) },
        new Dictionary<string, Func<string, string>> { ["position"] = ThreadPositions.NameOf });

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>The sentence of a finding.</summary>
    public static string Of(Finding finding) => File.Say(finding);

    /// <summary>What a finding lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);
}
