using System.ComponentModel.DataAnnotations;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store;

/// <summary>What every record of the workroom carries.</summary>
public abstract class Row
{
    public int Id { get; set; }

    /// <summary>Counts the edits; an edit made from an older version is stale.</summary>
    [ConcurrencyCheck]
    public int Version { get; set; } = 1;

    /// <summary>Made with the form that created the record, so that sending it twice creates it once.</summary>
    public Guid SubmissionKey { get; set; }

    /// <summary>The user's name for it.</summary>
    public required string Name { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>When it was put away; null while it is in use. Nothing is ever deleted.</summary>
    public DateTimeOffset? PutAwayAt { get; set; }

    /// <summary>The same for all that was put away in one go, so that it comes back in one go.</summary>
    public Guid? PutAwayWith { get; set; }

    /// <summary>Whether it came with the demo.</summary>
    public bool Demo { get; set; }
}

/// <summary>A record that is what one form entered.</summary>
public abstract class EntryRow<T> : Row
    where T : class
{
    /// <summary>As entered.</summary>
    public required T Entry { get; set; }
}

public sealed class ClothRow : EntryRow<ClothEntry>;

public sealed class MachineRow : EntryRow<Machine>;

/// <summary>What is on a machine right now. Every machine has one, under its own number.</summary>
public sealed class StateRow : EntryRow<Setup>
{
    public MachineRow? Machine { get; set; }
}

/// <summary>Needles in the drawer.</summary>
public sealed class NeedleRow : EntryRow<NeedleStock>;

/// <summary>A thread in the drawer.</summary>
public sealed class ThreadRow : EntryRow<ThreadStock>
{
    /// <summary>The cone it was wound from; null where it was not wound here.</summary>
    public int? WoundFromId { get; set; }

    public ThreadRow? WoundFrom { get; set; }

    /// <summary>When it was last weighed; null where it never was.</summary>
    public DateTimeOffset? WeighedAt { get; set; }

    /// <summary>Metres it was run down by since then, m; null where that cannot be told, because its metres were also changed otherwise.</summary>
    public double? SewnSinceWeighed { get; set; }

    /// <summary>What was used of it between weighings, the oldest first.</summary>
    public IReadOnlyList<ThreadUse> Uses { get; set; } = [];
}

/// <summary>A note or rule of the user's own.</summary>
public sealed class RuleRow : EntryRow<OwnRule>;

/// <summary>A piece of work: one seam on one cloth.</summary>
public sealed class SeamRow : EntryRow<SeamEntry>
{
    public int ClothId { get; set; }

    public ClothRow? Cloth { get; set; }

    public ICollection<SetupRow> Setups { get; } = [];

    /// <summary>Whether the swatch of a set-up in use passed. The database keeps it true by itself, so that lists need not ask every set-up.</summary>
    public bool Passed { get; private set; }
}

/// <summary>
/// A way onto a machine that was begun: its steps, how many of them are done, and the version of the machine's state
/// that the last tick left. Where the two differ, somebody has said meanwhile what else is on the machine.
/// </summary>
public sealed class ThreadUpRow : EntryRow<ThreadUpPlan>
{
    public int MachineId { get; set; }

    public MachineRow? Machine { get; set; }

    /// <summary>The set-up it leads to; null where only a broken thread was replaced.</summary>
    public int? SetupId { get; set; }

    public SetupRow? Setup { get; set; }

    /// <summary>How many steps are ticked, from the first.</summary>
    public int Done { get; set; }

    public int StateVersion { get; set; }

    /// <summary>The needles of the drawer that its ticked steps fitted.</summary>
    public IReadOnlyList<FittedNeedle> Fitted { get; set; } = [];

    /// <summary>When the last step was ticked; null while it is going on. Where the rest was given up, it is put away instead.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}

/// <summary>A swatch of a kept set-up. Its number is what is written on the cloth.</summary>
public sealed class SwatchRow : EntryRow<SwatchEntry>
{
    public int SetupId { get; set; }

    public SetupRow? Setup { get; set; }

    public int SeamId { get; set; }

    public SeamRow? Seam { get; set; }

    public int ClothId { get; set; }

    public ClothRow? Cloth { get; set; }

    public int MachineId { get; set; }

    public MachineRow? Machine { get; set; }

    /// <summary>Whether it passed, by the targets of its set-up.</summary>
    public bool Passed { get; set; }

    /// <summary>Its photo; null where there is none.</summary>
    public int? PhotoId { get; set; }

    public PhotoRow? Photo { get; set; }

    /// <summary>Identifiers of the kinds of thread it was sewn with, each between blanks, so that lists find them.</summary>
    public string ThreadKinds { get; set; } = "";

    /// <summary>Whether it teaches nothing, because somebody said so.</summary>
    public bool LeftOut { get; set; }

    /// <summary>What it teaches; null where nothing can be made of it.</summary>
    public Lesson? Lesson { get; set; }

