using System.Globalization;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
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

    /// <summary>Needles that are in a seat now.</summary>
    public IQueryable<SeatedNeedleRow> SeatedNeedles => context.SeatedNeedles.AsNoTracking().Where(n => n.TakenOutAt == null);

    public IQueryable<NeedleRow> Needles => context.Needles.AsNoTracking();

    public IQueryable<ThreadRow> Threads => context.Threads.AsNoTracking();

    public IQueryable<RuleRow> Rules => context.Rules.AsNoTracking();

    public IQueryable<SeamRow> Seams => context.Seams.AsNoTracking();

    public IQueryable<SetupRow> Setups => context.Setups.AsNoTracking();

    public Task<SaveResult> SaveAsync(ClothEntry entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name.Trim(), id, version, key, () => new ClothRow { Name = "", Entry = entry });

    public Task<SaveResult> SaveAsync(Machine entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name.Trim(), id, version, key, () => new MachineRow { Name = "", Entry = entry }, (row, _) =>
        {
            if (id is null)
            {
                // Every machine stands in some state from the first; nothing of it is known yet.
                var now = clock.GetUtcNow();
                context.Add(new StateRow { Name = row.Name, Machine = row, Entry = Setup.Unknown, SubmissionKey = Guid.NewGuid(), CreatedAt = now, ChangedAt = now });
            }
        });

    public Task<SaveResult> SaveAsync(NeedleStock entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name, id, version, key, () => new NeedleRow { Name = "", Entry = entry });

    public Task<SaveResult> SaveAsync(ThreadStock entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name.Trim(), id, version, key, () => new ThreadRow { Name = "", Entry = entry }, (row, before) => Weigh(row, before, entry));

    /// <summary>Keeps what was used between two weighings, and from when on it is counted anew.</summary>
    private void Weigh(ThreadRow row, ThreadStock? before, ThreadStock after)
    {
        if (after.WeighedSince(before))
        {
            if (before is not null && ThreadUse.Between(before, after, row.SewnSinceWeighed) is { } use)
            {
                row.Uses = [.. row.Uses.Append(use).TakeLast(ThreadUse.MostKept)];
            }

            (row.WeighedAt, row.SewnSinceWeighed) = (clock.GetUtcNow(), 0);
        }
        else if (before is not null && (before.MetresLeft != after.MetresLeft || before.Count != after.Count))
        {
            row.SewnSinceWeighed = null;
        }
    }

    /// <summary>What was used of threads between weighings, those put away too.</summary>
    public async Task<IReadOnlyList<ThreadUse>> ThreadUsesAsync() => [.. (await Threads.Where(t => t.WeighedAt != null).Select(t => t.Uses).ToListAsync()).SelectMany(u => u)];

    public Task<SaveResult> SaveAsync(OwnRule entry, int? id, int version, Guid key) =>
        SaveEntryAsync(entry, entry.Name, id, version, key, () => new RuleRow { Name = "", Entry = entry });

    /// <summary>Writes down what is on a machine.</summary>
    /// <param name="entry">The state.</param>
    /// <param name="machineId">Whose.</param>
    /// <param name="version">Version of the state it was changed from.</param>
    /// <param name="key">The form's key.</param>
    /// <param name="fresh">Seats into which another needle of the same kind was put.</param>
    public Task<SaveResult> SaveAsync(Setup entry, int machineId, int version, Guid key, IReadOnlyCollection<ThreadPosition>? fresh = null) => context.InTurnAsync(async () =>
    {
        var row = await context.States.Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == machineId);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        if (row.Version == version)
        {
            await NeedleSeats.FollowAsync(context, machineId, row.Entry, entry, clock.GetUtcNow(), fresh);
        }

        row.Name = row.Machine!.Name;
        row.Entry = entry;
        return await writer.UpdateAsync(row, version, key);
    });

    /// <summary>Saves a seam on a cloth; <see cref="SaveResult.Missing"/> also where the cloth does not exist.</summary>
    public Task<SaveResult> SaveAsync(SeamEntry entry, int clothId, int? id, int version, Guid key) => context.InTurnAsync(async () =>
    {
        if (!await Cloths.AnyAsync(c => c.Id == clothId))
        {
            return new SaveResult.Missing();
        }

        return await SaveEntryAsync<SeamRow, SeamEntry>(entry, entry.Name.Trim(), id, version, key, () => new SeamRow { Name = "", Entry = entry }, (row, _) => row.ClothId = clothId);
    });

    /// <summary>A seam with the other cloth in it as that cloth's record has it now.</summary>
    public async Task<SeamEntry> AsOfNowAsync(SeamEntry seam) =>
        seam.Other is { ClothId: { } id } other && await Cloths.FirstOrDefaultAsync(c => c.Id == id) is { } row && row.Entry.Resolve().Value is { } figures
            ? seam with { Other = other with { Cloth = figures } }
            : seam;

    /// <summary>Cloths in use.</summary>
    private IQueryable<ClothRow> ClothsInUse => Cloths.Where(c => c.PutAwayAt == null);

    /// <summary>Set-ups in use, each in its newest version, and beside it the one that worked last where the newest is not tried yet.</summary>
    private IQueryable<SetupRow> SetupsInUse => Setups.Where(s => s.PutAwayAt == null && !s.Superseded);

    /// <summary>Keeps a set-up with all it was made from; the very same one that is kept already is answered with that.</summary>
    public Task<SaveResult> KeepAsync(SetupSnapshot snapshot, int seamId, int clothId, int machineId, Guid key) => context.InTurnAsync(async () =>
    {
        if (!await Seams.AnyAsync(s => s.Id == seamId && s.ClothId == clothId) || !await Machines.AnyAsync(m => m.Id == machineId))
        {
            return new SaveResult.Missing();
        }

        foreach (var kept in await Setups.Where(s => s.SeamId == seamId && s.MachineId == machineId && s.PutAwayAt == null).OrderByDescending(s => s.Id).ToListAsync())
        {
            // Kept a second time it is still one set-up: nothing of what it was made from has changed.
            if (kept.Snapshot.SameAs(snapshot))
            {
                return new SaveResult.Saved(kept.Id, Again: true);
            }
        }

        var row = SetupOf(snapshot);
        (row.SeamId, row.ClothId, row.MachineId) = (seamId, clothId, machineId);
        return await writer.InsertAsync(row, key);
    });

    /// <summary>Keeps an amended set-up as the next version of the one it was made from, which stays as it is.</summary>
    /// <param name="earlierId">The version it was amended from.</param>
    /// <param name="plan">The amended set-up.</param>
    /// <param name="remark">Why.</param>
    /// <param name="key">The form's key.</param>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such set-up; <see cref="SaveResult.Stale"/> where it has been amended already.</returns>
    public Task<SaveResult> AmendAsync(int earlierId, SetupPlan plan, string remark, Guid key) => context.InTurnAsync(async () =>
    {
        if (await Setups.FirstOrDefaultAsync(s => s.Id == earlierId) is not { } earlier)
        {
            return new SaveResult.Missing();
        }

        var first = earlier.FirstId ?? earlierId;
        if (await Setups.Where(l => l.FirstId == first && l.Edition > earlier.Edition && l.PutAwayAt == null && l.SubmissionKey != key).Select(l => (int?)l.Edition).FirstOrDefaultAsync() is { } later)
        {
            return new SaveResult.Stale(later);
        }

        var row = SetupOf(earlier.Snapshot with { Plan = plan });
        (row.SeamId, row.ClothId, row.MachineId, row.EarlierId, row.Edition, row.Remark) = (earlier.SeamId, earlier.ClothId, earlier.MachineId, earlierId, earlier.Edition + 1, remark);
        return await writer.InsertAsync(row, key);
    });

    /// <summary>Every version of a set-up, the newest first: those in use, what they were amended from, and the one asked for.</summary>
    public async Task<IReadOnlyList<SetupRow>> VersionsAsync(int setupId)
    {
        var first = await Setups.Where(s => s.Id == setupId).Select(s => s.FirstId ?? s.Id).FirstOrDefaultAsync();
        var line = await Setups.Where(s => s.Id == first || s.FirstId == first).OrderByDescending(s => s.Edition).ThenByDescending(s => s.Id).ToListAsync();
        var shown = new HashSet<int>();
        foreach (var version in line.Where(s => s.Id == setupId || s.PutAwayAt is null))
        {
            for (var row = version; row is not null && shown.Add(row.Id); row = line.Find(s => s.Id == row.EarlierId))
            {
            }
        }

        return [.. line.Where(s => shown.Contains(s.Id))];
    }

    /// <summary>How often this process has written into the workroom: where it is the same, so are its records.</summary>
    public long Writes => context.Writes();

    /// <summary>Set-ups in use that were kept before a moment and whose cloth, seam or machine was changed after it, with what now differs; a few of them.</summary>
    /// <param name="from">The moment.</param>
    /// <param name="most">Most set-ups that are looked at.</param>
    public async Task<IReadOnlyList<(SetupRow Setup, string Source)>> ReopenedAsync(DateTimeOffset from, int most)
    {
        var rows = await SetupsInUse.Include(s => s.Cloth).Include(s => s.Seam).Include(s => s.Machine)
            .Where(s => s.CreatedAt < from && (s.Cloth!.ChangedAt >= from || s.Seam!.ChangedAt >= from || s.Machine!.ChangedAt >= from)).OrderByDescending(s => s.Id).Take(most).ToListAsync();
        var found = new List<(SetupRow, string)>();
        foreach (var row in rows)
        {
            if (SnapshotChanges.Between(row.Snapshot, row.Cloth!.Entry, await AsOfNowAsync(row.Seam!.Entry), row.Machine!.Entry).Count > 0)
            {
                found.Add((row, row.Cloth.ChangedAt >= from ? row.Cloth.Name : row.Machine.ChangedAt >= from ? row.Machine.Name : row.Seam.Name));
            }
        }

        return found;
    }

    /// <summary>How many swatches passed since a moment.</summary>
    public Task<int> PassedSinceAsync(DateTimeOffset from) => SetupsInUse.CountAsync(s => s.SwatchPassedAt >= from);

    /// <summary>Own rules in use, the last changed first.</summary>
    public Task<ListPage<RuleRow>> ListRulesAsync(int page = 1, int size = ListPage.Size) => Rules.Where(r => r.PutAwayAt == null).OrderByDescending(r => r.ChangedAt).PageAsync(page, size);

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
    public Task<SaveResult> SetSwatchPassedAsync(int setupId, int version, bool passed) => context.InTurnAsync(async () =>
    {
        var row = await context.Setups.FirstOrDefaultAsync(s => s.Id == setupId);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        row.SwatchPassedAt = passed ? row.SwatchPassedAt ?? clock.GetUtcNow() : null;
        row.PassedBySwatchId = passed ? row.PassedBySwatchId : null;
        if (passed && row.Version == version)
        {
            // The swatch was sewn with it, so it is on the machine.
            await PutOnAsync(row);
        }

        return await writer.UpdateAsync(row, version);
    });

    /// <summary>Writes down that a kept set-up is what is on its machine now.</summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="stateVersion">Version of the machine's state that was on screen when it was said.</param>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such set-up; <see cref="SaveResult.Stale"/> where somebody has said meanwhile what else is on the machine.</returns>
    public Task<SaveResult> PutOnMachineAsync(int setupId, int stateVersion) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await Setups.FirstOrDefaultAsync(s => s.Id == setupId) is not { } row || await StateOfAsync(row.MachineId) is not { } state)
        {
            return new SaveResult.Missing();
        }

        if (state.Version != stateVersion)
        {
            return new SaveResult.Stale(state.Version);
        }

        await PutOnAsync(row);
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.MachineId, Again: false);
    });

    private async Task PutOnAsync(SetupRow setup)
    {
        var state = await context.States.Include(s => s.Machine).FirstAsync(s => s.Id == setup.MachineId);
        var now = clock.GetUtcNow();
        await NeedleSeats.SetAsync(context, state, setup.Snapshot.Plan.Setup.OnMachine(state.Machine!.Entry), now, now);
    }

    /// <summary>Set-ups whose cloth, machine or seam contains every word of the question; passed ones before the rest, the newest first.</summary>
    /// <param name="question">Words; empty finds all.</param>
    /// <param name="page">Which page of them.</param>
    public Task<ListPage<SetupListing>> FindSetupsAsync(string? question, int page = 1)
    {
        var query = SetupsInUse;
        foreach (var word in WordsOf(question).Select(w => w.ToLowerInvariant()))
        {
            query = query.Where(s => s.SearchText.Contains(word));
        }

        return Listing(InOrder(query)).PageAsync(page);
    }

    /// <summary>The set-up kept last for a seam, among those in use; null where there is none.</summary>
    public Task<LastSetup?> LastSetupOfAsync(int seamId) =>
        SetupsInUse.Where(s => s.SeamId == seamId).OrderByDescending(s => s.Id)
            .Select(s => new LastSetup(s.Id, s.SwatchPassedAt != null || context.ThreadUps.Any(t => t.SetupId == s.Id && t.EndedAt != null), s.SwatchPassedAt != null)).FirstOrDefaultAsync();

    public Task<ListPage<SetupListing>> SetupsOnClothAsync(int clothId, int page = 1) => Listing(InOrder(SetupsInUse.Where(s => s.ClothId == clothId))).PageAsync(page, ShortList);

    public Task<ListPage<SetupListing>> SetupsOnMachineAsync(int machineId, int page = 1) => Listing(InOrder(SetupsInUse.Where(s => s.MachineId == machineId))).PageAsync(page, ShortList);

    /// <summary>The set-ups whose swatch passed last.</summary>
    public Task<ListPage<SetupListing>> LastPassedAsync(int most) =>
        Listing(SetupsInUse.Where(s => s.SwatchPassedAt != null).OrderByDescending(s => s.SwatchPassedAt)).PageAsync(1, most);

    /// <summary>Cloths whose name contains every word of the question, the last changed first.</summary>
    /// <param name="question">Words; empty finds all.</param>
    /// <param name="page">Which page of them.</param>
    /// <param name="size">Most on a page.</param>
    /// <param name="except">One that is left out.</param>
    public Task<ListPage<ClothRow>> ListClothsAsync(string? question = null, int page = 1, int size = ListPage.Size, int? except = null) =>
        Named(except is { } not ? ClothsInUse.Where(c => c.Id != not) : ClothsInUse, question).OrderByDescending(c => c.ChangedAt).ThenByDescending(c => c.Id).PageAsync(page, size);

    /// <summary>Machines by name.</summary>
    public Task<ListPage<MachineRow>> ListMachinesAsync(int page = 1, int size = ListPage.Size) =>
        MachinesInUse.OrderBy(m => m.Name).ThenBy(m => m.Id).PageAsync(page, size);

    /// <summary>Most of the user's own rules that are looked at for one set-up.</summary>
    public const int MostRules = 500;

    /// <summary>Most of anything that a field offers to choose from; beyond it the field says so.</summary>
    public const int MostOffered = 200;

    /// <summary>Cloths to choose from: those changed last, and the one that is chosen.</summary>
    public async Task<ListPage<ClothRow>> OfferClothsAsync(int? chosen) => await WithChosenAsync(await ListClothsAsync(size: MostOffered), ClothsInUse, chosen);

    /// <summary>Machines to choose from by name, and the one that is chosen.</summary>
    public async Task<ListPage<MachineRow>> OfferMachinesAsync(int? chosen) => await WithChosenAsync(await ListMachinesAsync(size: MostOffered), MachinesInUse, chosen);

    private static async Task<ListPage<T>> WithChosenAsync<T>(ListPage<T> offered, IQueryable<T> all, int? chosen)
        where T : Row =>
        chosen is { } id && offered.Items.All(r => r.Id != id) && await all.FirstOrDefaultAsync(r => r.Id == id) is { } row ? offered with { Items = [row, .. offered.Items] } : offered;

    /// <summary>Needles in the drawer by name.</summary>
    public Task<ListPage<NeedleRow>> ListNeedlesAsync(int page = 1, int size = ListPage.Size) => Needles.Where(n => n.PutAwayAt == null).OrderBy(n => n.Name).ThenBy(n => n.Id).PageAsync(page, size);

    /// <summary>Threads in the drawer by name.</summary>
    public Task<ListPage<ThreadRow>> ListThreadsAsync(int page = 1, int size = ListPage.Size) => Threads.Where(t => t.PutAwayAt == null).OrderBy(t => t.Name).ThenBy(t => t.Id).PageAsync(page, size);

    /// <summary>Machines in use.</summary>
    public IQueryable<MachineRow> MachinesInUse => Machines.Where(m => m.PutAwayAt == null);

    /// <summary>What the cones that are on a machine are called now, by their numbers.</summary>
    public async Task<IReadOnlyDictionary<string, string>> ConeNamesAsync(Setup state)
    {
        var numbers = state.Threads.Select(t => int.TryParse(t.Value.ConeId, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : 0).Where(n => n > 0).Distinct().ToList();
        return numbers.Count == 0 ? new Dictionary<string, string>()
            : await Threads.Where(t => numbers.Contains(t.Id)).Select(t => new { t.Id, t.Name }).ToDictionaryAsync(t => t.Id.ToString(CultureInfo.InvariantCulture), t => t.Name);
    }

    /// <summary>What is on a machine right now.</summary>
    public Task<StateRow?> StateOfAsync(int machineId) => States.FirstOrDefaultAsync(s => s.Id == machineId);

    /// <summary>Pieces of work without a set-up whose swatch passed, the last changed first.</summary>
    /// <param name="page">Which page of them.</param>
    /// <param name="size">Most on a page.</param>
    public Task<ListPage<WorkListing>> OnTheTableAsync(int page = 1, int size = ListPage.Size) => Works(SeamsInUse.Where(s => !s.Passed)).PageAsync(page, size);

    /// <summary>Pieces of work whose name, or whose cloth's name, contains every word of the question, the last touched first.</summary>
    /// <param name="question">Words; empty finds all.</param>
    /// <param name="clothId">Only those on this cloth; null for any.</param>
    /// <param name="state">Which of them.</param>
    /// <param name="page">Which page of them.</param>
    /// <param name="size">Most on a page.</param>
    public Task<ListPage<WorkListing>> ListWorkAsync(string? question = null, int? clothId = null, WorkState state = WorkState.Any, int page = 1, int size = ListPage.Size)
    {
        var seams = SeamsInUse;
        seams = clothId is { } cloth ? seams.Where(s => s.ClothId == cloth) : seams;
        seams = state switch { WorkState.OnTheTable => seams.Where(s => !s.Passed), WorkState.Passed => seams.Where(s => s.Passed), _ => seams };
        foreach (var pattern in WordsOf(question).Select(Containing))
        {
            // The cloths of that name are found once, not asked of every seam.
            var cloths = context.Cloths.Where(c => EF.Functions.Like(c.Name, pattern, "\\")).Select(c => c.Id);
            seams = seams.Where(s => EF.Functions.Like(s.Name, pattern, "\\") || cloths.Contains(s.ClothId));
        }

        return Works(seams).PageAsync(page, size);
    }

    private IQueryable<SeamRow> SeamsInUse => Seams.Where(s => s.PutAwayAt == null);

    private IQueryable<WorkListing> Works(IQueryable<SeamRow> seams) =>
        seams.OrderByDescending(s => s.ChangedAt).ThenByDescending(s => s.Id)
            .Select(s => new WorkListing(
                s.Id, s.Name, s.Cloth!.Name, s.Setups.Where(k => k.PutAwayAt == null).Max(k => (int?)k.Id),
                context.ThreadUps.Any(t => t.EndedAt != null && t.SetupId == s.Setups.Where(k => k.PutAwayAt == null).Max(k => (int?)k.Id)), s.Passed));

    /// <summary>Most on a page of a list that stands beside something else.</summary>
    private const int ShortList = 12;

    private static IQueryable<SetupRow> InOrder(IQueryable<SetupRow> setups) =>
        setups.OrderBy(s => s.SwatchPassedAt == null).ThenByDescending(s => s.CreatedAt).ThenByDescending(s => s.Id);

    private static IEnumerable<string> WordsOf(string? question) => (question ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(8);

    /// <summary>The pattern of names with a word in them; blind to capitals in ASCII, as SQLite's own comparison is.</summary>
    private static string Containing(string word) =>
        $"%{word.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("%", "\\%", StringComparison.Ordinal).Replace("_", "\\_", StringComparison.Ordinal)}%";

    private static IQueryable<T> Named<T>(IQueryable<T> rows, string? question)
        where T : Row
    {
        foreach (var pattern in WordsOf(question).Select(Containing))
        {
            rows = rows.Where(r => EF.Functions.Like(r.Name, pattern, "\\"));
        }

        return rows;
    }

    private IQueryable<SetupListing> Listing(IQueryable<SetupRow> setups) =>
        setups.Select(s => new SetupListing(
            s.Id, s.Name, s.CreatedAt, s.SwatchPassedAt, s.Summary, s.Edition,
            context.Setups.Where(l => l.FirstId == (s.FirstId ?? s.Id) && l.Edition > s.Edition && l.PutAwayAt == null).Max(l => (int?)l.Id),
            context.Setups.Where(l => l.FirstId == (s.FirstId ?? s.Id) && l.Edition > s.Edition && l.PutAwayAt == null).Max(l => (int?)l.Edition)));

    private Task<SaveResult> SaveEntryAsync<TRow, TEntry>(
        TEntry entry, string name, int? id, int version, Guid key, Func<TRow> create, Action<TRow, TEntry?>? also = null)
        where TRow : EntryRow<TEntry>
        where TEntry : class => context.InTurnAsync(async () =>
    {
        var row = id is null ? create() : await context.Set<TRow>().FirstOrDefaultAsync(r => r.Id == id);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        var before = id is null ? null : row.Entry;
        row.Name = name;
        row.Entry = entry;
        // Whoever saves a record wants it, even where another device has put it away meanwhile.
        (row.PutAwayAt, row.PutAwayWith) = (null, null);
        also?.Invoke(row, before);
        return id is null ? await writer.InsertAsync(row, key) : await writer.UpdateAsync(row, version, key);
    });
}
