namespace YieldingLoop.Core.Seams;

/// <summary>The figures a seam is judged by (model section 6). All are working values.</summary>
public static class SeamLimits
{
    /// <summary>Tolerance of the meeting line, mm.</summary>
    public const double MeetingLineToleranceMm = 0.5;

    /// <summary>Tolerance of the overhang, mm.</summary>
    public const double OverhangToleranceMm = 0.5;

    /// <summary>Tolerance of the growth, percentage points.</summary>
    public const double GrowthTolerancePoints = 2;

    /// <summary>Up to this gap, mm, a seam is closed.</summary>
    public const double GapClosedMm = 0.25;

    /// <summary>Up to this gap, mm, it is acceptable.</summary>
    public const double GapAcceptableMm = 0.45;

    /// <summary>Up to this gap, mm, it gapes; more is open.</summary>
    public const double GapGapingMm = 0.9;

    /// <summary>Cover that cloth which sheds wants on both sides.</summary>
    public const double CoverForShedding = 0.33;

    /// <summary>Cover where nothing may show.</summary>
    public const double CoverSolid = 0.45;

    /// <summary>Thread mass over strip mass, up to this for a join.</summary>
    public const double MassRatioJoin = 0.5;

    /// <summary>The same for a single edge.</summary>
    public const double MassRatioEdge = 0.8;

    /// <summary>Growth, %, from which a lettuce edge waves well by itself; only very stretchy cloth comes to it on the feed alone.</summary>
    public const double LettuceGrowthFrom = 15;

    /// <summary>Share of the growth at the machine's lowest ratio that a lettuce edge is to have.</summary>
    public const double LettuceGrowthShare = 0.9;

    /// <summary>Share of the way right round the edge from which a rolled one counts as fully wrapped.</summary>
    public const double WrappedShare = 0.9;

    /// <summary>Overhang of a rolled edge, mm: the knife leaves an edge to be rolled.</summary>
    public const double RolledOverhangMm = -1.5;

    /// <summary>Its tolerance, mm.</summary>
    public const double RolledOverhangToleranceMm = 1;

    /// <summary>Overhang of a flatlock, mm: the cloth does not fill the stitch that is pulled flat.</summary>
    public const double FlatlockOverhangMm = 1;

    /// <summary>Least share of its width that a flatlock has to open by.</summary>
    public const double FlatlockOpensShare = 0.8;

    /// <summary>How much longer or shorter than an unsewn strip a sewn one may lie, %.</summary>
    public const double BesideUnsewnTolerancePercent = 2;

    /// <summary>Above this drag the edge is pulled out of shape.</summary>
    public const double DragMost = 1;

    /// <summary>How far to the back the loops may meet where the upper looper was loosened for draggy cloth, mm.</summary>
    public const double MeetingBackMostMm = 1.5;

    /// <summary>Up to this tunnelling index a seam lies flat.</summary>
    public const double TunnellingFlat = 1;

    /// <summary>Up to this tunnelling index the ridge is a slight one.</summary>
    public const double TunnellingSlight = 1.6;

    /// <summary>Chance of a skip in <see cref="SkipStitches"/> stitches that a plan may have.</summary>
    public const double SkipMost = 0.05;

    /// <summary>Length over which skips are judged, stitches.</summary>
    public const int SkipStitches = 50;

    /// <summary>Strength a join wants, N/cm per g/m² of one ply, by the strength-first school.</summary>
    public const double StrengthFirstPerGram = 0.35;

    /// <summary>The same by the lightness-first school.</summary>
    public const double LightnessFirstPerGram = 0.20;

    /// <summary>Width of the strip of cloth that the thread's mass is compared with, mm.</summary>
    public const double StripWidthMm = 4;

    /// <summary>Words for a gap.</summary>
    public static string GapWord(double gapMm) => gapMm switch
    {
        <= GapClosedMm => "closed",
        <= GapAcceptableMm => "acceptable",
        <= GapGapingMm => "gaping",
        _ => "open",
    };
}
