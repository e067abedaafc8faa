using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Settings;
using YieldingLoop.Web.Pages.Shared;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Scraps;

/// <summary>A scrap of cloth to play on. Nothing is saved: all of it stands in its address.</summary>
public sealed class IndexModel(PlanMemory memory, Wording wording) : PageModel
{
    /// <summary>The scrap, with what is tried on it.</summary>
    public ScrapSewn Sewn { get; private set; } = null!;

    /// <summary>Its card.</summary>
    public SetupCard Card => ScrapAddress.CardOf(Sewn);

    /// <summary>The seam that can be pulled.</summary>
    public PullSheet Pull { get; private set; } = null!;

    /// <summary>All of it as an address.</summary>
    public string Address => ScrapAddress.Of(Sewn);

    public void OnGet()
    {
        Sewn = ScrapAddress.Read(Request.Query, wording.Settings.Schools, memory);
        Pull = PullSheet.Of(Card, Sewn, wording);
    }

    /// <summary>The pulled seam with every frame, and what is said above it.</summary>
    public IActionResult OnGetPull()
    {
        Sewn = ScrapAddress.Read(Request.Query, wording.Settings.Schools, memory);
        return this.Pulled(Card, wording, "/Pages/Scraps/_Pulled.cshtml");
    }
}
