using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>What can be put away.</summary>
public enum RecordKind
{
    Cloth,
    Machine,
    Seam,
    Setup,
    Needle,
    Thread,
    Rule,
}

/// <summary>A record that was put away.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="At">When it was put away.</param>
/// <param name="With">What else went with it carries the same.</param>
/// <param name="Demo">Whether it came with the demo.</param>
public sealed record PutAwayListing(RecordKind Kind, int Id, string Name, DateTimeOffset At, Guid With, bool Demo);

/// <summary>
/// Takes records out of sight and brings them back. Nothing is ever deleted: what refers to a record that is put
/// away, above all a kept set-up, still finds it.
/// </summary>
public sealed class PutAwayShelf(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Puts one record away; once away it stays as it is.</summary>
    public async Task<SaveResult> PutAwayAsync(RecordKind kind, int id, int version)
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
        return await PutAwayAsync(RowsOf(kind).Where(r => r.Id == id && r.Version == version), Guid.NewGuid()) == 1
            ? new SaveResult.Saved(id, Again: false)
            : new SaveResult.Stale(row.Version);
    }

    /// <summary>Brings back everything that was put away in one go.</summary>
    /// <returns>How many records came back.</returns>
    public Task<int> BringBackAsync(Guid with) => InOneAsync(kind => RowsOf(kind).Where(r => r.PutAwayWith == with).ExecuteUpdateAsync(change => change
        .SetProperty(r => r.PutAwayAt, (DateTimeOffset?)null)
        .SetProperty(r => r.PutAwayWith, (Guid?)null)
        .SetProperty(r => r.Version, r => r.Version + 1)));

    /// <summary>Puts the whole demo away.</summary>
    /// <returns>What to bring it back with; null where nothing of the demo is in use.</returns>
    public async Task<Guid?> PutDemoAwayAsync()
    {
        var with = Guid.NewGuid();
        return await InOneAsync(kind => PutAwayAsync(RowsOf(kind).Where(r => r.Demo && r.PutAwayAt == null), with)) > 0 ? with : null;
    }

    /// <summary>Whether anything of the demo is in use.</summary>
    public async Task<bool> DemoInUseAsync()
    {
        foreach (var kind in Enum.GetValues<RecordKind>())
        {
            if (await RowsOf(kind).AnyAsync(r => r.Demo && r.PutAwayAt == null))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Everything put away, the last first.</summary>
    public Task<List<PutAwayListing>> ListAsync() => ListAsync(r => r.PutAwayAt != null);

    /// <summary>What was put away in one go.</summary>
    public Task<List<PutAwayListing>> ListAsync(Guid with) => ListAsync(r => r.PutAwayWith == with);

    private async Task<List<PutAwayListing>> ListAsync(System.Linq.Expressions.Expression<Func<Row, bool>> which)
    {
        var all = new List<PutAwayListing>();
        foreach (var kind in Enum.GetValues<RecordKind>())
        {
            var rows = await RowsOf(kind).Where(which).Select(r => new { r.Id, r.Name, r.PutAwayAt, r.PutAwayWith, r.Demo }).ToListAsync();
            all.AddRange(rows.Where(r => r.PutAwayAt is not null).Select(r => new PutAwayListing(kind, r.Id, r.Name, r.PutAwayAt!.Value, r.PutAwayWith ?? Guid.Empty, r.Demo)));
        }

        return [.. all.OrderByDescending(r => r.At).ThenBy(r => r.Kind).ThenBy(r => r.Id)];
    }

    private async Task<int> PutAwayAsync(IQueryable<Row> rows, Guid with)
    {
        var now = clock.GetUtcNow();
        return await rows.ExecuteUpdateAsync(change => change
            .SetProperty(r => r.PutAwayAt, now)
            .SetProperty(r => r.PutAwayWith, with)
            .SetProperty(r => r.Version, r => r.Version + 1));
    }

    private async Task<int> InOneAsync(Func<RecordKind, Task<int>> step)
    {
        await using var transaction = await context.Database.BeginTransactionAsync();
        var count = 0;
        foreach (var kind in Enum.GetValues<RecordKind>())
        {
            count += await step(kind);
        }

        await transaction.CommitAsync();
        return count;
    }

    private IQueryable<Row> RowsOf(RecordKind kind) => kind switch
    {
        RecordKind.Cloth => context.Cloths,
        RecordKind.Machine => context.Machines,
        RecordKind.Seam => context.Seams,
        RecordKind.Setup => context.Setups,
        RecordKind.Needle => context.Needles,
        RecordKind.Thread => context.Threads,
        RecordKind.Rule => context.Rules,
        _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "There is no such kind of record."),
    };
}
