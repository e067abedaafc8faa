using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Forms;

/// <summary>A page that makes or edits one record with one form, and loses nothing that was typed into it.</summary>
public abstract class RecordPage<TForm> : PageModel
    where TForm : RecordForm, new()
{
    [BindProperty]
    public TForm Input { get; set; } = new();

    /// <summary>Said above the form where saving did not go as expected.</summary>
    public string? Notice { get; private set; }

    /// <summary>The record being edited; null while it is new.</summary>
    public int? RecordId { get; protected set; }

    /// <summary>"new" or a number; null where it is neither.</summary>
    protected bool TryReadId(string id)
    {
        if (id == "new")
        {
            return true;
        }

        var isNumber = int.TryParse(id, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var number);
        RecordId = isNumber ? number : null;
        return isNumber;
    }

    /// <summary>Goes on where saving worked; otherwise shows the form again as it was typed and says why.</summary>
    /// <param name="result">What came of saving.</param>
    /// <param name="saved">Where to go with the record's number.</param>
    /// <param name="storedDiffers">Asked when this form had been saved before: whether what is stored differs from what was typed now, and its version.</param>
    protected async Task<IActionResult> AfterSaveAsync(SaveResult result, Func<int, IActionResult> saved, Func<int, Task<(bool Differs, int Version)>> storedDiffers)
    {
        switch (result)
        {
            case SaveResult.Saved { Again: true } again:
                var (differs, version) = await storedDiffers(again.Id);
                if (!differs)
                {
                    return saved(again.Id);
                }

                RecordId = again.Id;
                ShowAgain(version, "This form was already saved once. What stands here now is different and has not been saved: save again to change the record.");
                return Page();
            case SaveResult.Saved done:
                return saved(done.Id);
            case SaveResult.Stale stale:
                ShowAgain(stale.CurrentVersion, "This was changed in another tab or on another device after you opened it. Nothing was saved yet, and what you typed is kept below. Look at the record as it stands now, then save again to put yours in its place.");
                Response.StatusCode = StatusCodes.Status409Conflict;
                return Page();
            default:
                return NotFound();
        }
    }

    private void ShowAgain(int version, string notice)
    {
        Notice = notice;
        ModelState.Remove($"{nameof(Input)}.{nameof(RecordForm.Version)}");
        Input.Version = version;
    }
}
