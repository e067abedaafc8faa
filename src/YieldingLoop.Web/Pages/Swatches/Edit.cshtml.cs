using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Swatches;

/// <summary>One swatch of a kept set-up: what it was sewn with, what was read on it, and what that says.</summary>
public sealed class EditModel(Workroom workroom, Store.Swatches swatches, Photos photos, Cones cones, Store.ThreadUps threadUps, Coaching coaching, Drafts drafts, Wording wording) : RecordPage<SwatchForm, SwatchRow, SwatchEntry>(drafts, wording)
{
    /// <summary>The set-up it is of.</summary>
    public SetupRow Setup { get; private set; } = null!;

    /// <summary>Its card.</summary>
    public SetupCard Card { get; private set; } = null!;

    /// <summary>What the machine stands at, as far as it goes with the card.</summary>
    public Setup Sewn { get; private set; } = Core.Setups.Setup.Unknown;

    /// <summary>In what the machine does not stand as on the card, beside the numbers of dials and lengths.</summary>
    public IReadOnlyList<string> NotAsCard { get; private set; } = [];

    /// <summary>What the swatch says, as it stands in the form; null while it cannot be read.</summary>
    public SwatchAnswer? Answer { get; private set; }

    /// <summary>Whether the set-up was on its machine.</summary>
    public bool ThreadedUp { get; private set; }

    /// <summary>The readings that can be taken by dragging a drawing.</summary>
    public IReadOnlyList<MatchReading> Readings { get; private set; } = [];

    /// <summary>The other swatches of the set-up.</summary>
    public IReadOnlyList<SwatchListing> Others { get; private set; } = [];

    /// <summary>Whether something is to be written down that happened in wear.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Wear { get; set; }

    /// <summary>Whether the coach waits for it.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Coach { get; set; }

    /// <summary>The swatch along whose strip another is sewn.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Strip { get; set; }

    /// <summary>The swatches of the same strip, the first first; empty where it is alone.</summary>
    public IReadOnlyList<int> Along { get; private set; } = [];

    /// <summary>What the swatch took from each cone; empty while it is not saved, and where nobody named a cone.</summary>
    public IReadOnlyList<ThreadTaken> Taken { get; private set; } = [];

    /// <summary>What each needle sewed of it.</summary>
    public NeedleWork Work { get; private set; }

    /// <summary>When that was taken from the cones; null while it was not.</summary>
    public DateTimeOffset? TakenAt { get; private set; }

    /// <summary>The set-up asked for.</summary>
    [BindProperty(SupportsGet = true, Name = "setup")]
    public int? SetupId { get; set; }

    public override RecordKind Kind => RecordKind.Swatch;

    public override bool CanKeepBoth => false;

    protected override IQueryable<SwatchRow> Rows => swatches.All;

    protected override SwatchForm FormOf(SwatchRow? row)
    {
        var form = SwatchForm.Of(Setup, Sewn, row, Wording.Settings.Lengths);
        form.InWear |= row is null && Wear;
        form.StripOf = row is null ? first : form.StripOf;
        return form;
    }

    protected override async Task<bool> PrepareAsync(SwatchRow? row)
    {
        if (await FindSetupAsync(row) is not { } state)
        {
            return false;
        }

        NotAsCard = row is not null || Wear || Input.InWear ? [] : [.. SetupDifferences.Between(Card.Plan.Setup, state.Over(Card.Plan.Setup)).Where(d => d.Finding.Code is not ("changed-dial" or "changed-length" or "changed-differential")).Select(d => Sentences.Fragment(d.Finding))];
        first = row is null && Strip is { } along ? await FirstOnStripAsync(along) : Input.StripOf;
        var beside = (await swatches.OfSetupAsync(Setup.Id)).Where(s => s.Id != row?.Id).ToList();
        var strip = row?.Entry.StripOf ?? first ?? row?.Id;
        Along = [.. beside.Where(s => strip is not null && (s.Id == strip || s.Entry.StripOf == strip)).Select(s => s.Id).Order()];
        ((Taken, Work), TakenAt) = row is null or { Entry.InWear: true } ? (([], default), null) : (Cones.OfSwatch(Setup.Snapshot, row.Entry, Wording.Settings.Thread), row.RunDownAt);
        Others = beside;
        Readings = Store.Swatches.CaseOf(Setup.Snapshot, new() { Setup = Sewn }) is { } seam ? [.. MatchReading.Of(seam, Card.Plan.Targets), .. LookSheet.Of(seam, Card.Plan.Targets)] : [];
        ThreadedUp = Setup.SwatchPassedAt is not null || await threadUps.DoneForAsync(Setup.Id);
        if (HttpMethods.IsGet(Request.Method))
        {
            Answer = await AnswerOfAsync(row?.Entry ?? new() { Setup = Sewn }, row?.Id);
        }

        return true;
    }

