using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Which stitches the trade takes for a job, and in which order: common practice B9, B10, C5, D7, F1 to F6 and F14, no
/// published source. Where it follows a school, the chosen school decides.
/// </summary>
internal static class TradeOrder
{
    /// <summary>Place of a layout in the order for its job: 0 is what is tried first; null is never used for it.</summary>
    public static int? Of(Layout layout, PlanQuestion question, Need need)
    {
        var pinned = question.Pins.StitchId == layout.Stitch.Id;
        return layout.Stitch.Family switch
        {
            _ when layout.Flatlock => Flat(layout, question),
            StitchFamily.Overlock => Overlock(layout, question),
            // Two threads want a converter over the upper looper, which not every machine has: only where it is asked for.
            StitchFamily.TwoThreadOveredge => pinned && question.Seam.Job is SeamJob.EdgeFinish or SeamJob.RolledHem or SeamJob.Picot or SeamJob.LettuceEdge ? 1 : null,
            StitchFamily.Cover => Cover(layout, question),
            StitchFamily.Chain => question.Seam.Job switch { SeamJob.DecorativeLine => 0, SeamJob.Topstitch or SeamJob.Binding => 2, _ => null },
            // A straight stitch that a rule of the user's own lets through is not shut out again by the order.
            _ when layout.Stitch == StitchCatalogue.Lockstitch && question.Seam.Job is SeamJob.Join or SeamJob.Band or SeamJob.StayedSeam or SeamJob.Topstitch && layout.Hand.Lifted.Any(l => l.RuleId == "straight-alone") => 2,
            _ => Plain(layout.Stitch, question, need),
        };
    }

    private static int? Flat(Layout layout, PlanQuestion question) => question.Seam switch
    {
        // Two threads want the converter; three work without.
        { Job: SeamJob.Flatlock } => (layout.Stitch.ThreadCount == 2) == ((layout.Head as Overlocker)?.ConverterName is not null) ? 0 : 1,
        // Against the skin a seam without a ridge is worth looking at beside the usual one.
        { Job: SeamJob.Join or SeamJob.Band, OnSkin: true } => 2,
        { Job: SeamJob.DecorativeLine or SeamJob.Join or SeamJob.Band } => question.Pins.Flatlock == true ? 2 : null,
        _ => null,
    };

    private static int? Overlock(Layout layout, PlanQuestion question)
    {
        var four = layout.Seats.Count == 2;
        var heavy = question.Through.AreaDensityGsm.Value >= Planner.HeavyFromGsm;
        switch (question.Seam.Job)
        {
            case SeamJob.Join or SeamJob.Band or SeamJob.StayedSeam or SeamJob.Elastic or SeamJob.Repair:
                var medium = question.Through.AreaDensityGsm.Value >= Planner.ThinBelowGsm;
                var first = question.Schools.StrengthFirst ? four || !medium : !four;
                return (first ? 0 : 1) + (question.Seam.Job == SeamJob.Repair ? 1 : 0);
            case SeamJob.EdgeFinish:
                // A wide seam holds an edge that sheds or is thick.
                var wide = question.Through.Sheds || heavy;
                return four ? 2 : layout.Seats[0] == Threads.ThreadPosition.NeedleLeft == wide ? 0 : 1;
            case var job when job.Rolls():
                return four ? null : 0;
            default:
                return null;
        }
    }

    private static int? Cover(Layout layout, PlanQuestion question) => question.Seam switch
    {
        { Job: SeamJob.Hem } => (layout.Stitch == StitchCatalogue.TwoNeedleCover ? 0 : 1) + (BySpeed(question) ? 0 : 1),
        { Job: SeamJob.DecorativeLine or SeamJob.Topstitch or SeamJob.Binding } => layout.Stitch == StitchCatalogue.TwoNeedleCover ? 0 : 1,
        // Lapped edges under a cover seam make a flat join.
        { Job: SeamJob.Join or SeamJob.Band, OnSkin: true } => 2,
        _ => null,
    };

    /// <summary>Whether a hem goes to the coverstitch machine first (common practice F14).</summary>
    private static bool BySpeed(PlanQuestion question) => question.Schools.Follows(Schools.SchoolCatalogue.HemStitch, "speed");

    private static int? Plain(Stitch stitch, PlanQuestion question, Need need)
    {
        var close = PlainStitchAdvice.IsCloseFitting(question.Seam, need);
        var order = PlainStitchAdvice.OrderFor(question.Seam, close, question.Schools);
        var at = order.TakeWhile(s => s != stitch).Count();
        if (at == order.Count)
        {
            return null;
        }

        // The overlocker trims and covers an edge in one pass; the coverstitch machine is made for hems.
        return question.Seam.Job switch
        {
            SeamJob.Elastic or SeamJob.Repair => at == 0 ? 0 : 1,
            SeamJob.Join or SeamJob.Band or SeamJob.StayedSeam or SeamJob.EdgeFinish => at == 0 || (at == 1 && !question.Seam.UnderLoad) ? 1 : 2,
            SeamJob.Hem => (BySpeed(question) ? 1 : 0) + Math.Min(at, 2),
            SeamJob.Topstitch or SeamJob.Binding => 1 + Math.Min(at, 2),
            SeamJob.PinTuck => 0,
            _ => 1,
        };
    }
}
