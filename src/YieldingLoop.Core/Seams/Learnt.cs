using System.Collections.Frozen;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>
/// What swatches have taught about one machine with these threads and this cloth (model section 8). Every prediction that carries a
/// band takes it from here; where nothing was learnt it is what is known before any swatch.
/// </summary>
public sealed record Learnt
{
    /// <summary>How the meeting line answers the dials.</summary>
    public LearntLine MeetingLine { get; init; } = LearntLine.MeetingLine;

    /// <summary>How the growth answers the feed.</summary>
    public LearntLine Growth { get; init; } = LearntLine.Growth;

    /// <summary>Ratio of real to predicted pop, by the identifier of the thread's kind.</summary>
    public IReadOnlyDictionary<string, PopRatio> Pops { get; init; } = FrozenDictionary<string, PopRatio>.Empty;

    /// <summary>Before any swatch.</summary>
    public static Learnt Nothing { get; } = new();

    /// <summary>Ratio of real to predicted pop of a kind of thread.</summary>
    public PopRatio PopOf(ThreadKind kind) => Pops.TryGetValue(kind.Id, out var ratio) ? ratio : PopRatio.Unlearnt;

    /// <summary>Band of one thread's pop, %; the reach of the model is kept.</summary>
    /// <param name="kind">What it is.</param>
    /// <param name="popPercent">Where the model has it pop, %.</param>
    public Interval Pop(ThreadKind kind, double popPercent) => Capped(PopOf(kind).Pop(popPercent));

    /// <summary>Band of one thread's pop before any swatch, %.</summary>
    /// <param name="popPercent">Where the model has it pop, %.</param>
    public static Interval Unlearnt(double popPercent) => Capped(PopRatio.Unlearnt.Pop(popPercent));

    /// <summary>
    /// Band of the yield, %. θ is shared by threads of one kind and independent between kinds, so the yield is the smallest of
    /// θ_kind × (first pop of that kind). The middle is the least of median θ × pop, so that it is the figure the chart's bars show.
    /// </summary>
    /// <param name="threads">The threads.</param>
    /// <param name="readings">Their readings, in the same order.</param>
    public Interval Yield(ReadOnlySpan<LaidThread> threads, ReadOnlySpan<ThreadReading> readings)
    {
        var first = new List<(string Kind, PopRatio Theta, double Pop)>(threads.Length);
        for (var i = 0; i < threads.Length; i++)
        {
            var (kind, pop) = (threads[i].Kind, readings[i].PopStretchPercent);
            if (pop <= 0)
            {
                return new(0, 0, 0);
            }

            var at = first.FindIndex(f => f.Kind == kind.Id);
            if (at < 0)
            {
                first.Add((kind.Id, PopOf(kind), pop));
            }
            else
            {
                first[at] = first[at] with { Pop = Math.Min(first[at].Pop, pop) };
            }
        }

        // A thread beyond reach stands in no minimum; where all are, so is the seam.
        first.RemoveAll(f => f.Pop >= SeamModel.BeyondReachPercent);
        return first.Count == 0
            ? new(SeamModel.BeyondReachPercent, SeamModel.BeyondReachPercent, SeamModel.BeyondReachPercent)
            : Capped(PopRatio.Least([.. first.Select(f => (f.Theta, f.Pop))]));
    }

    private static Interval Capped(Interval band)
    {
        var middle = Math.Min(band.Middle, SeamModel.BeyondReachPercent);
        return new(Math.Min(band.Low, middle), middle, Math.Min(Math.Max(middle, band.High), SeamModel.BeyondReachPercent));
    }
}
