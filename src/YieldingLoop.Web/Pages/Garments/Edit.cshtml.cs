using YieldingLoop.Core;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Garments;

/// <summary>One garment: for whom, its seams, what comes before what, and which ends are left.</summary>
public sealed class EditModel(Store.Garments garments, Drafts drafts, Wording wording) : RecordPage<GarmentForm, GarmentRow, Garment>(drafts, wording)
{
    private Dictionary<int, SetupRow> setups = [];

    public override RecordKind Kind => RecordKind.Garment;

    /// <summary>The garment as it is stored; an empty one while it is new.</summary>
    public Garment Stored { get; private set; } = new();

    public GarmentKind KindOf => GarmentKinds.Find(Input.KindId) ?? GarmentKinds.Find(GarmentKinds.Blank)!;

    /// <summary>The pieces of work by number.</summary>
    public Dictionary<int, SeamRow> Works { get; private set; } = [];

    public IReadOnlyList<WearerRow> Wearers { get; private set; } = [];

    /// <summary>Pieces of work that can join it.</summary>
    public IReadOnlyList<SeamRow> Others { get; private set; } = [];

    /// <summary>Ends that no later seam secures, as the garment is stored.</summary>
    public IReadOnlyList<OpenEnds> Ends { get; private set; } = [];

    /// <summary>What is done at its hems.</summary>
    public IReadOnlyList<Finding> AtHems { get; private set; } = [];

    protected override IQueryable<GarmentRow> Rows => garments.All;

    /// <summary>What a seam of the garment is called.</summary>
    public string NameOf(string id) => (Stored.Find(id) is { } seam && Works.TryGetValue(seam.WorkId, out var work) ? work.Name : null) ?? Input.Seams.Where(s => s.Id == id).Select(s => Works.GetValueOrDefault(s.WorkId)?.Name).FirstOrDefault() ?? id;

    /// <summary>Who asks most of a seam as it is stored; null where nobody was measured for it.</summary>
    public string? AskedOf(string? id)
    {
        var seam = Stored.Find(id);
        if (seam is null || !Works.TryGetValue(seam.WorkId, out var work))
        {
            return null;
        }

        var wearers = Stored.Sizes.Select(s => Wearers.FirstOrDefault(w => w.Id == s.WearerId)).OfType<WearerRow>().Select(w => (w.Id, w.Entry));
        return (SeamAsked.Most(SeamAsked.Of(seam, work.Entry, wearers)) ?? SeamAsked.Guessed(seam, work.Entry)) is { } asked ? GarmentWords.Of(asked) : null;
    }

    /// <summary>What a seam is sewn with as things stand; null for nothing.</summary>
    public SetupRow? SetupOf(int work) => setups.GetValueOrDefault(work);

    /// <summary>Why a seam comes before another, as stored; null where it does not.</summary>
    public string? WhyBefore(string? seam, string before) => Stored.Find(seam)?.After.FirstOrDefault(a => a.SeamId == before) is { } found ? Wording.Say(GarmentWords.Why(found)) : null;

    protected override GarmentForm FormOf(GarmentRow? row) => row is null ? new GarmentForm { Unit = Wording.Settings.Lengths, Sizes = [new()] } : GarmentForm.From(row.Entry, row.Version, Wording.Settings.Lengths);

    protected override async Task<bool> PrepareAsync(GarmentRow? row)
    {
        if (row is null && RecordId is null && Request.Method == HttpMethods.Get)
        {
            // A garment begins with its kind.
            return false;
        }

        Stored = row?.Entry ?? new Garment { Name = Input.Name ?? "", KindId = Input.KindId };
        var asked = Stored with { Seams = [.. Stored.Seams.Concat(Input.Seams.Where(s => Stored.Seams.All(t => t.WorkId != s.WorkId)).Select(s => new GarmentSeam { Id = s.Id ?? "", WorkId = s.WorkId }))] };
        Works = await garments.WorksAsync(asked);
        Wearers = (await garments.ListWearersAsync(size: Store.Garments.MostOffered)).Items;
        // One that was put away still stands in the garments it is in.
        Wearers = [.. Wearers, .. (await garments.ForAsync(Stored)).Where(w => Wearers.All(o => o.Id != w.Id))];
        Others = await garments.OtherWorksAsync(Stored);
        setups = await garments.SetupsAsync(Stored);
        var order = SewingOrder.Of(Stored).Where(s => Works.ContainsKey(s.WorkId)).Select(s => new SewnSeam(s, Works[s.WorkId].Entry, setups.GetValueOrDefault(s.WorkId)?.Snapshot.Plan.Setup)).ToList();
        (Ends, AtHems) = (SeamEnds.Open(order), SeamEnds.AtHems(order));
        return true;
    }

    protected override Garment ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader, Stored);
        var problems = new List<Problem>(entry.Problems(s => Works.GetValueOrDefault(s.WorkId)?.Name ?? s.Id));
        if (Input.AddWorkId is { } added && Others.All(o => o.Id != added))
        {
            problems.Add(new("addWorkId", "Choose one of the seams offered."));
        }

        foreach (var (i, _) in entry.Sizes.Index().Where(s => Wearers.All(w => w.Id != s.Item.WearerId)))
        {
            problems.Add(new($"sizes[{i}].wearerId", "Choose one of those offered."));
        }

        foreach (var (i, _) in entry.Seams.Index().Where(s => s.Item.WorkId != Input.AddWorkId && !Works.ContainsKey(s.Item.WorkId)))
        {
            problems.Add(new($"seams[{i}].workId", "This seam is no longer here. Take it out of the garment."));
        }

        reader.Add(problems.Select(p => p with { Field = Input.FieldOf(p.Field) }));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(Garment entry, int? id) => garments.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => $"/garments/{id}";

    protected override string? PartName(string list, int index) => list switch
    {
        nameof(GarmentForm.Seams) when index < Input.Seams.Count => Works.GetValueOrDefault(Input.Seams[index].WorkId)?.Name,
        nameof(GarmentForm.Sizes) => $"Made for, row {index + 1}",
        nameof(SeamField.Lengths) or nameof(SeamField.Girths) when index < Input.Sizes.Count =>
            $"{(list == nameof(SeamField.Lengths) ? "length" : "girth at rest")} for {Wearers.FirstOrDefault(w => w.Id == Input.Sizes[index].WearerId)?.Name ?? "nobody"}",
        _ => null,
    };
}
