using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Setups;

/// <summary>One question to the planner.</summary>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam.</param>
/// <param name="Machine">The overlocker to sew it on.</param>
/// <param name="Schools">The schools to follow.</param>
public sealed record PlanRequest(ClothFigures Cloth, SeamEntry Seam, Overlocker Machine, Schools Schools)
{
    /// <summary>The cloth as this seam meets it.</summary>
    public SeamCloth SeamCloth => new()
    {
        StretchAlongPercent = Cloth.StretchAlong(Seam.Direction).Value,
        HighestStretchPercent = Cloth.HighestStretch,
        AreaDensityGsm = Cloth.AreaDensity.Value,
        Elastane = Cloth.Elastane,
        Colour = CieLab.TryFromHex(Cloth.Colour, out var colour) ? colour : null,
    };
}
