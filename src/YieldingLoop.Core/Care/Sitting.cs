namespace YieldingLoop.Core.Care;

/// <summary>A stretch of time at a machine, from when its timer was started until it was paused. It is moments, so that a restart or a closed lid changes nothing.</summary>
/// <param name="Start">Its begin.</param>
/// <param name="End">Its end; null while the timer runs.</param>
public sealed record Sitting(DateTimeOffset Start, DateTimeOffset? End)
{
    /// <summary>After so long without a pause somebody is asked whether they forgot to stop. A working value.</summary>
    public static readonly TimeSpan LongStretch = TimeSpan.FromHours(4);

    /// <summary>Longest stretch that is believed.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromHours(16);

    /// <summary>Whether the timer runs.</summary>
    public bool Running => End is null;

    /// <summary>How long it was, or has been until a moment; nothing where the clock was set back meanwhile.</summary>
    public TimeSpan Until(DateTimeOffset now) => (End ?? now) is var end && end > Start ? end - Start : TimeSpan.Zero;

    /// <summary>How much of it lies after a moment.</summary>
    public TimeSpan After(DateTimeOffset from, DateTimeOffset now) => (Start >= from ? this : this with { Start = from }).Until(now);

    /// <summary>Whether the timer runs for so long that somebody may have forgotten it.</summary>
    public bool Forgotten(DateTimeOffset now) => Running && Until(now) > LongStretch;

    /// <summary>Whether the clock was set back behind the moment the timer was started at.</summary>
    public bool ClockSetBack(DateTimeOffset now) => Running && now < Start;

    /// <summary>Ended at a moment; one before its begin leaves nothing of it.</summary>
    public Sitting EndedAt(DateTimeOffset at) => this with { End = at > Start ? at : Start };

    /// <summary>What is wrong with a moment it is said to have ended at; null where nothing.</summary>
    /// <param name="end">The moment.</param>
    /// <param name="now">Now.</param>
    public Problem? EndFault(DateTimeOffset end, DateTimeOffset now) =>
        end <= Start ? new("ended", "That is before it was started.")
        : end > now && !ClockSetBack(now) ? new("ended", "That is still to come.")
        : end - Start > Longest ? new("ended", $"That would be {(end - Start).TotalHours:0} hours without a pause; at most {Longest.TotalHours:0} are believed.")
        : null;
}
