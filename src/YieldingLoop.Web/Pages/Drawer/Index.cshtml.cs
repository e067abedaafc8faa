using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Drawer;

/// <summary>Needles and threads that are at hand.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    public IReadOnlyList<NeedleRow> Needles { get; private set; } = [];

    public IReadOnlyList<ThreadRow> Threads { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Needles = await workroom.ListNeedlesAsync(300);
        Threads = await workroom.ListThreadsAsync(300);
    }
}
