namespace YieldingLoop.Store.Formats;

/// <summary>Everything a plan goes by. It is never kept; two questions that read the same have the same answer.</summary>
public sealed record PlanQuestionDocument(
    ClothFiguresDocument Cloth, SeamDocument Seam, IReadOnlyList<MachineAtHandDocument> Machines, DrawerDocument? Drawer, SchoolsDocument Schools, WeightsDocument Weights, PinsDocument Pins);

/// <inheritdoc cref="Core.Planning.MachineAtHand"/>
public sealed record MachineAtHandDocument(string Id, MachineDocument Machine, SetupDocument State, IReadOnlyList<LiftedRuleDocument> Lifted, string Learnt);

/// <inheritdoc cref="Core.Planning.LiftedRule"/>
public sealed record LiftedRuleDocument(string RuleId, string? ThreadKindId = null);

/// <inheritdoc cref="Core.Planning.Drawer"/>
public sealed record DrawerDocument(IReadOnlyList<NeedleStockDocument> Needles, IReadOnlyList<ConeDocument> Threads);

/// <inheritdoc cref="Core.Planning.Cone"/>
public sealed record ConeDocument(string Id, ThreadStockDocument Stock);
