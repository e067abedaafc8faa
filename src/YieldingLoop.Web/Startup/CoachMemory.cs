using Microsoft.Extensions.Caching.Memory;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store;
using YieldingLoop.Store.Formats;
using YieldingLoop.Web.Pages.Setups;

namespace YieldingLoop.Web.Startup;

/// <summary>What the coach's page asks.</summary>
/// <param name="Row">The set-up.</param>
/// <param name="Question">What the coach is asked.</param>
/// <param name="Items">What was done.</param>
/// <param name="State">What stands on the machine; null where an earlier moment is looked at.</param>
/// <param name="Wording">How things are called.</param>
public sealed record CoachAsk(SetupRow Row, CoachQuestion Question, IReadOnlyList<CoachedItem> Items, Setup? State, Wording Wording)
{
    /// <summary>All that the answer depends on. A set-up's snapshot never changes; its number stands for it.</summary>
    public string Key => StoredFormat.Digest(string.Join('|',
    [
        FormattableString.Invariant($"{Row.Id}.{Row.Version}.{Question.Schools.FaultOrderId}"), StoredFormat.Write(Wording.Settings), State is { } state ? StoredFormat.Write(state) : "",
        FormattableString.Invariant($"{Question.Learnt.MeetingLine};{Question.Learnt.Growth};{string.Join(',', Question.Learnt.Pops.OrderBy(p => p.Key, StringComparer.Ordinal).Select(p => $"{p.Key} {p.Value.Low} {p.Value.Middle} {p.Value.High}"))}"),
        .. Items.Select(i => i is CoachedSwatch swatch ? FormattableString.Invariant($"{swatch.Id} {swatch.Passed} {StoredFormat.Write(swatch.Entry)}") : i is CoachedStep step ? FormattableString.Invariant($"{step.Id} {StoredFormat.Write(step.Done)}") : ""),
    ]));
}

/// <summary>What it is answered.</summary>
/// <param name="Sheet">The answer in words and pictures.</param>
/// <param name="InTheWay">In what the machine stands otherwise, so that nothing can be done.</param>
/// <param name="Moved">Numbers that were set otherwise meanwhile.</param>
public sealed record CoachAnswer(CoachSheet Sheet, IReadOnlyList<string> InTheWay, IReadOnlyList<string> Moved);

/// <summary>Remembers the last answers of the coach: a page is opened again, walked back on and sent from far more often than anything it depends on changes.</summary>
public sealed class CoachMemory : IDisposable
{
    private const int Remembered = 48;

    private readonly MemoryCache answers = new(new MemoryCacheOptions { SizeLimit = Remembered });

    /// <summary>The answer, worked out where it is not remembered.</summary>
    public CoachAnswer Answer(CoachAsk ask, Func<CoachAsk, CoachAnswer> work) => answers.GetOrCreate(ask.Key, entry =>
    {
        entry.Size = 1;
        return work(ask);
    })!;

    public void Dispose() => answers.Dispose();
}
