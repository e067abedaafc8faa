using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Cloths;

/// <summary>One cloth: measured, not guessed.</summary>
public sealed class EditModel(Workroom workroom) : RecordPage<ClothForm>
{
    /// <summary>"seam" where the cloth is measured on the way to a new seam.</summary>
    [BindProperty(SupportsGet = true, Name = "for")]
    public string? For { get; set; }

    /// <summary>The piece of work this cloth was opened from.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Seam { get; set; }

    public Outcome<ClothFigures>? Figures { get; private set; }

    public IReadOnlyList<SetupListing> Setups { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        if (RecordId is { } number)
        {
            if (await workroom.Cloths.FirstOrDefaultAsync(c => c.Id == number) is not { } row)
            {
                return NotFound();
            }

            Input = ClothForm.From(row);
            Figures = row.Entry.Resolve();
            Setups = await workroom.SetupsOnClothAsync(number);
        }

        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string id)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        var entry = ReadEntry();
        if (!ModelState.IsValid)
        {
            return Page();
        }

        var result = await workroom.SaveAsync(entry, RecordId, Input.Version, Input.Key);
        return await AfterSaveAsync(
            result,
            saved => Seam is { } seam ? Redirect($"/seams/{seam}") : Redirect(For == "seam" ? $"/seams/new?cloth={saved}" : $"/cloths/{saved}"),
            async saved =>
            {
                var row = await workroom.Cloths.FirstAsync(c => c.Id == saved);
                return (row.Entry != entry, row.Version);
            });
    }

    /// <summary>The figures as far as the form allows, while it is being filled in.</summary>
    public IActionResult OnPostFigures(string id)
    {
        ReadEntry();
        return Partial("_Figures", Figures);
    }

    private ClothEntry ReadEntry()
    {
        var reader = new FormReader(ModelState, nameof(Input));
        var entry = Input.Read(reader);
        Figures = entry.Resolve();
        reader.Add(Figures.Problems);
        return entry;
    }
}
