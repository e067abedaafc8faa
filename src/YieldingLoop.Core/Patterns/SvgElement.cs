namespace YieldingLoop.Core.Patterns;

/// <summary>An element of an SVG file, as whoever opened the file found it; nothing in it has been followed or run.</summary>
/// <param name="Name">Its name without the name space's prefix.</param>
/// <param name="Attributes">Its attributes by name without prefix; "href" is the one of either name space.</param>
/// <param name="Children">What stands inside, elements of SVG only.</param>
public sealed record SvgElement(string Name, IReadOnlyDictionary<string, string> Attributes, IReadOnlyList<SvgElement> Children)
{
    /// <summary>The text in it, for those whose text is read: title and style.</summary>
    public string Text { get; init; } = "";

    /// <summary>An attribute; null where it is not there.</summary>
    public string? Attribute(string name) => Attributes.GetValueOrDefault(name);

    /// <summary>A property of its look: what its own style says, or else its attribute.</summary>
    public string? Property(string name)
    {
        foreach (var part in (Attribute("style") ?? "").Split(';'))
        {
            var colon = part.IndexOf(':', StringComparison.Ordinal);
            if (colon > 0 && part[..colon].Trim().Equals(name, StringComparison.OrdinalIgnoreCase))
            {
                return part[(colon + 1)..].Replace("!important", "", StringComparison.OrdinalIgnoreCase).Trim();
            }
        }

        return Attribute(name)?.Trim();
    }
}
