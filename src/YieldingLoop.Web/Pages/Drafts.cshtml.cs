using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages;

/// <summary>Forms that were begun and not saved. Pages send theirs here while they are typed into.</summary>
public sealed class DraftsModel(Drafts drafts) : PageModel
{
    /// <summary>Most fields a form of this workroom has, with room to spare.</summary>
    private const int MostFields = 300;

    private const int LongestTitle = 80;

    private const int LongestSitting = 40;

    private const string Prefix = "Input.";

    public ListPage<DraftListing> Unfinished { get; private set; } = ListPage.Empty<DraftListing>();

    public async Task OnGetAsync(int p) => Unfinished = await drafts.ListAsync(p);

    /// <summary>Keeps the form that is sent, whatever stands in it: a draft is not checked, only bounded.</summary>
    /// <param name="path">Address of the form, with its query.</param>
    /// <param name="sitting">A name the page gave itself when it was opened.</param>
    /// <param name="turn">Which message of that page this is, so that one that comes late replaces nothing newer.</param>
    public async Task<IActionResult> OnPostAsync(string? path, string? sitting, int turn)
    {
        var form = await Request.ReadFormAsync();
        if (!ModelState.IsValid || sitting is { Length: > LongestSitting } || path is not { Length: > 0 and <= 200 } || !Url.IsLocalUrl(path) || form.Count > MostFields)
        {
            return BadRequest();
        }

        var other = OtherForm.At(path);
        var unnamed = other?.Unnamed ?? RecordKinds.Typed.FirstOrDefault(t => path.StartsWith(t.FormPath!, StringComparison.Ordinal))?.Unnamed;
        if (unnamed is null || !Guid.TryParse(form[other is null ? "Input.Key" : OtherForm.Key], out var key) || key == Guid.Empty)
        {
            return BadRequest();
        }

        bool Typed(string field) => other is null ? field.StartsWith(Prefix, StringComparison.Ordinal) : OtherForm.IsTyped(field);
        var fields = form.Where(f => Typed(f.Key)).SelectMany(f => f.Value.Select(v => new DraftField(f.Key, v ?? ""))).ToList();
        var name = form[other is null ? "Input.Name" : OtherForm.Title].ToString().Trim();
        var title = name.Length == 0 ? unnamed : name.Length <= LongestTitle ? name : name[..(LongestTitle - 1)] + "…";
        return await drafts.KeepAsync(key, path, title, fields, sitting is null ? null : new DraftTurn(sitting, turn)) ? new OkResult() : new NoContentResult();
    }

    public async Task<IActionResult> OnPostThrowAwayAsync(int id, string? back)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        await drafts.ThrowAwayAsync(id);
        return this.RedirectSaying(Url.IsLocalUrl(back) ? back! : "/drafts", "Thrown away: what was typed there and not saved.");
    }
}
