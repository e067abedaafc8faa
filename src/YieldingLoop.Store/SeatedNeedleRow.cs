using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store;

/// <summary>A needle in a seat of a machine, from when it was put in until it was taken out. Nobody types it: it follows what is said to be on the machine.</summary>
public sealed class SeatedNeedleRow
{
    public int Id { get; set; }

    /// <summary>What exchange files call it.</summary>
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>Nobody edits it: it follows what is edited.</summary>
    public int Version { get; set; } = 1;

    public int MachineId { get; set; }

    public MachineRow? Machine { get; set; }

    public ThreadPosition Seat { get; set; }

    public required Needle Needle { get; set; }

    /// <summary>Whether it had been used before it came here, for how long nobody wrote down.</summary>
    public bool UsedBefore { get; set; }

    /// <summary>When it was put in; null where it was in before anybody wrote needles down.</summary>
    public DateTimeOffset? FittedAt { get; set; }

    /// <summary>When it was taken out; null while it is in.</summary>
    public DateTimeOffset? TakenOutAt { get; set; }

    /// <summary>How often it went through the cloth here, as far as somebody said what was sewn.</summary>
    public long Stitches { get; set; }

    /// <summary>The thread-up whose step put it in; null where somebody said that it is in.</summary>
    public int? ThreadUpId { get; set; }

    public ThreadUpRow? ThreadUp { get; set; }

    /// <summary>Which step that was, from 0.</summary>
    public int? Step { get; set; }

    /// <summary>How many of those were sewn while a timer ran at the machine.</summary>
    public long TimedStitches { get; set; }

    /// <summary>How many hems it sewed here.</summary>
    public int Hems { get; set; }

    /// <summary>The pack of the drawer it was taken from by itself; null where a thread-up took it, or nobody did.</summary>
    public int? PackId { get; set; }

    /// <summary>Whether the one that stood there before went back into the drawer to be used once more.</summary>
    public bool EarlierKept { get; set; }

    /// <summary>What it has sewn here.</summary>
    public NeedleWork Work => new(Stitches);
}
