using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Kept set-ups, found by cloth, machine or seam.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public IReadOnlyList<SetupListing> Setups { get; private set; } = [];

    public async Task OnGetAsync() => Setups = await workroom.FindSetupsAsync(Q);
}
