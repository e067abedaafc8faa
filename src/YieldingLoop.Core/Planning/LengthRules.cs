using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Planning;

/// <summary>Which stitch length an overlocker starts with: common practice C4, C6, D8.</summary>
internal static class LengthRules
{
    /// <summary>Where the trade starts, mm, and why.</summary>
    public static (double Millimetres, string Why) Start(PlanQuestion question) => question switch
    {
        { Seam.Job: SeamJob.Picot } => (2.5, "longer than a rolled hem's, for the softer edge of a picot"),
        { Seam.Job: var job } when job.Rolls() => (1.5, "short, so that nothing shows between the loops of a rolled edge"),
        { Cloth.Sheds: true } => (2.0, "shorter than usual, so that the loops hold a shedding edge"),
        { Cloth.AreaDensity.Value: >= Planner.HeavyFromGsm } => (3.0, "a longer stitch for heavy cloth"),
        _ => (2.5, "the usual length for this weight"),
    };

    /// <summary>Where the trade starts, mm.</summary>
    public static double Usual(PlanQuestion question) => Start(question).Millimetres;
}
