using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>Every piece of work, found by its name, its cloth and how far it is.</summary>
public sealed class IndexModel(Workroom workroom) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    /// <summary>Only those on one cloth.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Cloth { get; set; }

    [BindProperty(SupportsGet = true)]
    public WorkState State { get; set; }

    /// <summary>The name of that cloth.</summary>
    public string? Of { get; private set; }

    public ListPage<WorkListing> Work { get; private set; } = ListPage.Empty<WorkListing>();

    /// <summary>The query of the same list of another state.</summary>
    public string AddressOf(WorkState state) => QueryString.Create(new Dictionary<string, string?>
    {
        ["q"] = Q,
        ["cloth"] = Cloth?.ToString(System.Globalization.CultureInfo.InvariantCulture),
        ["state"] = state == WorkState.Any ? null : state.ToString(),
    }.Where(p => !string.IsNullOrEmpty(p.Value))).Value ?? "";

    public async Task<IActionResult> OnGetAsync(int p)
    {
        if (!ModelState.IsValid || !Enum.IsDefined(State))
        {
            return NotFound();
        }

        if (Cloth is { } cloth && (Of = await workroom.Cloths.Where(c => c.Id == cloth).Select(c => c.Name).FirstOrDefaultAsync()) is null)
        {
            return NotFound();
        }

        Work = await workroom.ListWorkAsync(Q, Cloth, State, p);
        return Page();
    }
}
