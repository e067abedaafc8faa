using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>From where a job is best told apart from the others.</summary>
public enum JobView
{
    /// <summary>From its end, face above.</summary>
    End,

    /// <summary>The face.</summary>
    Face,

    /// <summary>The back.</summary>
    Back,

    /// <summary>The back, with a layer that is turned up and ends under the rows.</summary>
    TurnedUp,

    /// <summary>The strip from its side, in waves.</summary>
    Waves,

    /// <summary>Pulled open flat, from the side of its loops.</summary>
    Flat,
}

/// <summary>A seam as a job is usually sewn, to choose the job by its picture. Working values from memory: common practice, no published source.</summary>
/// <param name="Job">The job.</param>
/// <param name="View">From where it is shown.</param>
/// <param name="Geometry">The seam as sewn.</param>
/// <param name="Threads">Its threads.</param>
/// <param name="Plies">Through how many layers it goes.</param>
public sealed record JobExample(SeamJob Job, JobView View, SeamGeometry Geometry, IReadOnlyList<LaidThread> Threads, int Plies)
{
    /// <summary>How much longer it is drawn than it was, %.</summary>
    public double GrowthPercent { get; init; }

    /// <summary>Height of the ridge between its rows, mm.</summary>
    public double RidgeMm { get; init; }

    private const double UsualLengthMm = 2.5, ThinMm = 0.45, UsualMm = 0.8, ThickMm = 1.3;

    /// <summary>The finger's width for four threads, for three, and without a finger, mm; the gauges of overlocker, coverstitch and twin needle.</summary>
    private const double WideMm = 6.5, NarrowMm = 4.8, RolledMm = 1.6, OverlockGaugeMm = 2.2, CoverGaugeMm = 5.6, TwinGaugeMm = 4;

    /// <summary>How much tighter one looper of a rolled edge is than neutral, and how much looser the other, numbers.</summary>
    private const double RollsBy = 3.5;

    /// <summary>One of every job.</summary>
    public static IReadOnlyList<JobExample> All { get; } =
    [
        Overlock(SeamJob.Join, JobView.End, "514", UsualMm, 2),
        Overlock(SeamJob.Band, JobView.End, "514", ThickMm, 3),
        Plain(SeamJob.Elastic, "three-step-zigzag", 1.2, 6),
        Overlock(SeamJob.Flatlock, JobView.Flat, "504", UsualMm, 2, needle: -8, upper: -3, lower: 3),
        Overlock(SeamJob.StayedSeam, JobView.Back, "514", UsualMm, 3),
        Overlock(SeamJob.EdgeFinish, JobView.End, "504", UsualMm / 2, 1),
        WithoutUpperLooper(Overlock(SeamJob.SuperStretch, JobView.Back, "514", UsualMm, 2)),
        Rows(SeamJob.Hem, JobView.TurnedUp, "406", CoverGaugeMm, UsualMm, 2),
        Rows(SeamJob.Binding, JobView.End, "406", CoverGaugeMm, ThickMm, 3),
        Rows(SeamJob.Topstitch, JobView.Face, "twin-needle", TwinGaugeMm, UsualMm, 2),
        Rolled(SeamJob.RolledHem, JobView.End, 1.5),
        Rolled(SeamJob.Picot, JobView.Face, 3.2),
        Rolled(SeamJob.LettuceEdge, JobView.Waves, 1.2) with { GrowthPercent = 24 },
        Rows(SeamJob.DecorativeLine, JobView.Back, "401", 0, UsualMm, 1),
        Rows(SeamJob.PinTuck, JobView.End, "twin-needle", TwinGaugeMm, ThinMm, 1) with { RidgeMm = 1.6 },
        Plain(SeamJob.Repair, "304", 1, 4),
    ];

