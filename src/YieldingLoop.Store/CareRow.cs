using YieldingLoop.Core.Care;
using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Store;

/// <summary>Something that happened to a machine: time at it, a task that was done, a needle that broke.</summary>
public sealed class CareRow : EntryRow<CareEntry>
{
    public int MachineId { get; set; }

    public MachineRow? Machine { get; set; }

    /// <summary>What kind of entry it is, so that lists find it.</summary>
    public required string KindId { get; set; }

    /// <summary>When it was: the begin of a time.</summary>
    public DateTimeOffset At { get; set; }

    /// <summary>Whether it goes on: a timer that is not stopped, a needle that is not accounted for.</summary>
    public bool Open { get; set; }

    /// <summary>When a time ended; null for anything else, and while it goes on.</summary>
    public DateTimeOffset? EndedAt { get; set; }

    /// <summary>How long a time was, seconds; 0 while it goes on.</summary>
    public long Seconds { get; set; }
}

/// <summary>A length that was sewn, as it was run down: from it hours are reckoned, and what changed since yesterday is told. Nobody types it.</summary>
public sealed class SewnRow
{
    public int Id { get; set; }

    /// <summary>What exchange files call it.</summary>
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>Nobody edits it.</summary>
    public int Version { get; set; } = 1;

    public int MachineId { get; set; }

    public MachineRow? Machine { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>What was sewn.</summary>
    public required string Name { get; set; }

    /// <summary>How long it was, mm of seam.</summary>
    public double SeamMm { get; set; }

    /// <summary>Thread taken from cones whose metres are known, m.</summary>
    public double ThreadMetres { get; set; }

    /// <summary>Stitches of each needle.</summary>
    public long Stitches { get; set; }

    /// <summary>Whether it hems.</summary>
    public bool Hem { get; set; }

    /// <summary>Whether a timer ran at the machine: then its time is in that, and is not reckoned.</summary>
    public bool Timed { get; set; }

    /// <summary>When it was taken back; null while it stands.</summary>
    public DateTimeOffset? TakenBackAt { get; set; }

    /// <summary>What was taken from each cone.</summary>
    public IReadOnlyList<ThreadTaken> Taken { get; set; } = [];

    /// <summary>The needles it was counted for.</summary>
    public IReadOnlyList<int> NeedleIds { get; set; } = [];

    /// <summary>The swatch it was; null for seams.</summary>
    public int? SwatchId { get; set; }

    /// <summary>The run it was sewn in; null where in none.</summary>
    public int? RunId { get; set; }
}

/// <summary>A palette.</summary>
public sealed class PaletteRow : EntryRow<Core.Colour.Palette>;
