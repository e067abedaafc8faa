using YieldingLoop.Core.Garments;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Wearer"/>
public sealed record WearerDocument
{
    /// <inheritdoc cref="Wearer.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="Wearer.Kind"/>
    public WearerKind Kind { get; init; }

    /// <inheritdoc cref="Wearer.MeasuresMm"/>
    public IReadOnlyDictionary<string, double> MeasuresMm { get; init; } = new Dictionary<string, double>();
}

/// <inheritdoc cref="Garment"/>
public sealed record GarmentDocument
{
    /// <inheritdoc cref="Garment.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="Garment.KindId"/>
    public string KindId { get; init; } = GarmentKinds.Blank;

    /// <inheritdoc cref="Garment.Sizes"/>
    public IReadOnlyList<GarmentSizeDocument> Sizes { get; init; } = [];

    /// <inheritdoc cref="Garment.Seams"/>
    public IReadOnlyList<GarmentSeamDocument> Seams { get; init; } = [];
}

/// <inheritdoc cref="GarmentSize"/>
public sealed record GarmentSizeDocument([property: Refers(typeof(WearerRow), Loose = true)] int WearerId, int Count = 1);

/// <inheritdoc cref="GarmentSeam"/>
public sealed record GarmentSeamDocument
{
    /// <inheritdoc cref="GarmentSeam.Id"/>
    public required string Id { get; init; }

    /// <inheritdoc cref="GarmentSeam.WorkId"/>
    [Refers(typeof(SeamRow))]
    public required int WorkId { get; init; }

    /// <inheritdoc cref="GarmentSeam.Times"/>
    public int Times { get; init; } = 1;

    /// <inheritdoc cref="GarmentSeam.After"/>
    public IReadOnlyList<SewnBeforeDocument> After { get; init; } = [];

    /// <inheritdoc cref="GarmentSeam.Start"/>
    public required SeamEndDocument Start { get; init; }

    /// <inheritdoc cref="GarmentSeam.End"/>
    public required SeamEndDocument End { get; init; }

    /// <inheritdoc cref="GarmentSeam.MeasureId"/>
    public string? MeasureId { get; init; }

    /// <inheritdoc cref="GarmentSeam.LengthsMm"/>
    [Refers(typeof(WearerRow), Loose = true)]
    public IReadOnlyDictionary<int, double> LengthsMm { get; init; } = new Dictionary<int, double>();

    /// <inheritdoc cref="GarmentSeam.GirthsMm"/>
    [Refers(typeof(WearerRow), Loose = true)]
    public IReadOnlyDictionary<int, double> GirthsMm { get; init; } = new Dictionary<int, double>();
}

/// <inheritdoc cref="SewnBefore"/>
public sealed record SewnBeforeDocument(string SeamId, string? WhyId = null);

/// <inheritdoc cref="SeamEnd"/>
public sealed record SeamEndDocument(EndKind Kind, string? SeamId = null);
