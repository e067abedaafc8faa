using System.Text.Json.Serialization;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>What every record carries in an exchange file.</summary>
public abstract record ExchangeDocument
{
    /// <summary>The record's own identifier: the same in every workroom, for as long as the record lives.</summary>
    [JsonRequired]
    [JsonPropertyOrder(-6)]
    public Guid Id { get; init; }
}

/// <summary>A record as an exchange file has it. Moments are UTC.</summary>
public abstract record RecordDocument : ExchangeDocument
{
    /// <summary>When it was made.</summary>
    [JsonRequired]
    [JsonPropertyOrder(-5)]
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>When it was last changed.</summary>
    [JsonRequired]
    [JsonPropertyOrder(-4)]
    public DateTimeOffset ChangedAt { get; init; }

    /// <summary>When it was put away; left out while it is in use.</summary>
    [JsonPropertyOrder(-3)]
    public DateTimeOffset? PutAwayAt { get; init; }

    /// <summary>The same for all that was put away in one go.</summary>
    [JsonPropertyOrder(-2)]
    public Guid? PutAwayWith { get; init; }

    /// <summary>Whether it came with the demo.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    [JsonPropertyOrder(-1)]
    public bool Demo { get; init; }
}

/// <summary>A cloth.</summary>
public sealed record ClothRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required ClothDocument Cloth { get; init; }
}

/// <summary>A machine with its manual's table.</summary>
public sealed record MachineRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required MachineDocument Machine { get; init; }
}

/// <summary>What is on a machine right now, and which needles stood in its seats. Its identifier is the machine's.</summary>
public sealed record StateRecord : ExchangeDocument
{
    /// <summary>When it was last said.</summary>
    public required DateTimeOffset ChangedAt { get; init; }

    /// <summary>What is on it.</summary>
    public required SetupDocument OnMachine { get; init; }

    /// <summary>Needles that are or were in its seats.</summary>
    public IReadOnlyList<SeatedNeedleDocument> Needles { get; init; } = [];
}

/// <summary>A needle in a seat, from when it was put in until it was taken out.</summary>
public sealed record SeatedNeedleDocument : ExchangeDocument
{
    /// <summary>Which seat.</summary>
    public required ThreadPosition Seat { get; init; }

    /// <summary>Which needle.</summary>
    public required NeedleDocument Needle { get; init; }

    /// <summary>Whether it had been used before.</summary>
    public bool UsedBefore { get; init; }

    /// <summary>When it was put in; left out where nobody knows.</summary>
    public DateTimeOffset? FittedAt { get; init; }

    /// <summary>When it was taken out; left out while it is in.</summary>
    public DateTimeOffset? TakenOutAt { get; init; }

    /// <summary>Stitches it has sewn here.</summary>
    public long Stitches { get; init; }

    /// <summary>Of those, how many while a timer ran.</summary>
    public long TimedStitches { get; init; }

    /// <summary>Hems it has sewn here.</summary>
    public int Hems { get; init; }

    /// <summary>The thread-up whose step put it in.</summary>
    [Refers(typeof(ThreadUpRow), Loose = true)]
    public int? ThreadUpId { get; init; }

    /// <summary>Which step that was, from 0.</summary>
    public int? Step { get; init; }

    /// <summary>The pack it was taken from.</summary>
    [Refers(typeof(NeedleRow), Loose = true)]
    public int? PackId { get; init; }

    /// <summary>Whether the one before it went back into the drawer.</summary>
    public bool EarlierKept { get; init; }
}

/// <summary>Needles in the drawer.</summary>
public sealed record NeedleRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required NeedleStockDocument Needles { get; init; }
}

