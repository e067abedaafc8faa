using System.Collections.Immutable;

namespace YieldingLoop.Core.Words;

/// <summary>
/// Something the core has found out: a code, with the figures and names it speaks of. It holds no sentence; sentences are
/// made from it where it is shown.
/// </summary>
/// <param name="Code">What it is, kebab-case.</param>
public sealed record Finding(string Code)
{
    /// <summary>Code of what an earlier version kept as a sentence, which stands under the name "text".</summary>
    public const string Written = "written";

    private static readonly ImmutableSortedDictionary<string, double> NoFigures = ImmutableSortedDictionary.Create<string, double>(StringComparer.Ordinal);

    private static readonly ImmutableSortedDictionary<string, string> NoNames = ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>Figures by name; the name ends in the unit, "gapMm".</summary>
    public ImmutableSortedDictionary<string, double> Figures { get; init; } = NoFigures;

    /// <summary>Identifiers and the user's own names, by name.</summary>
    public ImmutableSortedDictionary<string, string> Names { get; init; } = NoNames;

    /// <summary>The same with one more figure.</summary>
    public Finding With(string name, double figure) => this with { Figures = Figures.SetItem(name, figure) };

    /// <summary>The same with one more name.</summary>
    public Finding With(string name, string value) => this with { Names = Names.SetItem(name, value) };

    /// <summary>A sentence that was kept as one.</summary>
    public static Finding OfText(string text) => new Finding(Written).With("text", text);

    /// <inheritdoc/>
    public bool Equals(Finding? other) => other is not null && Code == other.Code && Figures.SequenceEqual(other.Figures) && Names.SequenceEqual(other.Names);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Code, Figures.Count, Names.Count);
}
