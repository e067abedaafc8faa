using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Cloths;

/// <summary>All cloths, the last changed first.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public IReadOnlyList<ClothRow> Cloths { get; private set; } = [];

    public async Task OnGetAsync() => Cloths = await workroom.ListClothsAsync(200);
}
