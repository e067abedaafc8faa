using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>Where the manual's own table has a set-up start: it outranks the model (common practice A2).</summary>
public static class ManualStart
{
    /// <summary>
    /// The row a set-up starts from: that of its stitch, or of a rolled hem where the edge is rolled by three threads. A row for
    /// the flat stitch says nothing of one that is pulled open, or rolled by two. Null where there is none.
    /// </summary>
    /// <param name="machine">The machine.</param>
    /// <param name="stitch">The stitch.</param>
    /// <param name="flatlock">Whether it is pulled open flat.</param>
    /// <param name="job">What the seam does.</param>
    /// <param name="cloth">The cloth.</param>
    /// <param name="seats">The seats that are filled.</param>
    public static ManualSetting? RowOf(Machine machine, Stitch stitch, bool flatlock, SeamJob job, ClothFigures cloth, IReadOnlyList<ThreadPosition> seats) =>
        flatlock || (job.Rolls() && stitch.Family != StitchFamily.Overlock) ? null
        : ManualTable.For(machine, job.Rolls() ? ManualSetting.RolledHemId : stitch.Id, cloth, seats);

    /// <summary>The stitch length the row of a layout gives, mm; a picot is longer than the rolled hem a row is for. Null where it gives none.</summary>
    internal static double? LengthMm(Layout layout, PlanQuestion question) => question.Seam.Job == SeamJob.Picot ? null : layout.Baseline?.LengthMm;
}
