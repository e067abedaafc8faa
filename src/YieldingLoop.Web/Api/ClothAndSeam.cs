using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Reads the cloth and the seam of a body.</summary>
internal static class ClothAndSeam
{
    /// <summary>Names what is wrong with them.</summary>
    /// <returns>Whether the seam can be read at all.</returns>
    public static bool Check(PlanCloth cloth, PlanCloth? otherCloth, SeamDocument seam, JsonErrors errors)
    {
        Check("cloth", cloth, errors);
        if (otherCloth is { } other)
        {
            Check("otherCloth", other, errors);
        }

        if ((seam.Other is null) != (otherCloth is null))
        {
            errors.Add(seam.Other is null ? "seam.other" : "otherCloth", "Layers of another cloth are said in two places: how they lie in seam.other, what the cloth is in otherCloth.");
        }

        if (seam.Other?.Cloth is not null)
        {
            errors.Add("seam.other.cloth", "The other cloth stands in otherCloth.");
        }

        if (seam.Other?.ClothId is not null)
        {
            errors.Add("seam.other.clothId", "No record is read here: the other cloth stands in otherCloth.");
        }

        if (errors.Any)
        {
            return false;
        }

        errors.Add("seam", Seam(otherCloth, seam).Resolve().Problems);
        return true;
    }

    private static void Check(string at, PlanCloth cloth, JsonErrors errors)
    {
        errors.Within($"{at}.stretchAcrossPercent", cloth.StretchAcrossPercent, 0, 400);
        errors.Within($"{at}.stretchLengthwisePercent", cloth.StretchLengthwisePercent, 0, 400);
        errors.Within($"{at}.areaDensityGsm", cloth.AreaDensityGsm, 20, 2000);
        errors.Within($"{at}.thicknessMm", cloth.ThicknessMm, 0.05, 20);
        if (cloth.Colour is { } colour && !CieLab.TryFromHex(colour, out _))
        {
            errors.Add($"{at}.colour", "A colour is written # and six digits 0–9, a–f.");
        }
    }

    /// <summary>The seam, with the figures of the other cloth in their place.</summary>
    public static SeamEntry Seam(PlanCloth? otherCloth, SeamDocument seam) =>
        Documents.Read(seam.Other is { } layers && otherCloth is { } other ? seam with { Other = layers with { Cloth = Documents.Of(Figures(other)) } } : seam);

    /// <summary>The cloth's figures, as told.</summary>
    public static ClothFigures Figures(PlanCloth cloth)
    {
        static Figure Told(double value) => new(value, value, value, FigureSource.Told);
        return new()
        {
            Name = cloth.Name, StretchAcrossPercent = Told(cloth.StretchAcrossPercent), StretchLengthwisePercent = Told(cloth.StretchLengthwisePercent),
            AreaDensityGsm = Told(cloth.AreaDensityGsm), ThicknessMm = Told(cloth.ThicknessMm),
            Elastane = cloth.Elastane, Sheds = cloth.Sheds, Runs = cloth.Runs, Melts = cloth.Melts, Colour = cloth.Colour,
        };
    }
}
