using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="OtherLayers"/>
public sealed record OtherLayersDocument
{
    /// <inheritdoc cref="OtherLayers.Cloth"/>
    public ClothFiguresDocument? Cloth { get; init; }

    /// <inheritdoc cref="OtherLayers.ClothId"/>
    [Refers(typeof(ClothRow), Loose = true)]
    public int? ClothId { get; init; }

    /// <inheritdoc cref="OtherLayers.Plies"/>
    public int Plies { get; init; } = 1;

    /// <inheritdoc cref="OtherLayers.Direction"/>
    public ClothDirection Direction { get; init; } = ClothDirection.Across;

    /// <inheritdoc cref="OtherLayers.CutPercent"/>
    public double CutPercent { get; init; } = 100;
}
