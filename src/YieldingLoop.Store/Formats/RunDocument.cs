using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SewingRun"/>
public sealed record RunDocument
{
    /// <inheritdoc cref="SewingRun.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="SewingRun.Parts"/>
    public IReadOnlyList<RunPartDocument> Parts { get; init; } = [];

    /// <inheritdoc cref="SewingRun.Batch"/>
    public RunBatch Batch { get; init; }

    /// <inheritdoc cref="SewingRun.Order"/>
    [Refers(typeof(GarmentRow), BeforeStroke = true)]
    public IReadOnlyList<string> Order { get; init; } = [];

    /// <inheritdoc cref="SewingRun.Held"/>
    [Refers(typeof(GarmentRow), BeforeStroke = true)]
    public IReadOnlyList<string> Held { get; init; } = [];

    /// <inheritdoc cref="SewingRun.Closed"/>
    public IReadOnlyList<ClosedMachineDocument> Closed { get; init; } = [];

    /// <inheritdoc cref="SewingRun.Popped"/>
    public IReadOnlyList<PoppedSeamDocument> Popped { get; init; } = [];

    /// <inheritdoc cref="SewingRun.Done"/>
    public IReadOnlyList<RunTickDocument> Done { get; init; } = [];
}

/// <inheritdoc cref="RunPart"/>
public sealed record RunPartDocument([property: Refers(typeof(GarmentRow))] int GarmentId, [property: Refers(typeof(WearerRow), Loose = true)] IReadOnlyList<int> Wearers);

/// <inheritdoc cref="ClosedMachine"/>
public sealed record ClosedMachineDocument([property: Refers(typeof(MachineRow), Loose = true)] int MachineId, DateOnly Day);

/// <inheritdoc cref="PoppedSeam"/>
public sealed record PoppedSeamDocument([property: Refers(typeof(GarmentRow), Loose = true)] int GarmentId, string SeamId, [property: Refers(typeof(SetupRow), Loose = true)] int SetupId);

/// <inheritdoc cref="RunTick"/>
public sealed record RunTickDocument
{
    /// <inheritdoc cref="RunTick.GarmentId"/>
    [Refers(typeof(GarmentRow))]
    public required int GarmentId { get; init; }

    /// <inheritdoc cref="RunTick.SeamId"/>
    public required string SeamId { get; init; }

    /// <inheritdoc cref="RunTick.Copy"/>
    public required int Copy { get; init; }

    /// <inheritdoc cref="RunTick.SetupId"/>
    [Refers(typeof(SetupRow))]
    public required int SetupId { get; init; }

    /// <inheritdoc cref="RunTick.At"/>
    public required DateTimeOffset At { get; init; }

    /// <inheritdoc cref="RunTick.SewnMm"/>
    public double? SewnMm { get; init; }

    /// <inheritdoc cref="RunTick.Taken"/>
    public IReadOnlyList<ThreadTakenDocument> Taken { get; init; } = [];

    /// <inheritdoc cref="RunTick.Stitches"/>
    public long Stitches { get; init; }

    /// <inheritdoc cref="RunTick.NeedleIds"/>
    [Refers(typeof(SeatedNeedleRow), Loose = true)]
    public IReadOnlyList<int> NeedleIds { get; init; } = [];

    /// <inheritdoc cref="RunTick.SewnId"/>
    [Refers(typeof(SewnRow), Loose = true)]
    public int? SewnId { get; init; }
}

/// <inheritdoc cref="ThreadTaken"/>
public sealed record ThreadTakenDocument([property: Refers(typeof(ThreadRow), Loose = true)] string ConeId, string Name, double Metres);
