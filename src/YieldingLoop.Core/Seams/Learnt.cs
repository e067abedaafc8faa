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
    public PopRatio PopOf(ThreadKind kind) => PopOf(kind.Id);

    /// <summary>Ratio of real to predicted pop of a kind of thread, by its identifier.</summary>
    public PopRatio PopOf(string kindId) => Pops.GetValueOrDefault(kindId, PopRatio.Unlearnt);

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
        var pops = new (string KindId, double PopPercent)[threads.Length];
        for (var i = 0; i < threads.Length; i++)
        {
            pops[i] = (threads[i].Kind.Id, readings[i].PopStretchPercent);
        }

        // Where every thread is beyond reach, so is the seam.
        return Array.Exists(pops, p => p.PopPercent <= 0)
            ? new(0, 0, 0)
            : Capped(Least(pops) ?? new(SeamModel.BeyondReachPercent, SeamModel.BeyondReachPercent, SeamModel.BeyondReachPercent));
    }

    /// <summary>Band of the least pop, %, of threads whose kinds share θ; null where none speaks. The reach of the model is not kept.</summary>
    /// <param name="pops">Of each thread its kind and where the model has it pop, %.</param>
    public Interval? Least(IEnumerable<(string KindId, double PopPercent)> pops)
    {
        (PopRatio, double)[] first = [.. pops.Where(p => Speaks(p.PopPercent)).GroupBy(p => p.KindId).Select(g => (PopOf(g.Key), g.Min(p => p.PopPercent)))];
        return first.Length == 0 ? null : PopRatio.Least(first);
    }

    /// <summary>Whether a pop can be learnt from, and told: a thread that the model has at 0 or beyond reach says nothing, and stands in no minimum.</summary>
    public static bool Speaks(double modelPopPercent) => modelPopPercent is > 0 and < SeamModel.BeyondReachPercent;

    private static Interval Capped(Interval band)
    {
        var middle = Math.Min(band.Middle, SeamModel.BeyondReachPercent);
        return new(Math.Min(band.Low, middle), middle, Math.Min(Math.Max(middle, band.High), SeamModel.BeyondReachPercent));
    }
}
