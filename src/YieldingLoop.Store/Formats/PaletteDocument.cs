using YieldingLoop.Core.Colour;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Palette"/>
public sealed record PaletteDocument
{
    /// <inheritdoc cref="Palette.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="Palette.Colours"/>
    public IReadOnlyList<PaletteColourDocument> Colours { get; init; } = [];
}

/// <inheritdoc cref="PaletteColour"/>
public sealed record PaletteColourDocument(string Hex, string Name);
