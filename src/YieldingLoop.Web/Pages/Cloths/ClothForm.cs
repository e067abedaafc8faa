using YieldingLoop.Core.Cloth;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Cloths;

/// <summary>A cloth as it is typed.</summary>
public sealed class ClothForm : RecordForm
{
    /// <summary>What the colour field shows until a colour is chosen.</summary>
    private const string UndyedColour = "#8a8378";

    public string? Name { get; set; }

    public string? TypicalId { get; set; }

    public string? AcrossOriginalMm { get; set; } = "100";

    public string? AcrossLoadedMm { get; set; }

    public string? AcrossRecoveredMm { get; set; }

    public string? LengthwiseOriginalMm { get; set; } = "100";

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

    public static ClothForm From(ClothRow row)
    {
        var e = row.Entry;
        return new ClothForm
        {
            Version = row.Version,
            Name = e.Name, TypicalId = e.TypicalId,
            AcrossOriginalMm = FieldText.Of(e.AcrossOriginalMm), AcrossLoadedMm = FieldText.Of(e.AcrossLoadedMm), AcrossRecoveredMm = FieldText.Of(e.AcrossRecoveredMm),
            LengthwiseOriginalMm = FieldText.Of(e.LengthwiseOriginalMm), LengthwiseLoadedMm = FieldText.Of(e.LengthwiseLoadedMm), LengthwiseRecoveredMm = FieldText.Of(e.LengthwiseRecoveredMm),
            SquareSideMm = FieldText.Of(e.SquareSideMm), SquareMassGrams = FieldText.Of(e.SquareMassGrams), ScaleStepGrams = FieldText.Of(e.ScaleStepGrams),
            ToldAreaDensityGsm = FieldText.Of(e.ToldAreaDensityGsm), TenLayersMm = FieldText.Of(e.TenLayersMm),
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
            AcrossOriginalMm = acrossUntouched ? null : reader.Number(nameof(AcrossOriginalMm), AcrossOriginalMm),
            AcrossLoadedMm = reader.Number(nameof(AcrossLoadedMm), AcrossLoadedMm),
            AcrossRecoveredMm = reader.Number(nameof(AcrossRecoveredMm), AcrossRecoveredMm),
            LengthwiseOriginalMm = lengthwiseUntouched ? null : reader.Number(nameof(LengthwiseOriginalMm), LengthwiseOriginalMm),
            LengthwiseLoadedMm = reader.Number(nameof(LengthwiseLoadedMm), LengthwiseLoadedMm),
            LengthwiseRecoveredMm = reader.Number(nameof(LengthwiseRecoveredMm), LengthwiseRecoveredMm),
            SquareSideMm = reader.Number(nameof(SquareSideMm), SquareSideMm),
            SquareMassGrams = reader.Number(nameof(SquareMassGrams), SquareMassGrams),
            ScaleStepGrams = reader.Number(nameof(ScaleStepGrams), ScaleStepGrams),
            ToldAreaDensityGsm = reader.Number(nameof(ToldAreaDensityGsm), ToldAreaDensityGsm),
            TenLayersMm = reader.Number(nameof(TenLayersMm), TenLayersMm),
            Elastane = Elastane, Sheds = Sheds, Runs = Runs, Melts = Melts,
            Colour = HasColour ? Colour : null,
        };
    }

    private static bool Blank(string? text) => string.IsNullOrWhiteSpace(text);
}
