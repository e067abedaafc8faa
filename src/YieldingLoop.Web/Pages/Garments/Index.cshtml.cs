using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Garments;

/// <summary>The garments of the workroom.</summary>
public sealed class IndexModel(Store.Garments garments) : PageModel
{
    public ListPage<GarmentRow> Garments { get; private set; } = ListPage.Empty<GarmentRow>();

    public async Task OnGetAsync(int p) => Garments = await garments.ListAsync(p);
}
