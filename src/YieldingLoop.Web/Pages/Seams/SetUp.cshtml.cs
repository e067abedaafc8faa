using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>The set-up of one seam on one machine, worked out now; kept when the user says so.</summary>
public sealed class SetUpModel(Workroom workroom, Wording wording) : PageModel
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

    /// <summary>What to sew it with on a plain machine.</summary>
    public Outcome<PlainAdvice>? Plain { get; private set; }

    /// <summary>Zigzag length against width on a plain machine.</summary>
    public ZigzagMap? Map => Plain?.Value is { Best: { GapMm: 0 } } advice ? advice.Map : null;

    public ClothFigures? Figures { get; private set; }

    /// <summary>How the seam is carried out.</summary>
    public IReadOnlyList<ProcedureStep> Procedure => Procedures.For(Row.Entry, Schools);

    /// <summary>The row of the manual's table that comes nearest.</summary>
    public ManualSetting? Manual { get; private set; }

    public IReadOnlyList<Problem> ClothProblems { get; private set; } = [];

    public string? Notice { get; private set; }

    public int? KeptId { get; private set; }

    /// <summary>The workroom's schools, but for what this piece of work chooses otherwise.</summary>
    public Schools Schools => wording.Settings.Schools.With(Schools.Join, Join).With(Schools.HideThread, Hide).With(Schools.StableKnitPoint, Point);

    public async Task<IActionResult> OnGetAsync(int id) => await LoadAsync(id) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(int id)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

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
        var last = await workroom.Setups.Where(s => s.SeamId == id && s.PutAwayAt == null).OrderByDescending(s => s.Id).Select(s => new { s.Id, s.MachineId }).FirstOrDefaultAsync();
        // A machine that is put away is offered only where an address names it.
        Machines = await workroom.Machines.Where(m => m.PutAwayAt == null || m.Id == Machine).OrderBy(m => m.Name).ToListAsync();
        KeptId = last?.Id;
        MachineRow = Machines.FirstOrDefault(m => m.Id == Machine) ?? Machines.FirstOrDefault(m => m.Id == last?.MachineId) ?? Machines.FirstOrDefault(m => CanSew(m.Entry)) ?? (Machines.Count > 0 ? Machines[0] : null);
        if (Machine is not null && MachineRow?.Id != Machine)
        {
            return false;
        }

        Plan();
        return true;
    }

    /// <summary>Whether a machine is one to begin with: hems and ornament run inside the cloth, everything else is an overlocker's.</summary>
    private bool CanSew(Machine machine) => Row.Entry.Job is SeamJob.Hem or SeamJob.DecorativeLine ? machine is PlainMachine : machine.AsOverlocker() is not null;

    private void Plan()
    {
        var cloth = Row.Cloth!.Entry.Resolve();
        ClothProblems = cloth.Problems;
        if (MachineRow is null || cloth.Value is not { } figures)
        {
            return;
        }

        Figures = figures;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(MachineRow);
        if (MachineRow.Entry is PlainMachine plain)
        {
            Advise(plain, figures);
        }

        if (MachineRow.Entry.AsOverlocker() is not { } overlocker)
        {
            return;
        }

        Outcome = OverlockPlanner.Plan(new PlanRequest(figures, Row.Entry, overlocker, Schools));
        if (Outcome.Value is { } plan)
        {
            Manual = ManualTable.For(MachineRow.Entry, Row.Entry.Job.Rolls() ? ManualSetting.RolledHemId : plan.StitchId, figures);
            Card = new SetupCard(plan, overlocker, figures, Row.Entry);
            Seen = Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(plan)));
        }
    }

    private void Advise(PlainMachine machine, ClothFigures figures)
    {
        var need = Row.Entry.Resolve();
        if (need.Value is not { } found)
        {
            Plain = Core.Outcome.Failed<PlainAdvice>(need.Problems);
            return;
        }

        Plain = PlainStitchAdvice.For(figures, Row.Entry, found, machine, Schools);
    }
}
