using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Care;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store;

/// <summary>What was put away in one go.</summary>
/// <param name="With">What it is brought back by.</param>
/// <param name="At">When it was put away.</param>
/// <param name="Name">The name of the first record in it.</param>
/// <param name="Counts">How many of which kind.</param>
/// <param name="Demo">Whether all of it came with the demo.</param>
public sealed record PutAwayGroup(Guid With, DateTimeOffset At, string Name, IReadOnlyList<(RecordKind Kind, int Count)> Counts, bool Demo)
{
    public int Total => Counts.Sum(c => c.Count);
}

/// <summary>What came back.</summary>
/// <param name="Count">How many records.</param>
/// <param name="Held">Names of set-ups that stay put away.</param>
public sealed record BroughtBack(int Count, IReadOnlyList<string> Held);

/// <summary>
/// Takes records out of sight and brings them back. Nothing is ever deleted: what refers to a record that is put
/// away, above all a kept set-up, still finds it.
/// </summary>
public sealed class PutAwayShelf(WorkroomContext context, TimeProvider clock)
{
    private static readonly RecordKind[] Kinds = [.. RecordKinds.PutAway.Select(t => t.Kind)];

    /// <summary>Puts one record away; once away it stays as it is.</summary>
    public Task<SaveResult> PutAwayAsync(RecordKind kind, int id, int version) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await RowsOf(kind).Where(r => r.Id == id).Select(r => new { r.Version, Away = r.PutAwayAt != null }).FirstOrDefaultAsync() is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (row.Away)
        {
            return new SaveResult.Saved(id, Again: true);
        }

        // One statement with the version in its condition, so that an edit saved meanwhile is not hidden.
        var with = Guid.NewGuid();
        if (await PutAwayAsync(RowsOf(kind).Where(r => r.Id == id && r.Version == version), with) != 1)
        {
            return new SaveResult.Stale(row.Version);
        }

