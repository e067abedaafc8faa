using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Scraps;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>The first step of a piece of work: which cloth. Of a seam that is to be sewn on another cloth too, the only one.</summary>
public sealed class StartModel(Workroom workroom) : PageModel
{
    /// <summary>Words of a cloth's name.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Name { get; set; }

    /// <summary>The seam that is copied; null where a new one is started.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Like { get; set; }

    /// <summary>Address of the scrap that is kept as a seam; null where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Scrap { get; set; }

    /// <summary>Made with the page, so that copying twice copies once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    public SeamRow? Original { get; private set; }

    public ListPage<ClothRow> Cloths { get; private set; } = ListPage.Empty<ClothRow>();

    public async Task<IActionResult> OnGetAsync(int p)
    {
        if (!ModelState.IsValid || !await FindAsync())
        {
            return NotFound();
        }

        Scrap = ScrapAddress.IsAddress(Scrap) ? Scrap : null;
        Cloths = await workroom.ListClothsAsync(Name, p, except: Original?.ClothId);
        return Page();
    }

    /// <summary>Copies the seam to a cloth.</summary>
    public async Task<IActionResult> OnPostAsync(int cloth)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        if (!await FindAsync() || Original is not { } seam || await workroom.SaveAsync(seam.Entry, cloth, null, 0, Key) is not SaveResult.Saved copied)
        {
            return NotFound();
        }

        var on = await workroom.Seams.Where(s => s.Id == copied.Id).Select(s => s.Cloth!.Name).FirstAsync();
        return this.RedirectSaying($"/seams/{copied.Id}/set-up", $"Saved: the new seam {Said.Name(seam.Name)} on {Said.Name(on)}, otherwise as it is on {Said.Name(seam.Cloth!.Name)}.");
    }

    private async Task<bool> FindAsync()
    {
        if (Like is { } like)
        {
            Original = await workroom.Seams.Include(s => s.Cloth).FirstOrDefaultAsync(s => s.Id == like);
        }

        return Like is null || Original is not null;
    }
}
