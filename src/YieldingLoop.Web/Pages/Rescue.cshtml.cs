using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Web.Pages.Copies;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>The only page while the database is damaged.</summary>
public sealed class RescueModel(Rescue rescue, SettingsCache cache) : PageModel
{
    public DatabaseState Found => rescue.Found;

    public BackupFile? Copy => rescue.Copy;

    /// <summary>Whether what can still be read of it can be gone on with.</summary>
    public bool Readable => rescue.Readable is not null;

    public string? Notice { get; private set; }

    public IActionResult OnGet() => rescue.Needed ? Page() : Redirect("/");

    public async Task<IActionResult> OnPostAsync(RescueChoice choice, [FromServices] WorkroomContext context, [FromServices] SettingsStore settings)
    {
        if (!rescue.Needed)
        {
            return Redirect("/");
        }

        if (!ModelState.IsValid || !Enum.IsDefined(choice) || (choice == RescueChoice.Copy && Copy is null) || (choice == RescueChoice.Readable && !Readable))
        {
            return BadRequest();
        }

        try
        {
            await rescue.OpenAsync(choice, context);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            Notice = $"It could not be opened: {CopyText.Fault(e)} Nothing was thrown away.";
            Response.StatusCode = StatusCodes.Status507InsufficientStorage;
            return Page();
        }

        await cache.RefreshAsync(settings);
        return Redirect("/");
    }
}