/// <summary>A thread in the drawer.</summary>
public sealed record ThreadRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required ThreadStockDocument Thread { get; init; }

    /// <summary>The cone it was wound from.</summary>
    [Refers(typeof(ThreadRow), Loose = true)]
    public int? WoundFromId { get; init; }

    /// <summary>When it was last weighed.</summary>
    public DateTimeOffset? WeighedAt { get; init; }

    /// <summary>Metres it was run down by since, m.</summary>
    public double? SewnSinceWeighedMetres { get; init; }

    /// <summary>What was used of it between weighings, the oldest first.</summary>
    public IReadOnlyList<ThreadUseDocument> Uses { get; init; } = [];
}

/// <summary>A note or rule of the user's own.</summary>
public sealed record NoteRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required OwnRuleDocument Note { get; init; }
}

/// <summary>A seam.</summary>
public sealed record SeamRecord : RecordDocument
{
    /// <summary>The cloth it is sewn in.</summary>
    [Refers(typeof(ClothRow))]
    public required int ClothId { get; init; }

    /// <summary>As entered.</summary>
    public required SeamDocument Seam { get; init; }
}

/// <summary>A kept set-up with all it was made from.</summary>
public sealed record SetupRecord : RecordDocument
{
    /// <summary>The seam it is for.</summary>
    [Refers(typeof(SeamRow))]
    public required int SeamId { get; init; }

    /// <summary>The cloth.</summary>
    [Refers(typeof(ClothRow))]
    public required int ClothId { get; init; }

    /// <summary>The machine.</summary>
    [Refers(typeof(MachineRow))]
    public required int MachineId { get; init; }

    /// <summary>The version it was amended from.</summary>
    [Refers(typeof(SetupRow), Loose = true)]
    public int? EarlierId { get; init; }

    /// <summary>1 for the first version, one more for each amended from it.</summary>
    public int Edition { get; init; } = 1;

    /// <summary>Why it was amended.</summary>
    public string Remark { get; init; } = "";

    /// <summary>When its swatch passed; left out where it has not yet.</summary>
    public DateTimeOffset? SwatchPassedAt { get; init; }

    /// <summary>The swatch it passed by.</summary>
    [Refers(typeof(SwatchRow), Loose = true)]
    public int? PassedBySwatchId { get; init; }

    /// <summary>Cloth, seam, machine and set-up as they were when it was kept.</summary>
    public required SnapshotDocument Kept { get; init; }
}

/// <summary>A way onto a machine that was begun.</summary>
public sealed record ThreadUpRecord : RecordDocument
{
    /// <summary>What it leads to.</summary>
    public required string Name { get; init; }

    /// <summary>The machine.</summary>
    [Refers(typeof(MachineRow))]
    public required int MachineId { get; init; }

    /// <summary>The set-up it leads to; left out where only a broken thread was replaced.</summary>
    [Refers(typeof(SetupRow))]
    public int? SetupId { get; init; }

    /// <summary>How many steps are done.</summary>
    public int Done { get; init; }

    /// <summary>Whether nobody has said since its last step what else is on the machine.</summary>
    public bool StillSo { get; init; }

    /// <summary>Needles its steps took from the drawer.</summary>
    public IReadOnlyList<FittedNeedleDocument> Fitted { get; init; } = [];

    /// <summary>When its last step was done; left out while it goes on.</summary>
    public DateTimeOffset? EndedAt { get; init; }

    /// <summary>The steps.</summary>
    public required ThreadUpDocument Way { get; init; }
}

/// <summary>A needle a step took from the drawer.</summary>
/// <param name="Step">Which step, from 0.</param>
/// <param name="NeedleId">The pack.</param>
/// <param name="Used">Whether it was one that had been used before.</param>
public sealed record FittedNeedleDocument(int Step, [property: Refers(typeof(NeedleRow), Loose = true)] int NeedleId, bool Used);

/// <summary>A swatch.</summary>
public sealed record SwatchRecord : RecordDocument
{
    /// <summary>The number that is written on the cloth.</summary>
    public required int Number { get; init; }

    /// <summary>The set-up it was sewn with.</summary>
    [Refers(typeof(SetupRow))]
    public required int SetupId { get; init; }

    /// <summary>When its metres were taken from the cones.</summary>
    public DateTimeOffset? RunDownAt { get; init; }

