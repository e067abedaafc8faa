using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages;

/// <summary>Sums for the table: twin needle and slots, hem, band. Nothing is written; every answer has an address of its own.</summary>
public sealed class ReckonerModel(Workroom workroom, Wording wording) : PageModel
{
    private readonly ModelStateDictionary faults = new();

    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Pack { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Plate { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Foot { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Guide { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Rows { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Allowance { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool Covers { get; set; }

    [BindProperty(SupportsGet = true)]
    public int? BandCloth { get; set; }

    [BindProperty(SupportsGet = true)]
    public ClothDirection BandRuns { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Opening { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Girth { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? BandWidth { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? SeamAllowance { get; set; }

    public IReadOnlyList<(int Id, PlainMachine Machine)> PlainMachines { get; private set; } = [];

    public ListPage<ClothRow> Cloths { get; private set; } = ListPage.Empty<ClothRow>();

    public PlainMachine? Plain { get; private set; }

    public TwinNeedle? Twin { get; private set; }

    /// <summary>The plate and the foot the sum is for; null where none of that name is on record.</summary>
    public SlottedPart? OnPlate { get; private set; }

    public SlottedPart? OnFoot { get; private set; }

    public Outcome<TwinWidth>? Width { get; private set; }

    public Outcome<HemLayout>? Hem { get; private set; }

    public Outcome<BandLength>? Band { get; private set; }

    public Figure? BandStretch { get; private set; }

    public LengthUnit Unit => wording.Settings.Lengths;

    public async Task OnGetAsync()
    {
        var machines = (await workroom.OfferMachinesAsync(Machine)).Items;
        PlainMachines = [.. machines.Where(m => m.Entry is PlainMachine).Select(m => (m.Id, (PlainMachine)m.Entry))];
        Plain = PlainMachines.Where(m => m.Id == Machine).Concat(PlainMachines).Select(m => m.Machine).FirstOrDefault();
        Cloths = await workroom.OfferClothsAsync(BandCloth);
        // A coverstitch machine's own widest pair is where its hem starts from.
        if (machines.FirstOrDefault(m => m.Id == Machine)?.Entry.AsCoverstitch() is { } cover && Rows is null)
        {
            (Rows, Covers) = (FieldText.Of(cover.LeftToRightMm), true);
        }

        ReckonTwin();
        ReckonHem();
        ReckonBand();
    }

    private void ReckonTwin()
    {
        if (string.IsNullOrWhiteSpace(Pack) || Plain is null)
        {
            return;
        }

        var read = TwinNeedle.ReadPack(Pack);
        Twin = read.Value;
        List<Problem> problems = [.. read.Problems];
        OnPlate = Part("plate", "needle plate", Plain.Plates, Plate, problems);
        OnFoot = Part("foot", "presser foot", Plain.Feet, Foot, problems);
        Width = Twin is not null && OnPlate is not null && OnFoot is not null ? TwinNeedleWidth.Widest(Plain, Twin, OnPlate, OnFoot) : Outcome.Failed<TwinWidth>(problems);
    }

    /// <summary>The part that was named; where none was, the one the form shows. Another machine's is none of this one's.</summary>
    private static SlottedPart? Part(string field, string what, IReadOnlyList<SlottedPart> parts, string? name, List<Problem> problems)
    {
        if (parts.FirstOrDefault(p => p.Name == (name ?? parts[0].Name)) is { } part)
        {
            return part;
        }

        problems.Add(new(field, $"This machine has no {what} called “{name}”: choose one of its own."));
        return null;
    }

    private void ReckonHem()
    {
        if (Guide is null && Allowance is null)
        {
            return;
        }

        var reader = Reader();
        double Length(string field, string? text) => reader.Length(field, text) ?? double.NaN;
        var (guide, rows, allowance) = (Length(nameof(Guide), Guide), reader.Required(nameof(Rows), Rows), Length(nameof(Allowance), Allowance));
        Hem = Failed<HemLayout>() ?? HemGeometry.LayOut(guide, rows, allowance, Covers);
    }

    private void ReckonBand()
    {
        if (Opening is null)
        {
            return;
        }

        if (Cloths.Items.FirstOrDefault(c => c.Id == BandCloth)?.Entry.Resolve().Value is not { } cloth)
        {
            Band = Outcome.Failed<BandLength>([new("BandCloth", "Choose the cloth of the band; its stretch decides the length.")]);
            return;
        }

        BandStretch = cloth.StretchAlongPercent(BandRuns);
        var reader = Reader();
        var opening = reader.Length(nameof(Opening), Opening) ?? double.NaN;
        var girth = reader.Length(nameof(Girth), Girth);
        var width = reader.Length(nameof(BandWidth), BandWidth) ?? double.NaN;
        var seam = reader.Length(nameof(SeamAllowance), SeamAllowance) ?? double.NaN;
        Band = Failed<BandLength>() ?? StretchedBand.Of(opening, girth, BandStretch, width, seam);
    }

    private FormReader Reader()
    {
        faults.Clear();
        return new FormReader(faults, "Input", wording, Unit);
    }

    private Outcome<T>? Failed<T>()
        where T : class => faults.IsValid ? null : Outcome.Failed<T>([.. faults.Where(f => f.Value!.Errors.Count > 0).Select(f => new Problem(f.Key, f.Value!.Errors[0].ErrorMessage))]);
}
