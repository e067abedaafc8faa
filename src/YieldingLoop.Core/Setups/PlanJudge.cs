using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>
/// Holds the figures of a set-up against what is asked of them: the verdict, the limits of the model (section 6), and
/// the distance from what the trade calls usual. What a stitch does not have is not asked of it.
/// </summary>
internal sealed class PlanJudge
{
    /// <summary>Points or sizes away from the one a cloth asks for weigh as much as so many steps, per needle: a little more than exchanging it. Working value.</summary>
    private const double WrongNeedleSteps = 4;

    /// <summary>Least share of the loop width a flatlock has to open by.</summary>
    private const double FlatOpensShare = 0.8;

    /// <summary>Another thread than the trade's in needle or bobbin of a plain machine, steps.</summary>
    private const double OtherPlainThreadSteps = 3;

    /// <summary>A step of widths, mm.</summary>
    private const double WidthStepMm = 0.5;

    /// <summary>A step of lengths, mm: so small that thread saved by a longer stitch never outweighs the trade's usual one.</summary>
    private const double LengthStepMm = 0.25;

    private readonly PlanQuestion question;
    private readonly Need need;
    private readonly double along, density, required, needPercent, strengthWanted;
    private readonly IReadOnlyList<NeedlePoint> points;
    private readonly NeedleSize size;
    private readonly NeedleCloth needleCloth;

    public PlanJudge(PlanQuestion question, Need need)
    {
        this.question = question;
        this.need = need;
        along = question.Cloth.StretchAlong(question.Seam.Direction).Value;
        density = question.Cloth.AreaDensity.Value;
        needPercent = need.Percent;
        required = Math.Min(along, needPercent * Need.Margin);
        strengthWanted = density * (question.Schools.StrengthFirst ? SeamLimits.StrengthFirstPerGram : SeamLimits.LightnessFirstPerGram);
        points = NeedleRules.PointOrder(question.Cloth);
        size = NeedleCatalogue.SizeForCloth(density);
        needleCloth = question.SeamCloth.ForNeedle;
    }

    private SeamJob Job => question.Seam.Job;

    /// <summary>0 holds, 1 tight, 2 pops. Where the cloth gives out the thread is asked for all the cloth has.</summary>
    public int VerdictClass(double yieldPercent) => yieldPercent >= required ? 0 : yieldPercent >= needPercent ? 1 : 2;

    /// <summary>Everything that depends on threads, length and width.</summary>
    public RankPart Seam(Layout layout, in SeamReading reading, double? drag, in SolvedLoopers loopers, double lengthMm, double widthMm, double sewnThicknessMm)
    {
        var part = RankPart.None;
        if (reading.YieldPercent < required)
        {
            part = part with { Shortfall = RankPart.Parts(20 * (required - reading.YieldPercent) / Math.Max(required, 1)) };
        }

        if (layout.Flatlock)
        {
            var least = FlatOpensShare * layout.LoopWidthMm;
            part = reading.GapMm < least ? part.Miss(PlanLimits.Gap, least / Math.Max(reading.GapMm, 0.01) - 1) : part;
        }
        else if (Opens && reading.GapMm > SeamLimits.GapAcceptableMm)
        {
            part = part.Miss(PlanLimits.Gap, reading.GapMm / SeamLimits.GapAcceptableMm - 1);
        }

        if (CoverLeast(question) is { } least2 && reading is { CoverFace: { } face, CoverBack: { } back })
        {
            var cover = Job.Rolls() ? face : Math.Min(face, back);
            part = cover < least2 ? part.Miss(PlanLimits.Cover, least2 / Math.Max(cover, 0.01) - 1) : part;
        }

        if (MassMost(Job) is { } most && ClothEffects.MassRatio(reading.ThreadMassMgPerCm, question.Seam.Plies, density) is var mass && mass > most)
        {
            part = part.Miss(PlanLimits.Mass, mass / most - 1);
        }

        if (!Job.Rolls() && !layout.Flatlock && drag is > SeamLimits.DragMost)
        {
            part = part.Miss(PlanLimits.Drag, drag.Value / SeamLimits.DragMost - 1);
        }

        if (reading.TunnellingIndex is { } index && (layout.Tape ? index / 2 : index) is var ridge && ridge > SeamLimits.TunnellingFlat)
        {
            part = part.Miss(PlanLimits.Tunnelling, ridge / SeamLimits.TunnellingFlat - 1);
        }

        if (Job.Joins() && reading.StrengthNewtonsPerCm < strengthWanted)
        {
            part = part.Miss(PlanLimits.Strength, strengthWanted / reading.StrengthNewtonsPerCm - 1);
        }

        if (layout.Stitch.Family == StitchFamily.Overlock && !layout.Flatlock)
        {
            var meeting = reading.MeetingLineMm!.Value;
            var miss = Job.Rolls() ? meeting + layout.LoopWidthMm + sewnThicknessMm / 2 - SeamLimits.MeetingLineToleranceMm
                : loopers.UpperLooser > 0 ? Math.Max(meeting, 0) - SeamLimits.MeetingLineToleranceMm + Math.Max(0, -meeting - SeamLimits.MeetingBackMostMm)
                : Math.Abs(meeting) - SeamLimits.MeetingLineToleranceMm;
            part = miss > 1e-9 ? part.Miss(PlanLimits.Meeting, miss / SeamLimits.MeetingLineToleranceMm) : part;
        }

        return part.Pay(question.Weights.PerStep * LengthSteps(layout, lengthMm, widthMm) + question.Weights.PerThreadMetre * reading.Consumption);
    }

