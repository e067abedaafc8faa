using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Kept set-ups, found by cloth, machine or seam.</summary>
public sealed class IndexModel(Workroom workroom, Store.Swatches swatches) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    /// <summary>Only those on one cloth.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Cloth { get; set; }

    /// <summary>Only those on one machine.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    /// <summary>The name of that cloth or machine.</summary>
    public string? Of { get; private set; }

    public ListPage<SetupListing> Setups { get; private set; } = ListPage.Empty<SetupListing>();

    /// <summary>The swatch whose number was typed.</summary>
    public SwatchRow? Swatch { get; private set; }

    public async Task OnGetAsync(int p)
    {
        if (int.TryParse(Q?.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var number))
        {
            Swatch = await swatches.All.Include(s => s.Cloth).FirstOrDefaultAsync(s => s.Id == number);
        }

        (Of, Setups) = (Cloth, Machine) switch
        {
            ({ } cloth, _) => (await workroom.Cloths.Where(c => c.Id == cloth).Select(c => c.Name).FirstOrDefaultAsync(), await workroom.SetupsOnClothAsync(cloth, p)),
            (_, { } machine) => (await workroom.Machines.Where(m => m.Id == machine).Select(m => m.Name).FirstOrDefaultAsync(), await workroom.SetupsOnMachineAsync(machine, p)),
            _ => (null, await workroom.FindSetupsAsync(Q, p)),
        };
    }
}
