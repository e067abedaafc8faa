using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Garments;

/// <summary>A garment that is begun, as it is typed.</summary>
public sealed class StartForm
{
    public string? Name { get; set; }

    public int? ClothId { get; set; }

    public int? SecondClothId { get; set; }

    /// <summary>How many for each of those offered.</summary>
    public Dictionary<int, string?> Counts { get; set; } = [];

    /// <summary>Made with the page, so that starting twice starts once.</summary>
    public Guid Key { get; set; } = Guid.NewGuid();
}

/// <summary>The beginning of a garment: its kind, its cloths, and for whom. Or a copy of one there is.</summary>
public sealed class StartModel(Workroom workroom, Store.Garments garments, Wording wording) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Kind { get; set; }

    /// <summary>The garment that is copied; null where a new one is started.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Like { get; set; }

    [BindProperty]
    public StartForm Input { get; set; } = new();

    public GarmentRow? Original { get; private set; }

    public GarmentKind? Chosen => GarmentKinds.Find(Kind);

    public ListPage<ClothRow> Cloths { get; private set; } = ListPage.Empty<ClothRow>();

    public ListPage<WearerRow> Wearers { get; private set; } = ListPage.Empty<WearerRow>();

    public async Task<IActionResult> OnGetAsync()
    {
        if (!ModelState.IsValid || !await FindAsync())
        {
            return NotFound();
        }

        Input.Name = Original is { } original ? $"{original.Name} (copy)" : Chosen is { } kind && kind.Id != GarmentKinds.Blank ? Core.Words.Phrase.Capital(wording.Say(kind.Name)) : "";
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (!await FindAsync() || (Original is null && Chosen is null))
        {
            return NotFound();
        }

        var reader = new FormReader(ModelState, nameof(Input), wording, wording.Settings.Lengths);
        var sizes = Wearers.Items.Select(w => (w.Id, Count: reader.Count($"Counts[{w.Id}]", Input.Counts.GetValueOrDefault(w.Id)))).Where(s => s.Count != 0).Select(s => new GarmentSize(s.Id, s.Count)).ToList();
        foreach (var size in sizes.Where(s => s.Count is < 0 or > RunGarment.MostCopies))
        {
            reader.Fault($"Counts[{size.WearerId}]", $"For one wearer or size 0 to {RunGarment.MostCopies} are made.");
        }

        if (sizes.Count > Garment.MostSizes)
        {
            reader.Fault("Counts", $"Up to {Garment.MostSizes} wearers and sizes fit in one garment; these are {sizes.Count}.");
        }

        if (string.IsNullOrWhiteSpace(Input.Name) || Input.Name.Trim().Length > Garment.LongestName)
        {
            reader.Fault("Name", $"Give the garment a name of 1 to {Garment.LongestName} characters.");
        }

        if (Original is null && Chosen!.Seams.Count > 0 && Cloths.Items.All(c => c.Id != Input.ClothId))
        {
            reader.Fault("ClothId", "Choose the cloth of its seams.");
        }

        if (Input.SecondClothId is { } second && Cloths.Items.FirstOrDefault(c => c.Id == second)?.Entry.Resolve().Value is null)
        {
            reader.Fault("SecondClothId", "That cloth’s figures are not whole yet. Finish it first, or leave this open.");
        }

        if (!ModelState.IsValid)
        {
            return Page();
        }

        var made = Original is { } original ? await garments.SaveAsync(original.Entry with { Name = Input.Name!.Trim() }, null, 0, Input.Key)
            : Chosen!.Seams.Count == 0 ? await garments.SaveAsync(new Garment { Name = Input.Name!.Trim(), KindId = Chosen.Id, Sizes = sizes }, null, 0, Input.Key)
            : await garments.MakeAsync(new GarmentStart(Input.Name!, Chosen, Input.ClothId!.Value, Input.SecondClothId, sizes), Input.Key);
        return made is SaveResult.Saved saved ? this.RedirectSaying($"/garments/{saved.Id}", $"Saved: the new garment {Said.Name(Input.Name!.Trim())}.") : NotFound();
    }

    private async Task<bool> FindAsync()
    {
        if (Like is { } like && (Original = await garments.All.FirstOrDefaultAsync(g => g.Id == like)) is null)
        {
            return false;
        }

        if (Kind is not null && Chosen is null)
        {
            return false;
        }

        Cloths = await workroom.OfferClothsAsync(Input.ClothId);
        Wearers = await garments.ListWearersAsync(size: Store.Garments.MostOffered);
        return true;
    }
}
