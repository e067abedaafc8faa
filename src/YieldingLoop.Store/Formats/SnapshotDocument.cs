using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SetupSnapshot"/>
public sealed record SnapshotDocument(ClothDocument Cloth, ClothFiguresDocument ClothFigures, SeamDocument Seam, MachineDocument Machine, PlanDocument Plan);

/// <inheritdoc cref="SetupSummary"/>
public sealed record SummaryDocument(string Cloth, string Machine, VerdictDocument Verdict, IReadOnlyList<SummaryDialDocument> Dials);

/// <inheritdoc cref="SummaryDial"/>
public sealed record SummaryDialDocument(ThreadPosition Position, double? Number);
