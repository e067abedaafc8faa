using System.Collections.Immutable;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Wearers;

/// <summary>A person or a size as it is typed.</summary>
public sealed class WearerForm : RecordForm
{
    public WearerKind Kind { get; set; }

    /// <summary>In the order of <see cref="BodyMeasures.All"/>.</summary>
    public List<string?> Measures { get; set; } = [.. BodyMeasures.All.Select(_ => (string?)"")];

    internal static WearerForm From(Wearer wearer, int version, LengthUnit unit) => new()
    {
        Version = version, Unit = unit, Name = wearer.Name, Kind = wearer.Kind, Measures = [.. BodyMeasures.All.Select(m => LengthText.Write(wearer.MeasuredMm(m.Id), unit))],
    };

    internal Wearer Read(FormReader reader) => new()
    {
        Name = (Name ?? "").Trim(),
        Kind = Enum.IsDefined(Kind) ? Kind : WearerKind.Person,
        MeasuresMm = BodyMeasures.All.Index().Select(m => (m.Item.Id, Length: reader.Length($"Measures[{m.Index}]", Measures.ElementAtOrDefault(m.Index)))).Where(m => m.Length is not null)
            .ToImmutableSortedDictionary(m => m.Id, m => m.Length!.Value, StringComparer.Ordinal),
    };
}

/// <summary>One person or size.</summary>
public sealed class EditModel(Store.Garments garments, Drafts drafts, Wording wording) : RecordPage<WearerForm, WearerRow, Wearer>(drafts, wording)
{
    public override RecordKind Kind => RecordKind.Wearer;

    protected override IQueryable<WearerRow> Rows => garments.Wearers;

    protected override WearerForm FormOf(WearerRow? row) => row is null ? new WearerForm { Unit = Wording.Settings.Lengths } : WearerForm.From(row.Entry, row.Version, Wording.Settings.Lengths);

    protected override Task<bool> PrepareAsync(WearerRow? row) => Task.FromResult(true);

    protected override Wearer ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader);
        reader.Add(entry.Problems().Select(p => p with { Field = FieldOf(p.Field) }));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(Wearer entry, int? id) => garments.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => "/wearers";

    protected override string? PartName(string list, int index) => list == nameof(WearerForm.Measures) && index < BodyMeasures.All.Count ? BodyMeasures.All[index].Name : null;

    private static string FieldOf(string problem) =>
        problem.StartsWith("measuresMm.", StringComparison.Ordinal) ? $"Measures[{BodyMeasures.All.Index().FirstOrDefault(m => problem.EndsWith("." + m.Item.Id, StringComparison.Ordinal)).Index}]" : problem;
}
