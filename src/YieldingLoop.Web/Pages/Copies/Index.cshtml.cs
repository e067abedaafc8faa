using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Pages.Copies;

/// <summary>Copies of the workroom: made, listed, downloaded.</summary>
public sealed class IndexModel(Backups backups) : PageModel
{
    public ListPage<BackupFile> All { get; private set; } = ListPage.Empty<BackupFile>();

    /// <summary>The copy just made.</summary>
    public BackupFile? Made { get; private set; }

    public string? Notice { get; private set; }

    public string Folder => backups.Folder;

    public void OnGet(string? made, int p)
    {
        All = ListPage.Of(backups.List(), p);
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
            Notice = $"No copy was made: {CopyText.Fault(e)} The workroom itself is as it was.";
            All = ListPage.Of(backups.List(), 1);
            Response.StatusCode = StatusCodes.Status507InsufficientStorage;
            return Page();
        }
    }
}
