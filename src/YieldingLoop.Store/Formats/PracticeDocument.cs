using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="PracticeAttempt"/>
/// <param name="CaseName">Which case.</param>
/// <param name="Moves">What was done, the oldest first.</param>
public sealed record PracticeDocument(string CaseName, IReadOnlyList<PracticeMoveDocument> Moves);

/// <inheritdoc cref="PracticeMove"/>
public sealed record PracticeMoveDocument
{
    /// <inheritdoc cref="PracticeMove.Deed"/>
    public required PracticeDeed Deed { get; init; }

    /// <inheritdoc cref="PracticeMove.Look"/>
    public CoachLook? Look { get; init; }

    /// <inheritdoc cref="PracticeMove.Position"/>
    public ThreadPosition? Position { get; init; }

    /// <inheritdoc cref="PracticeMove.Seat"/>
    public ThreadPosition? Seat { get; init; }

    /// <inheritdoc cref="PracticeMove.Change"/>
    public CoachChange? Change { get; init; }

    /// <inheritdoc cref="PracticeMove.To"/>
    public double? To { get; init; }

    /// <inheritdoc cref="PracticeMove.Fault"/>
    public SeatFault? Fault { get; init; }

    /// <inheritdoc cref="PracticeMove.Finger"/>
    public string? Finger { get; init; }

    /// <inheritdoc cref="PracticeMove.Shown"/>
    public ShownThing? Shown { get; init; }

    /// <inheritdoc cref="PracticeMove.Cure"/>
    public ReadCure? Cure { get; init; }

    /// <inheritdoc cref="PracticeMove.Step"/>
    public int? Step { get; init; }
}
