using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Planning;

/// <summary>A needle that may be used.</summary>
/// <param name="Point">Point.</param>
/// <param name="Size">Size.</param>
/// <param name="TwinGapMm">Between the blades, mm; null for a single needle.</param>
/// <param name="InStock">How many of it drawer and machine have; null where nobody wrote needles down.</param>
internal sealed record NeedleOption(NeedlePoint Point, NeedleSize Size, double? TwinGapMm, int? InStock)
{
    /// <summary>Whether there are too few of it.</summary>
    /// <param name="seats">How many are wanted, one for each filled seat.</param>
    public bool ToBuy(int seats) => InStock < seats;

    /// <summary>It, of a needle system.</summary>
    public Needle Of(string system) => new(system, Point.Id, Size.Metric, TwinGapMm);
}
