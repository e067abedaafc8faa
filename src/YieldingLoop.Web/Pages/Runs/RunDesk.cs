using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store;
using YieldingLoop.Store.Formats;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Seams;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>
/// Lays out a run: reads its records, asks the planner what each seam can be sewn with, and has the order worked out. What
/// is on the machines decides the order alone: a set-up is not the better one for a seam because it happens to be on.
/// </summary>
public sealed class RunDesk(Workroom workroom, Store.Runs runs, Store.Garments garments, Store.Swatches swatches, PlanMemory plans, RunWorkshop workshop, Wording wording, TimeProvider clock)
{
    /// <summary>How long a page waits for an order before it says that it is being worked out.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(1.5);

    /// <summary>Metres of a cone count in such steps, so that what one seam takes does not ask every question anew.</summary>
    private const double ConeStepMetres = 500;

    /// <summary>Today, where the workroom is.</summary>
    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>A run with its records and its order; null where there is none of this number.</summary>
    /// <param name="id">The run.</param>
    /// <param name="begin">Whether the order is worked out where it is not known; otherwise it is only looked for.</param>
    /// <param name="wait">Whether to wait until it is there.</param>
    /// <param name="patient">Whether to wait a little for one that is being worked out.</param>
    public async Task<RunBoard?> LoadAsync(int id, bool begin = true, bool wait = false, bool patient = true)
    {
        if (await runs.FindAsync(id) is not { } row)
        {
            return null;
        }

        var run = row.Entry;
        var rows = await runs.GarmentsAsync(run);
        var entries = rows.Values.Select(g => g.Entry).ToList();
        var (works, kept) = (await garments.WorksAsync(entries), await garments.SetupsAsync(entries));
        var wearers = run.Parts.SelectMany(p => p.Wearers).Where(w => w > 0).Distinct().ToList();
        var (machines, leftOut) = await MachinesAsync(run);
        var needed = run.Done.Select(t => t.SetupId).Concat(run.Popped.Select(p => p.SetupId)).Distinct().ToList();
        var ticked = await workroom.Setups.Where(s => needed.Contains(s.Id)).ToDictionaryAsync(s => s.Id);
        var open = machines.Where(m => !m.Closed).ToList();
        var (asked, drawer) = open.Count == 0 ? ([], []) : await WorksAsync(run, rows, works, kept, ticked, open);
        var choicesKey = StoredFormat.Digest(string.Join('|', asked.AsParallel().AsOrdered().Select(w => FormattableString.Invariant(
            $"{w.WorkId} {StoredFormat.Digest(Documents.Of(w.Question))} {(w.Kept is var (machine, plan) ? machine + StoredFormat.Digest(Documents.Of(plan)) : "")} {w.Proven} {string.Join(',', w.Barred.Select(b => b.MachineId + StoredFormat.Digest(StoredFormat.Write(b.Setup))))}"))));
        var at = run.Done.Count > 0 && ticked.TryGetValue(run.Done[^1].SetupId, out var last) ? FieldText.Of(last.MachineId) : null;
        var key = StoredFormat.Digest(string.Join('|', choicesKey, StoredFormat.Write(run with { Name = "", Order = [] }), at, string.Join(',', rows.Values.OrderBy(g => g.Id).Select(g => $"{g.Id}.{g.Version}")), string.Join(',', open.Select(m => $"{m.Id} {m.Row.Version} {StoredFormat.Write(m.State)}"))));
        RunWorked Work(Action<double> progress, CancellationToken stop) => Worked(run, rows, works, asked, choicesKey, open, at, progress, stop);

        var job = workshop.Find(key) ?? (begin ? workshop.Begin(key, Work) : null);
        if (job is not null && (wait || (patient && !job.Task.IsCompleted)))
        {
            await Task.WhenAny(job.Task, wait ? job.Task : Task.Delay(Patience));
        }

        // What broke is this program's fault, and is said as that; what was broken off was meant.
        var worked = job is { Task: { IsCompleted: true, IsCanceled: false } } ? await job.Task : null;
        var board = new RunBoard
        {
            Row = row, Garments = rows, Works = works, Machines = machines, MachinesLeftOut = leftOut, Key = key, Going = job is { Task.IsCanceled: false }, Progress = job?.Progress ?? 0, Ticked = ticked,
            Drawer = drawer, Passed = kept.Values.Where(s => s.SwatchPassedAt is not null).ToDictionary(s => s.SeamId, s => s.Snapshot.Plan.Setup),
            Wearers = await garments.Wearers.Where(w => wearers.Contains(w.Id)).ToDictionaryAsync(w => w.Id, w => w.Name), Worked = worked,
        };
        return worked is null ? board : Ordered(board, worked);
    }

    /// <summary>Breaks off what is being worked out.</summary>
    public async Task StopAsync(int id)
    {
        if (await LoadAsync(id, begin: false) is { Worked: null } board)
        {
            workshop.Find(board.Key)?.Stop();
        }
    }

