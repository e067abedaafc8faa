using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Swatches;

/// <summary>
/// One reading that is taken by dragging a drawing until it looks like the swatch in the hand: the figures it can be drawn at. It
/// begins at the end that lies further from what is wanted, so that nobody reads what was hoped for.
/// </summary>
/// <param name="Aspect">What is read.</param>
/// <param name="Least">Smallest figure, in the unit of what is read: millimetres, per cent, or a share.</param>
/// <param name="Most">Largest.</param>
/// <param name="Step">From one drawing to the next.</param>
/// <param name="BeginsAtMost">Whether it begins at the largest.</param>
public sealed record MatchScale(SwatchAspect Aspect, double Least, double Most, double Step, bool BeginsAtMost)
{
    /// <summary>Most drawings of one reading.</summary>
    public const int MostDrawings = 60;

    /// <summary>How far from the cut edge loops are drawn, mm.</summary>
    private const double FurthestOverhangMm = 3;

    /// <summary>Cloth that is always left in the stitch, mm.</summary>
    private const double LeastBiteMm = 0.5;

    /// <summary>The widest gap that is drawn of a seam that is to stay closed, mm.</summary>
    private const double WidestGapMm = 3;

    private const double MostCover = 1.5, CoverStep = 0.05;

    /// <summary>Growth that can be told by eye, %. Shorter is drawn gathered, longer in waves.</summary>
    private const double LeastGrowth = -15, MostGrowth = 30;

    private static readonly double[] Steps = [0.1, 0.2, 0.25, 0.5, 1];

    /// <summary>The figures there is a drawing of, the smallest first.</summary>
    public IReadOnlyList<double> Values => [.. Enumerable.Range(0, 1 + (int)Math.Round((Most - Least) / Step)).Select(i => Math.Round(Least + i * Step, 4))];

    /// <summary>The readings of a swatch that are taken so: what its stitch has and its targets ask.</summary>
    /// <param name="seam">The set-up as sewn.</param>
    /// <param name="targets">Its targets.</param>
    public static IReadOnlyList<MatchScale> Of(SeamCase seam, Targets targets)
    {
        var scales = new List<MatchScale>();
        var (g, figures) = (seam.Geometry, Figures(seam));
        if (g.Stitch.NeedsLoopWidth)
        {
            if (!targets.Wrapped)
            {
                // As far round as the model goes, each way.
                scales.Add(Evenly(SwatchAspect.MeetingLine, -g.RoundTheBackMm, g.RoundTheFaceMm, Steps[1], targets.MeetingLineMm));
            }

            var reach = figures.OverhangMm!.Value + g.BiteMm;
            scales.Add(Evenly(SwatchAspect.Overhang, -FurthestOverhangMm, Math.Min(FurthestOverhangMm, reach - LeastBiteMm), Steps[1], targets.OverhangMm));
        }

        if (targets.GapMm is { } gap)
        {
            var most = gap.Least is { } open ? Math.Max(WidestGapMm, 1.5 * open) : WidestGapMm;
            scales.Add(Evenly(SwatchAspect.Gap, 0, most, Steps[0], gap));
        }

        foreach (var (aspect, target) in new (SwatchAspect, Target?)[] { (SwatchAspect.CoverFace, targets.CoverFace), (SwatchAspect.CoverBack, targets.CoverBack) })
        {
            if (target is { } cover)
            {
                scales.Add(new(aspect, CoverStep, MostCover, CoverStep, Begins(CoverStep, MostCover, cover)));
            }
        }

        if (targets.GrowthPercent is { } growth)
        {
            scales.Add(Evenly(SwatchAspect.Growth, LeastGrowth, MostGrowth, Steps[^1], growth));
        }

        return scales;
    }

    /// <summary>The seam as it would have been sewn if it read so: that is what is drawn.</summary>
    /// <param name="seam">The set-up as sewn.</param>
    /// <param name="value">The figure.</param>
    /// <remarks>The meeting line stands on the tensions of the two threads that meet, the overhang on the knife; nothing else of the stitch moves for them.</remarks>
    public SeamCase SeamAt(SeamCase seam, double value) => Aspect switch
    {
        SwatchAspect.MeetingLine => MeetingAt(seam, value),
        SwatchAspect.Overhang => seam with { Geometry = seam.Geometry with { BiteMm = seam.Geometry.BiteMm + Figures(seam).OverhangMm!.Value - value } },
        _ => seam,
    };

    /// <summary>How much thicker than the model has it the thread that covers a side is drawn, so that it covers so much.</summary>
    /// <param name="seam">The set-up as sewn.</param>
    /// <param name="value">The figure.</param>
    /// <param name="position">The thread.</param>
    public double ThickerAt(SeamCase seam, double value, ThreadPosition position) => (Aspect, position) switch
    {
        (SwatchAspect.CoverFace, ThreadPosition.UpperLooper) => value / Figures(seam).CoverFace!.Value,
        (SwatchAspect.CoverBack, ThreadPosition.LowerLooper) => value / Figures(seam).CoverBack!.Value,
        _ => 1,
    };

    /// <summary>The seam with the tensions of the two threads that meet moved apart until they meet there, mm; their mean stays.</summary>
    internal static SeamCase MeetingAt(SeamCase seam, double meetingMm)
    {
        var two = seam.Geometry.Stitch.Family == StitchFamily.TwoThreadOveredge;
        bool Tight(ThreadPosition position) => position == (two ? ThreadPosition.LowerLooper : ThreadPosition.UpperLooper);
        bool Meets(ThreadPosition position) => Tight(position) || (two ? position.IsNeedle() : position == ThreadPosition.LowerLooper);
        double Log(SetThread thread) => Math.Log(thread.Laid.TensionCentinewtons / thread.Laid.Position.NeutralTensionCentinewtons());
        var mean = seam.Threads.Where(t => Meets(t.Laid.Position)).Average(Log);
        var half = meetingMm / SeamLayout.MeetingLinePerLog / 2;
        return seam with
        {
            Threads =
            [
                .. seam.Threads.Select(t => !Meets(t.Laid.Position) ? t : t with
                {
                    Laid = t.Laid with { TensionCentinewtons = t.Laid.Position.NeutralTensionCentinewtons() * Math.Exp(mean + (Tight(t.Laid.Position) ? half : -half)) },
                }),
            ],
        };
    }

    private static SeamReading Figures(SeamCase seam) => SeamModel.Evaluate(seam.Geometry, [.. seam.Threads.Select(t => t.Laid)], new ThreadReading[seam.Threads.Count]);

    /// <summary>Whole steps from end to end, as fine as so many drawings allow.</summary>
    private static MatchScale Evenly(SwatchAspect aspect, double least, double most, double finest, Target? target)
    {
        var step = Steps.First(s => s >= finest && (most - least) / s <= MostDrawings - 1);
        var (from, to) = (Math.Ceiling(least / step - 1e-9) * step, Math.Floor(most / step + 1e-9) * step);
        return new(aspect, Math.Round(from, 4), Math.Round(to, 4), step, target is { } wanted && Begins(from, to, wanted));
    }

    private static bool Begins(double least, double most, Target target)
    {
        var aim = target.Aim!.Value;
        return most - aim > aim - least;
    }
}