    /// <summary>The first swatch on a strip, by any of its swatches; null where there is no such swatch of this set-up.</summary>
    private async Task<int?> FirstOnStripAsync(int along) =>
        await swatches.All.Where(s => s.Id == along && s.SetupId == Setup.Id).Select(s => s.Entry).FirstOrDefaultAsync() is { } entry ? entry.StripOf ?? along : null;

    private int? first;

    private int? stripLost;

    /// <summary>Finds the set-up a swatch is of, and what it was sewn with.</summary>
    /// <returns>What stands on the machine; null where there is no such set-up.</returns>
    private async Task<Setup?> FindSetupAsync(SwatchRow? row)
    {
        var id = row?.SetupId ?? Input.SetupId ?? SetupId;
        if (id is null || await workroom.Setups.Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == id) is not { } setup)
        {
            return null;
        }

        (Setup, Card) = (setup, SetupCard.Of(setup.Snapshot));
        var state = (await workroom.StateOfAsync(setup.MachineId))?.Entry ?? Core.Setups.Setup.Unknown;
        // A garment was sewn as its card says, whatever the machine stands at today.
        Sewn = row?.Entry.Setup ?? (Wear || Input.InWear ? setup.Snapshot.Plan.Setup : Store.Swatches.AsSewn(setup.Snapshot, state));
        if (row is null && Card.Plan.Targets.TunnellingIndex is not null && !Sewn.Tape.Or(false) && (await coaching.WayAsync(setup.Id, setup.MachineId)).Tape)
        {
            Sewn = Sewn with { Tape = true };
        }

