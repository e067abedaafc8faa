using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Drawer;

/// <summary>Needles of one sort, as they are typed.</summary>
public sealed class NeedleForm : RecordForm
{
    public string? System { get; set; }

    public string? PointId { get; set; }

    public int SizeMetric { get; set; } = 80;

    public string? TwinGapMm { get; set; }

    public string? Unused { get; set; } = "5";

    public string? UsedOnce { get; set; } = "0";

    public string? Note { get; set; }

    internal static NeedleForm From(NeedleStock stock, int version) => new()
    {
        Version = version, System = stock.System, PointId = stock.PointId, SizeMetric = stock.SizeMetric, TwinGapMm = FieldText.Of(stock.TwinGapMm),
        Unused = FieldText.Of(stock.Unused), UsedOnce = FieldText.Of(stock.UsedOnce), Note = stock.Note,
    };

    internal NeedleStock Read(FormReader reader) => new()
    {
        System = (System ?? "").Trim(), PointId = PointId ?? "", SizeMetric = SizeMetric, TwinGapMm = reader.Number(nameof(TwinGapMm), TwinGapMm),
        Unused = reader.Count(nameof(Unused), Unused), UsedOnce = reader.Count(nameof(UsedOnce), UsedOnce), Note = (Note ?? "").Trim(),
    };
}

/// <summary>Needles of one sort in the drawer.</summary>
public sealed class NeedleModel(Workroom workroom, Drafts drafts, Wording wording) : RecordPage<NeedleForm, NeedleRow, NeedleStock>(drafts, wording)
{
    /// <summary>Systems that are on record already, to choose from.</summary>
    public IReadOnlyList<string> Systems { get; private set; } = [];

    public override RecordKind Kind => RecordKind.Needle;

    protected override IQueryable<NeedleRow> Rows => workroom.Needles;

    protected override NeedleForm FormOf(NeedleRow? row) => row is null ? new NeedleForm { System = Systems.Count > 0 ? Systems[0] : "" } : NeedleForm.From(row.Entry, row.Version);

    protected override async Task<bool> PrepareAsync(NeedleRow? row)
    {
        var machines = (await workroom.ListMachinesAsync(size: Workroom.MostOffered)).Items;
        var needles = (await workroom.ListNeedlesAsync(size: Workroom.MostOffered)).Items;
        Systems = [.. machines.Select(m => m.Entry.NeedleSystem.Trim()).Concat(needles.Select(n => n.Entry.System.Trim())).Distinct()];
        return true;
    }

    protected override NeedleStock ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader);
        reader.Add(entry.Problems());
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(NeedleStock entry, int? id) => workroom.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => "/drawer";
}
