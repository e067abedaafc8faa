using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>The seams by which jobs are chosen, and words explained. Working values from memory: common practice, no published source.</summary>
public static class SeamExamples
{
    private const double UsualLengthMm = 2.5, ThinMm = 0.45, UsualMm = 0.8, ThickMm = 1.3;

    /// <summary>The finger's width for four threads, for three, and without a finger, mm; the gauges of overlocker, coverstitch and twin needle.</summary>
    private const double WideMm = 6.5, NarrowMm = 4.8, RolledMm = 1.6, OverlockGaugeMm = 2.2, CoverGaugeMm = 5.6, TwinGaugeMm = 4;

    /// <summary>How much tighter one looper of a rolled edge is than neutral, and how much looser the other, numbers.</summary>
    private const double RollsBy = 3.5;

    /// <summary>A seam as each job is usually sewn.</summary>
    public static IReadOnlyDictionary<SeamJob, SeamExample> Jobs { get; } = new Dictionary<SeamJob, SeamExample>
    {
        [SeamJob.Join] = Overlock(SeamView.End, "514", UsualMm, 2),
        [SeamJob.Band] = Overlock(SeamView.End, "514", ThickMm, 3),
        [SeamJob.Elastic] = Plain("three-step-zigzag", 1.2, 6),
        [SeamJob.Flatlock] = Overlock(SeamView.Flat, "504", UsualMm, 2, needle: -8, upper: -3, lower: 3),
        [SeamJob.StayedSeam] = Overlock(SeamView.Back, "514", UsualMm, 3),
        [SeamJob.EdgeFinish] = Overlock(SeamView.End, "504", UsualMm / 2, 1),
        [SeamJob.SuperStretch] = WithoutUpperLooper(Overlock(SeamView.Back, "514", UsualMm, 2)) with { SuperStretch = true },
        [SeamJob.Hem] = Rows(SeamView.TurnedUp, "406", CoverGaugeMm, UsualMm, 2),
        [SeamJob.Binding] = Rows(SeamView.End, "406", CoverGaugeMm, ThickMm, 3),
        [SeamJob.Topstitch] = Rows(SeamView.Face, "twin-needle", TwinGaugeMm, UsualMm, 2),
        [SeamJob.RolledHem] = Rolled(SeamView.End, 1.5),
        [SeamJob.Picot] = Rolled(SeamView.Face, 3.2),
        [SeamJob.LettuceEdge] = Rolled(SeamView.Waves, 1.2) with { GrowthPercent = 24 },
        [SeamJob.DecorativeLine] = Rows(SeamView.Back, "401", 0, UsualMm, 1),
        [SeamJob.PinTuck] = Rows(SeamView.End, "twin-needle", TwinGaugeMm, ThinMm, 1) with { RidgeMm = 1.6 },
        [SeamJob.Repair] = Plain("304", 1, 4),
    };

    /// <summary>The seams that show what a word of the vocabulary means, by the word's identifier.</summary>
    public static IReadOnlyDictionary<string, SeamExample> Words { get; } = new Dictionary<string, SeamExample>
    {
        ["work.piece-of-work"] = Overlock(SeamView.Face, "504", UsualMm, 2),
        ["work.swatch"] = Overlock(SeamView.Back, "504", UsualMm, 2),
        // The upper looper wins: the threads meet on the face.
        ["reading.meeting-line"] = Overlock(SeamView.End, "504", UsualMm, 2, upper: 2.5, lower: -2.5),
        ["reading.gap"] = Overlock(SeamView.Opened, "504", UsualMm, 2, needle: -4) with { OpenMm = 2 },
        ["reading.overhang"] = Overlock(SeamView.End, "504", UsualMm, 1, biteMm: NarrowMm - 1.8),
        ["reading.cover"] = Fluffy(Overlock(SeamView.Face, "504", UsualMm, 1, lengthMm: 1.2)),
        ["reading.growth"] = Overlock(SeamView.Waves, "504", UsualMm, 2) with { GrowthPercent = 12 },
        ["reading.skip"] = Plain("301", UsualLengthMm, 0) with { Skips = ThreadPosition.Needle },
        ["reading.tunnelling"] = Rows(SeamView.End, "twin-needle", TwinGaugeMm, UsualMm, 2) with { RidgeMm = 1.3 },
        ["setting.stitch-length"] = Plain("301", 4, 0),
        ["setting.zigzag-width"] = Plain("304", UsualLengthMm, 6),
        ["setting.finger"] = Overlock(SeamView.Face, "504", UsualMm, 2) with { Part = MachinePart.Finger },
        ["machine.loop-width"] = Overlock(SeamView.Face, "504", UsualMm, 2) with { Part = MachinePart.LoopWidth },
    };

