using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Practice;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Practice;

/// <summary>The practice room: what one can do, as swatches on a board, and what is left in the middle.</summary>
public sealed class IndexModel(Practising practising) : PageModel
{
    private const int MostOpen = 4;

    /// <summary>What somebody can do, every skill.</summary>
    public IReadOnlyList<PracticeStanding> Standing { get; private set; } = [];

    /// <summary>Cases left in the middle.</summary>
    public IReadOnlyList<OpenAttempt> Open { get; private set; } = [];

    /// <summary>What was typed as a case's number and is none; null where nothing was.</summary>
    public string? NoCase { get; private set; }

    public Task OnGetAsync() => LoadAsync();

    /// <summary>Goes to the next case of a kind, or of one skill.</summary>
    public async Task<IActionResult> OnGetNextAsync(string? skill, string? kind)
    {
        var wanted = PracticeSkill.Find(skill);
        if ((wanted?.Kind ?? PracticeIds.Find<PracticeKind>(kind ?? "")) is not { } of)
        {
            return NotFound();
        }

        var standing = PracticeStanding.Of(await practising.EndedAsync());
        // Somebody who asks for anything to mend gets the easiest that cannot be done yet.
        var about = of != PracticeKind.Mend ? wanted : wanted ?? standing.FirstOrDefault(s => s.Skill.Kind == of && !s.Mastered)?.Skill ?? PracticeSkill.MendTwo;
        MendLevel? level = of == PracticeKind.Mend ? Enum.GetValues<MendLevel>().First(l => PracticeSkill.Of(l) == about) : null;
        return Redirect("/practice/" + PracticeNext.Of(of, level, await practising.BegunAsync(), standing, of == PracticeKind.Mend ? null : wanted).Name);
    }

    /// <summary>Goes to a case somebody was sent.</summary>
    public async Task<IActionResult> OnGetOpenAsync(string? number)
    {
        if (PracticeCase.Find(number) is { } practice)
        {
            return Redirect("/practice/" + practice.Name);
        }

        NoCase = number ?? "";
        await LoadAsync();
        return Page();
    }

    private async Task LoadAsync()
    {
        Standing = PracticeStanding.Of(await practising.EndedAsync());
        Open = await practising.OpenAsync(MostOpen);
    }
}
