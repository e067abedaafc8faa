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
public sealed class EditModel(Workroom workroom, Drafts drafts, Wording wording) : RecordPage<StateForm, StateRow, Setup>(drafts, wording)
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

    protected override Task<SaveResult> SaveAsync(Setup entry, int? id) => workroom.SaveAsync(entry, id ?? 0, Input.Version, Input.Key);

    protected override string SaidOf(StateRow row, bool made) => $"Saved: what is on {Said.Name(row.Name)} now.";

    protected override string AfterSaving(int id) => Setup is { } setup ? $"/thread-ups/new?setup={setup}" : $"/machines/{id}";
}
