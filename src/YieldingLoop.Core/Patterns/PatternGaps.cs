using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>What of a pattern cannot be measured, counted by reason.</summary>
internal sealed class PatternGaps
{
    public const string Text = "gap-text", Image = "gap-image", Clipped = "gap-clipped", Hidden = "gap-hidden", Foreign = "gap-foreign", Damaged = "gap-damaged",
        Moved = "gap-moved", Unit = "gap-unit", Missing = "gap-missing", Style = "gap-style", Unknown = "gap-unknown";

    private readonly SortedDictionary<string, int> counts = new(StringComparer.Ordinal);

    public void Add(string code) => counts[code] = counts.GetValueOrDefault(code) + 1;

    public IReadOnlyList<Finding> Findings() => [.. counts.Select(c => new Finding(c.Key).With("count", c.Value))];
}
