using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Colour;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Palettes;

/// <summary>Palettes: those that are here, taking one in, and giving the workroom's own colours out.</summary>
[RequestSizeLimit(MostRequestBytes)]
[RequestFormLimits(MultipartBodyLengthLimit = MostRequestBytes)]
public sealed class IndexModel(Store.Palettes palettes) : PageModel
{
    /// <summary>Largest file that is read.</summary>
    public const int MostBytes = 4 * 1024 * 1024;

    /// <summary>Largest request that is taken to say so; what is larger is broken off.</summary>
    public const long MostRequestBytes = 16 * 1024 * 1024;

    private static readonly UTF8Encoding Strict = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    public ListPage<PaletteRow> Palettes { get; private set; } = ListPage.Empty<PaletteRow>();

    public string? Notice { get; private set; }

    public async Task OnGetAsync(int p) => Palettes = await palettes.ListAsync(p);

    /// <summary>Takes a palette in, or says which line of it is wrong.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file, Guid key)
    {
        if (file is null || file.Length == 0)
        {
            return await RefusedAsync("No file came, or there is nothing in it. Choose it again.");
        }

        if (file.Length > MostBytes)
        {
            return await RefusedAsync($"The file is larger than {MostBytes / 1024 / 1024} MB; a palette of {Palette.MostColours} colours takes a fraction of that.");
        }

        using var whole = new MemoryStream((int)file.Length);
        await file.CopyToAsync(whole);
        string text;
        try
        {
            text = Strict.GetString(whole.GetBuffer(), 0, (int)whole.Length);
        }
        catch (DecoderFallbackException)
        {
            // Older programs wrote names in the encoding of the day; the numbers are the same in all of them.
            text = Encoding.Latin1.GetString(whole.GetBuffer(), 0, (int)whole.Length);
        }

        var read = GimpPalette.Read(text, Path.GetFileNameWithoutExtension(file.FileName));
        if (read.Value is not { } palette)
        {
            return await RefusedAsync($"{read.Problems[0].Message} Nothing was taken in.");
        }

        return await palettes.AddAsync(palette, key == Guid.Empty ? Guid.NewGuid() : key) is SaveResult.Saved saved
            ? this.RedirectSaying($"/palettes/{saved.Id}", $"Taken in: {Said.Name(palette.Name)}, {(palette.Colours.Count == 1 ? "1 colour" : $"{palette.Colours.Count} colours")}.") : BadRequest();
    }

    private async Task<IActionResult> RefusedAsync(string why)
    {
        await OnGetAsync(1);
        (Notice, Response.StatusCode) = (why, StatusCodes.Status400BadRequest);
        return Page();
    }
}
