using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SeamEntry"/>
public sealed record SeamDocument
{
    /// <inheritdoc cref="SeamEntry.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="SeamEntry.Job"/>
    public SeamJob Job { get; init; }

    /// <inheritdoc cref="SeamEntry.Direction"/>
    public ClothDirection Direction { get; init; } = ClothDirection.Lengthwise;

    /// <inheritdoc cref="SeamEntry.Plies"/>
    public int Plies { get; init; } = 2;

    /// <inheritdoc cref="SeamEntry.Other"/>
    public OtherLayersDocument? Other { get; init; }

    /// <inheritdoc cref="SeamEntry.ZoneId"/>
    public string? ZoneId { get; init; }

    /// <inheritdoc cref="SeamEntry.Reinforced"/>
    public bool Reinforced { get; init; }

    /// <inheritdoc cref="SeamEntry.OnSkin"/>
    public bool OnSkin { get; init; }

    /// <inheritdoc cref="SeamEntry.Seen"/>
    public bool Seen { get; init; }

    /// <inheritdoc cref="SeamEntry.NeedKind"/>
    public NeedKind NeedKind { get; init; } = NeedKind.NegativeEase;

    /// <inheritdoc cref="SeamEntry.GirthMm"/>
    public double? GirthMm { get; init; }

    /// <inheritdoc cref="SeamEntry.GarmentMm"/>
    public double? GarmentMm { get; init; }

    /// <inheritdoc cref="SeamEntry.MovementId"/>
    public string? MovementId { get; init; }

    /// <inheritdoc cref="SeamEntry.OnBodyMm"/>
    public double? OnBodyMm { get; init; }

    /// <inheritdoc cref="SeamEntry.AllowanceMm"/>
    public double? AllowanceMm { get; init; }

    /// <inheritdoc cref="SeamEntry.LengthMm"/>
    public double? LengthMm { get; init; }
}
