using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>Every piece of work whose swatch has not passed yet.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public ListPage<WorkListing> Work { get; private set; } = ListPage.Empty<WorkListing>();

    public async Task OnGetAsync(int p) => Work = await workroom.OnTheTableAsync(p);
}
