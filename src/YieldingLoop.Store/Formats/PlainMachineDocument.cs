using YieldingLoop.Core.Machines;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="PlainMachine"/>
public sealed record PlainMachineDocument : MachineDocument
{
    /// <inheritdoc cref="PlainMachine.TopTension"/>
    public required DialScaleDocument TopTension { get; init; }

    /// <inheritdoc cref="PlainMachine.WidestZigzagMm"/>
    public required double WidestZigzagMm { get; init; }

    /// <inheritdoc cref="PlainMachine.Plates"/>
    public required IReadOnlyList<SlottedPartDocument> Plates { get; init; }

    /// <inheritdoc cref="PlainMachine.Feet"/>
    public required IReadOnlyList<SlottedPartDocument> Feet { get; init; }

    /// <inheritdoc cref="PlainMachine.NeedlePositionsMm"/>
    public required IReadOnlyList<double> NeedlePositionsMm { get; init; }

    /// <inheritdoc cref="PlainMachine.BobbinSlidesAtGrams"/>
    public double? BobbinSlidesAtGrams { get; init; }

    /// <inheritdoc cref="PlainMachine.StretchStitchIds"/>
    public required IReadOnlyList<string> StretchStitchIds { get; init; }

    /// <inheritdoc cref="PlainMachine.Electronic"/>
    public bool Electronic { get; init; }

    /// <inheritdoc cref="PlainMachine.TwinSetting"/>
    public bool TwinSetting { get; init; }
}

/// <inheritdoc cref="SlottedPart"/>
public sealed record SlottedPartDocument(string Name, double? SlotMm, string Use = "");
