using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store;

/// <summary>
/// Reads and writes the workroom's records. Every write is one transaction: whole, or not at all.
/// Lists and choosers leave out what is put away; whatever refers to such a record still finds it.
/// </summary>
public sealed class Workroom(WorkroomContext context, TimeProvider clock)
{
    private readonly RowWriter writer = new(context, clock);

    public IQueryable<ClothRow> Cloths => context.Cloths.AsNoTracking();

    public IQueryable<MachineRow> Machines => context.Machines.AsNoTracking();

    public IQueryable<StateRow> States => context.States.AsNoTracking();

    public IQueryable<NeedleRow> Needles => context.Needles.AsNoTracking();

    public IQueryable<ThreadRow> Threads => context.Threads.AsNoTracking();

    public IQueryable<RuleRow> Rules => context.Rules.AsNoTracking();

    public IQueryable<SeamRow> Seams => context.Seams.AsNoTracking();

    public IQueryable<SetupRow> Setups => context.Setups.AsNoTracking();

    public Task<SaveResult> SaveAsync(ClothEntry entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name.Trim(), id, version, key, () => new ClothRow { Name = "", Entry = entry });

    public Task<SaveResult> SaveAsync(Machine entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name.Trim(), id, version, key, () => new MachineRow { Name = "", Entry = entry }, row =>
        {
            if (id is null)
            {
                // Every machine stands in some state from the first; nothing of it is known yet.
                var now = clock.GetUtcNow();
                context.Add(new StateRow { Name = row.Name, Machine = row, Entry = MachineState.Unknown, SubmissionKey = Guid.NewGuid(), CreatedAt = now, ChangedAt = now });
            }
        });

    public Task<SaveResult> SaveAsync(NeedleStock entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name, id, version, key, () => new NeedleRow { Name = "", Entry = entry });

    public Task<SaveResult> SaveAsync(ThreadStock entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name.Trim(), id, version, key, () => new ThreadRow { Name = "", Entry = entry });

    public Task<SaveResult> SaveAsync(OwnRule entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name, id, version, key, () => new RuleRow { Name = "", Entry = entry });