    /// <summary>A stitch as it usually lies on the face of the cloth; a chain and a two-thread overedge as they lie on the back, which tells them apart.</summary>
    /// <param name="stitch">The stitch.</param>
    public static JobExample Of(Stitch stitch) => stitch.Family switch
    {
        StitchFamily.Overlock => Overlock(SeamJob.Join, JobView.Face, stitch.Id, UsualMm, 2),
        StitchFamily.TwoThreadOveredge => Overlock(SeamJob.EdgeFinish, JobView.Face, stitch.Id, UsualMm, 1),
        StitchFamily.Cover => Rows(SeamJob.Hem, stitch.OtherPositions.Contains(ThreadPosition.TopCover) ? JobView.Face : JobView.Back, stitch.Id, CoverGaugeMm, UsualMm, 2),
        StitchFamily.TwinNeedle => Rows(SeamJob.Hem, JobView.Back, stitch.Id, TwinGaugeMm, UsualMm, 2),
        StitchFamily.Chain => Rows(SeamJob.DecorativeLine, JobView.Back, stitch.Id, 0, UsualMm, 1),
        _ => Plain(SeamJob.Join, stitch.Id, stitch == StitchCatalogue.ThreeStepZigzag ? 1.2 : UsualLengthMm, stitch == StitchCatalogue.NarrowSlant ? 1 : stitch == StitchCatalogue.ThreeStepZigzag ? 6 : 4),
    };

    private static JobExample Overlock(SeamJob job, JobView view, string stitchId, double thicknessMm, int plies, double needle = 0, double upper = 0, double lower = 0)
    {
        var stitch = StitchCatalogue.Find(stitchId)!;
        var width = stitch.Needles > 1 ? WideMm : NarrowMm;
        return new(job, view, new(stitch, UsualLengthMm, thicknessMm) { GaugeMm = stitch.Needles > 1 ? OverlockGaugeMm : 0, LoopWidthMm = width, BiteMm = view == JobView.Flat ? width - 1 : width }, Laid(stitch, needle, upper, lower), plies);
    }

    /// <summary>The seam that the model has no path for is sewn with needles and lower looper.</summary>
    private static JobExample WithoutUpperLooper(JobExample example) => example with { Threads = [.. example.Threads.Where(t => t.Position != ThreadPosition.UpperLooper)] };

    /// <summary>Its stitch at rest.</summary>
    public DrawnStitch Drawn() => Job == SeamJob.SuperStretch ? SuperStretchSketch.Draw(Geometry, Threads) : DrawnStitch.Rest(Geometry, [.. Threads]);

    private static JobExample Rolled(SeamJob job, JobView view, double lengthMm) =>
        new(job, view, new(StitchCatalogue.Find("504")!, lengthMm, ThinMm) { LoopWidthMm = RolledMm, BiteMm = 2 * RolledMm }, Laid(StitchCatalogue.Find("504")!, 0, -RollsBy, RollsBy), 1);

    private static JobExample Rows(SeamJob job, JobView view, string stitchId, double gaugeMm, double thicknessMm, int plies) =>
        new(job, view, new(StitchCatalogue.Find(stitchId)!, UsualLengthMm, thicknessMm) { GaugeMm = gaugeMm }, Laid(StitchCatalogue.Find(stitchId)!), plies);

    private static JobExample Plain(SeamJob job, string stitchId, double lengthMm, double widthMm) =>
        new(job, JobView.Face, new(StitchCatalogue.Find(stitchId)!, lengthMm, UsualMm) { ZigzagWidthMm = widthMm }, Laid(StitchCatalogue.Find(stitchId)!), 2);

    private static LaidThread[] Laid(Stitch stitch, double needle = 0, double upper = 0, double lower = 0)
    {
        IEnumerable<ThreadPosition> needles = stitch.Family == StitchFamily.Cover && stitch.Needles == 2 ? [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] : stitch.NeedlePositions.Take(stitch.Needles);
        return
        [
            .. needles.Concat(stitch.OtherPositions).Select(p => new LaidThread(
                p, ThreadCatalogue.Kinds[0], p.NeutralTensionCentinewtons() * Math.Exp(Machines.DialTension.LogTensionPerStep * (p.IsNeedle() ? needle : p == ThreadPosition.UpperLooper ? upper : lower)))),
        ];
    }
}
