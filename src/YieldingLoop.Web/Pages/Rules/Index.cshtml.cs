using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Rules;

/// <summary>The user's own notes and rules.</summary>
public sealed class IndexModel(Workroom workroom, Wording wording) : PageModel
{
    private Dictionary<int, string> machines = [], cloths = [];

    public IReadOnlyList<RuleRow> Rules { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Rules = await workroom.ListRulesAsync(500);
        machines = await workroom.Machines.ToDictionaryAsync(m => m.Id, m => m.Name);
        cloths = await workroom.Cloths.ToDictionaryAsync(c => c.Id, c => c.Name);
    }

    /// <summary>What a rule is about, in words; empty for everything.</summary>
    public string About(OwnRule rule) => string.Join(", ", new[]
    {
        rule.MachineId is { } machine ? machines.GetValueOrDefault(machine) : null,
        rule.ClothId is { } cloth ? cloths.GetValueOrDefault(cloth) : null,
        rule.Job is { } job ? Jobs.Of(job)?.Verb : null,
        ThreadCatalogue.Find(rule.ThreadKindId) is { } kind ? wording.Say(kind.Name) : null,
    }.OfType<string>());
}
