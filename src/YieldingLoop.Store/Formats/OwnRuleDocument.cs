using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="OwnRule"/>
public sealed record OwnRuleDocument
{
    /// <inheritdoc cref="OwnRule.Text"/>
    public string Text { get; init; } = "";

    /// <inheritdoc cref="OwnRule.Source"/>
    public string Source { get; init; } = "";

    /// <inheritdoc cref="OwnRule.MachineId"/>
    [Refers(typeof(MachineRow))]
    public int? MachineId { get; init; }

    /// <inheritdoc cref="OwnRule.ClothId"/>
    [Refers(typeof(ClothRow))]
    public int? ClothId { get; init; }

    /// <inheritdoc cref="OwnRule.Job"/>
    public SeamJob? Job { get; init; }

    /// <inheritdoc cref="OwnRule.ThreadKindId"/>
    public string? ThreadKindId { get; init; }

    /// <inheritdoc cref="OwnRule.LiftsRuleId"/>
    public string? LiftsRuleId { get; init; }
}
