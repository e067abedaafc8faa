using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>The set-up of one seam on one machine, worked out now; kept when the user says so.</summary>
public sealed class SetUpModel(Workroom workroom) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Join { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Hide { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Point { get; set; }

    /// <summary>Made with the page, so that keeping twice keeps once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>Fingerprint of the plan that was on screen.</summary>
    [BindProperty]
    public string? Seen { get; set; }

    public SeamRow Row { get; private set; } = null!;

    public IReadOnlyList<MachineRow> Machines { get; private set; } = [];

    public MachineRow? MachineRow { get; private set; }

    public Outcome<SetupPlan>? Outcome { get; private set; }

    public SetupCard? Card { get; private set; }

    public IReadOnlyList<Problem> ClothProblems { get; private set; } = [];

    public string? Notice { get; private set; }

    public int? KeptId { get; private set; }

    public Schools Schools => new(Schools.Join.Find(Join).Id, Schools.HideThread.Find(Hide).Id, Schools.StableKnitPoint.Find(Point).Id);

    public async Task<IActionResult> OnGetAsync(int id) => await LoadAsync(id) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(int id)
    {
        var seen = Seen;
        if (!await LoadAsync(id))
        {
            return NotFound();
        }

        if (Card is null || MachineRow is null)
        {
            return Page();
        }

        if (seen != Seen)
        {
            ModelState.Remove(nameof(Seen));
            Notice = "The cloth, the seam or the machine was changed after this page was opened. Nothing was kept; this is the set-up as it comes out now.";
            Response.StatusCode = StatusCodes.Status409Conflict;
            return Page();
        }

        var snapshot = new SetupSnapshot(Row.Cloth!.Entry, Card.Cloth, Row.Entry, Card.Machine, Card.Plan);
        return await workroom.KeepAsync(snapshot, Row.Id, Row.ClothId, MachineRow.Id, Key) is SaveResult.Saved kept ? Redirect($"/setups/{kept.Id}") : NotFound();
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await workroom.Seams.Include(s => s.Cloth).FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return false;
        }

        Row = row;
        Machines = await workroom.Machines.OrderBy(m => m.Name).ToListAsync();
        var last = await workroom.Setups.Where(s => s.SeamId == id).OrderByDescending(s => s.Id).Select(s => new { s.Id, s.MachineId }).FirstOrDefaultAsync();
        KeptId = last?.Id;
        MachineRow = Machines.FirstOrDefault(m => m.Id == Machine) ?? Machines.FirstOrDefault(m => m.Id == last?.MachineId) ?? (Machines.Count > 0 ? Machines[0] : null);
        if (Machine is not null && MachineRow?.Id != Machine)
        {
            return false;
        }

        Plan();
        return true;
    }

    private void Plan()
    {
        var cloth = Row.Cloth!.Entry.Resolve();
        ClothProblems = cloth.Problems;
        if (MachineRow is null || cloth.Value is not { } figures)
        {
            return;
        }

        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(MachineRow);
        Outcome = OverlockPlanner.Plan(new PlanRequest(figures, Row.Entry, MachineRow.Entry, Schools));
        if (Outcome.Value is { } plan)
        {
            Card = new SetupCard(plan, MachineRow.Entry, figures, Row.Entry);
            Seen = Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(plan)));
        }
    }
}
