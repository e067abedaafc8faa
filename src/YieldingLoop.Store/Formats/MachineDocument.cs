using System.Text.Json.Serialization;
using YieldingLoop.Core.Machines;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Machine"/>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(OverlockerDocument), "overlocker")]
[JsonDerivedType(typeof(CoverstitchDocument), "coverstitch")]
[JsonDerivedType(typeof(ConvertibleDocument), "convertible")]
[JsonDerivedType(typeof(PlainMachineDocument), "plain")]
public abstract record MachineDocument
{
    /// <inheritdoc cref="Machine.Name"/>
    public required string Name { get; init; }

    /// <inheritdoc cref="Machine.StitchLengthMm"/>
    public required SettingRangeDocument StitchLength { get; init; }

    /// <inheritdoc cref="Machine.NeedleSystem"/>
    public required string NeedleSystem { get; init; }

    /// <inheritdoc cref="Machine.RoundShank"/>
    public bool RoundShank { get; init; }

    /// <inheritdoc cref="Machine.NeedlePointIds"/>
    public required IReadOnlyList<string> NeedlePointIds { get; init; }

    /// <inheritdoc cref="Machine.NeedleSizes"/>
    public required IReadOnlyList<int> NeedleSizes { get; init; }

    /// <inheritdoc cref="Machine.CalibrationThreadId"/>
    public string CalibrationThreadId { get; init; } = "spun-polyester";

    /// <inheritdoc cref="Machine.ThreadMarks"/>
    public IReadOnlyDictionary<string, string> ThreadMarks { get; init; } = new Dictionary<string, string>();

    /// <inheritdoc cref="Machine.ManualTable"/>
    public IReadOnlyList<ManualSettingDocument> ManualTable { get; init; } = [];

    /// <inheritdoc cref="Machine.NeedleChart"/>
    public IReadOnlyList<ManualNeedleDocument> NeedleChart { get; init; } = [];

    /// <inheritdoc cref="Machine.FootPressure"/>
    public SettingRangeDocument? FootPressure { get; init; }

    /// <inheritdoc cref="Machine.FootDownToThread"/>
    public bool FootDownToThread { get; init; }

    /// <inheritdoc cref="Machine.NeedleOrder"/>
    public NeedleOrder NeedleOrder { get; init; }

    /// <inheritdoc cref="Machine.SimulatedNumber"/>
    public int? SimulatedNumber { get; init; }

    /// <inheritdoc cref="Machine.StitchesPerMinute"/>
    public double StitchesPerMinute { get; init; } = Machine.UsualStitchesPerMinute;

    /// <inheritdoc cref="Machine.Care"/>
    public MachineCareDocument Care { get; init; } = new();
}

/// <inheritdoc cref="MachineCare"/>
public sealed record MachineCareDocument
{
    /// <inheritdoc cref="MachineCare.OilHours"/>
    public double? OilHours { get; init; }

    /// <inheritdoc cref="MachineCare.LintHours"/>
    public double? LintHours { get; init; }

    /// <inheritdoc cref="MachineCare.KnivesHours"/>
    public double? KnivesHours { get; init; }

    /// <inheritdoc cref="MachineCare.ServiceMonths"/>
    public int? ServiceMonths { get; init; }
}

/// <inheritdoc cref="Convertible"/>
public sealed record ConvertibleDocument : MachineDocument
{
    /// <inheritdoc cref="Convertible.Overlock"/>
    public required OverlockerDocument Overlock { get; init; }

    /// <inheritdoc cref="Convertible.Cover"/>
    public required CoverstitchDocument Cover { get; init; }
}

/// <inheritdoc cref="SettingRange"/>
public sealed record SettingRangeDocument(double Least, double Most, double Step);

/// <inheritdoc cref="DialScale"/>
public sealed record DialScaleDocument(double Lowest, double Highest, double Step, double Neutral, DialSense Sense)
{
    /// <inheritdoc cref="DialScale.Label"/>
    public string Label { get; init; } = "";
}
