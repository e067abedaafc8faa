using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Procedures;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;
using YieldingLoop.Store.Formats;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Shared;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>The set-up of one seam, the best that can be proved on the machines at hand; kept when the user says so.</summary>
public sealed class SetUpModel(Workroom workroom, Store.Swatches swatches, PlanMemory memory, TimeProvider clock, Wording wording) : PageModel
{
    /// <summary>The machine it is pinned to; null for any.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Join { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Hide { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Point { get; set; }

    /// <summary>Whether the pins are asked about rather than taken.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Why { get; set; }

    /// <summary>The moment it was worked out.</summary>
    public DateTimeOffset Now => clock.GetLocalNow();

    /// <summary>Made with the page, so that keeping twice keeps once.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>Fingerprint of the plan that was on screen.</summary>
    [BindProperty]
    public string? Seen { get; set; }

    /// <summary>The seam, with the other cloth in it as its record has it now.</summary>
    public SeamEntry SeamNow { get; private set; } = null!;

    public SeamRow Row { get; private set; } = null!;

    /// <summary>Every machine it could be pinned to.</summary>
    public IReadOnlyList<MachineRow> Machines { get; private set; } = [];

    /// <summary>How many there are in all.</summary>
    public int MachinesInAll { get; private set; }

    /// <summary>How many that could sew sooner are left out, because they were looked at on the page before.</summary>
    [BindProperty(SupportsGet = true)]
    public int Past { get; set; }

    /// <summary>The machines the question is asked of: not more than one question holds, the soonest ready first.</summary>
    public IReadOnlyList<MachineRow> Asked { get; private set; } = [];

    /// <summary>The machine of the best set-up, or the one it is pinned to.</summary>
    public MachineRow? MachineRow { get; private set; }

    public Outcome<PlanAnswer>? Outcome { get; private set; }

    public SetupCard? Card { get; private set; }

    /// <summary>Swatches that what is expected of the best set-up rests on.</summary>
    public IReadOnlyList<int> TaughtBy { get; private set; } = [];

    /// <summary>The alternatives, each with its machine's name.</summary>
    public IReadOnlyList<(PlannedSetup Setup, SetupCard Card)> Alternatives { get; private set; } = [];

    /// <summary>Which alternative lies beside the best, from 1; 0 for none.</summary>
    [BindProperty(SupportsGet = true)]
    public int Beside { get; set; }

    /// <summary>Which alternative's seam is drawn, from 1; 0 for the best.</summary>
    [BindProperty(SupportsGet = true)]
    public int Alternative { get; set; }

    /// <summary>The best and an alternative side by side; null where none is asked for.</summary>
    public BesideSheet? SideBySide(Wording said) => Card is null || Beside < 1 || Beside > Alternatives.Count ? null : BesideSheet.Of(
        ("The best", Card, AddressWith("alternative", 0)), (Core.Words.Phrase.Capital(Sentences.Of(Alternatives[Beside - 1].Setup.Differs)), Alternatives[Beside - 1].Card, AddressWith("alternative", Beside)), said);

    /// <summary>The address of this page with one more said of it.</summary>
    public string AddressWith(string name, int value) =>
        Request.Path + QueryString.Create(Request.Query.Where(q => q.Key is not ("beside" or "alternative" or "handler" or "svg")).Append(new(name, FieldText.Of(value))));

    /// <summary>What was asked about, and the answer.</summary>
    public WhyNotAnswer? WhyNot { get; private set; }

    /// <summary>Why the question could not be asked.</summary>
    public IReadOnlyList<Problem> WhyNotProblems { get; private set; } = [];

    public IReadOnlyList<PinField> Pins { get; private set; } = [];

    /// <summary>What the address pins and no machine that is asked can be set to.</summary>
    public IReadOnlyList<(string Label, string Given)> NotOffered => PinFields.NotOffered(Pins, Request.Query);

    /// <summary>Everything that is pinned, as it is called on screen; the machine is one of it.</summary>
    public IReadOnlyList<(string Label, string Shown)> PinnedNames =>
    [
        .. Pins.Where(p => p.Value is not null).Select(p => (p.Label, p.Shown!)),
        .. Machine is { } machine && Machines.FirstOrDefault(m => m.Id == machine) is { } row ? [("Machine", row.Name)] : Array.Empty<(string, string)>(),
    ];