    /// <summary>How far length and width are from what the trade starts with, steps.</summary>
    public double LengthSteps(Layout layout, double lengthMm, double widthMm) =>
        Math.Abs(lengthMm - UsualLength(layout)) / LengthStepMm + (layout.Stitch.NeedsZigzagWidth ? Math.Abs(widthMm - UsualWidth(layout.Stitch)) / WidthStepMm : 0);

    /// <summary>How far the edge is from where the loops lie, steps.</summary>
    public static double KnifeSteps(double overhangMm) => Math.Abs(overhangMm) / WidthStepMm;

    /// <summary>
    /// Textured thread where it earns its place (common practice C3, D7): in the loopers against the skin and round an edge
    /// that sheds, in the upper looper of a rolled edge. A kind that only stands in for the usual one counts as a step.
    /// </summary>
    public RankPart Loopers(Layout layout, ThreadKind needle, ThreadKind? upper, ThreadKind lower)
    {
        var part = RankPart.None.Pay(question.Weights.PerStep * KindSteps(layout, needle, upper, lower));
        if (layout.Head is PlainMachine)
        {
            return part;
        }

        var filled = Job.Rolls() ? upper is null || upper.Textured
            : !(question.Seam.OnSkin || (question.Cloth.Sheds && layout.Head is Overlocker))
                || (lower.Textured && (upper is null || upper.Textured || layout.UpperPosition == ThreadPosition.TopCover));
        return filled ? part : part.Miss(PlanLimits.Textured, 1);
    }

    /// <summary>
    /// Core-spun for spun, textured polyester for textured nylon: as good, but not what is reached for first. On a plain
    /// machine, needle and bobbin against what the trade threads for the job (common practice C3, C5). Working values, steps.
    /// </summary>
    public double KindSteps(Layout layout, ThreadKind needle, ThreadKind? upper, ThreadKind lower)
    {
        static double Of(ThreadKind? kind) => kind?.Id == ThreadCatalogue.CorespunPolyester.Id ? 1 : kind?.Id == ThreadCatalogue.TexturedPolyester.Id ? 2 : 0;
        if (layout.Head is not PlainMachine)
        {
            return Of(needle) + Of(upper) + Of(lower);
        }

        var (usualNeedle, usualBobbin, _) = PlainStitchAdvice.Threads(question.Seam, need, question.Cloth);
        return Of(needle) + Of(lower) + (needle.Id == usualNeedle.Id ? 0 : OtherPlainThreadSteps) + (lower.Id == usualBobbin.Id ? 0 : OtherPlainThreadSteps);
    }

    /// <summary>Growth at the feed the machine can be set to.</summary>
    public RankPart Growth(Layout layout, double? differential)
    {
        if (differential is not { } ratio)
        {
            return RankPart.None;
        }

        var growth = ClothEffects.GrowthPercent(along, ratio);
        return Job == SeamJob.LettuceEdge
            ? growth < SeamLimits.LettuceGrowthFrom ? RankPart.None.Miss(PlanLimits.Growth, SeamLimits.LettuceGrowthFrom / Math.Max(growth, 0.01) - 1) : RankPart.None
            : Math.Abs(growth) > SeamLimits.GrowthTolerancePoints ? RankPart.None.Miss(PlanLimits.Growth, Math.Abs(growth) / SeamLimits.GrowthTolerancePoints - 1) : RankPart.None;
    }

