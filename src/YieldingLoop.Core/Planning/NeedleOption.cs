using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Planning;

/// <summary>A needle that may be used.</summary>
/// <param name="Point">Point.</param>
/// <param name="Size">Size.</param>
/// <param name="TwinGapMm">Between the blades, mm; null for a single needle.</param>
/// <param name="ToBuy">Whether neither drawer nor machine has one.</param>
internal sealed record NeedleOption(NeedlePoint Point, NeedleSize Size, double? TwinGapMm, bool ToBuy)
{
    /// <summary>It, of a needle system.</summary>
    public Needle Of(string system) => new(system, Point.Id, Size.Metric, TwinGapMm);
}
