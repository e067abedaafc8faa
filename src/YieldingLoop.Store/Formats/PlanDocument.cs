using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SetupPlan"/>
public sealed record PlanDocument
{
    /// <inheritdoc cref="SetupPlan.ModelVersion"/>
    public required string ModelVersion { get; init; }

    /// <inheritdoc cref="SetupPlan.Setup"/>
    public required SetupDocument Setup { get; init; }

    /// <inheritdoc cref="SetupPlan.ThreadFigures"/>
    public required IReadOnlyList<ThreadFiguresDocument> ThreadFigures { get; init; }

    /// <inheritdoc cref="SetupPlan.GaugeMm"/>
    public double GaugeMm { get; init; }

    /// <inheritdoc cref="SetupPlan.LoopWidthMm"/>
    public double LoopWidthMm { get; init; }

    /// <inheritdoc cref="SetupPlan.BiteMm"/>
    public double BiteMm { get; init; }

    /// <inheritdoc cref="SetupPlan.KnifeNumber"/>
    public double? KnifeNumber { get; init; }

    /// <inheritdoc cref="SetupPlan.From"/>
    public SewnFrom? From { get; init; }

    /// <inheritdoc cref="SetupPlan.UpperLoosened"/>
    public bool UpperLoosened { get; init; }

    /// <inheritdoc cref="SetupPlan.NeedleToBuy"/>
    public bool NeedleToBuy { get; init; }

    /// <inheritdoc cref="SetupPlan.Cost"/>
    public PlanCostDocument? Cost { get; init; }

    /// <inheritdoc cref="SetupPlan.Missed"/>
    public PlanLimits Missed { get; init; }

    /// <inheritdoc cref="SetupPlan.WouldChange"/>
    public IReadOnlyList<Finding> WouldChange { get; init; } = [];

    /// <inheritdoc cref="SetupPlan.SewnThicknessMm"/>
    public required double SewnThicknessMm { get; init; }

    /// <inheritdoc cref="SetupPlan.Reasons"/>
    public required IReadOnlyList<ReasonDocument> Reasons { get; init; }

    /// <inheritdoc cref="SetupPlan.Remedies"/>
    public IReadOnlyList<RemedyDocument> Remedies { get; init; } = [];

    /// <inheritdoc cref="SetupPlan.Notes"/>
    public required IReadOnlyList<Finding> Notes { get; init; }

    /// <inheritdoc cref="SetupPlan.Targets"/>
    public required TargetsDocument Targets { get; init; }

    /// <inheritdoc cref="SetupPlan.Figures"/>
    public required AssessmentDocument Figures { get; init; }

    /// <inheritdoc cref="SetupPlan.Need"/>
    public required NeedDocument Need { get; init; }

    /// <inheritdoc cref="SetupPlan.Baseline"/>
    public ManualSettingDocument? Baseline { get; init; }

    /// <inheritdoc cref="SetupPlan.Schools"/>
    public required SchoolsDocument Schools { get; init; }
}

/// <inheritdoc cref="ThreadFigures"/>
public sealed record ThreadFiguresDocument(ThreadPosition Position, double StepsTighter, double TensionCentinewtons, bool ToBuy = false, bool? Even = null);

/// <inheritdoc cref="PlanCost"/>
public sealed record PlanCostDocument(double ChangeoverMinutes, double ThreadMetres, double Steps, int Purchases);

/// <inheritdoc cref="RemedyTried"/>
public sealed record RemedyDocument(string Name, string Sentence, double YieldBeforePercent, double YieldAfterPercent, bool Kept);

/// <inheritdoc cref="Reason"/>
public sealed record ReasonDocument(PlanTopic Topic, IReadOnlyList<Finding> Findings, IReadOnlyList<Basis> Bases, string? SchoolQuestionId = null);

/// <inheritdoc cref="Need"/>
public sealed record NeedDocument(double Percent, double LowPercent, double HighPercent, string Arithmetic);
