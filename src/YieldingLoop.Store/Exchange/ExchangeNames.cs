namespace YieldingLoop.Store.Exchange;

/// <summary>What the lists of an exchange file are called on screen.</summary>
public static class ExchangeNames
{
    /// <summary>Every list, in the order of the file: its name there, and what its records are called.</summary>
    public static IReadOnlyList<(string List, string Many)> Lists { get; } = [.. ExchangeParts.All.Select(p => (p.List, p.Many))];

    /// <summary>"3 cloths".</summary>
    public static string Counted(string list, int count)
    {
        var part = ExchangeParts.Find(list)!;
        return count == 1 ? $"1 {part.One}" : FormattableString.Invariant($"{count:#,0} {part.Many}");
    }
}
