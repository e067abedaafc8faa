using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Cloths;

/// <summary>A cloth as it is typed.</summary>
public sealed class ClothForm : RecordForm
{
    /// <summary>What the colour field shows until a colour is chosen.</summary>
    private const string UndyedColour = "#8a8378";

    public string? TypicalId { get; set; }

    public string? AcrossOriginalMm { get; set; }

    public string? AcrossLoadedMm { get; set; }

    public string? AcrossRecoveredMm { get; set; }

    public string? LengthwiseOriginalMm { get; set; }

    public string? LengthwiseLoadedMm { get; set; }

    public string? LengthwiseRecoveredMm { get; set; }

    public string? SquareSideMm { get; set; }

    public string? SquareMassGrams { get; set; }

    public string? ScaleStepGrams { get; set; } = "1";

    public string? ToldAreaDensityGsm { get; set; }

    public string? TenLayersMm { get; set; }

    public bool Elastane { get; set; }

    public bool Sheds { get; set; }

    public bool Runs { get; set; }

    public bool Melts { get; set; }

    /// <summary>Whether the colour below is meant; a colour field cannot be empty.</summary>
    public bool HasColour { get; set; }

    public string? Colour { get; set; } = UndyedColour;

    /// <summary>A colour written as a code; where there is one it counts instead of the one picked.</summary>
    public string? ColourCode { get; set; }

    /// <summary>A fresh form, its marks set at a round number of the unit.</summary>
    public static ClothForm Fresh(LengthUnit unit)
    {
        var mark = unit == LengthUnit.Inch ? "4" : "100";
        return new ClothForm { Unit = unit, AcrossOriginalMm = mark, LengthwiseOriginalMm = mark };
    }

    public static ClothForm From(ClothRow row, LengthUnit unit)
    {
        var e = row.Entry;
        return new ClothForm
        {
            Version = row.Version, Unit = unit,
            Name = e.Name, TypicalId = e.TypicalId,
            AcrossOriginalMm = LengthText.Write(e.AcrossOriginalMm, unit), AcrossLoadedMm = LengthText.Write(e.AcrossLoadedMm, unit), AcrossRecoveredMm = LengthText.Write(e.AcrossRecoveredMm, unit),
            LengthwiseOriginalMm = LengthText.Write(e.LengthwiseOriginalMm, unit), LengthwiseLoadedMm = LengthText.Write(e.LengthwiseLoadedMm, unit), LengthwiseRecoveredMm = LengthText.Write(e.LengthwiseRecoveredMm, unit),
            SquareSideMm = LengthText.Write(e.SquareSideMm, unit), SquareMassGrams = FieldText.Of(e.SquareMassGrams), ScaleStepGrams = FieldText.Of(e.ScaleStepGrams),
            ToldAreaDensityGsm = FieldText.Of(e.ToldAreaDensityGsm), TenLayersMm = LengthText.Write(e.TenLayersMm, unit),
            Elastane = e.Elastane, Sheds = e.Sheds, Runs = e.Runs, Melts = e.Melts,
            HasColour = e.Colour is not null, Colour = e.Colour ?? UndyedColour,
        };
    }

    /// <summary>Reads what was typed; faults go to the reader.</summary>
    internal ClothEntry Read(FormReader reader)
    {
        // The marked length is filled in beforehand; alone it says nothing.
        var acrossUntouched = Blank(AcrossLoadedMm) && Blank(AcrossRecoveredMm);
        var lengthwiseUntouched = Blank(LengthwiseLoadedMm) && Blank(LengthwiseRecoveredMm);
        return new ClothEntry
        {
            Name = Name ?? "",
            TypicalId = string.IsNullOrEmpty(TypicalId) ? null : TypicalId,
            AcrossOriginalMm = acrossUntouched ? null : reader.Length(nameof(AcrossOriginalMm), AcrossOriginalMm),
            AcrossLoadedMm = reader.Length(nameof(AcrossLoadedMm), AcrossLoadedMm),
            AcrossRecoveredMm = reader.Length(nameof(AcrossRecoveredMm), AcrossRecoveredMm),
            LengthwiseOriginalMm = lengthwiseUntouched ? null : reader.Length(nameof(LengthwiseOriginalMm), LengthwiseOriginalMm),
            LengthwiseLoadedMm = reader.Length(nameof(LengthwiseLoadedMm), LengthwiseLoadedMm),
            LengthwiseRecoveredMm = reader.Length(nameof(LengthwiseRecoveredMm), LengthwiseRecoveredMm),
            SquareSideMm = reader.Length(nameof(SquareSideMm), SquareSideMm),
            SquareMassGrams = reader.Number(nameof(SquareMassGrams), SquareMassGrams),
            ScaleStepGrams = reader.Number(nameof(ScaleStepGrams), ScaleStepGrams),
            ToldAreaDensityGsm = reader.AreaDensity(nameof(ToldAreaDensityGsm), ToldAreaDensityGsm),
            TenLayersMm = reader.Length(nameof(TenLayersMm), TenLayersMm),
            Elastane = Elastane, Sheds = Sheds, Runs = Runs, Melts = Melts,
            Colour = !string.IsNullOrWhiteSpace(ColourCode) ? ColourCode.Trim().ToLowerInvariant() : HasColour ? Colour : null,
        };
    }

    private static bool Blank(string? text) => string.IsNullOrWhiteSpace(text);
}
