using Microsoft.Extensions.Caching.Memory;
using YieldingLoop.Core;
using YieldingLoop.Core.Planning;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Remembers the last answers of the planner. The same question always gets the same answer, and a page is opened again
/// far more often than anything in its question changes; the question is the whole key.
/// </summary>
public sealed class PlanMemory : IDisposable
{
    // A run asks as many questions as it has seams.
    private const int Remembered = 128;

    private readonly MemoryCache answers = new(new MemoryCacheOptions { SizeLimit = Remembered });

    public Outcome<PlanAnswer> Plan(PlanQuestion question) => answers.GetOrCreate(StoredFormat.Digest(Documents.Of(question)), entry =>
    {
        entry.Size = 1;
        return Planner.Plan(question);
    })!;

    public void Dispose() => answers.Dispose();
}
