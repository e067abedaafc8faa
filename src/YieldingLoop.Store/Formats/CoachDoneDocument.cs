using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="CoachDone"/>
public sealed record CoachDoneDocument
{
    /// <inheritdoc cref="CoachDone.Deed"/>
    public required CoachDeed Deed { get; init; }

    /// <inheritdoc cref="CoachDone.Look"/>
    public CoachLook? Look { get; init; }

    /// <inheritdoc cref="CoachDone.Position"/>
    public ThreadPosition? Position { get; init; }

    /// <inheritdoc cref="CoachDone.Bad"/>
    public bool? Bad { get; init; }

    /// <inheritdoc cref="CoachDone.Change"/>
    public CoachChange? Change { get; init; }

    /// <inheritdoc cref="CoachDone.From"/>
    public double? From { get; init; }

    /// <inheritdoc cref="CoachDone.To"/>
    public double? To { get; init; }

    /// <inheritdoc cref="CoachDone.Silenced"/>
    [Refers(typeof(SwatchRow), Loose = true)]
    public IReadOnlyList<int> Silenced { get; init; } = [];
}
