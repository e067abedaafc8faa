using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>What the seam does with this cloth, and the cloth with the seam (model section 6). Working values throughout.</summary>
public static class ClothEffects
{
    /// <summary>Points of growth per point of differential ratio, with the sign of the model.</summary>
    public const double GrowthPerRatio = -22;

    /// <summary>
    /// Growth of the seam in sewing, %: 0.10·S·f − 22·(D − 1); for D below 1 the feed adds at most 0.25·S.
    /// </summary>
    /// <param name="stretchAlongPercent">S, the cloth's stretch along the seam, %.</param>
    /// <param name="differential">D, the differential ratio.</param>
    /// <param name="footPressure">f, 1 normal.</param>
    /// <param name="perRatio">Points of growth per point of the ratio; −22 unless a machine is known to feed otherwise.</param>
    public static double GrowthPercent(double stretchAlongPercent, double differential, double footPressure = 1, double perRatio = GrowthPerRatio)
    {
        var fed = perRatio * (differential - 1);
        if (differential < 1)
        {
            fed = Math.Min(fed, 0.25 * stretchAlongPercent);
        }

        return 0.10 * stretchAlongPercent * footPressure + fed;
    }

    /// <summary>The differential ratio at which the seam neither grows nor shrinks: 1 + 0.10·S·f/22.</summary>
    public static double FlatDifferential(double stretchAlongPercent, double footPressure = 1) =>
        1 + 0.10 * stretchAlongPercent * footPressure / -GrowthPerRatio;

    /// <summary>Mass of thread over mass of cloth in a 4 mm strip along the seam.</summary>
    /// <param name="threadMassMgPerCm">Thread in the seam, mg/cm.</param>
    /// <param name="layersGsm">All layers together, g/m², above 0.</param>
    public static double MassRatio(double threadMassMgPerCm, double layersGsm) => threadMassMgPerCm / (layersGsm * SeamLimits.StripWidthMm / 100);

    /// <summary>
    /// Drag of an overlock stitch on stretchy cloth; null for every other stitch.
    /// (mean of T/T₀ over the loopers)·(threads/3)·(S/60)·(150/area density)^1.5.
    /// </summary>
    public static double? Drag(Stitch stitch, ReadOnlySpan<LaidThread> threads, double stretchAlongPercent, double areaDensityGsm)
    {
        if (!stitch.NeedsLoopWidth)
        {
            return null;
        }

        double sum = 0;
        var loopers = 0;
        foreach (ref readonly var thread in threads)
        {
            if (!thread.Position.IsNeedle())
            {
                sum += thread.TensionCentinewtons / thread.Position.NeutralTensionCentinewtons();
                loopers++;
            }
        }

        return Drag(sum / loopers, threads.Length, stretchAlongPercent, areaDensityGsm);
    }

    /// <summary>Drag from the mean of T/T₀ over the loopers and the number of threads.</summary>
    internal static double Drag(double meanRelativeTension, int threads, double stretchAlongPercent, double areaDensityGsm) =>
        meanRelativeTension * (threads / 3.0) * (stretchAlongPercent / 60) * Math.Pow(150 / areaDensityGsm, 1.5);

    /// <summary>What is seen of a gap, mm: scaled by min(1, ΔE₀₀/50) between needle thread and cloth.</summary>
    public static double GapSeen(double gapMm, CieLab needleThread, CieLab cloth) =>
        gapMm * Math.Min(1, CieLab.Difference(needleThread, cloth) / 50);
}
