using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Care;

/// <summary>One task of one machine: how it is done, its cautions, and that it is done.</summary>
public sealed class TaskModel(Workroom workroom, CareBook care, Drafts drafts, Wording wording, TimeProvider clock) : PageModel
{
    public MachineRow Row { get; private set; } = null!;

    public CareTask Task { get; private set; } = null!;

    /// <summary>When it is due; null where this machine's record says never.</summary>
    public CareDue? Due { get; private set; }

    public string? Notice { get; private set; }

    /// <summary>The form's key, which its draft goes by.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    [BindProperty]
    public string? Note { get; set; }

    /// <summary>The day it was done, as typed.</summary>
    [BindProperty]
    public string? On { get; set; }

    /// <summary>What was written here and not saved.</summary>
    public DraftOffer Unfinished { get; private set; } = DraftOffer.None;

    public DateOnly Today => care.DayOf(clock.GetUtcNow());

    public async Task<IActionResult> OnGetAsync(int id, string task, int? draft)
    {
        if (!await LoadAsync(id, task))
        {
            return NotFound();
        }

        Unfinished = await DraftOffer.OfAsync(drafts, $"/care/{id}/{task}", draft);
        if (Unfinished.TakenUp is { } taken)
        {
            (Key, Note, On) = (taken.Key, OtherForm.Text(taken, "Note"), OtherForm.Text(taken, "On"));
        }

        On ??= Today.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(int id, string task)
    {
        if (!await LoadAsync(id, task))
        {
            return NotFound();
        }

        var day = DateOnly.TryParseExact(On, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var on) ? on : (DateOnly?)null;
        Notice = (Note?.Trim().Length ?? 0) > TaskDone.LongestNote ? $"The note has room for {TaskDone.LongestNote} characters. Nothing was saved."
            : Task.EveryMonths is not null && !string.IsNullOrWhiteSpace(On) && (day is null || day > Today || day < Today.AddYears(-30)) ? "The day is one that was, written like 2026-05-14. Nothing was saved." : null;
        if (Notice is not null)
        {
            Response.StatusCode = StatusCodes.Status400BadRequest;
            return Page();
        }

        if (await care.DoneAsync(id, new(Task.Id, Note?.Trim() ?? ""), Task.EveryMonths is null ? null : day, Key) is not SaveResult.Saved)
        {
            return NotFound();
        }

        return this.RedirectSaying($"/care/{id}", wording.Say($"Written down: {CareWords.Task(Task.Id)}, done."));
    }

    private async Task<bool> LoadAsync(int id, string task)
    {
        if (CareTask.Find(task) is not { } found || await workroom.Machines.FirstOrDefaultAsync(m => m.Id == id && m.PutAwayAt == null) is not { } row || !CareTask.Of(row.Entry).Contains(found))
        {
            return false;
        }

        (Row, Task) = (row, found);
        Due = (await care.StatesAsync([row], wording.Settings.Schools))[0].Tasks.FirstOrDefault(t => t.TaskId == found.Id);
        return true;
    }
}
