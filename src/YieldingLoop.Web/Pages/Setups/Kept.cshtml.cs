using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Shared;
using YieldingLoop.Web.Pages.Swatches;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>One kept set-up, as it was when it was kept.</summary>
public sealed class KeptModel(Workroom workroom, Store.ThreadUps threadUps, Store.Swatches swatches, Cones cones, Wording wording) : PageModel
{
    public SetupRow Row { get; private set; } = null!;

    public SetupCard Card { get; private set; } = null!;

    /// <summary>What has changed since it was kept.</summary>
    public IReadOnlyList<string> Changes { get; private set; } = [];

    /// <summary>The same set-up as the seam model of today reads it; null where that is the one it was kept with.</summary>
    public ReadAnew? Anew { get; private set; }

    /// <summary>Every version, the newest first.</summary>
    public IReadOnlyList<SetupRow> Versions { get; private set; } = [];

    /// <summary>Every version with what it changed.</summary>
    public IEnumerable<(SetupRow Version, IReadOnlyList<string> Changes)> History => Versions.Select(v => (v, ChangesOf(v)));

    /// <summary>The newest version, where it is not the one on screen.</summary>
    public SetupRow? Newer => Versions[0].Id != Row.Id && Versions[0].PutAwayAt is null ? Versions[0] : null;

    private IReadOnlyList<string> ChangesOf(SetupRow version) =>
        Versions.FirstOrDefault(v => v.Id == version.EarlierId) is { } earlier
            ? [.. SetupDifferences.Between(earlier.Snapshot.Plan.Setup, version.Snapshot.Plan.Setup).Select(d => Sentences.Fragment(d.Finding))] : [];

    /// <summary>Seams it could be copied to.</summary>
    public ListPage<SeamRow> OtherSeams { get; private set; } = ListPage.Empty<SeamRow>();

    /// <summary>Version of the machine's state as the page shows it.</summary>
    public int StateVersion { get; private set; }

    /// <summary>The user's own rules that apply.</summary>
    public IReadOnlyList<OwnRule> OwnRules { get; private set; } = [];

    /// <summary>Whether it has been on its machine.</summary>
    public bool ThreadedUp { get; private set; }

    /// <summary>How often it was threaded up, or begun to be.</summary>
    public int ThreadUps { get; private set; }

    /// <summary>Its swatches, the newest first.</summary>
    public IReadOnlyList<SwatchListing> Swatches { get; private set; } = [];

    /// <summary>What the machine's swatches changed in what is predicted of it.</summary>
    public IReadOnlyList<TaughtLine> Taught { get; private set; } = [];

    /// <summary>The swatches that rests on.</summary>
    public IReadOnlyList<int> TaughtBy { get; private set; } = [];

    /// <summary>The thread-up that is going on for it.</summary>
    public int? GoingOn { get; private set; }

    public string? Notice { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id) => await LoadAsync(id) ? Page() : NotFound();

    /// <summary>The pulled seam, with every frame, of the set-up as it was kept or with something tried otherwise.</summary>
    public async Task<IActionResult> OnGetPullAsync(int id) =>
        await workroom.Setups.FirstOrDefaultAsync(s => s.Id == id) is { } row ? this.Pulled(SetupCard.Of(row.Snapshot) with { Learnt = await swatches.LearntAsync(row.MachineId, row.ClothId) }, wording) : NotFound();

