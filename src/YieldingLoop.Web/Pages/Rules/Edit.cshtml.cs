using YieldingLoop.Core;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Rules;

/// <summary>A note of the user's own, as it is typed.</summary>
public sealed class RuleForm : RecordForm
{
    public string? Text { get; set; }

    public string? Source { get; set; }

    public int? MachineId { get; set; }

    public int? ClothId { get; set; }

    public SeamJob? Job { get; set; }

    public string? ThreadKindId { get; set; }

    public string? LiftsRuleId { get; set; }

    internal static RuleForm From(OwnRule rule, int version) => new()
    {
        Version = version, Text = rule.Text, Source = rule.Source, MachineId = rule.MachineId, ClothId = rule.ClothId, Job = rule.Job, ThreadKindId = rule.ThreadKindId, LiftsRuleId = rule.LiftsRuleId,
    };

    internal OwnRule Read() => new()
    {
        Text = (Text ?? "").Trim(), Source = (Source ?? "").Trim(), MachineId = MachineId, ClothId = ClothId, Job = Job,
        ThreadKindId = string.IsNullOrEmpty(ThreadKindId) ? null : ThreadKindId, LiftsRuleId = string.IsNullOrEmpty(LiftsRuleId) ? null : LiftsRuleId,
    };
}

/// <summary>One note of the user's own.</summary>
public sealed class EditModel(Workroom workroom, Drafts drafts, Wording wording) : RecordPage<RuleForm, RuleRow, OwnRule>(drafts, wording)
{
    public ListPage<MachineRow> Machines { get; private set; } = ListPage.Empty<MachineRow>();

    public ListPage<ClothRow> Cloths { get; private set; } = ListPage.Empty<ClothRow>();

    public override RecordKind Kind => RecordKind.Rule;

    protected override IQueryable<RuleRow> Rows => workroom.Rules;

    protected override RuleForm FormOf(RuleRow? row) => row is null ? new RuleForm() : RuleForm.From(row.Entry, row.Version);

    protected override async Task<bool> PrepareAsync(RuleRow? row)
    {
        Machines = await workroom.OfferMachinesAsync(Input.MachineId ?? row?.Entry.MachineId);
        Cloths = await workroom.OfferClothsAsync(Input.ClothId ?? row?.Entry.ClothId);
        return true;
    }

    protected override OwnRule ReadEntry(FormReader reader)
    {
        var entry = Input.Read();
        var problems = new List<Problem>(entry.Problems());
        // What it is about has to be there; a record that was put away meanwhile is not.
        if (entry.MachineId is { } machine && Machines.Items.All(m => m.Id != machine))
        {
            problems.Add(new("machineId", "Choose one of the machines offered."));
        }

        if (entry.ClothId is { } cloth && Cloths.Items.All(c => c.Id != cloth))
        {
            problems.Add(new("clothId", "Choose one of the cloths offered."));
        }

        reader.Add(problems);
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(OwnRule entry, int? id) => workroom.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => "/rules";
}
