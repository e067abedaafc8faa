namespace YieldingLoop.Core.Seams;

/// <summary>A place on the body.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="UnderLoad">Whether a seam there takes load (common practice F4).</param>
/// <param name="StrainIds">The skin strains published for it; empty where nothing is.</param>
public sealed record BodyZone(string Id, string Name, bool UnderLoad, params IReadOnlyList<string> StrainIds)
{
    /// <summary>The published strains.</summary>
    public IReadOnlyList<SkinStrain> Strains => [.. StrainIds.Select(SkinStrainCatalogue.Find).OfType<SkinStrain>()];
}

/// <summary>Where on the body a seam can lie. Strains: <see cref="SkinStrainCatalogue"/>; where a zone has none, the body is measured.</summary>
public static class BodyZones
{
    /// <summary>How to measure where nothing is published.</summary>
    public const string MeasureIt = "Nothing is published for this place: measure it on the body. Mark 100 mm along the seam, take the furthest position, measure the marks again.";

    /// <summary>All zones, from head to foot.</summary>
    public static IReadOnlyList<BodyZone> All { get; } =
    [
        new("neck", "neck", false),
        new("shoulder", "shoulder", false),
        new("underarm", "underarm", true),
        new("elbow", "elbow", false, "elbow-length", "elbow-round"),
        new("wrist", "wrist", false),
        new("chest", "chest", false),
        new("back", "back", false, "back-across"),
        new("waist", "waist", false),
        new("hip", "hip", false),
        new("seat", "seat", false, "seat-length", "seat-across"),
        new("crotch", "crotch", true),
        new("thigh", "thigh", false),
        new("knee", "knee", false, "knee-length", "knee-round"),
        new("ankle", "ankle", false),
    ];

    /// <summary>The zone a published strain was measured at; null where there is none.</summary>
    public static BodyZone? Of(string? strainId) => strainId is null ? null : All.FirstOrDefault(z => z.StrainIds.Contains(strainId));

    /// <summary>Finds a zone; null where there is none.</summary>
    public static BodyZone? Find(string? id) => All.FirstOrDefault(z => z.Id == id);
}
