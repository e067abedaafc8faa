using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>The only page while the database is damaged.</summary>
public sealed class RescueModel(Rescue rescue, SettingsCache cache) : PageModel
{
    public DatabaseState Found => rescue.Found;

    public BackupFile? Copy => rescue.Copy;

    public string? Notice { get; private set; }

    public IActionResult OnGet() => rescue.Needed ? Page() : Redirect("/");

    public async Task<IActionResult> OnPostAsync(bool withCopy, [FromServices] WorkroomContext context, [FromServices] SettingsStore settings)
    {
        if (!rescue.Needed)
        {
            return Redirect("/");
        }

        if (!ModelState.IsValid || (withCopy && Copy is null))
        {
            return BadRequest();
        }

        try
        {
            await rescue.OpenAsync(withCopy, context);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            Notice = $"It could not be opened: {e.Message}";
            Response.StatusCode = StatusCodes.Status507InsufficientStorage;
            return Page();
        }

        await cache.RefreshAsync(settings);
        return Redirect("/");
    }
}
