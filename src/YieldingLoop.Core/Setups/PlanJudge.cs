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
    /// <summary>Least share of the loop width a flatlock has to open by.</summary>
    private const double FlatOpensShare = 0.8;

    private readonly PlanQuestion question;
    private readonly double along, density, required, needPercent, strengthWanted;
    private readonly PlanSteps steps;
    private readonly NeedleCloth needleCloth;

    public PlanJudge(PlanQuestion question, Need need)
    {
        this.question = question;
        along = question.Cloth.StretchAlong(question.Seam.Direction).Value;
        density = question.Cloth.AreaDensity.Value;
        needPercent = need.Percent;
        required = Math.Min(along, needPercent * Need.Margin);
        strengthWanted = density * (question.Schools.StrengthFirst ? SeamLimits.StrengthFirstPerGram : SeamLimits.LightnessFirstPerGram);
        steps = new PlanSteps(question, need);
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

        return part.Pay(question.Weights.PerStep * steps.Lengths(layout, lengthMm, widthMm) + question.Weights.PerThreadMetre * reading.Consumption);
    }

    /// <summary>
    /// Textured thread where it earns its place (common practice C3, D7): in the loopers against the skin and round an edge
    /// that sheds, in the upper looper of a rolled edge. A kind that only stands in for the usual one counts as a step.
    /// </summary>
    public RankPart Loopers(Layout layout, ThreadKind needle, ThreadKind? upper, ThreadKind lower)
    {
        var part = RankPart.None.Pay(question.Weights.PerStep * steps.Kinds(layout, needle, upper, lower));
        if (layout.Head is PlainMachine)
        {
            return part;
        }

        var filled = Job.Rolls() ? upper is null || upper.Textured
            : !(question.Seam.OnSkin || (question.Cloth.Sheds && layout.Head is Overlocker))
                || (lower.Textured && (upper is null || upper.Textured || layout.UpperPosition == ThreadPosition.TopCover));
        return filled ? part : part.Miss(PlanLimits.Textured, 1);
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
        var part = RankPart.None.Pay(question.Weights.PerStep * PlanSteps.Knife(overhang));
        return !Job.Rolls() && Math.Abs(overhang) > SeamLimits.OverhangToleranceMm
            ? part.Miss(PlanLimits.Overhang, Math.Abs(overhang) / SeamLimits.OverhangToleranceMm - 1)
            : part;
    }

    /// <summary>The needles: skips, and how far point and size are from what the cloth asks for.</summary>
    public RankPart Needle(NeedleOption needle, ThreadKind thread, int needles)
    {
        var skip = SkipModel.ChanceIn(SeamLimits.SkipStitches, SkipModel.ChancePerStitch(new SeatedNeedle(needle.Point, needle.Size), thread, needleCloth));
        var part = skip > SeamLimits.SkipMost ? RankPart.None.Miss(PlanLimits.Skip, skip / SeamLimits.SkipMost - 1) : RankPart.None;
        return part.Pay(question.Weights.PerStep * steps.Needle(needle) * needles);
    }

    /// <summary>Cover that is asked for; null where none is.</summary>
    public static double? CoverLeast(PlanQuestion question) => question.Seam.Job.Rolls() ? SeamLimits.CoverSolid : question.Cloth.Sheds ? SeamLimits.CoverForShedding : null;

    /// <summary>Most thread mass over cloth; null where stiffness is wanted.</summary>
    public static double? MassMost(SeamJob job) => job.Rolls() || job == SeamJob.DecorativeLine ? null : job == SeamJob.EdgeFinish ? SeamLimits.MassRatioEdge : SeamLimits.MassRatioJoin;

    /// <summary>Strength a join wants, N/cm.</summary>
    public double StrengthWanted => strengthWanted;

    /// <summary>Whether the seam is pulled open crosswise in wear.</summary>
    private bool Opens => Job.Joins() || Job is SeamJob.Elastic or SeamJob.Hem or SeamJob.DecorativeLine;
}
