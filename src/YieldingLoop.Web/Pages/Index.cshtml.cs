using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages;

/// <summary>The Workroom: what is on the table, and what worked before.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    /// <summary>A piece of work and the last set-up kept for it.</summary>
    public sealed record OnTheTable(SeamRow Seam, int? SetupId);

    public IReadOnlyList<OnTheTable> Work { get; private set; } = [];

    public IReadOnlyList<SetupListing> Passed { get; private set; } = [];

    public IReadOnlyList<ClothRow> Cloths { get; private set; } = [];

    public IReadOnlyList<MachineRow> Machines { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var seams = await workroom.Seams.Include(s => s.Cloth)
            .Where(s => !workroom.Setups.Any(k => k.SeamId == s.Id && k.SwatchPassedAt != null))
            .OrderByDescending(s => s.ChangedAt).Take(6).ToListAsync();
        var ids = seams.Select(s => s.Id).ToList();
        var last = await workroom.Setups.Where(s => ids.Contains(s.SeamId)).GroupBy(s => s.SeamId).Select(g => new { g.Key, Id = g.Max(s => s.Id) }).ToDictionaryAsync(g => g.Key, g => g.Id);
        Work = [.. seams.Select(s => new OnTheTable(s, last.TryGetValue(s.Id, out var id) ? id : null))];
        Passed = await workroom.LastPassedAsync(5);
        Cloths = await workroom.Cloths.OrderByDescending(c => c.ChangedAt).Take(6).ToListAsync();
        Machines = await workroom.Machines.OrderBy(m => m.Name).Take(6).ToListAsync();
    }
}
