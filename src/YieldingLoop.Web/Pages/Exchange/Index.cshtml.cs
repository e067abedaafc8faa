using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Store;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Exchange;

/// <summary>Files in and out: what the workroom gives out, what is taken in, and what was.</summary>
[RequestSizeLimit(MostRequestBytes)]
[RequestFormLimits(MultipartBodyLengthLimit = MostRequestBytes)]
public sealed class IndexModel(Importing importing, ImportFiles files, ImportShelf shelf, WorkroomContext context) : PageModel
{
    /// <summary>Largest request that is taken to say so; what is larger is broken off.</summary>
    public const long MostRequestBytes = ExchangeFormat.MostFileBytes + 1024 * 1024;

    /// <summary>Files that were taken in.</summary>
    public ListPage<ImportRow> Imports { get; private set; } = ListPage.Empty<ImportRow>();

    /// <summary>What is wrong with the file that came.</summary>
    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    /// <summary>What that file is called.</summary>
    public string? FileName { get; private set; }

    /// <summary>How many photos and how many people there are.</summary>
    public (int Photos, int People) Counts { get; private set; }

    public async Task OnGetAsync(int p)
    {
        Imports = await importing.ListAsync(p);
        Counts = (await context.Swatches.CountAsync(s => s.PhotoId != null), await context.Wearers.CountAsync());
    }

    /// <summary>Looks at a file that came, or says what is wrong with it. Nothing is taken in here.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (file is null || file.Length == 0)
        {
            return await RefusedAsync("", [new("file", "No file came, or there is nothing in it. Choose it again.")]);
        }

        if (file.Length > ExchangeFormat.MostFileBytes)
        {
            return await RefusedAsync(file.FileName, [new("file", FormattableString.Invariant($"This file has {file.Length / 1048576.0:#,0.#} MB; at most {ExchangeFormat.MostFileBytes / 1048576} MB are taken here. Take it in with ./start --import."))]);
        }

        await using var stream = file.OpenReadStream();
        var key = await shelf.KeepAsync(stream, UploadShelf.Shown(file.FileName), HttpContext.RequestAborted);
        var opened = await files.OpenAsync(shelf.Find(key)!.Value.Path, UploadShelf.Shown(file.FileName));
        if (opened.Problems.Count == 0)
        {
            return Redirect($"/files/look/{key}");
        }

        shelf.Drop(key);
        return await RefusedAsync(file.FileName, opened.Problems);
    }

    /// <summary>Undoes an import as one.</summary>
    public async Task<IActionResult> OnPostUndoAsync(int id)
    {
        var undone = await importing.UndoAsync(id);
        return this.RedirectSaying("/files", !undone.Undone ? "That was undone already."
            : undone.Left.Count == 0 ? "Undone: the workroom is as it was before that file."
            : $"Undone, but for what somebody has changed since: {string.Join(", ", undone.Left.Take(5).Select(Said.Name))}{(undone.Left.Count > 5 ? " and more" : "")} {(undone.Left.Count == 1 ? "stays" : "stay")} as it is.");
    }

    private async Task<IActionResult> RefusedAsync(string name, IReadOnlyList<Problem> problems)
    {
        await OnGetAsync(1);
        (FileName, Problems, Response.StatusCode) = (UploadShelf.Shown(name), problems, StatusCodes.Status400BadRequest);
        return Page();
    }
}
