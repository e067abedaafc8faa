using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Planning;

/// <summary>Which stitch length an overlocker starts with: common practice C4, C6, D8.</summary>
internal static class LengthRules
{
    /// <summary>Where the trade starts, mm, and the code of why.</summary>
    public static (double Millimetres, string Why) Start(PlanQuestion question) => question switch
    {
        { Seam.Job: SeamJob.Picot } => (2.5, "length-picot"),
        { Seam.Job: var job } when job.Rolls() => (1.5, "length-rolled"),
        { Through.Sheds: true } => (2.0, "length-shedding"),
        { Through.AreaDensityGsm.Value: >= Planner.HeavyFromGsm } => (3.0, "length-heavy"),
        _ => (2.5, "length-weight"),
    };

    /// <summary>Where the trade starts, mm.</summary>
    public static double Usual(PlanQuestion question) => Start(question).Millimetres;
}
