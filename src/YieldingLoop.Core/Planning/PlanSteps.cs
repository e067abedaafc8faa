using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// How far a set-up is from what is usual, in steps: dials, lengths and widths, needles, the knife, the kinds of thread.
/// With <see cref="PlannerWeights"/> and the minutes of <see cref="MinutesFor"/> this is the whole of the cost; docs/planner.md says
/// the same in words. All working values.
/// </summary>
internal sealed class PlanSteps(PlanQuestion question, Need need)
{
    /// <summary>Points or sizes away from the one a cloth asks for weigh as much as so many steps, per needle: a little more than exchanging it. Working value.</summary>
    private const double WrongNeedleSteps = 4;

    /// <summary>Another thread than the trade's in needle or bobbin of a plain machine, steps.</summary>
    private const double OtherPlainThreadSteps = 3;

    /// <summary>A step of widths, mm.</summary>
    private const double WidthStepMm = 0.5;

    /// <summary>A step of lengths, mm: so small that thread saved by a longer stitch never outweighs the trade's usual one.</summary>
    private const double LengthStepMm = 0.25;

    private readonly IReadOnlyList<NeedlePoint> points = NeedleRules.PointOrder(question.Through);
    private readonly NeedleSize size = NeedleCatalogue.SizeForCloth(question.Through.AreaDensityGsm.Value);

    /// <summary>
    /// Core-spun for spun, textured polyester for textured nylon: as good, but not what is reached for first. On a plain
    /// machine, needle and bobbin against what the trade threads for the job (common practice C3, C5). Working values, steps.
    /// </summary>
    public double Kinds(Layout layout, ThreadKind needle, ThreadKind? upper, ThreadKind lower)
    {
        static double Of(ThreadKind? kind) => kind?.Id == ThreadCatalogue.CorespunPolyester.Id ? 1 : kind?.Id == ThreadCatalogue.TexturedPolyester.Id ? 2 : 0;
        if (layout.Head is not PlainMachine)
        {
            return Of(needle) + Of(upper) + Of(lower);
        }

        var (usualNeedle, usualBobbin, _) = PlainStitchAdvice.Threads(question.Seam, need, question.Through);
        return Of(needle) + Of(lower) + (needle.Id == usualNeedle.Id ? 0 : OtherPlainThreadSteps) + (lower.Id == usualBobbin.Id ? 0 : OtherPlainThreadSteps);
    }

    /// <summary>How far length and width are from what the trade starts with, steps.</summary>
    public double Lengths(Layout layout, double lengthMm, double widthMm) =>
        Math.Abs(lengthMm - UsualLength(layout)) / LengthStepMm + (layout.Stitch.NeedsZigzagWidth ? Math.Abs(widthMm - UsualWidth(layout.Stitch)) / WidthStepMm : 0);

    /// <summary>How far the edge is from where it is wanted under the loops, steps.</summary>
    public static double Knife(in Asked asked, double overhangMm) => Math.Abs(overhangMm - (asked.Overhang?.Wanted ?? 0)) / WidthStepMm;

    /// <summary>How far one needle is from the one the cloth asks for, steps.</summary>
    public double Needle(NeedleOption needle) =>
        WrongNeedleSteps * Math.Abs(needle.Size.Metric - size.Metric) / 10.0
        + (NeedleRules.Stretchy(question.Through) ? WrongNeedleSteps : 1) * (needle.TwinGapMm is null ? points : NeedleRules.TwinPointOrder).TakeWhile(p => p != needle.Point).Count()
        + (needle.TwinGapMm is { } gap ? Math.Abs(gap - PlainStitchAdvice.GapMm(question.Seam.Job)) / WidthStepMm : 0);

    /// <summary>The stitch length the trade starts from, mm: common practice C4, D8, F9; working values.</summary>
    public double UsualLength(Layout layout) => ManualStart.LengthMm(layout, question) ?? layout.Head.StitchLengthMm.Settable(layout.Stitch.Family switch
    {
        StitchFamily.Overlock or StitchFamily.TwoThreadOveredge => LengthRules.Usual(question),
        StitchFamily.Cover or StitchFamily.Chain => 3,
        StitchFamily.Zigzag when layout.Stitch != StitchCatalogue.NarrowSlant => 1.5,
        StitchFamily.TwinNeedle when question.Seam.Job != SeamJob.PinTuck => PlainStitchAdvice.TwinLength(question.Through, question.Schools),
        _ => 2.5,
    });

    /// <summary>The zigzag width the trade starts from, mm: working values.</summary>
    public static double UsualWidth(Stitch stitch) =>
        stitch == StitchCatalogue.NarrowSlant ? 1 : stitch == StitchCatalogue.Zigzag ? 1.5 : 5;

    /// <summary>How much tighter than neutral the needles are wanted, by school (common practice D3).</summary>
    public static double PreferredNeedle(PlanQuestion question) =>
        question.Schools.TighterNeedle && question.Seam.Seen && question.Seam.Job.Joins() ? 1 : 0;
}