    /// <summary>The knife, from how far the loops reach.</summary>
    public RankPart Knife(double reachMm, double biteMm)
    {
        var overhang = reachMm - biteMm;
        var part = RankPart.None.Pay(question.Weights.PerStep * KnifeSteps(overhang));
        return !Job.Rolls() && Math.Abs(overhang) > SeamLimits.OverhangToleranceMm
            ? part.Miss(PlanLimits.Overhang, Math.Abs(overhang) / SeamLimits.OverhangToleranceMm - 1)
            : part;
    }

    /// <summary>The needles: skips, and how far point and size are from what the cloth asks for.</summary>
    public RankPart Needle(NeedleOption needle, ThreadKind thread, int needles)
    {
        var skip = SkipModel.ChanceIn(SeamLimits.SkipStitches, SkipModel.ChancePerStitch(new SeatedNeedle(needle.Point, needle.Size), thread, needleCloth));
        var part = skip > SeamLimits.SkipMost ? RankPart.None.Miss(PlanLimits.Skip, skip / SeamLimits.SkipMost - 1) : RankPart.None;
        return part.Pay(question.Weights.PerStep * NeedleSteps(needle) * needles);
    }

    /// <summary>How far one needle is from the one the cloth asks for, steps.</summary>
    public double NeedleSteps(NeedleOption needle) =>
        WrongNeedleSteps * Math.Abs(needle.Size.Metric - size.Metric) / 10.0
        + (NeedleRules.Stretchy(question.Cloth) ? WrongNeedleSteps : 1) * (needle.TwinGapMm is null ? points : TwinPoints).TakeWhile(p => p != needle.Point).Count()
        + (needle.TwinGapMm is { } gap ? Math.Abs(gap - PlainStitchAdvice.HemGapMm) / WidthStepMm : 0);

    /// <summary>Twin needles for knits are made with the stretch point (common practice F6).</summary>
    private static readonly NeedlePoint[] TwinPoints = [NeedleCatalogue.Stretch, NeedleCatalogue.Jersey, NeedleCatalogue.Universal];

    /// <summary>The stitch length the trade starts from, mm: common practice C4, D8, F9; working values.</summary>
    public double UsualLength(Layout layout) => layout.Head.StitchLength.Settable(layout.Stitch.Family switch
    {
        StitchFamily.Overlock or StitchFamily.TwoThreadOveredge => LengthRules.Usual(question),
        StitchFamily.Cover or StitchFamily.Chain => 3,
        StitchFamily.Zigzag when layout.Stitch != StitchCatalogue.NarrowSlant => 1.5,
        StitchFamily.TwinNeedle => PlainStitchAdvice.TwinLength(question.Cloth, question.Schools),
        _ => 2.5,
    });

    /// <summary>The zigzag width the trade starts from, mm: working values.</summary>
    public static double UsualWidth(Stitch stitch) =>
        stitch == StitchCatalogue.NarrowSlant ? 1 : stitch == StitchCatalogue.Zigzag ? 1.5 : 5;

    /// <summary>Cover that is asked for; null where none is.</summary>
    public static double? CoverLeast(PlanQuestion question) => question.Seam.Job.Rolls() ? SeamLimits.CoverSolid : question.Cloth.Sheds ? SeamLimits.CoverForShedding : null;

    /// <summary>Most thread mass over cloth; null where stiffness is wanted.</summary>
    public static double? MassMost(SeamJob job) => job.Rolls() || job == SeamJob.DecorativeLine ? null : job == SeamJob.EdgeFinish ? SeamLimits.MassRatioEdge : SeamLimits.MassRatioJoin;

    /// <summary>Strength a join wants, N/cm.</summary>
    public double StrengthWanted => strengthWanted;

    /// <summary>Whether the seam is pulled open crosswise in wear.</summary>
    private bool Opens => Job.Joins() || Job is SeamJob.Elastic or SeamJob.Hem or SeamJob.DecorativeLine;
}