    /// <summary>What to sew it with on a plain machine, where the set-up is on one.</summary>
    public PlainAdvice? Plain { get; private set; }

    public ClothFigures? Figures { get; private set; }

    /// <summary>The user's own rules that apply.</summary>
    public IReadOnlyList<OwnRule> OwnRules { get; private set; } = [];

    /// <summary>How the seam is carried out.</summary>
    public IReadOnlyList<ProcedureStep> Procedure => ProcedureCatalogue.For(SeamNow, Schools, Card?.Plan.Setup);

    /// <summary>What the seam is to go along itself, %.</summary>
    public double RequiredPercent => SeamNow.Resolve().Value is { } need && Figures is { } figures ? Need.Required(need.Percent, new SeamLayers(figures, SeamNow).StretchAlongPercent.Value) : 0;

    /// <summary>The machines whose manual has a row for a seam the model does not know, with that row.</summary>
    public IReadOnlyList<(MachineRow Machine, ManualSetting Row)> ByManual =>
        SeamNow.Job != SeamJob.SuperStretch ? [] : [.. Asked.Select(m => (m, ManualTable.SuperStretchOf(m.Entry))).Where(m => m.Item2 is not null).Select(m => (m.m, m.Item2!))];

    /// <summary>The row of the manual's table that comes nearest.</summary>
    public ManualSetting? Manual { get; private set; }

    public IReadOnlyList<Problem> ClothProblems { get; private set; } = [];

    public string? Notice { get; private set; }

    public LastSetup? Kept { get; private set; }

    /// <summary>The workroom's schools, but for what this piece of work chooses otherwise.</summary>
    public ChosenSchools Schools => wording.Settings.Schools.With(SchoolCatalogue.Join, Join).With(SchoolCatalogue.HideThread, Hide).With(SchoolCatalogue.StableKnitPoint, Point);

    public string MachineName(string id) => Machines.First(m => FieldText.Of(m.Id) == id).Name;

    /// <summary>The address of this page with a machine and pins.</summary>
    public string Address(string machineId, string pins) => $"/seams/{Row.Id}/set-up?machine={machineId}{(pins.Length > 1 ? "&" + pins[1..] : "")}";

    public async Task<IActionResult> OnGetAsync(int id) => await LoadAsync(id) ? Page() : NotFound();

