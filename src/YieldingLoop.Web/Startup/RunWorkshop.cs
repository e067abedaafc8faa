using Microsoft.Extensions.Caching.Memory;
using YieldingLoop.Core;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Web.Startup;

/// <summary>A run worked out: what is asked, the table of its changeovers, and the best order.</summary>
/// <param name="Ask">What is asked.</param>
/// <param name="Table">The changeovers; null where they cannot be worked out.</param>
/// <param name="Best">The best order; null where there is none.</param>
/// <param name="Problems">Why not.</param>
public sealed record RunWorked(RunAsk Ask, RunTable? Table, RunOrderAnswer? Best, IReadOnlyList<Problem> Problems);

/// <summary>Something that is being worked out beside the pages.</summary>
public sealed class RunJob : IDisposable
{
    private readonly CancellationTokenSource stop = new();
    private double progress;

    internal RunJob(Func<Action<double>, CancellationToken, RunWorked> work) => Task = System.Threading.Tasks.Task.Run(() => work(share => Volatile.Write(ref progress, share), stop.Token));

    /// <summary>The answer, when it is there.</summary>
    public Task<RunWorked> Task { get; }

    /// <summary>How far it is, from 0 to 1.</summary>
    public double Progress => Volatile.Read(ref progress);

    /// <summary>Breaks it off.</summary>
    public void Stop() => stop.Cancel();

    public void Dispose() => stop.Dispose();
}

/// <summary>
/// Works out the orders of runs beside the pages, so that a long one can be waited for, looked at and broken off, and
/// remembers the last. The same question always has the same answer; the question is the whole key.
/// </summary>
public sealed class RunWorkshop : IDisposable
{
    private const int Remembered = 24;

    private readonly MemoryCache jobs = new(new MemoryCacheOptions { SizeLimit = Remembered });
    private readonly MemoryCache choices = new(new MemoryCacheOptions { SizeLimit = Remembered });
    private readonly Lock begin = new();

    /// <summary>What is going on, or done, for a question; null where nothing is, or it was broken off or failed.</summary>
    public RunJob? Find(string key) => jobs.TryGetValue(key, out RunJob? job) && !job!.Task.IsCanceled && !job.Task.IsFaulted ? job : null;

    /// <summary>The same, begun where it is not.</summary>
    public RunJob Begin(string key, Func<Action<double>, CancellationToken, RunWorked> work)
    {
        lock (begin)
        {
            return Find(key) ?? jobs.Set(key, new RunJob(work), new MemoryCacheEntryOptions { Size = 1 });
        }
    }

    /// <summary>What the works of a run can be sewn with, worked out where it is not remembered.</summary>
    public IReadOnlyDictionary<int, IReadOnlyList<RunChoice>> Choices(string key, Func<IReadOnlyDictionary<int, IReadOnlyList<RunChoice>>> work) =>
        choices.TryGetValue(key, out IReadOnlyDictionary<int, IReadOnlyList<RunChoice>>? known) ? known! : choices.Set(key, work(), new MemoryCacheEntryOptions { Size = 1 });

    public void Dispose()
    {
        jobs.Dispose();
        choices.Dispose();
    }
}
