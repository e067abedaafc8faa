using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Needles;

/// <summary>One needle: a single one, or a twin, which is one needle with two threads.</summary>
/// <param name="System">Needle system, as its pack prints it.</param>
/// <param name="PointId">Point.</param>
/// <param name="SizeMetric">Metric size.</param>
/// <param name="TwinGapMm">Between the two blades of a twin needle, mm; null for a single one.</param>
public sealed record Needle(string System, string PointId, int SizeMetric, double? TwinGapMm = null)
{
    private static readonly ThreadPosition[] BothBlades = [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight];

    /// <summary>Whether it is a twin needle.</summary>
    public bool IsTwin => TwinGapMm is not null;

    /// <summary>"stretch 80/12", "twin 4.0/75 stretch".</summary>
    public string Name
    {
        get
        {
            var point = NeedleCatalogue.Find(PointId)?.Name ?? PointId;
            return !NeedleSize.TryFromMetric(SizeMetric, out var size) ? point
                : TwinGapMm is { } gap ? $"twin {new TwinNeedle(gap, size).Pack} {point}" : $"{point} {size}";
        }
    }

    /// <summary>How many threads it takes.</summary>
    public int ThreadCount => IsTwin ? BothBlades.Length : 1;

    /// <summary>The positions its threads run in while it stands in a seat: the seat's own, or one for each blade.</summary>
    public IReadOnlyList<ThreadPosition> ThreadPlaces(ThreadPosition seat) => IsTwin ? BothBlades : [seat];

    /// <summary>Whether it is of the kind that is wanted.</summary>
    public bool Serves(Needle wanted) =>
        PointId == wanted.PointId && SizeMetric == wanted.SizeMetric && System.Trim() == wanted.System.Trim() && Math.Abs((TwinGapMm ?? 0) - (wanted.TwinGapMm ?? 0)) < 1e-6;
}