        return state;
    }

    protected override SwatchEntry ReadEntry(FormReader reader)
    {
        var entry = Input.Read(Sewn, reader);
        if (entry.StripOf is { } strip && !swatches.All.Any(s => s.Id == strip && s.SetupId == Setup.Id))
        {
            // Only an older copy that was restored can take it away; what was read stays worth saving, and the message says so.
            (entry, stripLost) = (entry with { StripOf = null }, strip);
        }

        if (entry.Photo is { } photo && !photos.Has(photo.Key))
        {
            reader.Fault("Photo.Key", "The photo is no longer here: an older copy of the workroom was restored. Choose it again, or take it out.");
        }

        reader.Add(SetupCheck.Problems(Setup.Snapshot.Machine, entry.Setup).Select(p => p with { Field = FieldOf(p.Field) }));
        if (Store.Swatches.CaseOf(Setup.Snapshot, entry) is { } seam)
        {
            reader.Add(entry.Problems(seam).Select(p => p with { Field = p.Field.StartsWith("photo.ruler.", StringComparison.Ordinal) ? "photo.apartMm" : RowOf(p.Field) }));
        }
        else
        {
            reader.Fault("SetupId", "What the machine is said to stand at makes no stitch of this card. Write down what is on the machine first.");
        }

        return entry;
    }

    /// <summary>Where in the form a place of the machine stands.</summary>
    private string FieldOf(string field)
    {
        var dials = SwatchForm.DialsOf(Setup.Snapshot.Plan);
        var index = dials.ToList().FindIndex(d => field == $"dials.{d.Id()}");
        return index >= 0 ? $"dials[{index}].number" : field is "stitchLengthMm" or "differential" ? field : "setupId";
    }

    /// <summary>Where in the form a row's reading stands.</summary>
    private string RowOf(string field)
    {
        var parts = field.Split('.');
        if (parts is not ["readings", "skipsByPosition" or "needleLoopMm", ..])
        {
            return field;
        }

        var index = parts.Length > 2 ? SwatchForm.RowsOf(Setup.Snapshot.Plan).ToList().FindIndex(r => r.Id() == parts[2]) : -1;
        return index < 0 ? "readings.skips" : $"rows[{index}].{(parts[1] == "skipsByPosition" ? "skips" : "loopMm")}";
    }

    protected override Task<SaveResult> SaveAsync(SwatchEntry entry, int? id) => swatches.SaveAsync(entry, Setup.Id, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => Coach ? $"/setups/{Setup.Id}/coach" : $"/swatches/{id}";

    protected override string SaidOf(SwatchRow row, bool made) => (stripLost is { } lost ? $"Swatch {lost}, along whose strip it was sewn, is no longer here: it stands alone now. " : "") + (made ? $"Saved: swatch {row.Id}. Write {row.Id} on the cloth." : $"Saved: swatch {row.Id}, as it stands now.");

    protected override string? PartName(string list, int index) =>
        (list switch { "Dials" => SwatchForm.DialsOf(Setup.Snapshot.Plan), "Rows" => SwatchForm.RowsOf(Setup.Snapshot.Plan), _ => [] }) is var places && index < places.Count ? Wording.Say(places[index].Name()) : null;

    /// <summary>A mark on the ruler in the photo.</summary>
    public string? Mark(string name) => name switch { "FirstX" => Input.Photo.FirstX, "FirstY" => Input.Photo.FirstY, "SecondX" => Input.Photo.SecondX, _ => Input.Photo.SecondY };

    /// <summary>What a row that is read by itself is called.</summary>
    public string RowName(int index) => ThreadPositions.TryFromId(Input.Rows[index].Position ?? "", out var position) ? position.Name() : "";

    /// <summary>What the form says as it is typed; nothing is saved.</summary>
    public async Task<IActionResult> OnPostAnswerAsync(string id)
    {
        if (!await FindAsync(id))
        {
            return NotFound();
        }

        var entry = ReadEntry(Reader());
        return Partial("_Answer", ModelState.IsValid ? await AnswerOfAsync(entry, RecordId) : null);
    }

    /// <summary>Lets a simulated machine sew a swatch with what stands on it, and writes down what is read on it.</summary>
    public async Task<IActionResult> OnPostSewAsync(string id)
    {
        if (!await FindAsync(id) || RecordId is not null || !Simulating.Is(Setup))
        {
            return NotFound();
        }

        if (Simulating.Sew(Setup, await coaching.WayAsync(Setup.Id, Setup.MachineId), Sewn) is not { } entry)
        {
            return this.RedirectSaying($"/swatches/new?setup={Setup.Id}", "What stands on the machine makes no stitch of this card: write down what is on it first. Nothing was sewn.");
        }

        return await SaveAsync(entry, null) is SaveResult.Saved saved
            ? this.RedirectSaying(AfterSaving(saved.Id), $"Sewn and read: swatch {saved.Id}, on simulated machine {Setup.Machine!.Entry.SimulatedNumber}.") : NotFound();
    }

    /// <summary>The drawings of one reading, of the set-up as the form has it.</summary>
    public async Task<IActionResult> OnPostMatchAsync(string id, string reading)
    {
        if (!await FindAsync(id))
        {
            return NotFound();
        }

        // Only what it was sewn with is looked at; the readings may be half typed.
        var entry = Input.Read(Sewn, Reader());
        if (SetupCheck.Problems(Setup.Snapshot.Machine, entry.Setup).Count > 0)
        {
            // The form says what is wrong; there is only nothing to draw.
            return new NoContentResult();
        }

        if (!Enum.TryParse<SwatchAspect>(reading, out var aspect))
        {
            return BadRequest();
        }

        var document = MatchSheet.Of(Setup.Snapshot, entry, aspect, Wording) is { } sheet ? sheet.Document(await PhotoAsync(entry.Photo)) : LookSheet.Document(Setup.Snapshot, entry, aspect, Wording);
        return document is null ? BadRequest() : Content(document, "application/json");
    }

    /// <summary>Takes what it was sewn with from the cones.</summary>
    public async Task<IActionResult> OnPostTakeAsync(string id, int version)
    {
        if (!TryReadId(id) || RecordId is not { } number)
        {
            return NotFound();
        }

        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        var run = await cones.TakeForSwatchAsync(number, version);
        return run.Result switch
        {
            SaveResult.Saved { Again: false } => this.RedirectSaying($"/swatches/{number}", Wording.Say(NeedleSaid.Done(run))),
            SaveResult.Saved => this.RedirectSaying($"/swatches/{number}", "That was written down as sewn before; nothing more was taken or counted."),
            SaveResult.Stale => this.RedirectSaying($"/swatches/{number}", "The swatch was changed meanwhile, here or on another device. Nothing was taken or counted: look at it as it stands now, then say it again."),
            _ => NotFound(),
        };
    }

    private async Task<(Guid Key, double WidthMm)?> PhotoAsync(SwatchPhoto? photo) =>
        photo is { Ruler: { } ruler } && ruler.Problems().Count == 0 && await photos.SizeAsync(photo.Key) is { } size ? (photo.Key, ruler.PhotoWidthMm(size.Width, size.Height)) : null;

    private async Task<bool> FindAsync(string id)
    {
        if (!TryReadId(id))
        {
            return false;
        }

        var row = RecordId is { } number ? await Rows.FirstOrDefaultAsync(r => r.Id == number) : null;
        return (row is not null || RecordId is null) && await FindSetupAsync(row) is not null;
    }

    private async Task<SwatchAnswer?> AnswerOfAsync(SwatchEntry entry, int? id) =>
        Store.Swatches.CaseOf(Setup.Snapshot, entry) is { } seam
            ? SwatchAnswer.Of(Setup.Snapshot, entry, seam, await swatches.OfMachineAsync(Setup.MachineId, id), Store.Swatches.TaughtOf(id ?? 0, Setup.ClothId, entry, seam), Wording) with { AmendPath = id is { } number ? $"/setups/{Setup.Id}/amend?swatch={number}" : null, CoachPath = id is null ? null : $"/setups/{Setup.Id}/coach" } : null;
}
