using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;

namespace YieldingLoop.Core.Seams;

/// <summary>
/// Everything a seam goes through, of one cloth or of two. Each figure is that of the layers it concerns: what gives out is
/// the layer that stretches least, what a needle has to suit is the worst of all, and the strength a join wants is that of
/// the lightest. Common practice; which layer decides is a working rule.
/// </summary>
public sealed class SeamLayers
{
    /// <summary>The layers of a seam.</summary>
    /// <param name="cloth">The cloth it is on.</param>
    /// <param name="seam">The seam, with the layers of another cloth where it has them.</param>
    public SeamLayers(ClothFigures cloth, SeamEntry seam)
    {
        (Cloth, Seam) = (cloth, seam);
        var along = cloth.StretchAlongPercent(seam.Direction);
        (StretchAlongPercent, GivesOutFirst, GrowthStretchPercent, Through) = (along, cloth, along.Value, cloth);
        (Plies, SewnThicknessMm, LayersGsm, LightestGsm) = (seam.Plies, SeamGeometry.SewnThickness(seam.Plies, cloth.ThicknessMm.Value), seam.Plies * cloth.AreaDensityGsm.Value, cloth.AreaDensityGsm.Value);
        (DragStretchPercent, DragGsm) = (along.Value, cloth.AreaDensityGsm.Value);
        if (seam.Other is not { } other)
        {
            return;
        }

        var with = other.Cloth.StretchAlongPercent(other.Direction);
        var left = other.StretchLeftPercent;
        if (left < along.Value)
        {
            // What it has been stretched by is gone from all of its range.
            (StretchAlongPercent, GivesOutFirst) = (other.StretchedOn ? new Figure(left, other.LeftOf(with.Low), other.LeftOf(with.High), with.Source) : with, other.Cloth);
        }

        // A layer that is stretched on by hand does not follow the feed. A tape holds the rest to its own length; otherwise
        // the feed is set halfway, so that neither waves nor gathers more than it must.
        GrowthStretchPercent = other.StretchedOn ? along.Value
            : seam.Job == SeamJob.StayedSeam ? Math.Min(along.Value, with.Value)
            : (along.Value + with.Value) / 2;
        GrowthApartPercent = other.StretchedOn || seam.Job == SeamJob.StayedSeam ? 0 : Math.Abs(ClothEffects.GrowthPercent(along.Value, 1) - ClothEffects.GrowthPercent(with.Value, 1));
        Plies += other.Plies;
        SewnThicknessMm += SeamGeometry.SewnThickness(other.Plies, other.Cloth.ThicknessMm.Value);
        LayersGsm += other.Plies * other.Cloth.AreaDensityGsm.Value;
        LightestGsm = Math.Min(LightestGsm, other.Cloth.AreaDensityGsm.Value);
        if (seam.Job == SeamJob.StayedSeam)
        {
            // What cannot stretch cannot be dragged out of shape.
            DragStretchPercent = GrowthStretchPercent;
        }
        else if (ClothEffects.Drag(1, 3, with.Value, other.Cloth.AreaDensityGsm.Value) > ClothEffects.Drag(1, 3, along.Value, cloth.AreaDensityGsm.Value))
        {
            (DragStretchPercent, DragGsm) = (with.Value, other.Cloth.AreaDensityGsm.Value);
        }

        Through = cloth with
        {
            StretchAcrossPercent = Higher(cloth.StretchAcrossPercent, other.Cloth.StretchAcrossPercent),
            StretchLengthwisePercent = Higher(cloth.StretchLengthwisePercent, other.Cloth.StretchLengthwisePercent),
            AreaDensityGsm = Higher(cloth.AreaDensityGsm, other.Cloth.AreaDensityGsm),
            ThicknessMm = Higher(cloth.ThicknessMm, other.Cloth.ThicknessMm),
            Elastane = cloth.Elastane || other.Cloth.Elastane,
            Sheds = cloth.Sheds || other.Cloth.Sheds,
            Runs = cloth.Runs || other.Cloth.Runs,
            Melts = cloth.Melts || other.Cloth.Melts,
        };
    }

    /// <summary>The cloth the seam is on.</summary>
    public ClothFigures Cloth { get; }

    /// <summary>The seam.</summary>
    public SeamEntry Seam { get; }

    /// <summary>How far the seam can be stretched along itself before a layer gives out, %.</summary>
    public Figure StretchAlongPercent { get; }

    /// <summary>The cloth that gives out first.</summary>
    public ClothFigures GivesOutFirst { get; }

    /// <summary>S of the model's growth, %.</summary>
    public double GrowthStretchPercent { get; }

    /// <summary>How far apart the two cloths grow at an even feed, %; 0 for one, and where one is stretched on or holds the other.</summary>
    public double GrowthApartPercent { get; }

    /// <summary>How many layers in all.</summary>
    public int Plies { get; }

    /// <summary>t, all layers under the foot, mm.</summary>
    public double SewnThicknessMm { get; }

    /// <summary>All layers together, g/m².</summary>
    public double LayersGsm { get; }

    /// <summary>One layer of the lighter cloth, g/m²: no join has to be stronger than that.</summary>
    public double LightestGsm { get; }

    /// <summary>S of the model's drag, %: that of the layer that is dragged most; of a stayed seam what its tape lets it.</summary>
    public double DragStretchPercent { get; }

    /// <summary>Area density of that layer, g/m².</summary>
    public double DragGsm { get; }

    /// <summary>What needle and thread have to cope with: of every figure the higher, of every property whatever one of the cloths has.</summary>
    public ClothFigures Through { get; }

    /// <summary>The layers as the seam model meets them.</summary>
    public SeamCloth Met => new()
    {
        StretchAlongPercent = StretchAlongPercent.Value,
        GrowthStretchPercent = GrowthStretchPercent,
        DragStretchPercent = DragStretchPercent,
        DragGsm = DragGsm,
        HighestStretchPercent = Through.HighestStretchPercent,
        AreaDensityGsm = Through.AreaDensityGsm.Value,
        LayersGsm = LayersGsm,
        Elastane = Through.Elastane,
        Colour = CieLab.TryFromHex(Cloth.Colour, out var colour) ? colour : null,
    };

    private static Figure Higher(Figure one, Figure other) => other.Value > one.Value ? other : one;
}