    /// <summary>Puts the order that is sewn on a board.</summary>
    private static RunBoard Ordered(RunBoard board, RunWorked worked)
    {
        var (order, byHand, broken) = (worked.Best, false, (Core.Words.Finding?)null);
        if (worked.Table is { } table && board.Run.Order.Count > 0)
        {
            // What came to the run since stands at its end, where it was not put anywhere.
            var own = table.Numbers(board.Run.Order);
            List<int> all = [.. own, .. Enumerable.Range(0, table.Pieces.Count).Except(own)];
            broken = all.Count == 0 ? null : table.Broken(all);
            if (broken is null && table.In(all) is { } sewn)
            {
                (order, byHand) = (sewn, true);
            }
        }

        var trades = order is null || worked.Table is null ? [] : worked.Table.Trades(order).ToDictionary(t => t.Place, t => t.SavesMinutes);
        var places = (order?.Order ?? []).Select((e, i) =>
        {
            var choices = worked.Ask.Choices[$"{e.GarmentId}/{e.SeamId}"];
            var garment = FieldText.IdOf(e.GarmentId)!.Value;
            return new RunPlaceView(
                i + 1, new(e.GarmentId, e.SeamId, e.Copy), garment, board.Garments[garment].Entry.Find(e.SeamId)!, e, choices[e.Candidate], choices[0], trades.TryGetValue(i, out var saves) ? saves : null);
        }).ToList();
        return board with { Progress = 1, Worked = worked, Order = order, ByHand = byHand, Broken = broken, Places = places };
    }

    private async Task<(IReadOnlyList<RunMachineRow> Machines, int LeftOut)> MachinesAsync(SewingRun run)
    {
        // A machine that is simulated sews no garment.
        var rows = (await workroom.OfferMachinesAsync(null)).Items.Where(m => m.Entry.SimulatedNumber is null).ToList();
        var ids = rows.Select(m => m.Id).ToList();
        var states = await workroom.States.Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id);
        var closed = run.Closed.Where(c => c.Day == Today).Select(c => c.MachineId).ToHashSet();
        // Closed ones take no room.
        var open = rows.Where(m => !closed.Contains(m.Id)).Take(RunProblem.MostMachines).ToList();
        return ([.. rows.Where(m => closed.Contains(m.Id) || open.Contains(m)).Select(m => new RunMachineRow(m, states.GetValueOrDefault(m.Id)?.Entry ?? Setup.Unknown, states.GetValueOrDefault(m.Id)?.Version ?? 0, closed.Contains(m.Id)))],
            rows.Count(m => !closed.Contains(m.Id)) - open.Count);
    }

    private async Task<(List<RunWork> Asked, IReadOnlyList<Core.Planning.Cone> Drawer)> WorksAsync(
        SewingRun run, Dictionary<int, GarmentRow> rows, Dictionary<int, SeamRow> works, Dictionary<int, SetupRow> kept, Dictionary<int, SetupRow> ticked, List<RunMachineRow> open)
    {
        var records = await PlanRecords.LoadAsync(workroom, swatches, [.. open.Select(m => m.Row.Id)]);
        var cones = records.Drawer?.Threads ?? [];
        records = records with
        {
            Drawer = records.Drawer is { Threads: { } threads } drawer
                ? drawer with { Threads = [.. threads.Select(c => c with { Stock = c.Stock with { MetresLeft = c.Stock.MetresLeft is { } left ? Math.Ceiling(left / ConeStepMetres) * ConeStepMetres : null } })] } : records.Drawer,
        };
        var asked = new List<RunWork>();
        foreach (var work in run.Parts.Where(p => rows.ContainsKey(p.GarmentId)).SelectMany(p => rows[p.GarmentId].Entry.Seams.Where(s => run.OpenCopies(p.GarmentId, s.Id).Count > 0)).Select(s => s.WorkId).Distinct().Where(works.ContainsKey).Select(w => works[w]))
        {
            if (work.Cloth!.Entry.Resolve().Value is not { } figures)
            {
                continue;
            }

            var seam = await workroom.AsOfNowAsync(work.Entry);
            var setup = kept.GetValueOrDefault(work.Id);
            asked.Add(new RunWork(
                work.Id, records.Question(figures, seam, work.ClothId, open.Select(m => m.Row), _ => Setup.Unknown, wording.Settings),
                setup is null ? null : (FieldText.Of(setup.MachineId), setup.Snapshot.Plan))
            {
                Proven = setup?.SwatchPassedAt is not null && open.Find(m => m.Row.Id == setup.MachineId) is { } on && SnapshotChanges.Between(setup.Snapshot, work.Cloth.Entry, seam, on.Row.Entry).Count == 0,
                Barred =
                [
                    .. run.Popped.Where(p => rows.GetValueOrDefault(p.GarmentId)?.Entry.Find(p.SeamId)?.WorkId == work.Id && ticked.ContainsKey(p.SetupId))
                        .Select(p => (FieldText.Of(ticked[p.SetupId].MachineId), ticked[p.SetupId].Snapshot.Plan.Setup)),
                ],
            });
        }

        return (asked, cones);
    }

    private RunWorked Worked(
        SewingRun run, Dictionary<int, GarmentRow> rows, Dictionary<int, SeamRow> works, List<RunWork> asked, string choicesKey, List<RunMachineRow> open, string? at, Action<double> progress, CancellationToken stop)
    {
        // Planning takes most of it.
        const double Planned = 0.8;
        var choices = workshop.Choices(choicesKey, () => RunCandidates.Of(asked, plans.Plan, share => progress(Planned * share), stop));
        var ask = RunAsk.Of(run, rows.ToDictionary(g => g.Key, g => g.Value.Entry), choices, [.. open.Select(m => new RunMachine(m.Id, m.Row.Entry, m.State))], (_, seam) => works.GetValueOrDefault(seam.WorkId)?.Name ?? seam.Id, at);
        if (ask.Question.Garments.Count == 0 || open.Count == 0)
        {
            return new RunWorked(ask, null, null, []);
        }

        var table = RunTable.Of(ask.Question);
        if (table.Value is not { } found)
        {
            return new RunWorked(ask, null, null, table.Problems);
        }

        progress(Planned);
        var best = found.Best(share => progress(Planned + (1 - Planned) * share), stop);
        return new RunWorked(ask, found, best.Value, best.Problems);
    }
}
