using YieldingLoop.Core.OwnRules;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>The user's own notes that apply to a kept set-up.</summary>
public static class KeptRules
{
    /// <summary>Those that apply, the last changed first.</summary>
    public static async Task<IReadOnlyList<OwnRule>> OfAsync(Workroom workroom, SetupRow row)
    {
        var kept = row.Snapshot;
        return [.. (await workroom.ListRulesAsync(size: Workroom.MostRules)).Items.Select(r => r.Entry).Where(r => r.Applies(row.MachineId, row.ClothId, kept.Seam, kept.Plan.Setup))];
    }
}
