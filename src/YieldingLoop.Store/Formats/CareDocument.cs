using YieldingLoop.Core.Care;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="CareEntry"/>
public sealed record CareDocument
{
    /// <inheritdoc cref="CareEntry.Sat"/>
    public SittingDocument? Sat { get; init; }

    /// <inheritdoc cref="CareEntry.Done"/>
    public TaskDoneDocument? Done { get; init; }

    /// <inheritdoc cref="CareEntry.Broke"/>
    public BrokenNeedleDocument? Broke { get; init; }
}

/// <inheritdoc cref="Sitting"/>
public sealed record SittingDocument(DateTimeOffset Start, DateTimeOffset? End);

/// <inheritdoc cref="TaskDone"/>
public sealed record TaskDoneDocument(string TaskId, string Note);

/// <inheritdoc cref="BrokenNeedle"/>
public sealed record BrokenNeedleDocument
{
    /// <inheritdoc cref="BrokenNeedle.Seat"/>
    public required ThreadPosition Seat { get; init; }

    /// <inheritdoc cref="BrokenNeedle.Needle"/>
    public NeedleDocument? Needle { get; init; }

    /// <inheritdoc cref="BrokenNeedle.Found"/>
    public IReadOnlyList<string> Found { get; init; } = [];

    /// <inheritdoc cref="BrokenNeedle.OutOfUse"/>
    public bool OutOfUse { get; init; }
}
