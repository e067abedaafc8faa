using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Care;

/// <summary>One machine: its timer, what is due, its needles, and its history.</summary>
public sealed class MachineModel(Workroom workroom, CareBook care, Cones cones, Wording wording, TimeProvider clock) : PageModel
{
    private const int Listed = 12;

    /// <summary>So long a change of needle can be taken back.</summary>
    private static readonly TimeSpan TakenBackWithin = TimeSpan.FromDays(1);

    private IReadOnlyList<NeedleRow> drawer = [];

    public MachineRow Row { get; private set; } = null!;

    public MachineCareState State { get; private set; } = null!;

    public ListPage<CareRow> History { get; private set; } = ListPage.Empty<CareRow>();

    public ListPage<SeatedNeedleRow> NeedlePage { get; private set; } = ListPage.Empty<SeatedNeedleRow>();

    /// <summary>The same needles with their hours.</summary>
    public IReadOnlyList<(SeatedNeedleRow Needle, double Hours)> Needles { get; private set; } = [];

    public ListPage<SewnRow> Sewn { get; private set; } = ListPage.Empty<SewnRow>();

    /// <summary>Needles whose change can be taken back: the last of their seat, put in by hand.</summary>
    public IReadOnlySet<int> LastChanged { get; private set; } = new HashSet<int>();

    public string? Notice { get; private set; }

    /// <summary>What is wrong with the minutes that were typed.</summary>
    public string? TimerFault { get; private set; }

    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>How many of a kind lie in the drawer, new and used once.</summary>
    public (int Unused, int Once) InDrawer(Needle needle)
    {
        var packs = drawer.Where(n => n.Entry.Needle.Serves(needle)).ToList();
        return (packs.Sum(n => n.Entry.Unused), packs.Sum(n => n.Entry.UsedOnce));
    }

    public async Task<IActionResult> OnGetAsync(int id, int h, int n, int s) => ModelState.IsValid && await LoadAsync(id, h, n, s) ? Page() : NotFound();

    public async Task<IActionResult> OnPostStartAsync(int id, Guid key) =>
        await care.StartAsync(id, key) is SaveResult.Saved saved ? this.RedirectSaying($"/care/{id}", saved.Again ? "The timer runs already." : "The timer runs. It goes on through a restart and a closed lid.") : NotFound();

    public Task<IActionResult> OnPostPauseAsync(int id, int entry, int version) => PauseAsync(id, entry, version, null);

    /// <summary>Ends a timer that somebody forgot, after so many minutes.</summary>
    public async Task<IActionResult> OnPostForgotAsync(int id, int entry, int version, string? minutes)
    {
        if (await care.FindAsync(entry) is not { Entry.Sat: { } sat })
        {
            return NotFound();
        }

        var typed = double.TryParse(minutes?.Trim().Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var read) && read is > 0 and <= 10_000 ? read : (double?)null;
        var fault = typed is { } some ? sat.EndFault(sat.Start.AddMinutes(some), Now)?.Message : "Write how many minutes it was, as a number.";
        if (fault is not null && sat.Running)
        {
            TimerFault = fault;
            Response.StatusCode = StatusCodes.Status400BadRequest;
            return await LoadAsync(id) ? Page() : NotFound();
        }

        return await PauseAsync(id, entry, version, typed is { } known ? sat.Start.AddMinutes(known) : null);
    }

    /// <summary>A fresh needle is in.</summary>
    public async Task<IActionResult> OnPostNeedleAsync(int id, int version, string? seat, bool used, bool keep)
    {
        if (ThreadPositions.Find(seat) is not { } position)
        {
            return NotFound();
        }

        return await care.ChangeNeedleAsync(id, version, position, used, keep) switch
        {
            SaveResult.Saved => this.RedirectSaying($"/care/{id}", wording.Say($"A fresh {position.Name()} is in: it counts from none. Turn the wheel toward you by hand once, then sew on a scrap.")),
            SaveResult.Stale => await RefusedAsync(id, "What is on this machine was changed in another tab or on another device after the page was opened. Nothing was changed; this is how it stands now."),
            _ => NotFound(),
        };
    }

    /// <summary>A needle was not changed after all.</summary>
    public async Task<IActionResult> OnPostUnchangeAsync(int id, int seated) =>
        await care.UnchangeNeedleAsync(seated) is SaveResult.Saved ? this.RedirectSaying($"/care/{id}", "Taken back: the needle before stands there still, and the drawer is as it was.")
            : await RefusedAsync(id, "That needle is not the last one of its seat any more. Nothing was changed; this is how it stands now.");

