using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>The runs of the workroom.</summary>
public sealed class IndexModel(Store.Runs runs) : PageModel
{
    public ListPage<RunListing> Runs { get; private set; } = ListPage.Empty<RunListing>();

    public async Task OnGetAsync(int p) => Runs = await runs.ListAsync(p);
}
