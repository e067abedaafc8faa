using YieldingLoop.Core.Care;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store.Records;

/// <summary>
/// The one list of what the workroom keeps. Mapping, drafts, put-away, restore, differences and demo walk over it, and
/// a test holds it against the database model, so that a new kind is forgotten nowhere.
/// </summary>
public static class RecordKinds
{
    /// <summary>Every kind, each after those it refers to.</summary>
    public static IReadOnlyList<RecordType> All { get; } =
    [
        new EntryType<ClothRow, ClothEntry>
        {
            Kind = RecordKind.Cloth, Table = "Cloths", One = "cloth", Many = "cloths", Room = "/cloths", Noun = "cloth", Unnamed = "a cloth", CanBePutAway = true,
        },
        new EntryType<MachineRow, Machine>
        {
            Kind = RecordKind.Machine, Table = "Machines", One = "machine", Many = "machines", Room = "/machines", Noun = "machine", Unnamed = "a machine", CanBePutAway = true,
        },
        new EntryType<StateRow, Setup>
        {
            Kind = RecordKind.State, Table = "States", One = "what is on a machine", Many = "what is on the machines", Room = "/machines",
            Noun = "state", Unnamed = "what is on a machine", ComesWith = RecordKind.Machine,
        },
        new EntryType<NeedleRow, NeedleStock>
        {
            Kind = RecordKind.Needle, Table = "Needles", One = "pack of needles", Many = "packs of needles", Room = "/drawer", Noun = "needle", Unnamed = "needles", CanBePutAway = true,
        },
        new EntryType<ThreadRow, ThreadStock>
        {
            Kind = RecordKind.Thread, Table = "Threads", One = "thread", Many = "threads", Room = "/drawer", Noun = "thread", Unnamed = "a thread", CanBePutAway = true,
        },
        new EntryType<RuleRow, OwnRule>
        {
            Kind = RecordKind.Rule, Table = "Rules", One = "note", Many = "notes", Room = "/rules", Noun = "rule", Unnamed = "a rule", CanBePutAway = true,
        },
        new EntryType<SeamRow, SeamEntry>
        {
            Kind = RecordKind.Seam, Table = "Seams", One = "seam", Many = "seams", Room = "/", Noun = "seam", Unnamed = "a seam", CanBePutAway = true,
        },
        new RecordType<SetupRow>
        {
            Kind = RecordKind.Setup, Table = "Setups", One = "set-up", Many = "set-ups", Room = "/setups", CanBePutAway = true,
        },
        new EntryType<ThreadUpRow, ThreadUpPlan>
        {
            Kind = RecordKind.ThreadUp, Table = "ThreadUps", One = "thread-up", Many = "thread-ups", Room = "/",
        },
        new EntryType<SwatchRow, SwatchEntry>
        {
            Kind = RecordKind.Swatch, Table = "Swatches", One = "swatch", Many = "swatches", Room = "/setups", Noun = "swatch", FormPath = "/swatches/", Unnamed = "a swatch", CanBePutAway = true,
        },
        new EntryType<CoachRow, CoachDone>
        {
            Kind = RecordKind.CoachStep, Table = "CoachSteps", One = "step with the coach", Many = "steps with the coach", Room = "/setups",
        },
        new EntryType<PracticeRow, PracticeAttempt>
        {
            Kind = RecordKind.Practice, Table = "Practice", One = "case of practice", Many = "cases of practice", Room = "/practice", CanBePutAway = true,
        },
        new EntryType<WearerRow, Wearer>
        {
            Kind = RecordKind.Wearer, Table = "Wearers", One = "wearer or size", Many = "wearers and sizes", Room = "/wearers", Noun = "wearer", Unnamed = "measures", CanBePutAway = true, Personal = true,
        },
        new EntryType<GarmentRow, Garment>
        {
            Kind = RecordKind.Garment, Table = "Garments", One = "garment", Many = "garments", Room = "/garments", Noun = "garment", Unnamed = "a garment", CanBePutAway = true,
        },
        new EntryType<RunRow, SewingRun>
        {
            Kind = RecordKind.Run, Table = "Runs", One = "run", Many = "runs", Room = "/runs", CanBePutAway = true,
        },
        new EntryType<CareRow, CareEntry>
        {
            Kind = RecordKind.Care, Table = "Care", One = "entry of care", Many = "entries of care", Room = "/care", CanBePutAway = true,
        },
        new EntryType<PaletteRow, Palette>
        {
            Kind = RecordKind.Palette, Table = "Palettes", One = "palette", Many = "palettes", Room = "/palettes", CanBePutAway = true,
        },
    ];

    /// <summary>Kinds the user can put away.</summary>
    public static IReadOnlyList<RecordType> PutAway { get; } = [.. All.Where(t => t.CanBePutAway)];

    /// <summary>Kinds that are typed into a form of their own.</summary>
    public static IReadOnlyList<RecordType> Typed { get; } = [.. All.Where(t => t.Noun is not null)];

    /// <summary>What a kind is.</summary>
    /// <exception cref="ArgumentOutOfRangeException">There is no such kind.</exception>
    public static RecordType Of(RecordKind kind) =>
        All.FirstOrDefault(t => t.Kind == kind) ?? throw new ArgumentOutOfRangeException(nameof(kind), kind, "There is no such kind of record.");
}
