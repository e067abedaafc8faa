using Microsoft.AspNetCore.Mvc;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Cloths;

/// <summary>One cloth: measured, not guessed.</summary>
public sealed class EditModel(Workroom workroom, Drafts drafts, Wording wording) : RecordPage<ClothForm, ClothRow, ClothEntry>(drafts, wording)
{
    /// <summary>"seam" where the cloth is measured on the way to a new seam.</summary>
    [BindProperty(SupportsGet = true, Name = "for")]
    public string? For { get; set; }

    /// <summary>Address of the scrap that is to be kept as a seam on it.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Scrap { get; set; }

    /// <summary>The piece of work this cloth was opened from.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Seam { get; set; }

    public Outcome<ClothFigures>? Figures { get; private set; }

    public ListPage<SetupListing> Setups { get; private set; } = ListPage.Empty<SetupListing>();

    /// <summary>The seams on it.</summary>
    public ListPage<WorkListing> Work { get; private set; } = ListPage.Empty<WorkListing>();

    public override RecordKind Kind => RecordKind.Cloth;

    protected override IQueryable<ClothRow> Rows => workroom.Cloths;

    /// <summary>The figures as far as the form allows, while it is being filled in.</summary>
    public IActionResult OnPostFigures(string id)
    {
        ReadEntry(Reader());
        return Partial("_Figures", Figures);
    }

    protected override ClothForm FormOf(ClothRow? row) => row is null ? ClothForm.Fresh(Wording.Settings.Lengths) : ClothForm.From(row, Wording.Settings.Lengths);

    protected override async Task<bool> PrepareAsync(ClothRow? row)
    {
        if (row is not null)
        {
            Figures = row.Entry.Resolve();
            Setups = await workroom.SetupsOnClothAsync(row.Id);
            Work = await workroom.ListWorkAsync(clothId: row.Id, size: 12);
        }

        return true;
    }

    protected override ClothEntry ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader);
        Figures = entry.Resolve();
        reader.Add(Figures.Problems.Select(p => p.Field == "colour" && !string.IsNullOrWhiteSpace(Input.ColourCode) ? p with { Field = "colourCode" } : p));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(ClothEntry entry, int? id) => workroom.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) =>
        Seam is { } seam ? $"/seams/{seam}" : For == "seam" ? $"/seams/new?{(Scrap is { } scrap ? $"scrap={Uri.EscapeDataString(scrap)}&" : "")}cloth={id}" : $"/cloths/{id}";
}
