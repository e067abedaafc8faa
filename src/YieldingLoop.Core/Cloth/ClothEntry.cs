using YieldingLoop.Core.Colour;

namespace YieldingLoop.Core.Cloth;

/// <summary>
/// A cloth as it was entered: what was measured, and the typical cloth that stands in for the rest. Lengths in mm,
/// masses in g. Null means "don't know".
/// </summary>
public sealed record ClothEntry
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 80;

    /// <summary>How well marks are read off a ruler, a fraction of the stretch.</summary>
    public const double MeasuredStretchError = 0.05;

    /// <summary>How far to trust a seller's area density, a fraction.</summary>
    public const double ToldError = 0.10;

    /// <summary>The user's name for the cloth.</summary>
    public string Name { get; init; } = "";

    /// <summary>Identifier of the typical cloth it is like; null where none was chosen.</summary>
    public string? TypicalId { get; init; }

    /// <summary>Crosswise: marks at rest.</summary>
    public double? AcrossOriginalMm { get; init; }

    /// <summary>Crosswise: pulled.</summary>
    public double? AcrossLoadedMm { get; init; }

    /// <summary>Crosswise: after letting go.</summary>
    public double? AcrossRecoveredMm { get; init; }

    /// <summary>Lengthwise: marks at rest.</summary>
    public double? LengthwiseOriginalMm { get; init; }

    /// <summary>Lengthwise: pulled.</summary>
    public double? LengthwiseLoadedMm { get; init; }

    /// <summary>Lengthwise: after letting go.</summary>
    public double? LengthwiseRecoveredMm { get; init; }

    /// <summary>Side of the square that was weighed.</summary>
    public double? SquareSideMm { get; init; }

    /// <summary>What it weighed.</summary>
    public double? SquareMassGrams { get; init; }

    /// <summary>Smallest step of the scale.</summary>
    public double? ScaleStepGrams { get; init; }

    /// <summary>Area density as told by the seller, g/m².</summary>
    public double? ToldAreaDensityGsm { get; init; }

    /// <summary>Thickness of ten layers.</summary>
    public double? TenLayersMm { get; init; }

    /// <summary>Whether it holds elastane.</summary>
    public bool Elastane { get; init; }

    /// <summary>Whether its cut edge sheds.</summary>
    public bool Sheds { get; init; }

    /// <summary>Whether it runs.</summary>
    public bool Runs { get; init; }

    /// <summary>Whether it melts under a hot iron.</summary>
    public bool Melts { get; init; }

    /// <summary>Its colour, #rrggbb.</summary>
    public string? Colour { get; init; }

    /// <summary>Works out the cloth's figures, or says what is missing or wrong.</summary>
    public Outcome<ClothFigures> Resolve()
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(Name))
        {
            problems.Add(new("name", "Give the cloth a name you will know it by."));
        }
        else if (Name.Trim().Length > LongestName)
        {
            problems.Add(new("name", $"The name is {Name.Trim().Length:N0} characters long; at most {LongestName} fit on a card."));
        }

        var typical = TypicalCloths.Find(TypicalId);
        if (TypicalId is not null && typical is null)
        {
            problems.Add(new("typicalId", "No typical cloth of this kind is known."));
        }

        if (Colour is not null && !CieLab.TryFromHex(Colour, out _))
        {
            problems.Add(new("colour", "A colour is written # and six digits 0–9, a–f."));
        }

        var across = Stretch("across", AcrossOriginalMm, AcrossLoadedMm, AcrossRecoveredMm, typical?.AcrossPercent, problems, out var acrossRecovery);
        var lengthwise = Stretch("lengthwise", LengthwiseOriginalMm, LengthwiseLoadedMm, LengthwiseRecoveredMm, typical?.LengthwisePercent, problems, out var lengthwiseRecovery);
        var density = AreaDensity(typical, problems);
        var thickness = Thickness(typical, problems);
        return problems.Count > 0
            ? Outcome.Failed<ClothFigures>(problems)
            : Outcome.Of(new ClothFigures
            {
                Name = Name.Trim(),
                StretchAcrossPercent = across!,
                StretchLengthwisePercent = lengthwise!,
                RecoveryPercent = (acrossRecovery ?? lengthwiseRecovery) is { } recovery ? Figure.Of(recovery, MeasuredStretchError, FigureSource.Measured) : null,
                AreaDensityGsm = density!,
                ThicknessMm = thickness!,
                Elastane = Elastane,
                Sheds = Sheds,
                Runs = Runs,
                Melts = Melts,
                Colour = Colour,
            });
    }

    private static Figure? Stretch(string prefix, double? original, double? loaded, double? recovered, double? typical, List<Problem> problems, out double? recovery)
    {
        recovery = null;
        if (original is { } a && loaded is { } b)
        {
            var test = StretchTest.Read(a, b, recovered, prefix);
            problems.AddRange(test.Problems);
            recovery = test.Value?.RecoveryPercent;
            return test.Value is { } read ? Figure.Of(read.StretchPercent, MeasuredStretchError, FigureSource.Measured) : null;
        }

        if (original is not null || loaded is not null || recovered is not null)
        {
            problems.Add(original is null
                ? new(prefix + "OriginalMm", "The marked length is missing. Fill it in, or clear the others for \"don't know\".")
                : new(prefix + "LoadedMm", "The pulled length is missing. Fill it in, or clear the others for \"don't know\"."));
            return null;
        }

        if (typical is { } value)
        {
            return Figure.Of(value, TypicalCloths.StretchUncertainty, FigureSource.Typical);
        }

        problems.Add(new(prefix + "OriginalMm", $"Stretch {prefix}: measure it, or choose the typical cloth it is like."));
        return null;
    }

    private Figure? AreaDensity(TypicalCloth? typical, List<Problem> problems)
    {
        if (SquareSideMm is { } side && SquareMassGrams is { } mass && ScaleStepGrams is { } step)
        {
            var test = WeightTest.Read(side, mass, step);
            problems.AddRange(test.Problems);
            return test.Value is { } read ? Figure.Of(read.AreaDensityGsm, read.RelativeError, FigureSource.Measured) : null;
        }

        if (SquareSideMm is not null || SquareMassGrams is not null)
        {
            problems.Add(SquareSideMm is null ? new("squareSideMm", "The square's side is missing. Fill it in, or clear the mass for \"don't know\".")
                : SquareMassGrams is null ? new("squareMassGrams", "The square's mass is missing. Fill it in, or clear the side for \"don't know\".")
                : new("scaleStepGrams", "The scale's step is missing: the smallest change it shows, often 1 g."));
            return null;
        }

        if (ToldAreaDensityGsm is { } told)
        {
            if (told is >= WeightTest.LightestGsm and <= WeightTest.HeaviestGsm)
            {
                return Figure.Of(told, ToldError, FigureSource.Told);
            }

            problems.Add(new("toldAreaDensityGsm", $"Cloth for clothes weighs {WeightTest.LightestGsm} to {WeightTest.HeaviestGsm} g/m²."));
            return null;
        }

        if (typical is not null)
        {
            return Figure.Of(typical.AreaDensityGsm, TypicalCloths.BodyUncertainty, FigureSource.Typical);
        }

        problems.Add(new("squareSideMm", "Weight: weigh a square, enter what the seller says, or choose the typical cloth it is like."));
        return null;
    }

    private Figure? Thickness(TypicalCloth? typical, List<Problem> problems)
    {
        if (TenLayersMm is { } ten)
        {
            if (ten is >= 1 and <= 60)
            {
                return Figure.Of(ten / 10, 0.5 / ten, FigureSource.Measured);
            }

            problems.Add(new("tenLayersMm", "Ten layers measure between 1 and 60 mm. Fold the cloth to ten layers and do not squeeze."));
            return null;
        }

        if (typical is not null)
        {
            return Figure.Of(typical.ThicknessMm, TypicalCloths.BodyUncertainty, FigureSource.Typical);
        }

        problems.Add(new("tenLayersMm", "Thickness: measure ten layers, or choose the typical cloth it is like."));
        return null;
    }
}