    /// <summary>Writes down what is on a machine.</summary>
    /// <param name="entry">The state.</param>
    /// <param name="machineId">Whose.</param>
    /// <param name="version">Version of the state it was changed from.</param>
    /// <param name="key">The form's key.</param>
    public async Task<SaveResult> SaveAsync(MachineState entry, int machineId, int version, Guid key)
    {
        var row = await context.States.Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == machineId);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        row.Name = row.Machine!.Name;
        row.Entry = entry;
        return await writer.UpdateAsync(row, version, key);
    }

    /// <summary>Saves a seam on a cloth; <see cref="SaveResult.Missing"/> also where the cloth does not exist.</summary>
    public async Task<SaveResult> SaveAsync(SeamEntry entry, int clothId, int? id, int version, Guid key)
    {
        if (!await Cloths.AnyAsync(c => c.Id == clothId))
        {
            return new SaveResult.Missing();
        }

        return await SaveEntryAsync<SeamRow, SeamEntry>(entry, entry.Name.Trim(), id, version, key, () => new SeamRow { Name = "", Entry = entry }, row => row.ClothId = clothId);
    }

    /// <summary>Cloths in use.</summary>
    private IQueryable<ClothRow> ClothsInUse => Cloths.Where(c => c.PutAwayAt == null);

    /// <summary>Set-ups in use, each in its newest version.</summary>
    private IQueryable<SetupRow> SetupsInUse => Setups.Where(s => s.PutAwayAt == null && !s.Later.Any(l => l.PutAwayAt == null));

    /// <summary>Keeps a set-up with all it was made from.</summary>
    public async Task<SaveResult> KeepAsync(SetupSnapshot snapshot, int seamId, int clothId, int machineId, Guid key)
    {
        if (!await Seams.AnyAsync(s => s.Id == seamId && s.ClothId == clothId) || !await Machines.AnyAsync(m => m.Id == machineId))
        {
            return new SaveResult.Missing();
        }

        var row = SetupOf(snapshot);
        (row.SeamId, row.ClothId, row.MachineId) = (seamId, clothId, machineId);
        return await writer.InsertAsync(row, key);
    }

    /// <summary>Keeps an amended set-up as the next version of the one it was made from, which stays as it is.</summary>
    /// <param name="earlierId">The version it was amended from.</param>
    /// <param name="plan">The amended set-up.</param>
    /// <param name="remark">Why.</param>
    /// <param name="key">The form's key.</param>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such set-up; <see cref="SaveResult.Stale"/> where it has been amended already.</returns>
    public async Task<SaveResult> AmendAsync(int earlierId, SetupPlan plan, string remark, Guid key)
    {
        if (await Setups.Include(s => s.Later).FirstOrDefaultAsync(s => s.Id == earlierId) is not { } earlier)
        {
            return new SaveResult.Missing();
        }

        if (earlier.Later.FirstOrDefault(l => l.PutAwayAt is null && l.SubmissionKey != key) is { } later)
        {
            return new SaveResult.Stale(later.Edition);
        }

        var row = SetupOf(earlier.Snapshot with { Plan = plan });
        (row.SeamId, row.ClothId, row.MachineId, row.EarlierId, row.Edition, row.Remark) = (earlier.SeamId, earlier.ClothId, earlier.MachineId, earlierId, earlier.Edition + 1, remark);
        return await writer.InsertAsync(row, key);
    }

    /// <summary>Every version of a set-up, the newest first.</summary>
    public async Task<IReadOnlyList<SetupRow>> VersionsAsync(int setupId)
    {
        var versions = new List<SetupRow>();
        // Forward to the newest, then back to the first: a handful of rows, each found by its number.
        var newest = await Setups.FirstOrDefaultAsync(s => s.Id == setupId);
        while (newest is not null && await Setups.Where(s => s.EarlierId == newest.Id && s.PutAwayAt == null).OrderByDescending(s => s.Id).FirstOrDefaultAsync() is { } later)
        {
            newest = later;
        }

        for (var row = newest; row is not null; row = row.EarlierId is { } earlier ? await Setups.FirstOrDefaultAsync(s => s.Id == earlier) : null)
        {
            versions.Add(row);
        }

        return versions;
    }

    /// <summary>Own rules in use, the last changed first.</summary>
    public Task<List<RuleRow>> ListRulesAsync(int limit) => Rules.Where(r => r.PutAwayAt == null).OrderByDescending(r => r.ChangedAt).Take(limit).ToListAsync();

    /// <summary>The record of a set-up, not yet tied to the seam, cloth and machine it came from.</summary>
    internal static SetupRow SetupOf(SetupSnapshot snapshot) => new()
    {
        Name = snapshot.Seam.Name.Trim(),
        SearchText = string.Join('\n', snapshot.Seam.Name, snapshot.Cloth.Name, snapshot.Machine.Name).ToLowerInvariant(),
        VerdictId = snapshot.Plan.Figures.Verdict!.Verdict.Id(),
        Summary = new SetupSummary(
            snapshot.Cloth.Name.Trim(), snapshot.Machine.Name.Trim(), snapshot.Plan.Figures.Verdict!,
            [.. snapshot.Plan.Threads.Select(t => new SummaryDial(t.Position, t.DialNumber))]),
        Snapshot = snapshot,
    };

    /// <summary>Writes down that the swatch of a set-up passed, or that it has not after all.</summary>
    public async Task<SaveResult> SetSwatchPassedAsync(int setupId, int version, bool passed)
    {
        var row = await context.Setups.FirstOrDefaultAsync(s => s.Id == setupId);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        row.SwatchPassedAt = passed ? row.SwatchPassedAt ?? clock.GetUtcNow() : null;
        if (passed && row.Version == version)
        {
            // The swatch was sewn with it, so it is on the machine.
            await PutOnAsync(row);
        }

        return await writer.UpdateAsync(row, version);
    }

    /// <summary>Writes down that a kept set-up is what is on its machine now.</summary>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such set-up.</returns>
    public async Task<SaveResult> PutOnMachineAsync(int setupId)
    {
        if (await context.Setups.AsNoTracking().FirstOrDefaultAsync(s => s.Id == setupId) is not { } row)
        {
            return new SaveResult.Missing();
        }

        await PutOnAsync(row);
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.MachineId, Again: false);
    }

    private async Task PutOnAsync(SetupRow setup)
    {
        var state = await context.States.Include(s => s.Machine).FirstAsync(s => s.Id == setup.MachineId);
        state.Entry = SetupState.Of(setup.Snapshot.Plan, state.Machine!.Entry, setup.Snapshot.Machine.NeedleSystem);
        state.Version += 1;
        state.ChangedAt = clock.GetUtcNow();
    }

    /// <summary>Set-ups whose cloth, machine or seam contains every word of the question; passed ones before the rest, the newest first.</summary>
    /// <param name="question">Words; empty finds all.</param>
    /// <param name="limit">At most so many.</param>
    public Task<List<SetupListing>> FindSetupsAsync(string? question, int limit = 100)
    {
        var query = SetupsInUse;
        foreach (var word in (question ?? "").ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(8))
        {
            query = query.Where(s => s.SearchText.Contains(word));
        }

        return ListAsync(query, limit);
    }

    /// <summary>The set-up kept last for a seam, among those in use; null where there is none.</summary>
    public Task<LastSetup?> LastSetupOfAsync(int seamId) =>
        SetupsInUse.Where(s => s.SeamId == seamId).OrderByDescending(s => s.Id)
            .Select(s => new LastSetup(s.Id, s.SwatchPassedAt != null || context.ThreadUps.Any(t => t.SetupId == s.Id && t.EndedAt != null), s.SwatchPassedAt != null)).FirstOrDefaultAsync();

    public Task<List<SetupListing>> SetupsOnClothAsync(int clothId) => ListAsync(SetupsInUse.Where(s => s.ClothId == clothId), 20);

    public Task<List<SetupListing>> SetupsOnMachineAsync(int machineId) => ListAsync(SetupsInUse.Where(s => s.MachineId == machineId), 20);

    /// <summary>The set-ups whose swatch passed last.</summary>
    public Task<List<SetupListing>> LastPassedAsync(int limit) =>
        Listing(SetupsInUse.Where(s => s.SwatchPassedAt != null).OrderByDescending(s => s.SwatchPassedAt).Take(limit)).ToListAsync();

    /// <summary>Cloths, the last changed first.</summary>
    public Task<List<ClothRow>> ListClothsAsync(int limit) => ClothsInUse.OrderByDescending(c => c.ChangedAt).Take(limit).ToListAsync();

    /// <summary>Machines by name.</summary>
    public Task<List<MachineRow>> ListMachinesAsync(int limit) => Machines.Where(m => m.PutAwayAt == null).OrderBy(m => m.Name).Take(limit).ToListAsync();

    /// <summary>Needles in the drawer by name.</summary>
    public Task<List<NeedleRow>> ListNeedlesAsync(int limit) => Needles.Where(n => n.PutAwayAt == null).OrderBy(n => n.Name).ThenBy(n => n.Id).Take(limit).ToListAsync();

    /// <summary>Threads in the drawer by name.</summary>
    public Task<List<ThreadRow>> ListThreadsAsync(int limit) => Threads.Where(t => t.PutAwayAt == null).OrderBy(t => t.Name).ThenBy(t => t.Id).Take(limit).ToListAsync();

    /// <summary>What is on a machine right now.</summary>
    public Task<StateRow?> StateOfAsync(int machineId) => States.FirstOrDefaultAsync(s => s.Id == machineId);

    /// <summary>Pieces of work without a set-up whose swatch passed, the last changed first.</summary>
    public Task<List<WorkListing>> OnTheTableAsync(int limit) =>
        Seams.Where(s => s.PutAwayAt == null && !s.Setups.Any(k => k.SwatchPassedAt != null && k.PutAwayAt == null))
            .OrderByDescending(s => s.ChangedAt).Take(limit)
            .Select(s => new WorkListing(
                s.Id, s.Name, s.Cloth!.Name, s.Setups.Where(k => k.PutAwayAt == null).Max(k => (int?)k.Id),
                context.ThreadUps.Any(t => t.EndedAt != null && t.SetupId == s.Setups.Where(k => k.PutAwayAt == null).Max(k => (int?)k.Id)))).ToListAsync();

    private static Task<List<SetupListing>> ListAsync(IQueryable<SetupRow> setups, int limit) =>
        Listing(setups.OrderBy(s => s.SwatchPassedAt == null).ThenByDescending(s => s.CreatedAt).ThenByDescending(s => s.Id).Take(limit)).ToListAsync();

    private static IQueryable<SetupListing> Listing(IQueryable<SetupRow> setups) =>
        setups.Select(s => new SetupListing(s.Id, s.Name, s.CreatedAt, s.SwatchPassedAt, s.Summary, s.Edition));

    private async Task<SaveResult> SaveEntryAsync<TRow, TEntry>(
        TEntry entry, string name, int? id, int version, Guid key, Func<TRow> create, Action<TRow>? also = null)
        where TRow : EntryRow<TEntry>
        where TEntry : class
    {
        var row = id is null ? create() : await context.Set<TRow>().FirstOrDefaultAsync(r => r.Id == id);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        row.Name = name;
        row.Entry = entry;
        // Whoever saves a record wants it, even where another device has put it away meanwhile.
        (row.PutAwayAt, row.PutAwayWith) = (null, null);
        also?.Invoke(row);
        return id is null ? await writer.InsertAsync(row, key) : await writer.UpdateAsync(row, version, key);
    }
}
