using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>One seam on one cloth: what it is to do and how far the wearer stretches it.</summary>
public sealed class EditModel(Workroom workroom) : RecordPage<SeamForm>
{
    [BindProperty(SupportsGet = true)]
    public int? Cloth { get; set; }

    public ClothRow ClothRow { get; private set; } = null!;

    public Outcome<ClothFigures> ClothFigures { get; private set; } = null!;

    public Outcome<Need>? Need { get; private set; }

    public SeamEntry? Entry { get; private set; }

    /// <summary>The last set-up kept for this seam.</summary>
    public int? SetupId { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        if (RecordId is { } number)
        {
            if (await workroom.Seams.FirstOrDefaultAsync(s => s.Id == number) is not { } row)
            {
                return NotFound();
            }

            Cloth = row.ClothId;
            Input = SeamForm.From(row);
            Entry = row.Entry;
            Need = row.Entry.Resolve();
        }

        return await LoadClothAsync() ? Page() : RedirectToPage("/Seams/Start");
    }

    public async Task<IActionResult> OnPostAsync(string id)
    {
        if (!TryReadId(id) || !await LoadClothAsync())
        {
            return NotFound();
        }

        var entry = ReadEntry();
        if (!ModelState.IsValid)
        {
            return Page();
        }

        return await AfterSaveAsync(
            await workroom.SaveAsync(entry, ClothRow.Id, RecordId, Input.Version, Input.Key),
            saved => Redirect($"/seams/{saved}/set-up"),
            async saved =>
            {
                var row = await workroom.Seams.FirstAsync(s => s.Id == saved);
                return (row.Entry != entry, row.Version);
            });
    }

    /// <summary>The need as far as the form allows, while it is being filled in.</summary>
    public async Task<IActionResult> OnPostNeedAsync(string id)
    {
        if (!await LoadClothAsync())
        {
            return NotFound();
        }

        ReadEntry();
        return Partial("_Need", this);
    }

    private SeamEntry ReadEntry()
    {
        var reader = new FormReader(ModelState, nameof(Input));
        var entry = Input.Read(reader);
        Entry = entry;
        Need = entry.Resolve();
        reader.Add(Need.Problems.Select(p => p with { Field = Input.FieldOf(p.Field) }));
        return entry;
    }

    private async Task<bool> LoadClothAsync()
    {
        if (await workroom.Cloths.FirstOrDefaultAsync(c => c.Id == Cloth) is not { } row)
        {
            return false;
        }

        ClothRow = row;
        ClothFigures = row.Entry.Resolve();
        SetupId = RecordId is { } seam
            ? await workroom.Setups.Where(s => s.SeamId == seam).OrderByDescending(s => s.Id).Select(s => (int?)s.Id).FirstOrDefaultAsync()
            : null;
        return true;
    }
}
