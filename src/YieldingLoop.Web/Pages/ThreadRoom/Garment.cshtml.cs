using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Seams;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>Thread for every copy of a garment.</summary>
public sealed class GarmentModel(Store.Garments garments, Workroom workroom, Wording wording) : PageModel
{
    public GarmentRow Row { get; private set; } = null!;

    public NeedSheet Sheet { get; private set; } = null!;

    /// <summary>How many are made.</summary>
    public int Copies { get; private set; }

    /// <summary>Seams for which no set-up is kept.</summary>
    public IReadOnlyList<string> Without { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (!ModelState.IsValid || await garments.All.FirstOrDefaultAsync(g => g.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        var (works, setups, allowance) = (await garments.WorksAsync(row.Entry), await garments.SetupsAsync(row.Entry), wording.Settings.Thread);
        string NameOf(GarmentSeam seam) => works.GetValueOrDefault(seam.WorkId)?.Name ?? seam.Id;
        var wearers = RunPart.Of(id, row.Entry).Wearers;
        Copies = wearers.Count;
        var order = SewingOrder.Of(row.Entry);
        Without = [.. order.Where(s => !setups.ContainsKey(s.WorkId)).Select(NameOf)];
        Sheet = new NeedSheet(
            [
                .. order.Where(s => setups.ContainsKey(s.WorkId)).Select(s => new SeamToSew(
                    s.Id, setups[s.WorkId].Snapshot.Plan, [.. wearers.SelectMany(w => Enumerable.Repeat(s.LengthsMm.TryGetValue(w, out var mm) ? mm : (double?)null, s.Times))],
                    setups[s.WorkId].SwatchPassedAt is null ? allowance.Swatches : 0)),
            ],
            await PlanRecords.ConesAsync(workroom), allowance, id => row.Entry.Find(id) is { } seam ? NameOf(seam) : id);
        return Page();
    }
}
