using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="WorkroomSettings"/>
public sealed record SettingsDocument
{
    /// <inheritdoc cref="WorkroomSettings.Lengths"/>
    public LengthUnit Lengths { get; init; }

    /// <inheritdoc cref="WorkroomSettings.NeedleSizes"/>
    public NeedleSizeOrder NeedleSizes { get; init; }

    /// <inheritdoc cref="WorkroomSettings.Words"/>
    public WordRegion Words { get; init; }

    /// <inheritdoc cref="WorkroomSettings.Schools"/>
    public SchoolsDocument Schools { get; init; } = Documents.Of(ChosenSchools.Default);

    /// <inheritdoc cref="WorkroomSettings.Weights"/>
    public WeightsDocument Weights { get; init; } = new();

    /// <inheritdoc cref="WorkroomSettings.Thread"/>
    public AllowanceDocument Thread { get; init; } = new();

    /// <inheritdoc cref="WorkroomSettings.Currency"/>
    public string Currency { get; init; } = "€";

    /// <inheritdoc cref="WorkroomSettings.FirstHelpRead"/>
    public bool FirstHelpRead { get; init; }
}

/// <inheritdoc cref="ThreadAllowance"/>
public sealed record AllowanceDocument(double TailMm = 100, double ChainOffMm = 80, int Swatches = 2, double WastePercent = 10, double BobbinMetres = 50, double SpoolMetres = 200);

/// <inheritdoc cref="ChosenSchools"/>
public sealed record SchoolsDocument(string JoinId, string HideThreadId, string StableKnitPointId, string LooperOrderId = "upper-first")
{
    /// <inheritdoc cref="ChosenSchools.HemStitchId"/>
    public string HemStitchId { get; init; } = "speed";

    /// <inheritdoc cref="ChosenSchools.HemLengthId"/>
    public string HemLengthId { get; init; } = "two-and-a-half";

    /// <inheritdoc cref="ChosenSchools.HemTensionId"/>
    public string HemTensionId { get; init; } = "when-it-tunnels";

    /// <inheritdoc cref="ChosenSchools.HemTapeId"/>
    public string HemTapeId { get; init; } = "when-it-tunnels";

    /// <inheritdoc cref="ChosenSchools.NeedleLifeId"/>
    public string NeedleLifeId { get; init; } = "hours";

    /// <inheritdoc cref="ChosenSchools.TwinEndsId"/>
    public string TwinEndsId { get; init; } = "tails";

    /// <inheritdoc cref="ChosenSchools.RawEdgeId"/>
    public string RawEdgeId { get; init; } = "raw";

    /// <inheritdoc cref="ChosenSchools.NeedleOrderId"/>
    public string NeedleOrderId { get; init; } = "right-first";

    /// <inheritdoc cref="ChosenSchools.TexturedDialId"/>
    public string TexturedDialId { get; init; } = "one-looser";

    /// <inheritdoc cref="ChosenSchools.LastGuideId"/>
    public string LastGuideId { get; init; } = "past";

    /// <inheritdoc cref="ChosenSchools.TwinSpoolsId"/>
    public string TwinSpoolsId { get; init; } = "same-cap";

    /// <inheritdoc cref="ChosenSchools.TwinSidesId"/>
    public string TwinSidesId { get; init; } = "first-left";

    /// <inheritdoc cref="ChosenSchools.BrokenThreadId"/>
    public string BrokenThreadId { get; init; } = "by-place";

    /// <inheritdoc cref="ChosenSchools.FaultOrderId"/>
    public string FaultOrderId { get; init; } = "look-first";

    /// <inheritdoc cref="ChosenSchools.LintId"/>
    public string LintId { get; init; } = "brush";
}

/// <inheritdoc cref="PlannerWeights"/>
public sealed record WeightsDocument(double PerChangeoverMinute = 1, double PerThreadMetre = 0.5, double PerStep = 1, double PerPurchase = 20);