    /// <summary>The pulled seam, with every frame, of the set-up as it stands on the card or with something tried otherwise.</summary>
    public async Task<IActionResult> OnGetPullAsync(int id) =>
        await LoadAsync(id) && Card is not null && Alternative >= 0 && Alternative <= Alternatives.Count ? this.Pulled(Alternative == 0 ? Card : Alternatives[Alternative - 1].Card, wording) : NotFound();

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
            Notice = "The cloth, the seam, a machine or the drawer was changed after this page was opened. Nothing was kept; this is the set-up as it comes out now.";
            Response.StatusCode = StatusCodes.Status409Conflict;
            return Page();
        }

        var snapshot = new SetupSnapshot(Row.Cloth!.Entry, Card.Cloth, SeamNow, Card.Machine, Card.Plan);
        if (await workroom.KeepAsync(snapshot, Row.Id, Row.ClothId, MachineRow.Id, Key) is not SaveResult.Saved kept)
        {
            return NotFound();
        }

        var row = await workroom.Setups.Where(s => s.Id == kept.Id).Select(s => new { s.SubmissionKey, s.CreatedAt }).FirstAsync();
        return this.RedirectSaying($"/setups/{kept.Id}", row.SubmissionKey == Key
            ? $"Kept: {Said.Name(Row.Name)} on {Said.Name(MachineRow.Name)}."
            : $"This very set-up is kept already, since {When.Stamp(row.CreatedAt)}. It stands here once.");
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await workroom.Seams.Include(s => s.Cloth).FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return false;
        }

        Row = row;
        SeamNow = await workroom.AsOfNowAsync(row.Entry);
        // A machine that is put away is offered only where an address names it.
        var offered = await workroom.OfferMachinesAsync(null);
        (Machines, MachinesInAll) = (offered.Items, offered.Total);
        if (Machine is { } pinnedTo && Machines.All(m => m.Id != pinnedTo))
        {
            Machines = [.. Machines, .. await workroom.Machines.Where(m => m.Id == pinnedTo).ToListAsync()];
        }

        Kept = await workroom.LastSetupOfAsync(id);
        if (Machine is not null && Machines.All(m => m.Id != Machine))
        {
            return false;
        }

        var cloth = Row.Cloth!.Entry.Resolve();
        ClothProblems = cloth.Problems;
        if (Machines.Count > 0 && cloth.Value is { } figures)
        {
            Figures = figures;
            await PlanAsync(figures);
        }

        return true;
    }

    private async Task PlanAsync(ClothFigures figures)
    {
        var offered = Machines.Select(m => m.Id).ToList();
        var states = await workroom.States.Where(s => offered.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.Entry);
        // A machine that is simulated sews no garment: it is weighed where it is asked for, or where there is no other.
        var weighed = Machines.Any(m => m.Entry.SimulatedNumber is null) ? Machines.Where(m => m.Entry.SimulatedNumber is null) : Machines;
        var soonest = weighed.OrderBy(m => Readiness.MinutesToFill(m.Entry, states.GetValueOrDefault(m.Id, Setup.Unknown))).ToList();
        Past = Math.Clamp(Past, 0, (soonest.Count - 1) / PlanQuestion.MostMachines * PlanQuestion.MostMachines);
        // In the order of their names, which decides between set-ups that are equally good.
        // "Why not?" weighs the machine it is pinned to against the others.
        var among = Machine is null || Why ? soonest.Where(m => m.Id != Machine).Skip(Past).Take(PlanQuestion.MostMachines - (Machine is null ? 0 : 1)) : [];
        Asked = [.. Machines.Where(m => m.Id == Machine || among.Contains(m))];
        var records = await PlanRecords.LoadAsync(workroom, swatches, [.. Asked.Select(m => m.Id)]);
        Pins = PinFields.For([.. Asked.Where(m => Machine is null || m.Id == Machine).Select(m => m.Entry)], Request.Query, wording);
        var pins = PinFields.Read(Pins, Machine);
        learnt = Asked.ToDictionary(m => m.Id, m => records.LearntOf(m.Id, Row.ClothId));
        var question = records.Question(figures, SeamNow, Row.ClothId, Asked, id => states.GetValueOrDefault(id, Setup.Unknown), wording.Settings) with
        {
            Schools = Schools, Pins = Why ? PlanPins.None : pins,
        };
        Outcome = memory.Plan(question);
        if (Why && pins != PlanPins.None)
        {
            var answer = Planner.WhyNot(question, pins);
            (WhyNot, WhyNotProblems) = (answer.Value, answer.Problems);
        }

        if (Outcome.Value is not { } found)
        {
            MachineRow = Machines.FirstOrDefault(m => m.Id == Machine);
            return;
        }

        MachineRow = RowOf(found.Best);
        Card = CardOf(found.Best, figures);
        TaughtBy = Card.Plan.Setup.Case(Card.Plan.Tuned(MachineRow.Entry), figures, SeamNow, Card.Plan.Need, Schools).Value is { } seam ? [.. Teaching.For(records.Taught[MachineRow.Id], seam, Store.Swatches.ClothKey(Row.ClothId)).From] : [];
        Alternatives = [.. found.Alternatives.Select(a => (a, CardOf(a, figures)))];
        Seen = $"{found.Best.MachineId}-{StoredFormat.Digest(Documents.Of(found.Best.Plan))}";
        OwnRules = [.. records.Rules.Where(r => r.Applies(MachineRow.Id, Row.ClothId, SeamNow, Card.Plan.Setup))];
        Manual = ManualTable.For(MachineRow.Entry, SeamNow.Job.Rolls() ? ManualSetting.RolledHemId : Card.Plan.StitchId, figures, [.. Card.Plan.Setup.Needles.Filled]);
        Plain = Card.Machine is PlainMachine plain ? PlainStitchAdvice.For(figures, SeamNow, Card.Plan.Need, plain, Schools).Value : null;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(MachineRow);
    }

    private Dictionary<int, MachineLearnt> learnt = [];

    private MachineRow RowOf(PlannedSetup setup) => Machines.First(m => FieldText.Of(m.Id) == setup.MachineId);

    private SetupCard CardOf(PlannedSetup setup, ClothFigures figures) => new(setup.Plan, setup.Plan.Setup.HeadOf(RowOf(setup).Entry), figures, SeamNow) { Learnt = learnt.GetValueOrDefault(RowOf(setup).Id, MachineLearnt.Nothing) };
}
