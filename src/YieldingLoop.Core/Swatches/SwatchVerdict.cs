using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>What of a swatch is held against its set-up's targets.</summary>
public enum SwatchAspect
{
    /// <summary>Where the loopers meet, mm.</summary>
    MeetingLine,

    /// <summary>Whether the upper thread comes right round the edge; 1 where it does.</summary>
    Wrapped,

    /// <summary>How far it opens, mm.</summary>
    Gap,

    /// <summary>Whether threads show when it is opened, of a stitch whose gap nobody measured; 1 where they do.</summary>
    ThreadsShow,

    /// <summary>Loops past the edge, mm.</summary>
    Overhang,

    /// <summary>Growth in sewing, %.</summary>
    Growth,

    /// <summary>How much longer it lies than an unsewn strip, %.</summary>
    BesideUnsewn,

    /// <summary>Which way it curls: −1 left, 1 right.</summary>
    Curl,

    /// <summary>Tunnelling index.</summary>
    Tunnelling,

    /// <summary>Whether rows are even and parallel; 1 where they are.</summary>
    RowsParallel,

    /// <summary>Whether the raw edge is caught; 1 where it is.</summary>
    RawEdgeCaught,

    /// <summary>Cover of the face.</summary>
    CoverFace,

    /// <summary>Cover of the back.</summary>
    CoverBack,

    /// <summary>To what stretch nothing popped, %.</summary>
    Hold,

    /// <summary>Skipped stitches.</summary>
    Skips,

    /// <summary>Threads that broke in sewing.</summary>
    Broke,
}

/// <summary>One reading beside what was wanted.</summary>
/// <param name="Aspect">What.</param>
/// <param name="Target">What was wanted, with its tolerance.</param>
/// <param name="Read">What was read, in the target's unit.</param>
public sealed record SwatchFinding(SwatchAspect Aspect, Target Target, double Read)
{
    /// <summary>Whether it lies within the tolerance.</summary>
    public bool Within => Target.Met(Read);

    /// <summary>How far it lies outside; 0 where it is within.</summary>
    public double OffBy => Target.Off(Read);
}

/// <summary>A swatch held against the targets of its set-up.</summary>
/// <param name="Findings">Everything that was read and is judged.</param>
/// <param name="Missing">What the targets ask and nobody read.</param>
/// <param name="Stitches">How many stitches it rests on; null where nobody counted.</param>
public sealed record SwatchVerdict(IReadOnlyList<SwatchFinding> Findings, IReadOnlyList<SwatchAspect> Missing, int? Stitches)
{
    /// <summary>Whether it passed: everything the stitch has was read and lies within.</summary>
    public bool Passed => Missing.Count == 0 && Findings.All(f => f.Within);

    /// <summary>What lies outside.</summary>
    public IEnumerable<SwatchFinding> Deviations => Findings.Where(f => !f.Within);

    /// <summary>Holds readings against targets (model section 6).</summary>
    /// <param name="targets">The set-up's own targets.</param>
    /// <param name="read">What was read.</param>
    public static SwatchVerdict Of(Targets targets, SwatchReadings read)
    {
        var findings = new List<SwatchFinding>();
        var missing = new List<SwatchAspect>();
        if (read.BrokeAt is not null)
        {
            // Nothing else can be read on it.
            findings.Add(new(SwatchAspect.Broke, Target.UpTo(0), 1));
        }

        void Judge(SwatchAspect aspect, double? value)
        {
            if (aspect.Asked(targets) is not { } wanted)
            {
                return;
            }

            if (value is { } number)
            {
                findings.Add(new(aspect, wanted, number));
            }
            else
            {
                missing.Add(aspect);
            }
        }

        // What is not asked of every swatch is judged where it was read.
        void JudgeRead(SwatchAspect aspect, Target target, double? value)
        {
            if (value is { } number)
            {
                findings.Add(new(aspect, target, number));
            }
        }

        var yes = Target.From(1);
        Judge(SwatchAspect.Wrapped, Number(read.Wrapped));
        Judge(SwatchAspect.MeetingLine, read.MeetingLineMm);
        if (targets.GapMm is { Least: null } && read.GapMm is null && read.ThreadsShow is { } show)
        {
            findings.Add(new(SwatchAspect.ThreadsShow, Target.UpTo(0), show ? 1 : 0));
        }
        else
        {
            Judge(SwatchAspect.Gap, read.GapMm);
        }

        Judge(SwatchAspect.Overhang, read.OverhangMm);
        Judge(SwatchAspect.Growth, read.GrowthPercent);
        Judge(SwatchAspect.BesideUnsewn, read.BesideUnsewnPercent);
        JudgeRead(SwatchAspect.Curl, Target.About(0, 0), read.CurlsTo switch { Curl.Left => -1, Curl.Right => 1, Curl.Flat => 0, _ => null });
        Judge(SwatchAspect.Tunnelling, read.TunnellingIndex ?? Index(read.Ridge));
        JudgeRead(SwatchAspect.RowsParallel, yes, Number(read.RowsParallel));
        JudgeRead(SwatchAspect.RawEdgeCaught, yes, Number(read.RawEdgeCaught));
        Judge(SwatchAspect.CoverFace, read.CoverFace);
        Judge(SwatchAspect.CoverBack, read.CoverBack);
        Judge(SwatchAspect.Hold, HeldTo(read, targets.HoldPercent));
        Judge(SwatchAspect.Skips, read.Skips is { } skips && (skips > 0 || read.Stitches >= targets.HoldStitches) ? skips : null);
        return new(findings, missing, read.Stitches);
    }

    /// <summary>
    /// How far it held, %: where a thread popped it held up to there, and so not quite to a stretch it popped at. Null where it
    /// was not pulled as far as is asked and nothing popped: then nobody knows.
    /// </summary>
    private static double? HeldTo(SwatchReadings read, double wantedPercent) =>
        read.PoppedAtPercent is { } popped ? popped > wantedPercent ? popped : Math.Min(popped, wantedPercent - JustBelow)
        : read.HeldToPercent is { } held && held >= wantedPercent - 1e-9 ? held : null;

    private const double JustBelow = 1e-6;

    private static double? Number(bool? read) => read is { } yes ? yes ? 1 : 0 : null;

    /// <summary>An index for what was seen by eye: flat and slight at the limits they lie under, a ridge beyond them.</summary>
    internal static double? Index(Ridge? ridge) => ridge switch
    {
        Ridge.Flat => SeamLimits.TunnellingFlat,
        Ridge.Slight => SeamLimits.TunnellingSlight,
        Ridge.Ridge => SeamLimits.TunnellingSlight + SeamLimits.TunnellingFlat,
        _ => null,
    };
}
