using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Rules;

/// <summary>The user's own notes and rules.</summary>
public sealed class IndexModel(Workroom workroom, Wording wording) : PageModel
{
    private Dictionary<int, string> machines = [], cloths = [];

    public ListPage<RuleRow> Rules { get; private set; } = ListPage.Empty<RuleRow>();

    public async Task OnGetAsync(int p)
    {
        Rules = await workroom.ListRulesAsync(p);
        var (onMachines, onCloths) = (Rules.Items.Select(r => r.Entry.MachineId).OfType<int>().ToList(), Rules.Items.Select(r => r.Entry.ClothId).OfType<int>().ToList());
        machines = await workroom.Machines.Where(m => onMachines.Contains(m.Id)).ToDictionaryAsync(m => m.Id, m => m.Name);
        cloths = await workroom.Cloths.Where(c => onCloths.Contains(c.Id)).ToDictionaryAsync(c => c.Id, c => c.Name);
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
