using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages;

/// <summary>Takes photos in and gives them out. A photo is taken in by itself, before the form it belongs to is saved, so that no fault of the form loses it.</summary>
[RequestSizeLimit(MostRequestBytes)]
[RequestFormLimits(MultipartBodyLengthLimit = MostRequestBytes)]
public sealed class PhotosModel(Photos photos, Wording wording) : PageModel
{
    /// <summary>Longest request: a photo, and what a form puts round it.</summary>
    public const long MostRequestBytes = PhotoFile.MostBytes + 64 * 1024;

    /// <summary>A photo, or its thumbnail. It never changes.</summary>
    public async Task<IActionResult> OnGetAsync(Guid? key, string? size)
    {
        if (key is not { } known || size is not (null or "small") || await photos.FindAsync(known, size is not null) is not { } jpeg)
        {
            return NotFound();
        }

        Response.Headers.CacheControl = Startup.Caching.ForGood;
        return File(jpeg, "image/jpeg");
    }

    /// <summary>Takes a photo in, and says what it is called; or says why it cannot.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? photo)
    {
        if (photo is null || photo.Length == 0)
        {
            return Refuse("No photo came. Choose it again.");
        }

        if (photo.Length > PhotoFile.MostBytes)
        {
            // Before it is read into memory.
            return Refuse(PhotoFile.TooLarge);
        }

        using var whole = new MemoryStream((int)photo.Length);
        await photo.CopyToAsync(whole);
        var read = await PhotoFile.ReadAsync(whole.ToArray());
        return read.Value is { } file ? new JsonResult(new { key = await photos.AddAsync(file), width = file.WidthPixels, height = file.HeightPixels }) : Refuse(read.Problems[0].Message);
    }

    /// <summary>It is no fault of the request: script shows what is said.</summary>
    private JsonResult Refuse(string why) => new(new { fault = wording.Say(why) });
}
