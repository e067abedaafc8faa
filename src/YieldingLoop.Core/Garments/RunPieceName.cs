using System.Globalization;

namespace YieldingLoop.Core.Garments;

/// <summary>What a thing to be sewn is called: "garment/seam" for every copy at once, "garment/seam/copy" for one of them.</summary>
/// <param name="GarmentId">The garment.</param>
/// <param name="SeamId">The seam.</param>
/// <param name="Copy">Which copy, from 1; null for all of them.</param>
public readonly record struct RunPieceName(string GarmentId, string SeamId, int? Copy)
{
    /// <summary>The seam whatever the copy: "garment/seam".</summary>
    public string Seam => $"{GarmentId}/{SeamId}";

    /// <summary>Reads a name; null where it is none.</summary>
    public static RunPieceName? Find(string? text)
    {
        var parts = (text ?? "").Split('/');
        return parts.Length switch
        {
            2 => new(parts[0], parts[1], null),
            3 when int.TryParse(parts[2], NumberStyles.None, CultureInfo.InvariantCulture, out var copy) && copy > 0 => new(parts[0], parts[1], copy),
            _ => null,
        };
    }

    /// <inheritdoc/>
    public override string ToString() => Copy is { } copy ? string.Create(CultureInfo.InvariantCulture, $"{GarmentId}/{SeamId}/{copy}") : Seam;
}
