using Microsoft.AspNetCore.Mvc;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>One machine: the first record, because every number is relative to one machine.</summary>
public sealed class EditModel(Workroom workroom, Store.ThreadUps threadUps, Drafts drafts, Wording wording) : RecordPage<MachineForm, MachineRow, Machine>(drafts, wording)
{
    /// <summary>The machine as stored, or the template; what the drawings stand on.</summary>
    public Machine Machine { get; private set; } = OverlockerTemplate.Create("");

    /// <summary>What is on it; null while it is new.</summary>
    public Setup? State { get; private set; }

    /// <summary>The thread-up that is going on at it.</summary>
    public int? GoingOn { get; private set; }

    public ListPage<SetupListing> Setups { get; private set; } = ListPage.Empty<SetupListing>();

    /// <summary>The piece of work that waits for this machine.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Seam { get; set; }

    /// <summary>Number of the simulated machine that a new one is to be; null for a real one.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Simulated { get; set; }

    /// <summary>What kind of machine a new one is; a stored one stays what it is.</summary>
    [BindProperty(SupportsGet = true, Name = "is")]
    public MachineKind? Asked { get; set; }

    /// <summary>The seats that hold a needle now; all of them where nobody has said.</summary>
    public IReadOnlyCollection<ThreadPosition> FilledSeats(Machine head) =>
        [.. head.Seats.Select(s => s.Position).Where(seat => Standing(head) is not { Needles.Count: > 0 } state || state.Needles[seat].IsThere)];

    /// <summary>Between the blades of the twin needle that is in now, mm; null where there is none.</summary>
    public double? TwinGap(Machine head) => Standing(head)?.Twin?.TwinGapMm;

    /// <summary>What is on this half of the machine; null while it is changed over to the other.</summary>
    private Setup? Standing(Machine head) => State is { } state && state.HeadOf(Machine).Kind == head.Kind ? state : null;

    public override RecordKind Kind => RecordKind.Machine;

    protected override IQueryable<MachineRow> Rows => workroom.Machines;

    /// <summary>Whether a new coverstitch machine has a seat between its two outer ones.</summary>
    [BindProperty(SupportsGet = true)]
    public bool? Centre { get; set; }

    /// <summary>The same form for another kind of machine, with all in it that was typed already. Nothing is written.</summary>
    public IActionResult OnPostKind(string id)
    {
        if (id != "new" || Asked is not { } asked || !Enum.IsDefined(asked) || !Enum.IsDefined(Input.MachineKind))
        {
            return NotFound();
        }

        var typed = Input;
        var hadCentre = !typed.Covers || typed.CoverDials.Count <= MachineForm.CentreDial || typed.CoverDials[MachineForm.CentreDial].Fitted;
        Machine = MachineTemplates.Create(typed.MachineKind, "", hadCentre);
        var untouched = FormOf(null);
        Machine = MachineTemplates.Create(asked, "", Centre ?? hadCentre);
        Input = typed.Onto(FormOf(null), untouched);
        Input.MachineKind = asked;
        ModelState.Clear();
        return Page();
    }

    protected override MachineForm FormOf(MachineRow? row)
    {
        var form = MachineForm.From(Machine, row?.Version ?? 0);
        if (row is null && form.Overlocks && Wording.Settings.Schools.Chosen(SchoolCatalogue.LooperOrder) != SchoolCatalogue.LooperOrder.Default)
        {
            form.LooperOrder = null;
        }

        if (row is null)
        {
            (form.Name, form.SimulatedNumber) = Simulated is { } number ? ($"Simulated {MachineFacts.Word(Machine.Kind)}", FieldText.Of(number)) : (form.Name, form.SimulatedNumber);
            form.NeedleOrder = Wording.Settings.Schools.Follows(SchoolCatalogue.NeedleOrder, "left-first") ? NeedleOrder.LeftFirst : NeedleOrder.RightFirst;
        }

        return form;
    }

    protected override async Task<bool> PrepareAsync(MachineRow? row)
    {
        var posted = HttpMethods.IsPost(Request.Method);
        var kind = row?.Entry.Kind ?? (posted ? Input.MachineKind : Asked) ?? MachineKind.Overlocker;
        if (!Enum.IsDefined(kind))
        {
            return false;
        }

        Machine = row?.Entry ?? MachineTemplates.Create(kind, "", Centre ?? true);
        if (posted)
        {
            Input.MachineKind = kind;
        }

        if (row is not null)
        {
            ViewData["ThreadSheet"] = ThreadSheets.OfMachine(row);
            Setups = await workroom.SetupsOnMachineAsync(row.Id);
            State = (await workroom.StateOfAsync(row.Id))?.Entry;
            GoingOn = await threadUps.GoingOnAtAsync(row.Id);
        }

        return true;
    }

    protected override string? PartName(string list, int index)
    {
        var positions = list switch { nameof(MachineForm.Dials) => Input.Positions, nameof(MachineForm.CoverDials) => MachineForm.CoverPositions, _ => [] };
        return index < positions.Count ? $"{positions[index].Name()} dial" : null;
    }

    protected override Machine ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader);
        reader.Add(MachineCheck.Problems(entry).Select(p => p with { Field = Input.FieldOf(p.Field) }));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(Machine entry, int? id) => workroom.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => Seam is { } seam ? $"/seams/{seam}/set-up?machine={id}" : $"/machines/{id}";
}
