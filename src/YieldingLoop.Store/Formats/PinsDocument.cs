using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="PlanPins"/>
public sealed record PinsDocument
{
    /// <inheritdoc cref="PlanPins.MachineId"/>
    public string? MachineId { get; init; }

    /// <inheritdoc cref="PlanPins.StitchId"/>
    public string? StitchId { get; init; }

    /// <inheritdoc cref="PlanPins.Flatlock"/>
    public bool? Flatlock { get; init; }

    /// <inheritdoc cref="PlanPins.Seats"/>
    public IReadOnlyList<ThreadPosition>? Seats { get; init; }

    /// <inheritdoc cref="PlanPins.PointId"/>
    public string? PointId { get; init; }

    /// <inheritdoc cref="PlanPins.SizeMetric"/>
    public int? SizeMetric { get; init; }

    /// <inheritdoc cref="PlanPins.TwinGapMm"/>
    public double? TwinGapMm { get; init; }

    /// <inheritdoc cref="PlanPins.NeedleThreadId"/>
    public string? NeedleThreadId { get; init; }

    /// <inheritdoc cref="PlanPins.UpperThreadId"/>
    public string? UpperThreadId { get; init; }

    /// <inheritdoc cref="PlanPins.LowerThreadId"/>
    public string? LowerThreadId { get; init; }

    /// <inheritdoc cref="PlanPins.FingerName"/>
    public string? FingerName { get; init; }

    /// <inheritdoc cref="PlanPins.LengthMm"/>
    public double? LengthMm { get; init; }

    /// <inheritdoc cref="PlanPins.CuttingWidthMm"/>
    public double? CuttingWidthMm { get; init; }

    /// <inheritdoc cref="PlanPins.NeedleOffset"/>
    public double? NeedleOffset { get; init; }

    /// <inheritdoc cref="PlanPins.WidthMm"/>
    public double? WidthMm { get; init; }
}