    public async Task<IActionResult> OnPostSwatchAsync(int id, int version, bool passed)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        switch (await workroom.SetSwatchPassedAsync(id, version, passed))
        {
            case SaveResult.Saved:
                return this.RedirectSaying($"/setups/{id}", passed ? "Written down: the swatch passed, and this set-up is on its machine." : "Written down: the swatch has not passed.");
            case SaveResult.Stale:
                Notice = "This was changed in another tab or on another device. Look at it as it stands now, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                return await LoadAsync(id) ? Page() : NotFound();
            default:
                return NotFound();
        }
    }

    /// <summary>Takes the metres of a sewn seam from the cones.</summary>
    public async Task<IActionResult> OnPostSewnAsync(int id, int version, string? metres)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        if (!double.TryParse(metres?.Trim().Replace(',', '.'), System.Globalization.NumberStyles.AllowDecimalPoint, System.Globalization.CultureInfo.InvariantCulture, out var length) || !(length is > 0 and <= ThreadTaken.MostSeamMetres))
        {
            (Notice, Response.StatusCode, SewnTyped) = (wording.Say($"A seam from 0.01 to {ThreadTaken.MostSeamMetres:0} metres is believed here. Nothing was taken or counted."), StatusCodes.Status400BadRequest, metres);
            return await LoadAsync(id) ? Page() : NotFound();
        }

        var run = await cones.TakeForSeamAsync(id, version, 1000 * length);
        switch (run.Result)
        {
            case SaveResult.Saved:
                return this.RedirectSaying($"/setups/{id}", wording.Say($"{FieldText.Round(length, 2)} m of seam written down. {NeedleSaid.Done(run)}"));
            case SaveResult.Stale:
                Notice = "This was changed meanwhile, or the button was pressed twice. Nothing more was taken: look at it as it stands now, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                SewnTyped = metres;
                return await LoadAsync(id) ? Page() : NotFound();
            default:
                return NotFound();
        }
    }

    /// <summary>What was typed as the length of a sewn seam, where it has to be said again.</summary>
    public string? SewnTyped { get; private set; }

    /// <summary>Other set-ups kept on its cloth, which it can lie beside.</summary>
    public IReadOnlyList<SetupListing> OnCloth { get; private set; } = [];

    /// <summary>What a metre of the seam takes from each cone.</summary>
    public IReadOnlyList<ThreadTaken> PerMetre { get; private set; } = [];

    /// <summary>What each needle sews along a metre of the seam.</summary>
    public NeedleWork WorkPerMetre { get; private set; }

    /// <summary>Says that this set-up is on its machine now.</summary>
    /// <param name="id">The set-up.</param>
    /// <param name="stateVersion">Version of the machine's state when the page was opened.</param>
    public async Task<IActionResult> OnPostOnMachineAsync(int id, int stateVersion)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        switch (await workroom.PutOnMachineAsync(id, stateVersion))
        {
            case SaveResult.Saved:
                return this.RedirectSaying($"/setups/{id}", "Written down: this set-up is on its machine now.");
            case SaveResult.Stale:
                Notice = "Somebody has said meanwhile what else is on this machine, here or on another device. Nothing was changed: look at the machine, then say it again.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                return await LoadAsync(id) ? Page() : NotFound();
            default:
                return NotFound();
        }
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await workroom.Setups.Include(s => s.Cloth).Include(s => s.Seam).Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return false;
        }

        Row = row;
        var kept = row.Snapshot;
        Card = SetupCard.Of(kept);
        Changes = [.. SnapshotChanges.Between(kept, row.Cloth!.Entry, await workroom.AsOfNowAsync(row.Seam!.Entry), row.Machine!.Entry).Select(SnapshotWords.Of)];
        Anew = kept.Plan.ModelVersion == SeamModel.Version ? null : ReadAnew.Of(kept.Plan, kept.Machine, kept.ClothFigures, kept.Seam);
        Versions = await workroom.VersionsAsync(id);
        OtherSeams = await workroom.Seams.Include(x => x.Cloth).Where(x => x.PutAwayAt == null && x.Id != row.SeamId).OrderByDescending(x => x.ChangedAt).PageAsync(1, Workroom.MostOffered);
        OwnRules = await KeptRules.OfAsync(workroom, row);
        ThreadUps = (await threadUps.ListPastAsync(null, id, 1, 1)).Total;
        ThreadedUp = row.SwatchPassedAt is not null || await threadUps.DoneForAsync(id);
        StateVersion = (await workroom.StateOfAsync(row.MachineId))?.Version ?? 0;
        Swatches = await swatches.OfSetupAsync(id);
        if (Store.Swatches.CaseOf(kept, new() { Setup = kept.Plan.Setup }) is { } seam)
        {
            var (known, cloth) = (await swatches.OfMachineAsync(row.MachineId), Store.Swatches.ClothKey(row.ClothId));
            Card = Card with { Learnt = Teaching.OfMachine(known, cloth) };
            var taught = Teaching.For(known, seam, cloth);
            Taught = [.. SwatchAnswer.Bands(SeamAssessment.Of(seam), SeamAssessment.Of(seam with { Learnt = taught.Learnt }), wording)];
            TaughtBy = taught.From;
        }

        (PerMetre, WorkPerMetre) = (Cones.OfSeam(kept, 1000, ThreadAllowance.None), Cones.WorkAlong(kept, 1000));
        OnCloth = [.. (await workroom.SetupsOnClothAsync(row.ClothId)).Items.Where(s => Versions.All(v => v.Id != s.Id))];
        GoingOn = await threadUps.GoingOnForAsync(id);
        ViewData["ThreadSheet"] = ThreadSheets.OfSetup(row);
        return true;
    }
}
