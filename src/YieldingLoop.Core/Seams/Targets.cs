using YieldingLoop.Core.Stitches;

namespace YieldingLoop.Core.Seams;

/// <summary>One reading of a swatch as it is wanted, with its tolerance. A side that is null is not bounded.</summary>
/// <param name="Least">Smallest that passes.</param>
/// <param name="Most">Largest that passes.</param>
public readonly record struct Target(double? Least, double? Most)
{
    /// <summary>What is left of figures that are equal.</summary>
    private const double Rounding = 1e-9;

    /// <summary>What the model gives at the recommended dials; null where only the bounds matter.</summary>
    public double? Wanted { get; init; }

    /// <summary>What is aimed at: what is wanted, else the middle of the bounds, else the one there is.</summary>
    public double? Aim => Wanted ?? (Least + Most) / 2 ?? Least ?? Most;

    /// <summary>A figure with the same tolerance both ways.</summary>
    public static Target About(double wanted, double tolerance) => new(wanted - tolerance, wanted + tolerance) { Wanted = wanted };

    /// <summary>At most.</summary>
    public static Target UpTo(double most) => new(null, most);

    /// <summary>At least.</summary>
    public static Target From(double least) => new(least, null);

    /// <summary>How far it may be off to either side of the middle; null where a side is not bounded.</summary>
    public double? Tolerance => Most is { } most && Least is { } least ? (most - least) / 2 : null;

    /// <summary>Whether a reading passes.</summary>
    public bool Met(double reading) => Off(reading) <= Rounding;

    /// <summary>How far a reading lies outside, in its own unit; 0 where it passes.</summary>
    public double Off(double reading) => Least is { } least && reading < least ? least - reading : Most is { } most && reading > most ? reading - most : 0;
}

/// <summary>
/// What a swatch of a set-up should show, each figure with its tolerance (model section 6). Planner, card, print, API and
/// whoever judges a swatch compare with these, never with limits of their own. What the stitch does not have, or nobody
/// asks of it, is null.
/// </summary>
public sealed record Targets
{
    /// <summary>Where the loopers meet, mm.</summary>
    public Target? MeetingLineMm { get; init; }

    /// <summary>Whether the upper thread has to come right round the edge.</summary>
    public bool Wrapped { get; init; }

    /// <summary>How far the seam opens, mm, unscaled; of a flatlock how far it is to open at least.</summary>
    public Target? GapMm { get; init; }

    /// <summary>Loops past the edge, mm.</summary>
    public Target? OverhangMm { get; init; }

    /// <summary>Growth in sewing, %.</summary>
    public Target? GrowthPercent { get; init; }

    /// <summary>Cover of the face.</summary>
    public Target? CoverFace { get; init; }

    /// <summary>Cover of the back.</summary>
    public Target? CoverBack { get; init; }

    /// <summary>Drag by the model.</summary>
    public Target? Drag { get; init; }

    /// <summary>How much longer or shorter the sewn strip lies beside an unsewn one, %: what drag is read as.</summary>
    public Target? BesideUnsewnPercent { get; init; }

    /// <summary>Tunnelling index, with whatever tape there is.</summary>
    public Target? TunnellingIndex { get; init; }

    /// <summary>To what stretch along itself it is pulled without anything popping, breaking or skipping, %.</summary>
    public double HoldPercent { get; init; }

    /// <summary>Over how many stitches at least.</summary>
    public int HoldStitches { get; init; } = SeamLimits.SkipStitches;
}