    /// <summary>A seam that shows where the thread of a position runs.</summary>
    /// <param name="position">The position.</param>
    public static SeamExample Of(ThreadPosition position) => position switch
    {
        ThreadPosition.Needle or ThreadPosition.Bobbin => Plain("304", UsualLengthMm, 4) with { View = SeamView.End },
        ThreadPosition.NeedleCentre => Rows(SeamView.End, "407", CoverGaugeMm, UsualMm, 2),
        ThreadPosition.TopCover or ThreadPosition.ChainLooper => Rows(SeamView.End, "602", CoverGaugeMm, UsualMm, 2),
        _ => Overlock(SeamView.End, "514", UsualMm, 2),
    } with
    { Only = position };

    /// <summary>A swatch of the guided test of a dial, as it looks where it reads so: its edge, or the seam opened, or its knots.</summary>
    /// <param name="position">Whose dial is tested.</param>
    /// <param name="readingMm">What was read, mm; null for a balanced one.</param>
    /// <param name="covers">Whether it is sewn on a coverstitch machine.</param>
    public static SeamExample DialTested(ThreadPosition position, double? readingMm, bool covers)
    {
        switch (DialTest.ReadingOf(position))
        {
            case SwatchReading.MeetingLine:
                var apart = Math.Clamp(readingMm ?? 0, -FurthestMeetingMm, FurthestMeetingMm) / SeamLayout.MeetingLinePerLog / DialTension.LogTensionPerStep / 2;
                return Overlock(SeamView.End, "504", UsualMm, 2, upper: apart, lower: -apart);
            case SwatchReading.Knot:
                return Plain("304", UsualLengthMm, 4) with { View = SeamView.End, KnotMm = readingMm ?? 0 };
            default:
                var sewn = covers ? Rows(SeamView.Opened, "406", CoverGaugeMm, UsualMm, 2) : Overlock(SeamView.Opened, "504", UsualMm, 2);
                // The tested needle's thread is the one that is seen; where a looper is tested, that of the first.
                var seen = position.IsNeedle() ? position : sewn.Threads[0].Position;
                return sewn with
                {
                    OpenMm = Math.Clamp(readingMm ?? DialTest.BalancedGapMm, 0, FurthestOpenMm),
                    Threads = [.. sewn.Threads.Select((t, i) => i == 0 ? t with { Position = seen, TensionCentinewtons = t.TensionCentinewtons / 2 } : t)],
                };
        }
    }

    /// <summary>How far from the edge threads of a test are drawn to meet, and how far a seam is drawn open, mm.</summary>
    private const double FurthestMeetingMm = 4.5, FurthestOpenMm = 6;

    /// <summary>Two rows of a hem from the back.</summary>
    /// <param name="gaugeMm">Between the rows, mm.</param>
    /// <param name="covers">Whether a looper covers what lies between them, rather than a bobbin.</param>
    public static SeamExample Hemmed(double gaugeMm, bool covers) => Rows(SeamView.Back, covers ? "406" : "twin-needle", gaugeMm, UsualMm, 2);

    /// <summary>A seam of one overlocker, from its end.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="needles">The needles that are in.</param>
    /// <param name="fingerMm">From the right needle to where its finger lays the loops, mm.</param>
    /// <param name="cutMm">From the right needle to its knife, mm.</param>
    /// <param name="rolls">Whether its loopers are set for a rolled edge.</param>
    internal static SeamExample OnOverlocker(Overlocker machine, IReadOnlyList<ThreadPosition> needles, double fingerMm, double cutMm, bool rolls)
    {
        var stitch = needles.Count > 1 ? machine.FourThreadStitch : StitchCatalogue.ThreeThreadOveredge;
        var by = rolls ? RollsBy : 0;
        return new(SeamView.End, new(stitch, UsualLengthMm, rolls ? ThinMm : UsualMm)
        {
            GaugeMm = needles.Count > 1 ? machine.GaugeMm : 0, LoopWidthMm = LoopWidth(machine, needles, fingerMm), BiteMm = LoopWidth(machine, needles, cutMm),
        }, [.. Laid(stitch, 0, -by, by).Select(t => t.Position.IsNeedle() && needles.Count == 1 ? t with { Position = needles[0] } : t)], rolls ? 1 : 2);
    }

    /// <summary>What is counted from the right needle, from the outermost one that is in, mm.</summary>
    internal static double LoopWidth(Overlocker machine, IReadOnlyList<ThreadPosition> needles, double fromRightMm) => fromRightMm - machine.Seats.Where(s => needles.Contains(s.Position)).Min(s => s.OffsetMm);

