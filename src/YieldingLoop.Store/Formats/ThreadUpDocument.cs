using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="ThreadUpPlan"/>
public sealed record ThreadUpDocument(MachineDocument Machine, SetupDocument From, SetupDocument Wanted, IReadOnlyList<ThreadUpStepDocument> Steps, IReadOnlyList<ShorterLookingDocument> Shorter)
{
    /// <inheritdoc cref="ThreadUpPlan.Broke"/>
    public ThreadPosition? Broke { get; init; }

    /// <inheritdoc cref="ThreadUpPlan.Schools"/>
    public SchoolsDocument? Schools { get; init; }

    /// <inheritdoc cref="ThreadUpPlan.Again"/>
    public Finding? Again { get; init; }
}

/// <inheritdoc cref="ThreadUpStep"/>
public sealed record ThreadUpStepDocument(ThreadUpAct Act, double Minutes)
{
    /// <inheritdoc cref="ThreadUpStep.Positions"/>
    public IReadOnlyList<ThreadPosition> Positions { get; init; } = [];

    /// <inheritdoc cref="ThreadUpStep.Seats"/>
    public IReadOnlyList<ThreadPosition> Seats { get; init; } = [];

    /// <inheritdoc cref="ThreadUpStep.Needle"/>
    public NeedleDocument? Needle { get; init; }

    /// <inheritdoc cref="ThreadUpStep.Thread"/>
    public ThreadDocument? Thread { get; init; }

    /// <inheritdoc cref="ThreadUpStep.Number"/>
    public double? Number { get; init; }

    /// <inheritdoc cref="ThreadUpStep.Before"/>
    public double? Before { get; init; }

    /// <inheritdoc cref="ThreadUpStep.Name"/>
    public string? Name { get; init; }

    /// <inheritdoc cref="ThreadUpStep.To"/>
    public MachineKind? To { get; init; }

    /// <inheritdoc cref="ThreadUpStep.Away"/>
    public bool Away { get; init; }
}

/// <inheritdoc cref="ShorterLooking"/>
public sealed record ShorterLookingDocument(double MinutesLess, Finding Finding);
