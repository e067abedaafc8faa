using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.ThreadUps;

/// <summary>Every thread-up there was, at one machine or at all.</summary>
public sealed class IndexModel(Workroom workroom, Store.ThreadUps threadUps) : PageModel
{
    /// <summary>Only those at one machine.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    /// <summary>Only those for one set-up.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Setup { get; set; }

    /// <summary>The name of that machine or set-up.</summary>
    public string? Of { get; private set; }

    public ListPage<ThreadUpPast> Past { get; private set; } = ListPage.Empty<ThreadUpPast>();

    public async Task<IActionResult> OnGetAsync(int p)
    {
        Of = (Machine, Setup) switch
        {
            ({ } machine, _) => await workroom.Machines.Where(m => m.Id == machine).Select(m => m.Name).FirstOrDefaultAsync(),
            (_, { } setup) => await workroom.Setups.Where(s => s.Id == setup).Select(s => s.Name).FirstOrDefaultAsync(),
            _ => null,
        };
        if (!ModelState.IsValid || (Of is null && (Machine ?? Setup) is not null))
        {
            return NotFound();
        }

        Past = await threadUps.ListPastAsync(Machine, Setup, p);
        return Page();
    }
}