    /// <summary>A seam as it lies where a finger goes with these needles, by the machine's table.</summary>
    /// <param name="use">Which needles.</param>
    public static SeamExample Of(FingerUse use) => use switch
    {
        FingerUse.LeftNeedle => Overlock(SeamView.Face, "504", UsualMm, 2, widthMm: WideMm),
        FingerUse.BothNeedles => Overlock(SeamView.Face, "514", UsualMm, 2),
        FingerUse.Rolled => Rolled(SeamView.Face, 1.5),
        _ => Overlock(SeamView.Face, "504", UsualMm, 2),
    };

    /// <summary>A stitch as it usually lies on the face of the cloth; a chain and a two-thread overedge as they lie on the back, which tells them apart.</summary>
    /// <param name="stitch">The stitch.</param>
    public static SeamExample Of(Stitch stitch) => stitch.Family switch
    {
        StitchFamily.Overlock => Overlock(SeamView.Face, stitch.Id, UsualMm, 2),
        StitchFamily.TwoThreadOveredge => Overlock(SeamView.Face, stitch.Id, UsualMm, 1),
        StitchFamily.Cover => Rows(stitch.OtherPositions.Contains(ThreadPosition.TopCover) ? SeamView.Face : SeamView.Back, stitch.Id, CoverGaugeMm, UsualMm, 2),
        StitchFamily.TwinNeedle => Rows(SeamView.Back, stitch.Id, TwinGaugeMm, UsualMm, 2),
        StitchFamily.Chain => Rows(SeamView.Back, stitch.Id, 0, UsualMm, 1),
        _ => Plain(stitch.Id, stitch == StitchCatalogue.ThreeStepZigzag ? 1.2 : UsualLengthMm, stitch == StitchCatalogue.NarrowSlant ? 1 : stitch == StitchCatalogue.ThreeStepZigzag ? 6 : 4),
    };

    private static SeamExample Overlock(SeamView view, string stitchId, double thicknessMm, int plies, double needle = 0, double upper = 0, double lower = 0, double lengthMm = UsualLengthMm, double? biteMm = null, double? widthMm = null)
    {
        var stitch = StitchCatalogue.Find(stitchId)!;
        var width = widthMm ?? (stitch.Needles > 1 ? WideMm : NarrowMm);
        var bite = biteMm ?? (view == SeamView.Flat ? width - 1 : width);
        return new(view, new(stitch, lengthMm, thicknessMm) { GaugeMm = stitch.Needles > 1 ? OverlockGaugeMm : 0, LoopWidthMm = width, BiteMm = bite }, Laid(stitch, needle, upper, lower), plies);
    }

    /// <summary>With textured nylon in its loopers, half as tight.</summary>
    private static SeamExample Fluffy(SeamExample example) => example with
    {
        Threads = [.. example.Threads.Select(t => t.Position.IsNeedle() ? t : t with { Kind = ThreadCatalogue.Find("textured-nylon")!, TensionCentinewtons = 0.5 * t.TensionCentinewtons })],
    };

    private static SeamExample WithoutUpperLooper(SeamExample example) => example with { Threads = [.. example.Threads.Where(t => t.Position != ThreadPosition.UpperLooper)] };

    private static SeamExample Rolled(SeamView view, double lengthMm) =>
        new(view, new(StitchCatalogue.Find("504")!, lengthMm, ThinMm) { LoopWidthMm = RolledMm, BiteMm = 2 * RolledMm }, Laid(StitchCatalogue.Find("504")!, 0, -RollsBy, RollsBy), 1);

    private static SeamExample Rows(SeamView view, string stitchId, double gaugeMm, double thicknessMm, int plies) =>
        new(view, new(StitchCatalogue.Find(stitchId)!, UsualLengthMm, thicknessMm) { GaugeMm = gaugeMm }, Laid(StitchCatalogue.Find(stitchId)!), plies);

    private static SeamExample Plain(string stitchId, double lengthMm, double widthMm) =>
        new(SeamView.Face, new(StitchCatalogue.Find(stitchId)!, lengthMm, UsualMm) { ZigzagWidthMm = widthMm }, Laid(StitchCatalogue.Find(stitchId)!), 2);

    private static LaidThread[] Laid(Stitch stitch, double needle = 0, double upper = 0, double lower = 0)
    {
        IEnumerable<ThreadPosition> needles = stitch.Family == StitchFamily.Cover && stitch.Needles == 2 ? [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] : stitch.NeedlePositions.Take(stitch.Needles);
        return
        [
            .. needles.Concat(stitch.OtherPositions).Select(p => new LaidThread(
                p, ThreadCatalogue.Kinds[0], p.NeutralTensionCentinewtons() * Math.Exp(DialTension.LogTensionPerStep * (p.IsNeedle() ? needle : p == ThreadPosition.UpperLooper ? upper : lower)))),
        ];
    }
}