/// <summary>What is asked of a set-up, by its stitch, its job, its cloth and the schools. The one place of these rules.</summary>
/// <param name="Job">What the seam does.</param>
/// <param name="Stitch">The stitch.</param>
/// <param name="Flatlock">Whether it is pulled open flat.</param>
/// <param name="Plies">How many layers.</param>
/// <param name="Sheds">Whether the cut edge sheds.</param>
/// <param name="UpperLoosened">Whether the upper looper was loosened on purpose, for cloth that drags.</param>
/// <param name="RidgeAccepted">Whether the school changes neither tension nor tape against a ridge.</param>
public readonly record struct Asked(SeamJob Job, Stitch Stitch, bool Flatlock, int Plies, bool Sheds, bool UpperLoosened, bool RidgeAccepted)
{
    private bool Loops => Stitch.NeedsLoopWidth;

    private bool Overlocks => Stitch.Family == StitchFamily.Overlock;

    /// <summary>
    /// Where the loopers are to meet, mm: on the edge; up to 1.5 mm to the back where the upper looper was loosened; round the
    /// whole edge where it is rolled; of a two-thread flatlock on the face. Null where it does not matter.
    /// </summary>
    public Target? MeetingLine(in SeamGeometry geometry)
    {
        if (!Loops)
        {
            return null;
        }

        if (Job.Rolls())
        {
            return Target.UpTo(-SeamLimits.WrappedShare * (geometry.LoopWidthMm + (Overlocks ? geometry.SewnThicknessMm / 2 : 0)));
        }

        return Flatlock ? Overlocks ? null : new Target(0, geometry.LoopWidthMm)
            : UpperLoosened ? new Target(-SeamLimits.MeetingBackMostMm, SeamLimits.MeetingLineToleranceMm)
            : Overlocks ? Target.About(0, SeamLimits.MeetingLineToleranceMm)
            : null;
    }

    /// <summary>How far it may open, mm: joins and hems of more than one layer; a flatlock has to open.</summary>
    public Target? Gap(in SeamGeometry geometry) =>
        Flatlock ? Target.From(SeamLimits.FlatlockOpensShare * geometry.LoopWidthMm)
        : Plies > 1 && (Job.Joins() || Job is SeamJob.Elastic or SeamJob.Hem or SeamJob.Binding or SeamJob.DecorativeLine) ? Target.UpTo(SeamLimits.GapAcceptableMm)
        : null;

    /// <summary>Where the edge is to lie, mm: under the loops; inside them where it is rolled; short of them where they are pulled flat.</summary>
    public Target? Overhang =>
        !Loops ? null
        : Job.Rolls() ? Target.About(SeamLimits.RolledOverhangMm, SeamLimits.RolledOverhangToleranceMm)
        : Flatlock ? Target.About(SeamLimits.FlatlockOverhangMm, SeamLimits.OverhangToleranceMm)
        : Target.About(0, SeamLimits.OverhangToleranceMm);

    /// <summary>Growth, %: none, or of a lettuce edge nearly what the machine's lowest ratio gives.</summary>
    /// <param name="atLowestRatioPercent">What the model gives at the machine's lowest ratio.</param>
    public Target Growth(double atLowestRatioPercent) =>
        Job == SeamJob.LettuceEdge ? Target.From(SeamLimits.LettuceGrowthShare * atLowestRatioPercent) : Target.About(0, SeamLimits.GrowthTolerancePoints);

    /// <summary>Least cover of the face; null where none is asked.</summary>
    public double? CoverFaceLeast => !Overlocks || Flatlock ? null : Job.Rolls() ? SeamLimits.CoverSolid : Sheds ? SeamLimits.CoverForShedding : null;

    /// <summary>Least cover of the back; null where none is asked: the back of a rolled edge lies inside it.</summary>
    public double? CoverBackLeast => Job.Rolls() ? null : CoverFaceLeast;

    /// <summary>Most drag; null where the edge is rolled, and for what has no loops round an edge.</summary>
    public double? DragMost => Loops && !Job.Rolls() ? SeamLimits.DragMost : null;

    /// <summary>The tunnelling that is wanted: flat, or of a pin tuck a ridge; null where no rows can draw together.</summary>
    public Target? Tunnelling =>
        Stitch.Family is not (StitchFamily.TwinNeedle or StitchFamily.Cover) ? null
        : Job == SeamJob.PinTuck ? Target.From(SeamLimits.TunnellingFlat)
        : Target.UpTo(RidgeAccepted ? SeamLimits.TunnellingSlight : SeamLimits.TunnellingFlat);

    /// <summary>The targets of a set-up whose figures are these: what was asked, centred on what the model gives.</summary>
    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="figures">Its figures.</param>
    /// <param name="growthAtLowestPercent">Growth at the machine's lowest ratio, %; null where its feed has none.</param>
    /// <param name="requiredPercent">What is required of the seam along itself, %.</param>
    public Targets Of(in SeamGeometry geometry, SeamAssessment figures, double? growthAtLowestPercent, double requiredPercent) => new()
    {
        MeetingLineMm = figures.MeetsMm is not { } meeting ? null
            : Job.Rolls() || (Flatlock && !Overlocks) ? MeetingLine(geometry)
            : Centred(meeting, SeamLimits.MeetingLineToleranceMm) is var about && UpperLoosened ? about with { Least = Math.Max(about.Least!.Value, Math.Min(meeting, -SeamLimits.MeetingBackMostMm)) } : about,
        Wrapped = Loops && Job.Rolls(),
        GapMm = Gap(geometry) is { } gap ? gap with { Wanted = figures.Seam.GapMm } : null,
        OverhangMm = figures.Seam.OverhangMm is not { } overhang ? null : Job.Rolls() || Flatlock ? Overhang : Centred(overhang, SeamLimits.OverhangToleranceMm),
        GrowthPercent = growthAtLowestPercent is not { } lowest || figures.GrowthPercent is not { } growth ? null
            : Job == SeamJob.LettuceEdge ? Growth(lowest) with { Wanted = growth.Middle } : Centred(growth.Middle, SeamLimits.GrowthTolerancePoints),
        CoverFace = CoverFaceLeast is { } face ? Target.From(face) : null,
        CoverBack = CoverBackLeast is { } back ? Target.From(back) : null,
        Drag = DragMost is { } drag ? Target.UpTo(drag) : null,
        BesideUnsewnPercent = DragMost is null ? null : Target.About(0, SeamLimits.BesideUnsewnTolerancePercent),
        TunnellingIndex = Tunnelling,
        HoldPercent = requiredPercent,
    };

    private static Target Centred(double wanted, double tolerance) => Target.About(wanted, tolerance);
}
