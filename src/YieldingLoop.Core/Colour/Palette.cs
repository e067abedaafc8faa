namespace YieldingLoop.Core.Colour;

/// <summary>A colour of a palette.</summary>
/// <param name="Hex">#rrggbb.</param>
/// <param name="Name">What it is called; empty where it has no name.</param>
public sealed record PaletteColour(string Hex, string Name);

/// <summary>Colours that belong together: a shade card, a club's colours.</summary>
public sealed record Palette
{
    /// <summary>Most colours.</summary>
    public const int MostColours = 2000;

    /// <summary>Longest name of a palette, and of a colour, characters.</summary>
    public const int LongestName = 60;

    /// <summary>The user's name for it.</summary>
    public string Name { get; init; } = "";

    /// <summary>Its colours, in the order of the file.</summary>
    public IReadOnlyList<PaletteColour> Colours { get; init; } = [];

    /// <inheritdoc/>
    public bool Equals(Palette? other) => other is not null && Name == other.Name && Colours.SequenceEqual(other.Colours);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Colours.Count);
}
