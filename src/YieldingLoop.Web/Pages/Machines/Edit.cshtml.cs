using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Machines;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>One overlocker: the first record, because every number is relative to one machine.</summary>
public sealed class EditModel(Workroom workroom) : RecordPage<MachineForm>
{
    /// <summary>The machine as stored, or the template; what the drawings stand on.</summary>
    public Overlocker Machine { get; private set; } = OverlockerTemplate.Create("");

    public IReadOnlyList<SetupListing> Setups { get; private set; } = [];

    /// <summary>The piece of work that waits for this machine.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Seam { get; set; }

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (!TryReadId(id) || !await LoadAsync())
        {
            return NotFound();
        }

        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string id)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        var reader = new FormReader(ModelState, nameof(Input));
        var entry = Input.Read(reader);
        reader.Add(OverlockerCheck.Problems(entry).Select(p => p with { Field = MachineForm.FieldOf(p.Field) }));
        if (!ModelState.IsValid)
        {
            await LoadMachineAsync();
            return Page();
        }

        Machine = entry;
        return await AfterSaveAsync(
            await workroom.SaveAsync(entry, RecordId, Input.Version, Input.Key),
            saved => Redirect(Seam is { } seam ? $"/seams/{seam}/set-up?machine={saved}" : $"/machines/{saved}"),
            async saved =>
            {
                var row = await workroom.Machines.FirstAsync(m => m.Id == saved);
                return (JsonSerializer.Serialize(row.Entry) != JsonSerializer.Serialize(entry), row.Version);
            });
    }

    private async Task<bool> LoadAsync()
    {
        var row = await LoadMachineAsync();
        if (RecordId is not null && row is null)
        {
            return false;
        }

        Input = MachineForm.From(Machine, row?.Version ?? 0);
        return true;
    }

    private async Task<MachineRow?> LoadMachineAsync()
    {
        if (RecordId is not { } number || await workroom.Machines.FirstOrDefaultAsync(m => m.Id == number) is not { } row)
        {
            return null;
        }

        Machine = row.Entry;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(row);
        Setups = await workroom.SetupsOnMachineAsync(number);
        return row;
    }
}
