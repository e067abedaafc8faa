using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>One thread of a set-up with the dial it is laid by.</summary>
/// <param name="Laid">The thread as laid.</param>
/// <param name="StepsTighter">Dial numbers tighter than neutral; 0 also where the tension was given and no dial is known.</param>
public readonly record struct SetThread(LaidThread Laid, double StepsTighter)
{
    /// <summary>The needle it runs in, where it is known by itself; null for the one of the whole case, and for what is in no needle.</summary>
    public SeatedNeedle? Needle { get; init; }
}

/// <summary>The cloth as one seam meets it.</summary>
public sealed record SeamCloth
{
    /// <summary>S, stretch along the seam, %.</summary>
    public required double StretchAlongPercent { get; init; }

    /// <summary>S of the growth, %; null for the stretch along the seam.</summary>
    public double? GrowthStretchPercent { get; init; }

    /// <summary>S of the growth, %, whichever it is.</summary>
    public double GrowingStretchPercent => GrowthStretchPercent ?? StretchAlongPercent;

    /// <summary>S of the drag, %; null for the stretch along the seam.</summary>
    public double? DragStretchPercent { get; init; }

    /// <summary>Area density of the layer that is dragged, g/m²; null for that of the cloth.</summary>
    public double? DragGsm { get; init; }

    /// <summary>All layers together, g/m²; null for so many layers of the cloth.</summary>
    public double? LayersGsm { get; init; }

    /// <summary>Stretch in the stretchiest direction, %.</summary>
    public required double HighestStretchPercent { get; init; }

    /// <summary>One ply, g/m².</summary>
    public required double AreaDensityGsm { get; init; }

    /// <summary>Whether it is a knit.</summary>
    public bool Knit { get; init; } = true;

    /// <summary>Whether it holds elastane.</summary>
    public bool Elastane { get; init; }

    /// <summary>Its colour, where known.</summary>
    public CieLab? Colour { get; init; }

    /// <summary>The cloth as the needle meets it.</summary>
    public NeedleCloth ForNeedle => new(Knit, Elastane, HighestStretchPercent, AreaDensityGsm);
}

/// <summary>Everything known of one seam. What is null is not judged.</summary>
public sealed record SeamCase
{
    /// <summary>The stitch as sewn.</summary>
    public required SeamGeometry Geometry { get; init; }

    /// <summary>Its threads.</summary>
    public required IReadOnlyList<SetThread> Threads { get; init; }

    /// <summary>The cloth.</summary>
    public SeamCloth? Cloth { get; init; }

    /// <summary>How many layers.</summary>
    public int? Plies { get; init; }

    /// <summary>The needles' state, for every thread that does not say its own.</summary>
    public SeatedNeedle? Needle { get; init; }

    /// <summary>D, the differential ratio.</summary>
    public double? Differential { get; init; }

    /// <summary>f, foot pressure, 1 normal.</summary>
    public double FootPressure { get; init; } = 1;

    /// <summary>Need along the seam, %.</summary>
    public double? NeedPercent { get; init; }

    /// <summary>What swatches have taught of this machine with these threads and this cloth.</summary>
    public Learnt Learnt { get; init; } = Learnt.Nothing;

    /// <summary>Colour of the needle thread, where known.</summary>
    public CieLab? NeedleThreadColour { get; init; }

    /// <summary>
    /// x: numbers the thread on the face is tighter than neutral, less those of the one it meets, upper and lower looper, or of two
    /// threads looper and needle; null where no threads meet at an edge.
    /// </summary>
    public double? DialDifference
    {
        get
        {
            double Steps(Func<ThreadPosition, bool> which) => Threads.First(t => which(t.Laid.Position)).StepsTighter;
            return Geometry.Stitch.Family switch
            {
                StitchFamily.TwoThreadOveredge => Steps(p => p == ThreadPosition.LowerLooper) - Steps(p => p.IsNeedle()),
                StitchFamily.Overlock => Steps(p => p == ThreadPosition.UpperLooper) - Steps(p => p == ThreadPosition.LowerLooper),
                _ => null,
            };
        }
    }
}

/// <summary>The whole reading of one seam. A figure that could not be judged, or that the stitch does not have, is null.</summary>
public sealed record SeamAssessment
{
    /// <summary>Figures of the seam.</summary>
    public required SeamReading Seam { get; init; }

    /// <summary>Figures of its threads, in the order they were given.</summary>
    public required IReadOnlyList<ThreadReading> Threads { get; init; }

    /// <summary>Where each thread pops by what swatches have taught, with its band, %, in the order they were given; null where they taught nothing.</summary>
    public IReadOnlyList<Interval>? LearntPopsPercent { get; init; }

    /// <summary>Where each thread pops, with its band, %, in the order they were given.</summary>
    public IReadOnlyList<Interval> PopsPercent => LearntPopsPercent ?? [.. Threads.Select(t => Learnt.Unlearnt(t.PopStretchPercent))];

    /// <summary>Yield with its band, %.</summary>
    public required Interval YieldPercent { get; init; }