        await CareBook.TellAsync(context, with, null);
        return new SaveResult.Saved(id, Again: false);
    });

    /// <summary>Brings back everything that was put away in one go, but for set-ups whose place has been taken: one that was amended otherwise since has its next version.</summary>
    public Task<BroughtBack> BringBackAsync(Guid with) => context.InTurnAsync(async () =>
    {
        var (count, care) = (0, await context.Care.AsNoTracking().Where(c => c.PutAwayWith == with).Select(c => c.Id).ToListAsync());
        // An import that was undone put kinds away that nobody puts away by hand.
        foreach (var type in RecordKinds.All)
        {
            var rows = type.Kind switch
            {
                RecordKind.Setup => FreeToComeBack(with),
                // A timer that ran cannot run beside another one.
                RecordKind.Care => context.Care.Where(c => c.PutAwayWith == with
                    && !(c.Open && c.KindId == CareEntry.SatId && context.Care.Any(o => o.Id != c.Id && o.MachineId == c.MachineId && o.Open && o.KindId == CareEntry.SatId && o.PutAwayAt == null))),
                _ => type.Rows(context).Where(r => r.PutAwayWith == with),
            };
            count += await rows.ExecuteUpdateAsync(change => change
                .SetProperty(r => r.PutAwayAt, (DateTimeOffset?)null)
                .SetProperty(r => r.PutAwayWith, (Guid?)null)
                .SetProperty(r => r.Version, r => r.Version + 1));
        }

        await CareBook.TellAsync(context, null, care);
        return new BroughtBack(count, await context.Setups.Where(s => s.PutAwayWith == with).OrderBy(s => s.Id).Select(s => s.Name).ToListAsync());
    });

    /// <summary>Set-ups of a group whose earlier version has no other next version, in use or in the group after them.</summary>
    private IQueryable<Row> FreeToComeBack(Guid with) => context.Setups.Where(s => s.PutAwayWith == with
        && !context.Setups.Any(o => o.EarlierId != null && o.EarlierId == s.EarlierId && o.Id != s.Id && (o.PutAwayAt == null || (o.PutAwayWith == with && o.Id > s.Id))));

    /// <summary>Puts the whole demo away.</summary>
    /// <returns>What to bring it back with; null where nothing of the demo is in use.</returns>
    public async Task<Guid?> PutDemoAwayAsync()
    {
        var with = Guid.NewGuid();
        return await context.InTurnAsync(async () =>
        {
            var count = await InOneAsync(kind => PutAwayAsync(RowsOf(kind).Where(r => r.Demo && r.PutAwayAt == null), with));
            await CareBook.TellAsync(context, with, null);
            return count;
        }) > 0 ? with : null;
    }

    /// <summary>Whether anything of the demo is in use.</summary>
    public async Task<bool> DemoInUseAsync()
    {
        foreach (var kind in Kinds)
        {
            if (await RowsOf(kind).AnyAsync(r => r.Demo && r.PutAwayAt == null))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>What is put away, by what went in one go, the last first.</summary>
    /// <param name="page">Which page of it.</param>
    public async Task<ListPage<PutAwayGroup>> ListAsync(int page = 1)
    {
        // One question over all kinds: every group with its moment; then what the groups of the page hold.
        var groups = Kinds.Select(kind => RowsOf(kind).Where(r => r.PutAwayAt != null).Select(r => new { r.PutAwayAt, r.PutAwayWith })).Aggregate((all, more) => all.Concat(more))
            .GroupBy(r => r.PutAwayWith).Select(g => new { With = g.Key, At = g.Max(r => r.PutAwayAt) }).OrderByDescending(g => g.At).ThenBy(g => g.With);
        var found = await groups.PageAsync(page);
        var items = new List<PutAwayGroup>();
        foreach (var group in found.Items)
        {
            items.Add(await GroupAsync(group.With ?? Guid.Empty, group.At!.Value));
        }

        return new ListPage<PutAwayGroup>(items, found.Total, found.Number, found.Size);
    }

    /// <summary>What was put away in one go; null where nothing was, or all of it is back.</summary>
    public async Task<PutAwayGroup?> FindAsync(Guid with)
    {
        var group = await GroupAsync(with, default);
        return group.Counts.Count > 0 ? group : null;
    }

    /// <summary>With what a record was put away; null where it is in use.</summary>
    public Task<Guid?> AwayWithAsync(RecordKind kind, int id) => RowsOf(kind).Where(r => r.Id == id && r.PutAwayAt != null).Select(r => r.PutAwayWith).FirstOrDefaultAsync();

    private async Task<PutAwayGroup> GroupAsync(Guid with, DateTimeOffset at)
    {
        var counts = new List<(RecordKind Kind, int Count)>();
        var (first, demo) = ("", true);
        foreach (var kind in Kinds)
        {
            var rows = RowsOf(kind).Where(r => r.PutAwayWith == with);
            if (await rows.OrderBy(r => r.Id).Select(r => r.Name).FirstOrDefaultAsync() is { } name)
            {
                first = first.Length == 0 ? name : first;
                counts.Add((kind, await rows.CountAsync()));
                demo = demo && await rows.AllAsync(r => r.Demo);
            }
        }

        return new PutAwayGroup(with, at, first, counts, demo);
    }

    private async Task<int> PutAwayAsync(IQueryable<Row> rows, Guid with)
    {
        var now = clock.GetUtcNow();
        return await rows.ExecuteUpdateAsync(change => change
            .SetProperty(r => r.PutAwayAt, now)
            .SetProperty(r => r.PutAwayWith, with)
            .SetProperty(r => r.Version, r => r.Version + 1));
    }

    private Task<int> InOneAsync(Func<RecordKind, Task<int>> step) => context.InTurnAsync(async () =>
    {
        var count = 0;
        foreach (var kind in Kinds)
        {
            count += await step(kind);
        }

        return count;
    });

    private IQueryable<Row> RowsOf(RecordKind kind) => RecordKinds.Of(kind) is { CanBePutAway: true } type
        ? type.Rows(context)
        : throw new ArgumentOutOfRangeException(nameof(kind), kind, "This kind of record is not put away.");
}
