using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Pages.Copies;

/// <summary>Copies of the workroom: made, listed, downloaded.</summary>
public sealed class IndexModel(Backups backups) : PageModel
{
    public IReadOnlyList<BackupFile> All { get; private set; } = [];

    /// <summary>The copy just made.</summary>
    public BackupFile? Made { get; private set; }

    public string? Notice { get; private set; }

    public string Folder => backups.Folder;

    public void OnGet(string? made)
    {
        All = backups.List();
        Made = backups.Find(made);
    }

    public IActionResult OnPost()
    {
        try
        {
            return Redirect($"/copies?made={backups.Make(BackupReason.ByHand).Name}");
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            Notice = $"No copy was made: {e.Message} The workroom itself is as it was.";
            All = backups.List();
            Response.StatusCode = StatusCodes.Status507InsufficientStorage;
            return Page();
        }
    }
}
