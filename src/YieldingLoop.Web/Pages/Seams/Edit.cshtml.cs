using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Procedures;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Scraps;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>One seam on one cloth: what it is to do and how far the wearer stretches it.</summary>
public sealed class EditModel(Workroom workroom, Drafts drafts, PlanMemory memory, Wording wording) : RecordPage<SeamForm, SeamRow, SeamEntry>(drafts, wording)
{
    [BindProperty(SupportsGet = true)]
    public int? Cloth { get; set; }

    /// <summary>Address of the scrap that becomes this seam.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Scrap { get; set; }

    public ClothRow ClothRow { get; private set; } = null!;

    /// <summary>The seam as it is stored; null while it is new.</summary>
    public SeamRow? Stored { get; private set; }

    /// <summary>The cloths that may go into the seam beside its own.</summary>
    public ListPage<ClothRow> OtherCloths { get; private set; } = ListPage.Empty<ClothRow>();

    public Outcome<ClothFigures> ClothFigures { get; private set; } = null!;

    public Outcome<Need>? Need { get; private set; }

    public SeamEntry? Entry { get; private set; }

    /// <summary>How the stored seam is carried out; empty while it is new.</summary>
    public IReadOnlyList<ProcedureStep> Procedure { get; private set; } = [];

    /// <summary>The last set-up kept for this seam.</summary>
    public LastSetup? Setup { get; private set; }

    public override RecordKind Kind => RecordKind.Seam;

    protected override IQueryable<SeamRow> Rows => workroom.Seams;

    /// <summary>The need as far as the form allows, while it is being filled in.</summary>
    public async Task<IActionResult> OnPostNeedAsync(string id)
    {
        if (!await PrepareAsync(null))
        {
            return NotFound();
        }

        ReadEntry(Reader());
        return Partial("_Need", this);
    }

    protected override SeamForm FormOf(SeamRow? row) => row is null ? NewForm() : SeamForm.From(row, Wording.Settings.Lengths);

    protected override async Task<bool> PrepareAsync(SeamRow? row)
    {
        if (row is not null && Request.Method != HttpMethods.Post)
        {
            Cloth = row.ClothId;
            Entry = row.Entry;
            Need = row.Entry.Resolve();
        }

        OtherCloths = await workroom.OfferClothsAsync(Input.OtherClothId ?? row?.Entry.Other?.ClothId);

        if (await workroom.Cloths.FirstOrDefaultAsync(c => c.Id == Cloth) is not { } cloth)
        {
            return false;
        }

        (ClothRow, Stored) = (cloth, row);
        ClothFigures = cloth.Entry.Resolve();
        Procedure = row is null ? [] : ProcedureCatalogue.For(row.Entry, Wording.Settings.Schools);
        Setup = row is null ? null : await workroom.LastSetupOfAsync(row.Id);
        return true;
    }

    protected override SeamEntry ReadEntry(FormReader reader)
    {
        var other = OtherCloths.Items.FirstOrDefault(c => c.Id == Input.OtherClothId)?.Entry.Resolve();
        if (Input.OtherClothId is not null && other?.Value is null)
        {
            reader.Fault(nameof(SeamForm.OtherClothId), other is null ? "Choose one of the cloths offered." : "That cloth’s figures are not whole yet. Finish it first.");
        }

        var entry = Input.Read(reader, other?.Value);
        Entry = entry;
        Need = entry.Resolve();
        reader.Add(Need.Problems.Select(p => p with { Field = Input.FieldOf(p.Field) }));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(SeamEntry entry, int? id) => workroom.SaveAsync(entry, ClothRow.Id, id, Input.Version, Input.Key);

    /// <summary>Of a scrap that becomes a seam, its choices go along as pins.</summary>
    protected override string AfterSaving(int id) =>
        $"/seams/{id}/set-up{(ScrapAddress.Find(Input.Scrap, Wording.Settings.Schools, memory) is { } scrap ? PinFields.QueryOf(scrap.Tried.Plan) : "")}";

    private SeamForm NewForm()
    {
        var form = new SeamForm { Unit = Wording.Settings.Lengths };
        if (ScrapAddress.Find(Scrap, Wording.Settings.Schools, memory)?.Scrap is { } scrap)
        {
            (form.Scrap, form.Job, form.Direction, form.Plies) = (Scrap, scrap.Job, scrap.Direction, FieldText.Of(scrap.Seam.Plies));
        }

        return form;
    }
}
