using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>The card to pin by the machine: A5, or an A5 laid on A4 or Letter with cut marks.</summary>
public sealed class PrintModel(Workroom workroom) : PageModel
{
    /// <summary>Papers, with the name shown.</summary>
    public static IReadOnlyList<(string Id, string Name)> Papers { get; } = [("a5", "A5"), ("a4", "A5 on A4"), ("letter", "A5 on Letter")];

    [BindProperty(SupportsGet = true)]
    public string? Paper { get; set; }

    public string PaperId => Papers.Any(p => p.Id == Paper) ? Paper! : Papers[0].Id;

    /// <summary>Name of the whole card among a page's drawings.</summary>
    public const string Picture = "card";

    /// <summary>Whether the card is wanted as one picture.</summary>
    public bool AsPicture => Request.Query[Startup.DrawingFiles.Name] == Picture;

    public SetupRow Row { get; private set; } = null!;

    /// <summary>What is printed.</summary>
    public PaperCard OnPaper { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (await workroom.Setups.FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        var card = SetupCard.Of(row.Snapshot);
        OnPaper = PaperCard.Of(row, card, await KeptRules.OfAsync(workroom, row), PullSheet.Has(card));
        ViewData["ThreadSheet"] = ThreadSheets.OfSetup(row);
        return Page();
    }
}