    /// <summary>When its metres were taken from the cones and its stitches added to the needles; null while they were not.</summary>
    public DateTimeOffset? RunDownAt { get; set; }
}

/// <summary>Something done between two swatches of a set-up because the coach asked for it. One that was taken back is put away.</summary>
public sealed class CoachRow : EntryRow<CoachDone>
{
    public int SetupId { get; set; }

    public SetupRow? Setup { get; set; }

    /// <summary>The thread-up it was done by; null where hands and eyes were enough.</summary>
    public int? ThreadUpId { get; set; }

    public ThreadUpRow? ThreadUp { get; set; }
}

/// <summary>Somebody's way through a case of practice. Its name is the case's.</summary>
public sealed class PracticeRow : EntryRow<PracticeAttempt>
{
    /// <summary>What it is about.</summary>
    public required string SkillId { get; set; }

    /// <summary>When it ended; null while it goes on.</summary>
    public DateTimeOffset? EndedAt { get; set; }

    /// <summary>Whether it ended as it should at the first try.</summary>
    public bool Clean { get; set; }
}

/// <summary>A person or a size.</summary>
public sealed class WearerRow : EntryRow<Wearer>;

/// <summary>A garment.</summary>
public sealed class GarmentRow : EntryRow<Garment>;

/// <summary>Garments that are sewn together.</summary>
public sealed class RunRow : EntryRow<SewingRun>
{
    /// <summary>The set-up of the seam in hand, so that its thread-up and its swatch lead back here; null while none is.</summary>
    public int? SetupInHandId { get; set; }

    /// <summary>When the last seam was ticked; null while something is still to be sewn.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}

/// <summary>A photo, written anew as a JPEG that says nothing but the picture. One that no swatch has is swept up after a while.</summary>
public sealed class PhotoRow
{
    public int Id { get; set; }

    /// <summary>What forms and pages call it.</summary>
    public Guid Key { get; set; }

    /// <summary>A photo never changes.</summary>
    public int Version { get; set; } = 1;

    public required byte[] Picture { get; set; }

    public required byte[] Thumbnail { get; set; }

    /// <summary>Width, pixels.</summary>
    public int Width { get; set; }

    /// <summary>Height, pixels.</summary>
    public int Height { get; set; }

    public DateTimeOffset AddedAt { get; set; }
}

/// <summary>A needle that went from the drawer into a machine.</summary>
/// <param name="Step">The step that fitted it, from 0.</param>
/// <param name="NeedleId">The needles it was one of.</param>
/// <param name="Used">Whether it was one that had been used before.</param>
public sealed record FittedNeedle(int Step, int NeedleId, bool Used);

/// <summary>A thread-up that is going on.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">What it leads to.</param>
/// <param name="Machine">The machine's name.</param>
/// <param name="Done">How many steps are done.</param>
/// <param name="Steps">Of how many.</param>
public sealed record ThreadUpListing(int Id, string Name, string Machine, int Done, int Steps);

/// <summary>A thread-up in the list of all of them.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">What it leads to.</param>
/// <param name="Machine">The machine's name.</param>
/// <param name="ChangedAt">When something was last ticked.</param>
/// <param name="Ended">Whether every step was ticked.</param>
/// <param name="GivenUp">Whether the rest was given up.</param>
public sealed record ThreadUpPast(int Id, string Name, string Machine, DateTimeOffset ChangedAt, bool Ended, bool GivenUp);

/// <summary>A form that was begun and not saved. It is no record: nothing else refers to it.</summary>
public sealed class DraftRow
{
    public int Id { get; set; }

    /// <summary>The form's own key, the same that the record will carry.</summary>
    public Guid Key { get; set; }

    /// <summary>Address of the form, with its query.</summary>
    public required string Path { get; set; }

    /// <summary>What the form was called when it was last typed into.</summary>
    public required string Title { get; set; }

    /// <summary>Every field with what stood in it, in the order of the form.</summary>
    public required IReadOnlyList<DraftField> Fields { get; set; }

    /// <summary>The opened page the fields came from; null where it did not say.</summary>
    public string? Sitting { get; set; }

    /// <summary>Which message of that page they came in.</summary>
    public int Turn { get; set; }

    public DateTimeOffset StartedAt { get; set; }

    public DateTimeOffset ChangedAt { get; set; }
}

/// <summary>A field of an unfinished form.</summary>
public sealed record DraftField(string Name, string Value);

/// <summary>The one row of settings.</summary>
public sealed class SettingsRow
{
    /// <summary>Number of the one row.</summary>
    public const int OnlyId = 1;

    public int Id { get; set; } = OnlyId;

    [ConcurrencyCheck]
    public int Version { get; set; }

    public DateTimeOffset ChangedAt { get; set; }

    public required WorkroomSettings Settings { get; set; }
}

/// <summary>Which pieces of work a list holds.</summary>
public enum WorkState
{
    /// <summary>All of them.</summary>
    Any,