    /// <summary>As entered.</summary>
    public required SwatchDocument Swatch { get; init; }
}

/// <summary>Something the coach asked for and that was done.</summary>
public sealed record CoachStepRecord : RecordDocument
{
    /// <summary>The set-up it was about.</summary>
    [Refers(typeof(SetupRow))]
    public required int SetupId { get; init; }

    /// <summary>The thread-up it was done by.</summary>
    [Refers(typeof(ThreadUpRow), Loose = true)]
    public int? ThreadUpId { get; init; }

    /// <summary>What was done.</summary>
    public required CoachDoneDocument Step { get; init; }
}

/// <summary>A case of practice.</summary>
public sealed record PracticeRecord : RecordDocument
{
    /// <summary>What it is about.</summary>
    public required string SkillId { get; init; }

    /// <summary>When it ended.</summary>
    public DateTimeOffset? EndedAt { get; init; }

    /// <summary>Whether it went as it should at the first try.</summary>
    public bool Clean { get; init; }

    /// <summary>The case and what was done.</summary>
    public required PracticeDocument Attempt { get; init; }
}

/// <summary>A person or a size, with measures.</summary>
public sealed record WearerRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required WearerDocument Wearer { get; init; }
}

/// <summary>A garment.</summary>
public sealed record GarmentRecord : RecordDocument
{
    /// <summary>As entered.</summary>
    public required GarmentDocument Garment { get; init; }
}

/// <summary>A run.</summary>
public sealed record RunRecord : RecordDocument
{
    /// <summary>The set-up of the seam in hand.</summary>
    [Refers(typeof(SetupRow), Loose = true)]
    public int? SetupInHandId { get; init; }

    /// <summary>When its last seam was sewn.</summary>
    public DateTimeOffset? EndedAt { get; init; }

    /// <summary>What is sewn, and how far it is.</summary>
    public required RunDocument Run { get; init; }
}

/// <summary>Something that happened to a machine.</summary>
public sealed record CareRecord : RecordDocument
{
    /// <summary>The machine.</summary>
    [Refers(typeof(MachineRow))]
    public required int MachineId { get; init; }

    /// <summary>When it was.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>Whether it goes on.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Open { get; init; }

    /// <summary>What it was.</summary>
    public required CareDocument Care { get; init; }
}

/// <summary>A palette.</summary>
public sealed record PaletteRecord : RecordDocument
{
    /// <summary>Its colours.</summary>
    public required PaletteDocument Palette { get; init; }
}

/// <summary>A length that was sewn.</summary>
public sealed record SewnRecord : ExchangeDocument
{
    /// <summary>On which machine.</summary>
    [Refers(typeof(MachineRow))]
    public required int MachineId { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>What was sewn.</summary>
    public required string Name { get; init; }

    /// <summary>How long it was, mm.</summary>
    public double SeamMm { get; init; }

    /// <summary>Thread it took from cones, m.</summary>
    public double ThreadMetres { get; init; }

    /// <summary>Stitches of each needle.</summary>
    public long Stitches { get; init; }

    /// <summary>Whether it hems.</summary>
    public bool Hem { get; init; }

    /// <summary>Whether a timer ran.</summary>
    public bool Timed { get; init; }

    /// <summary>When it was taken back.</summary>
    public DateTimeOffset? TakenBackAt { get; init; }

    /// <summary>What it took from each cone.</summary>
    public IReadOnlyList<ThreadTakenDocument> Taken { get; init; } = [];

    /// <summary>The needles it was counted for.</summary>
    [Refers(typeof(SeatedNeedleRow), Loose = true)]
    public IReadOnlyList<int> NeedleIds { get; init; } = [];

    /// <summary>The swatch it was.</summary>
    [Refers(typeof(SwatchRow), Loose = true)]
    public int? SwatchId { get; init; }

    /// <summary>The run it was sewn in.</summary>
    [Refers(typeof(RunRow), Loose = true)]
    public int? RunId { get; init; }
}
