using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Garments;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>The beginning of a run: which garments, and how their copies are sewn.</summary>
public sealed class StartModel(Store.Garments garments, Store.Runs runs, TimeProvider clock) : PageModel
{
    [BindProperty]
    public string? Name { get; set; }

    /// <summary>Numbers of the garments that are chosen.</summary>
    [BindProperty(Name = "garment", SupportsGet = true)]
    public List<int> Chosen { get; set; } = [];

    [BindProperty]
    public RunBatch Batch { get; set; }

    /// <summary>Made with the page, so that starting twice starts once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    public ListPage<GarmentRow> Garments { get; private set; } = ListPage.Empty<GarmentRow>();

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        await LoadAsync();
        Name = Chosen.Count == 1 && Garments.Items.FirstOrDefault(g => g.Id == Chosen[0]) is { } one ? one.Name : FormattableString.Invariant($"Run of {clock.GetLocalNow():d MMMM}");
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync();
        var rows = Chosen.Distinct().Select(id => Garments.Items.FirstOrDefault(g => g.Id == id)).ToList();
        Problems = [.. Wrong(rows)];
        if (Problems.Count > 0)
        {
            return Page();
        }

        var run = new SewingRun { Name = Name!.Trim(), Batch = Batch, Parts = [.. rows.Select(g => RunPart.Of(g!.Id, g.Entry))] };
        return await runs.StartAsync(run, Key) is SaveResult.Saved saved ? this.RedirectSaying($"/runs/{saved.Id}", $"Started: {Said.Name(run.Name)}.") : NotFound();
    }

    private IEnumerable<string> Wrong(List<GarmentRow?> rows)
    {
        if (!ModelState.IsValid)
        {
            yield return "Choose garments from the list, and one of the two ways of sewing copies.";
        }

        if (string.IsNullOrWhiteSpace(Name) || Name.Trim().Length > SewingRun.LongestName)
        {
            yield return $"Give the run a name of 1 to {SewingRun.LongestName} characters.";
        }

        if (rows.Count == 0)
        {
            yield return "Choose at least one garment.";
        }

        if (rows.Count > SewingRun.MostGarments)
        {
            yield return $"Up to {SewingRun.MostGarments} garments fit into one run; these are {rows.Count}.";
        }

        if (rows.Contains(null))
        {
            yield return "One of these garments is not here any more.";
        }

        foreach (var empty in rows.OfType<GarmentRow>().Where(g => g.Entry.Seams.Count == 0))
        {
            yield return $"“{empty.Name}” has no seam yet.";
        }

        if (rows.OfType<GarmentRow>().Sum(g => g.Entry.Seams.Count) is var seams && seams > RunOrderQuestion.MostSeams)
        {
            yield return $"These are {seams} different seams; {RunOrderQuestion.MostSeams} fit into one run. Sew some of the garments in a run of their own.";
        }

        if (Batch == RunBatch.GarmentByGarment && rows.OfType<GarmentRow>().Sum(g => g.Entry.Seams.Count * Math.Max(1, g.Entry.Count)) is var pieces && pieces > RunProblem.MostItems)
        {
            yield return $"One by one these are {pieces} seams to sew; {RunProblem.MostItems} fit into one run. Sew each seam on every copy before the next, or fewer copies in one run.";
        }
    }

    private async Task LoadAsync() => Garments = await garments.ListAsync(size: Store.Garments.MostOffered);
}
