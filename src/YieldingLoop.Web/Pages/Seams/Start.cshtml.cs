using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>The first step of a piece of work: which cloth.</summary>
public sealed class StartModel(Workroom workroom) : PageModel
{
    public IReadOnlyList<ClothRow> Cloths { get; private set; } = [];

    public async Task OnGetAsync() => Cloths = await workroom.ListClothsAsync(200);
}
