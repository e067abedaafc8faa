using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Drawer;

/// <summary>Needles and threads that are at hand.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public ListPage<NeedleRow> Needles { get; private set; } = ListPage.Empty<NeedleRow>();

    public ListPage<ThreadRow> Threads { get; private set; } = ListPage.Empty<ThreadRow>();

    public async Task OnGetAsync(int p, int n)
    {
        Needles = await workroom.ListNeedlesAsync(n);
        Threads = await workroom.ListThreadsAsync(p);
    }
}
