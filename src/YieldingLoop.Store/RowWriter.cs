using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>Writes rows so that nothing is made twice and no edit is lost: the same form makes one record, and an edit from an older version is refused.</summary>
internal sealed class RowWriter(WorkroomContext context, TimeProvider clock)
{
    private const int SqliteConstraint = 19;

    /// <summary>Makes a row; the same form arriving again is answered with what it made.</summary>
    public Task<SaveResult> InsertAsync<TRow>(TRow row, Guid key)
        where TRow : Row => context.InTurnAsync(() => InsertInTurnAsync(row, key));

    private async Task<SaveResult> InsertInTurnAsync<TRow>(TRow row, Guid key)
        where TRow : Row
    {
        row.SubmissionKey = key;
        row.CreatedAt = row.ChangedAt = clock.GetUtcNow();
        context.Add(row);
        try
        {
            await SaveWithDraftAsync(key);
            return new SaveResult.Saved(row.Id, Again: false);
        }
        catch (DbUpdateException e) when (e.InnerException is SqliteException { SqliteErrorCode: SqliteConstraint })
        {
            // The same form arrived before: answer with what it made. Anything else that breaks a constraint is a fault.
            context.ChangeTracker.Clear();
            var made = await context.Set<TRow>().AsNoTracking().FirstOrDefaultAsync(r => r.SubmissionKey == key);
            return made is null ? throw new InvalidOperationException("The record broke a rule of the database.", e) : new SaveResult.Saved(made.Id, Again: true);
        }
    }

    /// <summary>Saves a changed row, unless it has been changed since the version it was read in.</summary>
    public Task<SaveResult> UpdateAsync<TRow>(TRow row, int version, Guid? key = null)
        where TRow : Row => context.InTurnAsync(() => UpdateInTurnAsync(row, version, key));

    private async Task<SaveResult> UpdateInTurnAsync<TRow>(TRow row, int version, Guid? key)
        where TRow : Row
    {
        if (row.Version != version)
        {
            context.Entry(row).State = EntityState.Detached;
            return new SaveResult.Stale(row.Version);
        }

        row.Version = version + 1;
        row.ChangedAt = clock.GetUtcNow();
        try
        {
            await SaveWithDraftAsync(key);
            return new SaveResult.Saved(row.Id, Again: false);
        }
        catch (DbUpdateConcurrencyException)
        {
            context.Entry(row).State = EntityState.Detached;
            var current = await context.Set<TRow>().AsNoTracking().Where(r => r.Id == row.Id).Select(r => (int?)r.Version).FirstOrDefaultAsync();
            return current is { } now ? new SaveResult.Stale(now) : new SaveResult.Missing();
        }
    }

    /// <summary>Saves, and lets go of the draft the record was typed as; both are one turn, and so both or neither.</summary>
    private async Task SaveWithDraftAsync(Guid? key)
    {
        await context.SaveChangesAsync();
        if (key is not null)
        {
            await context.Drafts.Where(d => d.Key == key).ExecuteDeleteAsync();
        }
    }
}
