using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Learning;

/// <summary>A thread of a pulled seam.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="KindId">What kind it is.</param>
/// <param name="ModelPopPercent">Where the model has it pop, %; 0 … 700.</param>
public readonly record struct PulledThread(ThreadPosition Position, string KindId, double ModelPopPercent)
{
    /// <summary>Whether its pop can be learnt from, and told: one at 0 or beyond reach says nothing.</summary>
    public bool Speaks => Learnt.Speaks(ModelPopPercent);
}

/// <summary>How a seam was pulled, on the bench or in wear.</summary>
/// <param name="Evidence">What was seen; <see cref="PopEvidence.Gave"/> where it crackled and nobody knows which thread.</param>
/// <param name="AtPercent">At what stretch, %, above 0.</param>
/// <param name="Popped">The thread that popped; null where none did, or nobody knows which.</param>
public readonly record struct Pull(PopEvidence Evidence, double AtPercent, ThreadPosition? Popped = null);

/// <summary>Learns by how much the threads of one machine pop later or earlier than the model has them (model section 8), per kind of thread.</summary>
public static class YieldLearning
{
    /// <summary>
    /// What a pull says of each kind of thread: a pop of the thread that popped, and of every other that it was still whole; a crackle
    /// only of the thread that the model has pop first. Nothing of threads that do not speak.
    /// </summary>
    /// <param name="threads">The threads of the seam.</param>
    /// <param name="pull">How it was pulled.</param>
    public static IEnumerable<(string KindId, PopObservation Seen)> Of(IReadOnlyList<PulledThread> threads, Pull pull)
    {
        var first = threads.Where(t => t.Speaks).OrderBy(t => t.ModelPopPercent).ThenBy(t => t.Position.Id(), StringComparer.Ordinal).Select(t => (ThreadPosition?)t.Position).FirstOrDefault();
        foreach (var thread in threads.Where(t => t.Speaks))
        {
            var evidence = pull.Evidence switch
            {
                PopEvidence.Popped => thread.Position == pull.Popped ? PopEvidence.Popped : PopEvidence.Held,
                PopEvidence.Gave => thread.Position == first ? PopEvidence.Gave : (PopEvidence?)null,
                _ => PopEvidence.Held,
            };
            if (evidence is { } seen)
            {
                yield return (thread.KindId, new(seen, Math.Log(pull.AtPercent / thread.ModelPopPercent)));
            }
        }
    }

    /// <summary>What is known of each kind after some pulls; a kind nothing was said of is not in it.</summary>
    public static IReadOnlyDictionary<string, PopRatio> After(IEnumerable<(string KindId, PopObservation Seen)> seen) =>
        seen.GroupBy(s => s.KindId).ToDictionary(g => g.Key, g => PopRatio.After([.. g.Select(s => s.Seen)]));

    /// <summary>Band of the yield, %, of threads whose kinds share θ; null where no thread speaks.</summary>
    /// <param name="threads">The threads.</param>
    /// <param name="learnt">What is known of their kinds.</param>
    public static Interval? Yield(IReadOnlyList<PulledThread> threads, IReadOnlyDictionary<string, PopRatio> learnt) =>
        new Learnt { Pops = learnt }.Least(threads.Select(t => (t.KindId, t.ModelPopPercent)));
}
