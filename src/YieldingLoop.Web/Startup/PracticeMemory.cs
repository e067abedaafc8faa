using Microsoft.Extensions.Caching.Memory;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store.Formats;
using YieldingLoop.Web.Pages.Practice;

namespace YieldingLoop.Web.Startup;

/// <summary>The coach's way through a case.</summary>
/// <param name="Ended">How it ended.</param>
/// <param name="Steps">What it asked, in order.</param>
public sealed record CoachesWay(CaseEnded Ended, IReadOnlyList<CoachStep> Steps);

/// <summary>Remembers the last cases of practice: each is drawn from its number, which takes longer than a move in it.</summary>
public sealed class PracticeMemory : IDisposable
{
    private const int Remembered = 48;

    private readonly MemoryCache cases = new(new MemoryCacheOptions { SizeLimit = Remembered });

    /// <summary>Somebody at a case.</summary>
    /// <param name="practice">The case.</param>
    /// <param name="moves">What was done, the oldest first.</param>
    public IPracticeRun Begin(PracticeCase practice, IEnumerable<PracticeMove> moves) => Remember(practice.Name, practice.Open)(moves);

    /// <summary>How the coach goes through a machine that is to be mended.</summary>
    public CoachesWay Coach(MendCase mend) => Remember("coach " + mend.Name, () =>
    {
        var steps = new List<CoachStep>();
        return new CoachesWay(CoachWalk.Through(mend.Trial, asked: (_, step) => steps.Add(step)), steps);
    });

    /// <summary>The drawings of a swatch that is to be read.</summary>
    /// <param name="read">The case.</param>
    /// <param name="wording">How things are called.</param>
    public IReadOnlyList<ReadView> Views(ReadCase read, Wording wording) =>
        Remember(FormattableString.Invariant($"views {read.Number} {StoredFormat.Digest(StoredFormat.Write(wording.Settings))}"), () => new ReadPictures(read, wording).Views());

    private T Remember<T>(string key, Func<T> work) => cases.GetOrCreate(key, entry =>
    {
        entry.Size = 1;
        return work();
    })!;

    public void Dispose() => cases.Dispose();
}
