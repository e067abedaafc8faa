using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.States;

/// <summary>What is on a machine right now: needles, threads, dials and the rest, changed by hand.</summary>
public sealed partial class EditModel(Workroom workroom, Drafts drafts, Wording wording) : RecordPage<StateForm, StateRow, Setup>(drafts, wording)
{
    /// <summary>The machine, with both its halves where it is a convertible one.</summary>
    public Machine Machine { get; private set; } = null!;

    /// <summary>The machine as the form has it changed over.</summary>
    public Machine Head { get; private set; } = null!;

    public string MachineName { get; private set; } = "";

    /// <summary>Most threads a field of it offers.</summary>
    private const int MostThreads = 500;

    /// <summary>Threads of the drawer to choose from.</summary>
    public ListPage<ThreadRow> Offered { get; private set; } = ListPage.Empty<ThreadRow>();

    public IReadOnlyList<ThreadRow> Drawer => Offered.Items;

    /// <summary>Kept set-ups it may stand as, those whose swatch passed first.</summary>
    public ListPage<SetupListing> Cards { get; private set; } = ListPage.Empty<SetupListing>();

    /// <summary>The needles that are in, by their seats.</summary>
    public IReadOnlyDictionary<ThreadPosition, SeatedNeedleRow> Seated { get; private set; } = new Dictionary<ThreadPosition, SeatedNeedleRow>();

    /// <summary>Places that are open from the start: those a fault stands in.</summary>
    public IReadOnlyList<string> OpenPlaces =>
    [
        .. ModelState.Where(e => e.Value!.Errors.Count > 0).Select(e => PlaceIn().Match(e.Key)).Select(m => m.Success && int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture) is var i && i < StateForm.PlacesOf(Head).Count
            ? StateForm.PlacesOf(Head)[i].Id() : "rest"),
    ];

    /// <summary>How much of what is neither needle nor thread is known.</summary>
    public int RestKnown =>
        new[] { Input.FingerName, Input.LengthMm, Input.Differential, Input.CuttingWidthMm, Input.StitchId, Input.ZigzagWidthMm, Input.PlateName, Input.FootName, Input.NeedlePositionMm, Input.FootPressure, Input.ConverterName }
            .Count(text => !string.IsNullOrEmpty(text)) + (Input.KnifeAway ? 1 : 0);

    /// <summary>"not known", "empty", "there".</summary>
    public static string Word(PlaceStand stand) => stand switch { PlaceStand.There => "there", PlaceStand.Empty => "empty", _ => "not known" };

    /// <summary>Says in one go that the machine stands as a kept set-up's card has it.</summary>
    /// <param name="id">The machine.</param>
    /// <param name="card">The set-up.</param>
    /// <param name="stateVersion">Version of the machine's state when the page was opened.</param>
    public async Task<IActionResult> OnPostCardAsync(string id, int card, int stateVersion)
    {
        ModelState.Clear();
        if (!TryReadId(id) || RecordId is not { } machine || await workroom.Setups.FirstOrDefaultAsync(s => s.Id == card && s.MachineId == machine) is not { } setup)
        {
            return NotFound();
        }

        switch (await workroom.PutOnMachineAsync(card, stateVersion))
        {
            case SaveResult.Saved:
                return this.RedirectSaying(AfterSaving(machine), $"Saved: what is on the machine now is as on the card of {Said.Name(setup.Name)}.");
            case SaveResult.Stale:
                ViewData["Notice"] = "Somebody has said meanwhile what else is on this machine, here or on another device. Nothing was changed: look at it as it stands now, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                return await OnGetAsync(id, null);
            default:
                return NotFound();
        }
    }

    [GeneratedRegex(@"^Input\.Places\[(\d{1,2})\]")]
    private static partial Regex PlaceIn();

    /// <summary>What a convertible machine is being changed over to.</summary>
    [BindProperty(SupportsGet = true, Name = "as")]
    public MachineKind? As { get; set; }

    /// <summary>The set-up that is to be threaded up, where the page was opened on the way to it.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Setup { get; set; }

    public override RecordKind Kind => RecordKind.State;

    public override bool CanKeepBoth => false;

    protected override IQueryable<StateRow> Rows => workroom.States;

    protected override StateForm FormOf(StateRow? row)
    {
        var state = row!.Entry;
        // Changed over, a machine stands in no known state but that.
        var form = StateForm.From(Machine, As is { } now && state.ChangedOverTo != now ? StateForm.OnHalf(now) : state, Drawer);
        form.Version = row.Version;
        return form;
    }

    protected override async Task<bool> PrepareAsync(StateRow? row)
    {
        // Every state belongs to a machine; there is no making one by itself.
        if (row is null || await workroom.Machines.FirstOrDefaultAsync(m => m.Id == row.Id) is not { } machine)
        {
            return false;
        }

        Machine = machine.Entry;
        MachineName = machine.Name;
        Offered = await workroom.ListThreadsAsync(size: MostThreads);
        Head = HttpMethods.IsPost(Request.Method) ? Input.HeadOf(Machine) : (As is { } asked ? StateForm.OnHalf(asked) : row.Entry).HeadOf(Machine);
        Cards = await workroom.SetupsOnMachineAsync(machine.Id);
        Seated = (await workroom.SeatedNeedles.Where(n => n.MachineId == machine.Id).ToListAsync()).ToDictionary(n => n.Seat);
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(machine);
        return true;
    }

    protected override string? PartName(string list, int index) =>
        list == nameof(StateForm.Places) && index < StateForm.PlacesOf(Head).Count ? StateForm.PlacesOf(Head)[index].Name() : null;

    protected override Setup ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader, Machine, Drawer);
        reader.Add(SetupCheck.Problems(Machine, entry).Select(p => p with { Field = Input.FieldOf(p.Field, Machine) }));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(Setup entry, int? id) =>
        workroom.SaveAsync(entry, id ?? 0, Input.Version, Input.Key, [.. StateForm.PlacesOf(Head).Zip(Input.Places).Where(p => p.Second.Fresh).Select(p => p.First)]);

    protected override string SaidOf(StateRow row, bool made) => $"Saved: what is on {Said.Name(row.Name)} now.";

    protected override string AfterSaving(int id) => Setup is { } setup ? $"/thread-ups/new?setup={setup}" : $"/machines/{id}";
}
