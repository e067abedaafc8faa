using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Holds the figures of a set-up against what is asked of them: the verdict, the limits of the model (section 6), and
/// the distance from what the trade calls usual. What a stitch does not have is not asked of it.
/// </summary>
internal sealed class PlanJudge
{
    private readonly PlanQuestion question;
    private readonly double growthStretch, layersGsm, required, needPercent, strengthWanted;
    private readonly PlanSteps steps;
    private readonly NeedleCloth needleCloth;
    // Asked of the schools once: a search judges tens of thousands of set-ups.
    private readonly bool ridgeAccepted, universalOnHeavyStretch;
    private readonly double lifeHours;

    public PlanJudge(PlanQuestion question, Need need)
    {
        this.question = question;
        var along = question.Layers.StretchAlongPercent.Value;
        growthStretch = question.Layers.GrowthStretchPercent;
        layersGsm = question.Layers.LayersGsm;
        needPercent = need.Percent;
        required = Need.Required(needPercent, along);
        strengthWanted = question.Layers.LightestGsm * (question.Schools.StrengthFirst ? SeamLimits.StrengthFirstPerGram : SeamLimits.LightnessFirstPerGram);
        steps = new PlanSteps(question, need);
        needleCloth = question.Layers.Met.ForNeedle;
        (ridgeAccepted, universalOnHeavyStretch, lifeHours) = (question.RidgeAccepted, question.Schools.UniversalOnHeavyStretch, question.Schools.NeedleLifeHours);
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

        var asked = AskedOf(layout, loopers.UpperLooser > 0);
        var geometry = new SeamGeometry(layout.Stitch, lengthMm, sewnThicknessMm) { LoopWidthMm = layout.LoopWidthMm };
        if (asked.Gap(geometry) is { } gap && !gap.Met(reading.GapMm))
        {
            part = part.Miss(PlanLimits.Gap, gap.Most is { } widest ? reading.GapMm / widest - 1 : gap.Least!.Value / Math.Max(reading.GapMm, 0.01) - 1);
        }

        if (asked.CoverFaceLeast is { } coverLeast && CoverOf(asked, reading) is var cover && cover < coverLeast)
        {
            part = part.Miss(PlanLimits.Cover, coverLeast / Math.Max(cover, 0.01) - 1);
        }

        if (MassMost(Job) is { } most && ClothEffects.MassRatio(reading.ThreadMassMgPerCm, layersGsm) is var mass && mass > most)
        {
            part = part.Miss(PlanLimits.Mass, mass / most - 1);
        }

        if (asked.DragMost is { } dragMost && drag > dragMost)
        {
            part = part.Miss(PlanLimits.Drag, drag.Value / dragMost - 1);
        }

        var byManual = loopers.Lower.Number is not null && layout.ByManual(layout.LowerPosition);
        if (!byManual && asked.Tunnelling is { } rows && reading.TunnellingIndex is { } index && (layout.Tape ? index / 2 : index) is var ridge && !rows.Met(ridge))
        {
            part = part.Miss(PlanLimits.Tunnelling, rows.Most is { } flat ? ridge / flat - 1 : rows.Least!.Value / Math.Max(ridge, 0.01) - 1);
        }

        if (Job.Joins() && reading.StrengthNewtonsPerCm < strengthWanted)
        {
            part = part.Miss(PlanLimits.Strength, strengthWanted / reading.StrengthNewtonsPerCm - 1);
        }

        if (!byManual && asked.MeetingLine(geometry) is { } meeting && meeting.Off(reading.MeetingLineMm!.Value) is var off && off > 1e-9)
        {
            part = part.Miss(PlanLimits.Meeting, off / SeamLimits.MeetingLineToleranceMm);
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
        return Filled(question, layout.Head, upper is null ? [(layout.LowerPosition, lower)] : [(layout.UpperPosition!.Value, upper), (layout.LowerPosition, lower)]) ? part : part.Miss(PlanLimits.Textured, 1);
    }

    /// <summary>Whether what is not in a needle is textured wherever that earns its place.</summary>
    public static bool Filled(PlanQuestion question, Machine head, ReadOnlySpan<(ThreadPosition Position, ThreadKind Kind)> loopers)
    {
        var rolls = question.Seam.Job.Rolls();
        if (head is PlainMachine || !(rolls || question.Seam.OnSkin || (question.Through.Sheds && head is Overlocker)))
        {
            return true;
        }

        foreach (var (position, kind) in loopers)
        {
            // What is laid over the face is there to be seen; of a rolled edge only the upper looper's thread shows.
            if (!kind.Textured && (rolls ? position == ThreadPosition.UpperLooper : position != ThreadPosition.TopCover))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Growth at the feed the machine can be set to.</summary>
    public RankPart Growth(Layout layout, double? differential, double footPressure)
    {
        // What the manual gives outranks the model: what comes of it is said, and not held against the machine.
        if (differential is not { } ratio || (layout.Baseline?.Differential is not null && Job != SeamJob.LettuceEdge))
        {
            return RankPart.None;
        }

        var growth = FeedRules.Growth(layout, growthStretch, ratio, footPressure);
        var target = AskedOf(layout).Growth(ClothEffects.GrowthPercent(growthStretch, layout.Head.Feed!.Least));
        return target.Met(growth) ? RankPart.None
            : RankPart.None.Miss(PlanLimits.Growth, target.Most is { } most ? Math.Abs(growth) / most - 1 : target.Least!.Value / Math.Max(growth, 0.01) - 1);
    }

    /// <summary>The knife, from how far the loops reach.</summary>
    public RankPart Knife(Layout layout, double reachMm, double biteMm)
    {
        var overhang = reachMm - biteMm;
        var asked = AskedOf(layout);
        var part = RankPart.None.Pay(question.Weights.PerStep * PlanSteps.Knife(asked, overhang));
        return layout.Baseline?.WidthMm is null && asked.Overhang is { } target && target.Off(overhang) is var off && off > 1e-9
            ? part.Miss(PlanLimits.Overhang, off / target.Tolerance!.Value)
            : part;
    }

    /// <summary>The needles: skips, and how far point and size are from what the cloth asks for.</summary>
    public RankPart Needle(NeedleOption needle, ThreadKind thread, int needles)
    {
        var skip = SkipModel.ChanceIn(SeamLimits.SkipStitches, SkipModel.ChancePerStitch(new SeatedNeedle(needle.Point, needle.Size) { LifeHours = lifeHours, UniversalOnHeavyStretch = universalOnHeavyStretch }, thread, needleCloth));
        var part = skip > SeamLimits.SkipMost ? RankPart.None.Miss(PlanLimits.Skip, skip / SeamLimits.SkipMost - 1) : RankPart.None;
        return part.Pay(question.Weights.PerStep * steps.Needle(needle) * needles);
    }

    private Asked AskedOf(Layout layout, bool upperLoosened = false) => question.AskedOf(layout.Stitch, layout.Flatlock, upperLoosened, ridgeAccepted);

    /// <summary>The cover that counts: that of the side it is asked of, the lesser where it is asked of both.</summary>
    public static double CoverOf(in Asked asked, in SeamReading reading) =>
        asked.CoverBackLeast is null ? reading.CoverFace!.Value : Math.Min(reading.CoverFace!.Value, reading.CoverBack!.Value);

    /// <summary>Most thread mass over cloth; null where stiffness is wanted.</summary>
    public static double? MassMost(SeamJob job) => job.Rolls() || job is SeamJob.DecorativeLine or SeamJob.PinTuck ? null : job == SeamJob.EdgeFinish ? SeamLimits.MassRatioEdge : SeamLimits.MassRatioJoin;

    /// <summary>Strength a join wants, N/cm.</summary>
    public double StrengthWantedNewtonsPerCm => strengthWanted;
}
