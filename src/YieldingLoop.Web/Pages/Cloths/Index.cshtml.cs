using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Cloths;

/// <summary>All cloths, the last changed first.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    /// <summary>Words of a cloth's name.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Name { get; set; }

    public ListPage<ClothRow> Cloths { get; private set; } = ListPage.Empty<ClothRow>();

    public async Task OnGetAsync(int p) => Cloths = await workroom.ListClothsAsync(Name, p);
}