    /// <summary>Meeting line with its band, mm.</summary>
    public Interval? MeetingLineMm { get; init; }

    /// <summary>Whether the meeting line was read on swatches of this machine with these threads.</summary>
    public bool MeetingLineLearnt { get; init; }

    /// <summary>Where the threads are expected to meet, mm: by the swatches where it was read, else by the model.</summary>
    public double? MeetsMm => MeetingLineLearnt ? MeetingLineMm!.Value.Middle : Seam.MeetingLineMm;

    /// <summary>Growth in sewing with its band, %.</summary>
    public Interval? GrowthPercent { get; init; }

    /// <summary>The differential ratio for no growth.</summary>
    public double? FlatDifferential { get; init; }

    /// <summary>Thread mass over strip mass.</summary>
    public double? MassRatio { get; init; }

    /// <summary>Drag; above 1 the edge is pulled out of shape.</summary>
    public double? Drag { get; init; }

    /// <summary>Chance of a skip per stitch.</summary>
    public double? SkipPerStitch { get; init; }

    /// <summary>Chance of a skip in 50 stitches.</summary>
    public double? SkipInFifty { get; init; }

    /// <summary>What is seen of the gap, mm.</summary>
    public double? GapSeenMm { get; init; }

    /// <summary>The verdict.</summary>
    public SeamVerdict? Verdict { get; init; }

    /// <summary>Reads a case by the seam model, with bands from the priors.</summary>
    /// <param name="seam">The case; its figures are taken as valid.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public static SeamAssessment Of(SeamCase seam)
    {
        var threads = seam.Threads.Select(t => t.Laid).ToArray();
        var readings = new ThreadReading[threads.Length];
        var reading = SeamModel.Evaluate(seam.Geometry, threads, readings);
        var learnt = seam.Learnt;
        var yield = learnt.Yield(threads, readings);
        var cloth = seam.Cloth;
        double? skip = cloth is null ? null
            : seam.Threads.Where(t => t.Laid.Position.IsNeedle()).Max(t => (t.Needle ?? seam.Needle) is { } needle ? SkipModel.ChancePerStitch(needle, t.Laid.Kind, cloth.ForNeedle) : (double?)null);

        return new SeamAssessment
        {
            Seam = reading,
            Threads = readings,
            LearntPopsPercent = learnt.Pops.Count == 0 ? null : [.. threads.Select((t, i) => learnt.Pop(t.Kind, readings[i].PopStretchPercent))],
            YieldPercent = yield,
            MeetingLineMm = reading.MeetingLineMm is { } p ? MeetingLineInterval(seam, p) : null,
            MeetingLineLearnt = reading.MeetingLineMm is not null && learnt.MeetingLine != LearntLine.MeetingLine,
            GrowthPercent = cloth is not null && seam.Differential is { } ratio
                ? learnt.Growth.Figure(ClothEffects.GrowthPercent(cloth.GrowingStretchPercent, ratio, seam.FootPressure), ratio - 1)
                : null,
            FlatDifferential = cloth is not null ? ClothEffects.FlatDifferential(cloth.GrowingStretchPercent, seam.FootPressure) : null,
            MassRatio = cloth is not null && seam.Plies is { } plies
                ? ClothEffects.MassRatio(reading.ThreadMassMgPerCm, cloth.LayersGsm ?? plies * cloth.AreaDensityGsm)
                : null,
            Drag = cloth is not null ? ClothEffects.Drag(seam.Geometry.Stitch, threads, cloth.DragStretchPercent ?? cloth.StretchAlongPercent, cloth.DragGsm ?? cloth.AreaDensityGsm) : null,
            SkipPerStitch = skip,
            SkipInFifty = skip is { } chance ? SkipModel.ChanceIn(SeamLimits.SkipStitches, chance) : null,
            GapSeenMm = cloth?.Colour is { } ground && seam.NeedleThreadColour is { } colour
                ? ClothEffects.GapSeen(reading.GapMm, colour, ground)
                : null,
            Verdict = seam.NeedPercent is { } need ? SeamVerdict.Of(yield, need, cloth?.StretchAlongPercent) : null,
        };
    }

    private static Interval MeetingLineInterval(SeamCase seam, double modelMm)
    {
        var apart = seam.DialDifference!.Value;
        return seam.Learnt.MeetingLine.Figure(AtNeutral(modelMm, apart), apart);
    }

    /// <summary>
    /// What the model gives of the meeting line with every dial at neutral, mm; null where the stitch has none. The learner is linear
    /// in the dials, so it counts from there.
    /// </summary>
    /// <param name="seam">The case.</param>
    /// <param name="reading">Its reading.</param>
    public static double? MeetingLineAtNeutralMm(SeamCase seam, in SeamReading reading) =>
        reading.MeetingLineMm is { } model && seam.DialDifference is { } apart ? AtNeutral(model, apart) : null;

    /// <summary>The same of a figure that is at hand: what the model gives, and how far the dials are apart.</summary>
    internal static double AtNeutral(double modelMm, double apart) => modelMm - SeamLayout.MeetingLinePerLog * DialTension.LogTensionPerStep * apart;
}
