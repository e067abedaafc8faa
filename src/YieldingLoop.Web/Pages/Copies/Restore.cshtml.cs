using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Copies;

/// <summary>Says what restoring one copy would change, and does it when told to.</summary>
public sealed class RestoreModel(Backups backups, SettingsStore settings, SettingsCache cache) : PageModel
{
    public BackupFile Copy { get; private set; } = null!;

    /// <summary>Why it cannot be restored.</summary>
    public string? WhyNot { get; private set; }

    public RestorePreview? Preview { get; private set; }

    /// <summary>The copy of what a restore replaced.</summary>
    public BackupFile? Replaced { get; private set; }

    public string? Notice { get; private set; }

    public IActionResult OnGet(string name, string? replaced)
    {
        if (!Find(name))
        {
            return NotFound();
        }

        Replaced = backups.Find(replaced);
        Look();
        return Page();
    }

    /// <summary>The file itself, to keep elsewhere.</summary>
    public IActionResult OnGetFile(string name) => Find(name) ? PhysicalFile(Copy.Path, "application/vnd.sqlite3", Copy.Name) : NotFound();

    public async Task<IActionResult> OnPostAsync(string name)
    {
        if (!Find(name))
        {
            return NotFound();
        }

        try
        {
            var replaced = await Restoring.RestoreAsync(backups, Copy);
            await cache.RefreshAsync(settings);
            return Redirect($"/copies/{Copy.Name}?replaced={replaced.Name}");
        }
        catch (UnfitCopyException e)
        {
            WhyNot = e.Message;
            return Page();
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException or WorkroomBusyException)
        {
            Notice = $"Nothing was restored: {CopyText.Fault(e)} The workroom is as it was.";
            Look();
            Response.StatusCode = StatusCodes.Status507InsufficientStorage;
            return Page();
        }
    }

    /// <summary>Finds out what a restore would change, or why there can be none.</summary>
    private void Look()
    {
        if (Replaced is not null)
        {
            return;
        }

        try
        {
            Preview = Restoring.Preview(backups, Copy);
        }
        catch (UnfitCopyException e)
        {
            WhyNot = e.Message;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            Notice ??= $"What it would change could not be worked out: {CopyText.Fault(e)}";
        }
    }

    private bool Find(string name)
    {
        if (backups.Find(name) is not { } copy)
        {
            return false;
        }

        Copy = copy;
        return true;
    }
}