    /// <summary>Those whose swatch has not passed yet.</summary>
    OnTheTable,

    /// <summary>Those with a set-up whose swatch passed.</summary>
    Passed,
}

/// <summary>A piece of work in a list.</summary>
/// <param name="SeamId">The seam.</param>
/// <param name="Seam">Its name.</param>
/// <param name="Cloth">Its cloth's name.</param>
/// <param name="SetupId">The set-up kept for it last; null where none is kept.</param>
/// <param name="ThreadedUp">Whether that one was threaded up to the last step.</param>
/// <param name="Passed">Whether the swatch of a set-up of it passed.</param>
public sealed record WorkListing(int SeamId, string Seam, string Cloth, int? SetupId, bool ThreadedUp, bool Passed);

/// <summary>The set-up kept last for a seam.</summary>
/// <param name="Id">Its number.</param>
/// <param name="ThreadedUp">Whether it has been on its machine: threaded up to the last step, or its swatch sewn and passed.</param>
/// <param name="Passed">Whether its swatch passed.</param>
public sealed record LastSetup(int Id, bool ThreadedUp, bool Passed);

/// <summary>A saved set-up, frozen with all it was made from.</summary>
public sealed class SetupRow : Row
{
    public int SeamId { get; set; }

    public SeamRow? Seam { get; set; }

    public int ClothId { get; set; }

    public ClothRow? Cloth { get; set; }

    public int MachineId { get; set; }

    public MachineRow? Machine { get; set; }

    /// <summary>The version this one was amended from; null for the first.</summary>
    public int? EarlierId { get; set; }

    public SetupRow? Earlier { get; set; }

    public ICollection<SetupRow> Later { get; } = [];

    /// <summary>The first version of it; null for that one itself. The database fills it in by itself.</summary>
    public int? FirstId { get; private set; }

    /// <summary>
    /// Whether a later version in use stands in its place: any one, or, where its swatch passed, one whose swatch passed
    /// too. What worked stays what worked until something else has. The database keeps it true by itself.
    /// </summary>
    public bool Superseded { get; private set; }

    /// <summary>1 for the first, one more for every version amended from it.</summary>
    public int Edition { get; set; } = 1;

    /// <summary>Why it was amended, in the user's words.</summary>
    public string Remark { get; set; } = "";

    /// <summary>Names of cloth, machine and seam in lower case, to be found by.</summary>
    public required string SearchText { get; set; }

    public required string VerdictId { get; set; }

    /// <summary>When its swatch passed; null where it has not yet.</summary>
    public DateTimeOffset? SwatchPassedAt { get; set; }

    /// <summary>The swatch it passed by; null where it has not, or where it was ticked by eye.</summary>
    public int? PassedBySwatchId { get; set; }

    /// <summary>The little that lists show, so that a list never reads the snapshots.</summary>
    public required SetupSummary Summary { get; set; }

    public required SetupSnapshot Snapshot { get; set; }
}

/// <summary>What a list shows of a set-up.</summary>
public sealed record SetupSummary(string Cloth, string Machine, SeamVerdict Verdict, IReadOnlyList<SummaryDial> Dials);

/// <summary>One dial of a set-up.</summary>
public sealed record SummaryDial(ThreadPosition Position, double? Number);

/// <summary>A set-up in a list.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="CreatedAt">When it was kept.</param>
/// <param name="SwatchPassedAt">When its swatch passed; null where it has not yet.</param>
/// <param name="Summary">What a list shows of it.</param>
/// <param name="Edition">Which version it is, from 1.</param>
/// <param name="NewerId">A newer version whose swatch has not passed yet; null where there is none.</param>
/// <param name="NewerEdition">Which version that is.</param>
public sealed record SetupListing(int Id, string Name, DateTimeOffset CreatedAt, DateTimeOffset? SwatchPassedAt, SetupSummary Summary, int Edition, int? NewerId, int? NewerEdition);

/// <summary>Everything a set-up was made with. It never changes by itself; see <see cref="SnapshotChanges"/>.</summary>
/// <param name="Cloth">The cloth as entered.</param>
/// <param name="ClothFigures">Its figures.</param>
/// <param name="Seam">The seam.</param>
/// <param name="Machine">The machine; of a convertible one the half that sewed it.</param>
/// <param name="Plan">The set-up.</param>
public sealed record SetupSnapshot(ClothEntry Cloth, ClothFigures ClothFigures, SeamEntry Seam, Machine Machine, SetupPlan Plan)
{
    /// <summary>Whether another one sets the machine alike, by the same schools, and was made from the same.</summary>
    public bool SameAs(SetupSnapshot other) =>
        Plan.Setup == other.Plan.Setup && Plan.Schools == other.Plan.Schools && SnapshotChanges.Between(this, other.Cloth, other.Seam, other.Machine).Count == 0;
}
