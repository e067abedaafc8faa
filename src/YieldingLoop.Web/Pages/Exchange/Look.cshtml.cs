using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Exchange;

/// <summary>What a file would do to the workroom, and what of it is wanted.</summary>
public sealed class LookModel(Importing importing, ImportFiles files, ImportShelf shelf, SettingsCache settings) : PageModel
{
    /// <summary>So many records are offered one by one; of more, a list is taken whole or left.</summary>
    public const int MostSingly = 300;

    /// <summary>The file's key.</summary>
    public Guid Key { get; private set; }

    /// <summary>What the file is called.</summary>
    public string FileName { get; private set; } = "";

    /// <summary>What it would do.</summary>
    public ImportPreview Preview { get; private set; } = null!;

    /// <summary>What is wrong with its records.</summary>
    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    /// <summary>What has to be said first.</summary>
    public string? Notice { get; private set; }

    /// <summary>What was ticked; null while nobody has.</summary>
    public IReadOnlySet<string>? Ticked { get; private set; }

    public async Task<IActionResult> OnGetAsync(Guid key) => await LookAsync(key) ? Page() : Gone();

    /// <summary>Takes in what is ticked.</summary>
    public async Task<IActionResult> OnPostAsync(Guid key, string? seen, string[] take, bool settingsToo)
    {
        if (await OpenAsync(key) is not { } file)
        {
            return Gone();
        }

        Ticked = take.ToHashSet();
        var result = await importing.TakeAsync(file, p => Chosen(p, Ticked, settingsToo), seen ?? "", FileName, key);
        switch (result)
        {
            case ImportResult.Taken taken:
                shelf.Drop(key);
                await settings.RefreshAsync(HttpContext.RequestServices.GetRequiredService<Store.SettingsStore>());
                return this.RedirectSaying("/files", ExchangeWords.Taken(taken));
            case ImportResult.Stale:
                Notice = "The workroom was changed while you looked. Here is how the file stands to it now; nothing was taken in.";
                break;
            case ImportResult.Nothing:
                Notice = "Nothing is ticked that would change anything.";
                break;
            case ImportResult.Refused refused:
                Notice = $"Nothing was taken in. {refused.Why}";
                break;
        }

        // The digest on the page is that of what it shows.
        ModelState.Clear();
        if (!await LookAsync(key))
        {
            return Gone();
        }

        Response.StatusCode = Problems.Count > 0 ? StatusCodes.Status200OK : StatusCodes.Status409Conflict;
        return Page();
    }

    /// <summary>Lets the file go.</summary>
    public IActionResult OnPostLeave(Guid key)
    {
        shelf.Drop(key);
        return this.RedirectSaying("/files", "Left: nothing of that file was taken in.");
    }

    private static ImportChoice Chosen(ImportPreview preview, IReadOnlySet<string> ticked, bool settings) => new(
        preview.Items.Where(i => ticked.Contains(i.Key) || (ticked.Contains(i.List) && i.Status is ImportStatus.New or ImportStatus.PutAway) || (ticked.Contains(i.List + "/differs") && i.Status == ImportStatus.Differs)).Select(i => i.Key).ToHashSet(),
        settings);

    private async Task<ExchangeFile?> OpenAsync(Guid key)
    {
        if (shelf.Find(key) is not { } kept)
        {
            return null;
        }

        (Key, FileName) = (key, kept.Name);
        return (await files.OpenAsync(kept.Path, kept.Name)).Value;
    }

    private async Task<bool> LookAsync(Guid key)
    {
        if (await OpenAsync(key) is not { } file)
        {
            return false;
        }

        var looked = await importing.LookAsync(file);
        (Preview, Problems) = (looked.Value!, looked.Problems);
        return true;
    }

    private RedirectResult Gone() => this.RedirectSaying("/files", "That file is not here any more: a file waits a day, and goes once it is taken in. Choose it again.");
}
