using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Two kept set-ups side by side: two versions, before and after an amendment, or any two.</summary>
public sealed class BesideModel(Workroom workroom, Store.Swatches swatches, Wording wording) : PageModel
{
    public SetupRow One { get; private set; } = null!;

    public SetupRow Other { get; private set; } = null!;

    public BesideSheet Sheet { get; private set; } = null!;

    /// <summary>"version 2, 3 May 2026".</summary>
    public static string NameOf(SetupRow row) => $"version {row.Edition}, {row.CreatedAt.ToString("d MMM yyyy", CultureInfo.InvariantCulture)}, on {row.Snapshot.Machine.Name}";

    public async Task<IActionResult> OnGetAsync(int id, int other)
    {
        if (id == other || await FindAsync(id) is not { } one || await FindAsync(other) is not { } second)
        {
            return NotFound();
        }

        (One, Other) = (one, second);
        Sheet = BesideSheet.Of(await SideAsync(one), await SideAsync(second), wording);
        ViewData["ThreadSheet"] = Drawings.ThreadSheets.OfSetup(one);
        return Page();
    }

    private Task<SetupRow?> FindAsync(int id) => workroom.Setups.FirstOrDefaultAsync(s => s.Id == id);

    private async Task<(string, SetupCard, string)> SideAsync(SetupRow row) =>
        (NameOf(row), SetupCard.Of(row.Snapshot) with { Learnt = await swatches.LearntAsync(row.MachineId, row.ClothId) }, $"/setups/{row.Id}");
}
