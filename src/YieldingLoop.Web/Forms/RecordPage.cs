using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Primitives;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Forms;

/// <summary>Two versions of one record that came about at the same time.</summary>
/// <param name="ChangedAt">When the stored one was saved.</param>
/// <param name="PutAway">Whether what happened to it was that it was put away.</param>
/// <param name="Differences">Where they differ.</param>
public sealed record EditConflict(DateTimeOffset ChangedAt, bool PutAway, IReadOnlyList<EntryDifference> Differences);

/// <summary>
/// A page that makes or edits one record with one form, and loses nothing that was typed into it: not by a fault, a
/// second device, a record that is gone, or a form that was left lying.
/// </summary>
public abstract class RecordPage<TForm, TRow, TEntry>(Drafts drafts, Wording wording) : PageModel, IRecordPage
    where TForm : RecordForm, new()
    where TRow : EntryRow<TEntry>
    where TEntry : class
{
    [BindProperty]
    public TForm Input { get; set; } = new();

    public string? Notice { get; private set; }

    public int? RecordId { get; private set; }

    public bool PutAway { get; private set; }

    public int RecordVersion { get; private set; }

    public EditConflict? Conflict { get; private set; }

    public DraftRow? TakenUp { get; private set; }

    public IReadOnlyList<DraftListing> OfferedDrafts { get; private set; } = [];

    /// <summary>"cloth": what the record is called in addresses and field names.</summary>
    public string Noun => RecordKinds.Of(Kind).Noun!;

    public string RecordPath => $"{RecordKinds.Of(Kind).FormPath}{RecordId?.ToString(CultureInfo.InvariantCulture) ?? "new"}";

    public abstract RecordKind Kind { get; }

    public virtual bool CanKeepBoth => true;

    protected Wording Wording => wording;

    protected abstract IQueryable<TRow> Rows { get; }

    /// <summary>View data of a row of fields: a partial with a field prefix, since an indexer inside asp-for is compiled anew for every field of every request.</summary>
    public ViewDataDictionary Row(string prefix, object row)
    {
        var data = new ViewDataDictionary(ViewData) { ["Row"] = row };
        data.TemplateInfo.HtmlFieldPrefix = prefix;
        return data;
    }

    /// <summary>The form of a record, or a fresh one.</summary>
    protected abstract TForm FormOf(TRow? row);

    /// <summary>Reads what stands beside the form; false where the address leads nowhere.</summary>
    /// <param name="row">The stored record; null while it is new.</param>
    protected abstract Task<bool> PrepareAsync(TRow? row);

    /// <summary>Reads the form; faults go to the reader.</summary>
    protected abstract TEntry ReadEntry(FormReader reader);

    protected abstract Task<SaveResult> SaveAsync(TEntry entry, int? id);

    /// <inheritdoc/>
    public string? LabelOf(string key) => FieldLabels.Of(Noun, key, PartName);

    /// <summary>What one row of a list of the form is called; null where it is only numbered.</summary>
    protected virtual string? PartName(string list, int index) => null;

    /// <summary>What the next page says was saved.</summary>
    protected virtual string SaidOf(TRow row, bool made) => made ? $"Saved: the new {Noun} {Said.Name(row.Name)}." : $"Saved: the {Noun} {Said.Name(row.Name)}, as it stands now.";

    /// <summary>Where saving leads.</summary>
    protected abstract string AfterSaving(int id);

    public async Task<IActionResult> OnGetAsync(string id, int? draft)
    {
        if (await FindAsync(id) is not { } found || !await PrepareAsync(found.Row))
        {
            return NotFound();
        }

        Input = FormOf(found.Row);
        if (draft is { } number)
        {
            if (await drafts.FindAsync(number) is not { } taken)
            {
                return Redirect(Request.Path);
            }

            TakenUp = taken;
            await FillFromDraftAsync(taken);
        }

        OfferedDrafts = [.. (await drafts.ListAtAsync(Request.Path)).Where(d => d.Id != draft)];
        return Page();
    }

    public Task<IActionResult> OnPostAsync(string id) => PostAsync(id, asNew: false);

    /// <summary>Keeps both versions of a conflict: the typed one becomes a record of its own.</summary>
    public async Task<IActionResult> OnPostBothAsync(string id) => CanKeepBoth ? await PostAsync(id, asNew: true) : NotFound();

    private async Task<IActionResult> PostAsync(string id, bool asNew)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        var row = await RowAsync();
        if (row is null && RecordId is not null)
        {
            // Only a restored copy can take a record away. What was typed can still become one.
            RecordId = null;
            Say("This record is no longer here; an older copy of the workroom was restored. Nothing was saved yet: save to make a new one of what you typed.", HttpContext, StatusCodes.Status409Conflict);
            Input.Version = 0;
            return await PrepareAsync(null) ? Page() : NotFound();
        }

        if (asNew)
        {
            RecordId = null;
            if (row is not null && row.Name == Input.Name?.Trim())
            {
                Input.Name = SecondName(row.Name);
            }
        }

        if (!await PrepareAsync(row))
        {
            return NotFound();
        }

        var reader = Reader();
        var entry = ReadEntry(reader);
        if (!ModelState.IsValid)
        {
            return Page();
        }

        SaveResult result;
        try
        {
            result = await SaveAsync(entry, RecordId);
        }
        catch (Exception e) when (StorageFault.Of(e) is { } trouble and not StorageTrouble.Damaged)
        {
            HttpContext.RequestServices.GetRequiredService<StorageWindow>().Say(trouble);
            Notice = $"{StorageWords.What(trouble)} Nothing was saved, and nothing you typed is lost: it stands below. {StorageWords.Remedy(trouble)}";
            Response.StatusCode = StorageWords.Status(trouble);
            return Page();
        }

        switch (result)
        {
            case SaveResult.Saved { Again: true } again:
                var stored = await Rows.FirstAsync(r => r.Id == again.Id);
                if (EntryDifferences.Between(Noun, stored.Entry, entry).Count == 0)
                {
                    return this.RedirectSaying(AfterSaving(again.Id), SaidOf(stored, made: true));
                }

                RecordId = again.Id;
                SetVersion(stored.Version);
                Say("This form was already saved once. What stands here now is different and has not been saved: save again to change the record.");
                return Page();
            case SaveResult.Saved done:
                return this.RedirectSaying(AfterSaving(done.Id), SaidOf(await Rows.FirstAsync(r => r.Id == done.Id), made: RecordId is null));
            case SaveResult.Stale:
                var current = await Rows.FirstAsync(r => r.Id == RecordId);
                SetVersion(current.Version);
                Conflict = new EditConflict(current.ChangedAt, current.PutAwayAt is not null, EntryDifferences.Between(Noun, current.Entry, entry));
                Response.StatusCode = StatusCodes.Status409Conflict;
                return Page();
            default:
                return NotFound();
        }
    }

    protected FormReader Reader() => new(ModelState, nameof(Input), wording, Input.Unit);

    /// <summary>"new" or a number; false where it is neither.</summary>
    protected bool TryReadId(string id)
    {
        RecordId = null;
        if (id == "new")
        {
            return true;
        }

        var isNumber = int.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var number);
        RecordId = isNumber ? number : null;
        return isNumber;
    }

    private async Task<(bool Found, TRow? Row)?> FindAsync(string id)
    {
        if (!TryReadId(id))
        {
            return null;
        }

        var row = await RowAsync();
        if (row is null && RecordId is not null)
        {
            return null;
        }

        PutAway = row?.PutAwayAt is not null;
        RecordVersion = row?.Version ?? 0;
        return (true, row);
    }

    private async Task<TRow?> RowAsync() => RecordId is { } number ? await Rows.FirstOrDefaultAsync(r => r.Id == number) : null;

    private async Task FillFromDraftAsync(DraftRow draft)
    {
        var fields = draft.Fields.GroupBy(f => f.Name).ToDictionary(g => g.Key, g => new StringValues([.. g.Select(f => f.Value)]));
        // A box that was cleared is not among the fields; the fresh form must not tick it again.
        Input = new TForm();
        await TryUpdateModelAsync(Input, nameof(Input), new FormValueProvider(BindingSource.Form, new FormCollection(fields), CultureInfo.InvariantCulture));
    }

    private string SecondName(string name)
    {
        var suffix = " (second)";
        var longest = 60 - suffix.Length;
        ModelState.Remove($"{nameof(Input)}.{nameof(RecordForm.Name)}");
        return (name.Length > longest ? name[..longest].TrimEnd() : name) + suffix;
    }

    private void SetVersion(int version)
    {
        ModelState.Remove($"{nameof(Input)}.{nameof(RecordForm.Version)}");
        Input.Version = version;
    }

    private void Say(string notice, HttpContext? context = null, int status = StatusCodes.Status200OK)
    {
        Notice = notice;
        if (context is not null)
        {
            ModelState.Remove($"{nameof(Input)}.{nameof(RecordForm.Version)}");
            context.Response.StatusCode = status;
        }
    }
}

/// <summary>What the head of a record's page needs to know.</summary>
public interface IRecordPage
{
    /// <summary>Said above the form where saving did not go as expected.</summary>
    string? Notice { get; }

    /// <summary>The record being edited; null while it is new.</summary>
    int? RecordId { get; }

    /// <summary>"cloth".</summary>
    string Noun { get; }

    /// <summary>Address of the record.</summary>
    string RecordPath { get; }

    RecordKind Kind { get; }

    /// <summary>Whether there can be two of it.</summary>
    bool CanKeepBoth { get; }

    /// <summary>Whether the record is put away.</summary>
    bool PutAway { get; }

    /// <summary>Version of the stored record.</summary>
    int RecordVersion { get; }

    /// <summary>What another device saved meanwhile.</summary>
    EditConflict? Conflict { get; }

    /// <summary>The draft the form was filled from.</summary>
    DraftRow? TakenUp { get; }

    /// <summary>Forms at this address that were begun and not saved.</summary>
    IReadOnlyList<DraftListing> OfferedDrafts { get; }

    /// <summary>What a field is called in the list of faults; null where it has no name.</summary>
    string? LabelOf(string key);
}