    /// <summary>A needle broke.</summary>
    public async Task<IActionResult> OnPostBrokeAsync(int id, Guid key, string? seat) =>
        ThreadPositions.Find(seat) is { } position && await care.BrokeAsync(id, position, key) is SaveResult.Saved
            ? this.RedirectSaying($"/care/{id}", "Written down: its seat is empty, and the garment stays on the table until every piece is accounted for.") : NotFound();

    /// <summary>A piece of a broken needle was found, or not after all.</summary>
    public Task<IActionResult> OnPostPieceAsync(int id, int entry, int version, string? piece, bool found) =>
        piece is not null && BrokenNeedle.Pieces.Contains(piece) ? AccountAsync(id, entry, version, b => b.With(piece, found)) : Task.FromResult<IActionResult>(NotFound());

    /// <summary>A piece was not found, and the garment is out of use.</summary>
    public Task<IActionResult> OnPostOutOfUseAsync(int id, int entry, int version) => AccountAsync(id, entry, version, b => b with { OutOfUse = true });

    /// <summary>A length was not sewn after all.</summary>
    public async Task<IActionResult> OnPostNotSewnAsync(int id, int sewn) =>
        await cones.TakeBackAsync(sewn) is SaveResult.Saved ? this.RedirectSaying($"/care/{id}", "Taken back: its thread is on the cones again, and its stitches are off the needles.") : NotFound();

    private async Task<IActionResult> AccountAsync(int id, int entry, int version, Func<BrokenNeedle, BrokenNeedle> change) => await care.AccountAsync(entry, version, change) switch
    {
        SaveResult.Saved => this.RedirectSaying($"/care/{id}", (await care.FindAsync(entry))!.Entry.Broke switch
        {
            { OutOfUse: true } => "Written down: the garment is out of use. It is worn by nobody.",
            { Whole: true } => "Every piece is accounted for. The pieces go into a closed container.",
            _ => "Written down.",
        }),
        SaveResult.Stale => await RefusedAsync(id, "This was changed in another tab or on another device after the page was opened. This is how it stands now."),
        _ => NotFound(),
    };

    private async Task<IActionResult> PauseAsync(int id, int entry, int version, DateTimeOffset? at)
    {
        switch (await care.PauseAsync(entry, version, at))
        {
            case SaveResult.Saved:
                var sat = (await care.FindAsync(entry))!.Entry.Sat!;
                return this.RedirectSaying($"/care/{id}", $"Paused: {CareWords.Hours(sat.Until(sat.End!.Value).TotalHours)} at the machine.");
            case SaveResult.Stale:
                var there = await care.FindAsync(entry);
                return await RefusedAsync(id, there?.Entry.Sat is { End: { } end } ended ? $"This timer was paused already, in another tab or on another device: {CareWords.Hours(ended.Until(end).TotalHours)} at the machine are written down." : "This timer was changed meanwhile.");
            default:
                return NotFound();
        }
    }

    private async Task<IActionResult> RefusedAsync(int id, string why)
    {
        (Notice, Response.StatusCode) = (why, StatusCodes.Status409Conflict);
        return await LoadAsync(id) ? Page() : NotFound();
    }

    private async Task<bool> LoadAsync(int id, int h = 1, int n = 1, int s = 1)
    {
        if (await workroom.Machines.FirstOrDefaultAsync(m => m.Id == id) is not { Entry.SimulatedNumber: null } row)
        {
            return false;
        }

        Row = row;
        State = (await care.StatesAsync([row], wording.Settings.Schools))[0];
        History = await care.ListAsync(id, h, Listed);
        NeedlePage = await care.ListNeedlesAsync(id, n, Listed);
        Needles = await care.HoursOfAsync(row, NeedlePage.Items);
        Sewn = await care.ListSewnAsync(id, s, Listed);
        LastChanged = State.Needles.Where(d => d.Row is { ThreadUpId: null, FittedAt: { } fitted } && Now - fitted < TakenBackWithin).Select(d => d.Row.Id).ToHashSet();
        drawer = (await workroom.ListNeedlesAsync(size: Workroom.MostOffered)).Items;
        return true;
    }
}
