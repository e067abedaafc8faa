using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Garments;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Wearers;

/// <summary>Those the workroom sews for.</summary>
public sealed class IndexModel(Store.Garments garments) : PageModel
{
    public ListPage<WearerRow> Wearers { get; private set; } = ListPage.Empty<WearerRow>();

    public async Task OnGetAsync(int p) => Wearers = await garments.ListWearersAsync(p);

    /// <summary>How many measures of somebody stand in the workroom.</summary>
    public static string Taken(Wearer wearer) => wearer.MeasuresMm.Count == 0 ? "not measured yet" : $"{wearer.MeasuresMm.Count} of {BodyMeasures.All.Count} measures";
}
