using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Practice;

/// <summary>One case of practice, as far as somebody has come in it.</summary>
public sealed class CaseModel(Practising practising, PracticeMemory memory, Wording wording) : PageModel
{
    public PracticeCase Case { get; private set; }

    public IPracticeRun Run { get; private set; } = null!;

    /// <summary>The attempt; 0 while none is begun.</summary>
    public int AttemptId { get; private set; }

    /// <summary>How many moves it has.</summary>
    public int Version { get; private set; }

    /// <summary>The form's key, so that what is pressed twice is done once.</summary>
    public Guid Key { get; } = Guid.NewGuid();

    /// <summary>Why nothing of what was sent was done; null where it was.</summary>
    public string? Notice { get; private set; }

    /// <summary>The coach's way through a machine that was mended or explained; null before.</summary>
    public CoachesWay? Coach { get; private set; }

    /// <summary>The drawings of a swatch that is to be read; none of any other case.</summary>
    public IReadOnlyList<ReadView> Views => Run is ReadRun read ? memory.Views(read.Case, wording) : [];

    /// <summary>The address of the case.</summary>
    public string Address => "/practice/" + Case.Name;

    public async Task<IActionResult> OnGetAsync(string name, bool again = false)
    {
        if (PracticeCase.Find(name) is not { } practice)
        {
            return NotFound();
        }

        if (practice.Name != name)
        {
            return Redirect("/practice/" + practice.Name);
        }

        await LoadAsync(practice, again);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string name, int attempt, int version, Guid key, string? move, string? to)
    {
        if (PracticeCase.Find(name) is not { } practice)
        {
            return NotFound();
        }

        if (!ModelState.IsValid || MoveCode.Read(move, to) is not { } made)
        {
            return await RefusedAsync(practice, "That could not be read. Nothing was done; this is how it stands.", StatusCodes.Status400BadRequest);
        }

        var kept = attempt == 0 ? null : await practising.LatestAsync(practice.Name);
        if (attempt != 0 && (kept?.Id != attempt || version < 1 || version > kept.Entry.Moves.Count))
        {
            return await RefusedAsync(practice, Meanwhile, StatusCodes.Status409Conflict);
        }

        List<PracticeMove> before = [.. kept?.Entry.Moves.Take(version) ?? []];
        if (memory.Begin(practice, before).Problem(made) is { } problem)
        {
            return await RefusedAsync(practice, Said(problem), StatusCodes.Status409Conflict);
        }

        List<PracticeMove> moves = [.. before, made];
        var after = memory.Begin(practice, moves);
        // On a phone what came of it lies below the swatch.
        return await practising.MoveAsync(new(practice.Name, moves), after, attempt, version, key) is SaveResult.Saved
            ? Redirect($"/practice/{practice.Name}{(after is MendRun { Ended: false } ? made.Deed == PracticeDeed.Sew ? "#swatch" : "#now" : "")}") : await RefusedAsync(practice, Meanwhile, StatusCodes.Status409Conflict);
    }

    private const string Meanwhile = "Something was done in this case meanwhile, here or on another device. Nothing was done now; this is how it stands.";

    private static string Said(string problem) => problem switch
    {
        "ended" => "This case is at its end. Do it again, or take the next.",
        "too-many-moves" => "So many things were done in this case that it ends here. Have it shown, and do it again.",
        "not-settable" => "That number cannot be set on this dial. Nothing was done.",
        "not-passed" => "It can be kept once its last swatch passes, and nothing was done since.",
        "say-first" => "First say what it is; then it is put right.",
        _ => "That cannot be done here. Nothing was done; this is how it stands.",
    };

    private async Task<IActionResult> RefusedAsync(PracticeCase practice, string notice, int status)
    {
        await LoadAsync(practice, again: false);
        ModelState.Clear();
        (Notice, Response.StatusCode) = (notice, status);
        return Page();
    }

    private async Task LoadAsync(PracticeCase practice, bool again)
    {
        Case = practice;
        var kept = await practising.LatestAsync(practice.Name);
        if (again && kept is { Ended: true })
        {
            kept = null;
        }

        (AttemptId, Version) = (kept?.Id ?? 0, kept?.Version ?? 0);
        Run = memory.Begin(practice, kept?.Entry.Moves ?? []);
        Coach = Run is MendRun { Ended: true } mend ? memory.Coach(mend.Case) : null;
    }
}
