using System.Collections.Frozen;
using System.Globalization;

namespace YieldingLoop.Core.Seams;

/// <summary>What the swatches of one machine have taught of one kind of cloth, for every pair and kind of thread: whoever weighs many set-ups against each other asks here.</summary>
public sealed record MachineLearnt
{
    /// <summary>How the meeting line answers the dials, by the threads that meet; only pairs that were read.</summary>
    public IReadOnlyDictionary<MeetingPair, LearntLine> MeetingLines { get; init; } = FrozenDictionary<MeetingPair, LearntLine>.Empty;

    /// <summary>How the growth answers the feed; null where nobody read it.</summary>
    public LearntLine? Growth { get; init; }

    /// <summary>Ratio of real to predicted pop, by the identifier of the thread's kind; only kinds that were pulled.</summary>
    public IReadOnlyDictionary<string, PopRatio> Pops { get; init; } = FrozenDictionary<string, PopRatio>.Empty;

    /// <summary>Nothing taught.</summary>
    public static MachineLearnt Nothing { get; } = new();

    /// <summary>Whether anything was taught.</summary>
    public bool Any => MeetingLines.Count > 0 || Growth is not null || Pops.Count > 0;

    /// <summary>How the meeting line of two looper threads answers the dials; null where nobody read it.</summary>
    public LearntLine? LineOf(MeetingPair? pair) => pair is { } known && MeetingLines.TryGetValue(known, out var line) ? line : null;

    /// <summary>What is known for one set-up.</summary>
    public Learnt For(SeamCase seam) => !Any ? Learnt.Nothing : new()
    {
        MeetingLine = LineOf(MeetingPair.Of(seam)) ?? LearntLine.MeetingLine,
        Growth = Growth ?? LearntLine.Growth,
        Pops = Pops,
    };

    /// <summary>Where the first thread pops by the middle of what is known, %: the least of median θ × pop. Without allocation, for a search.</summary>
    /// <param name="threads">The threads.</param>
    /// <param name="readings">Their readings, in the same order.</param>
    /// <param name="modelPercent">What the model has, %.</param>
    public double YieldPercent(ReadOnlySpan<LaidThread> threads, ReadOnlySpan<ThreadReading> readings, double modelPercent)
    {
        if (Pops.Count == 0)
        {
            return modelPercent;
        }

        var least = SeamModel.BeyondReachPercent;
        for (var i = 0; i < threads.Length; i++)
        {
            var pop = readings[i].PopStretchPercent;
            least = Math.Min(least, Learnt.Speaks(pop) && Pops.TryGetValue(threads[i].Kind.Id, out var ratio) ? ratio.Middle * pop : pop);
        }

        return least;
    }

    /// <summary>A text that is the same where the same was taught.</summary>
    public string Key
    {
        get
        {
            static string Line(LearntLine line) => string.Join(' ', new[] { line.Offset, line.Slope, line.OffsetVariance, line.SlopeVariance, line.Covariance }.Select(v => v.ToString("R", CultureInfo.InvariantCulture)));
            return string.Join(
                '|',
                MeetingLines.OrderBy(m => m.Key.ToString(), StringComparer.Ordinal).Select(m => $"{m.Key} {Line(m.Value)}")
                    .Append(Growth is { } growth ? Line(growth) : "")
                    .Concat(Pops.OrderBy(p => p.Key, StringComparer.Ordinal).Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.Key} {p.Value.Low:R} {p.Value.Middle:R} {p.Value.High:R}"))));
        }
    }
}
