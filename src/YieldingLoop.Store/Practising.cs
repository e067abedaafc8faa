using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Practice;

namespace YieldingLoop.Store;

/// <summary>An attempt as it was left.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Version">Counts its moves.</param>
/// <param name="Entry">What was done.</param>
/// <param name="Ended">Whether it is at its end.</param>
public sealed record KeptAttempt(int Id, int Version, PracticeAttempt Entry, bool Ended);

/// <summary>An attempt that was begun and is not at its end.</summary>
/// <param name="CaseName">Which case.</param>
/// <param name="ChangedAt">When it was left.</param>
public sealed record OpenAttempt(string CaseName, DateTimeOffset ChangedAt);

/// <summary>Keeps what was practised: every move as it is made, so that a case goes on where it was left.</summary>
public sealed class Practising(WorkroomContext context, TimeProvider clock)
{
    private readonly RowWriter writer = new(context, clock);

    private IQueryable<PracticeRow> Rows => context.Practice.Where(p => p.PutAwayAt == null);

    /// <summary>The newest attempt at a case; null where nobody has begun it.</summary>
    /// <param name="caseName">The case.</param>
    public async Task<KeptAttempt?> LatestAsync(string caseName) =>
        await Rows.AsNoTracking().Where(p => p.Name == caseName).OrderByDescending(p => p.CreatedAt).ThenByDescending(p => p.Id).FirstOrDefaultAsync() is { } row ? new(row.Id, row.Version, row.Entry, row.EndedAt is not null) : null;

    /// <summary>Attempts that are not at their end, the newest first.</summary>
    /// <param name="most">How many of them.</param>
    public async Task<IReadOnlyList<OpenAttempt>> OpenAsync(int most) =>
        await Rows.AsNoTracking().Where(p => p.EndedAt == null).OrderByDescending(p => p.ChangedAt).Take(most).Select(p => new OpenAttempt(p.Name, p.ChangedAt)).ToListAsync();

    /// <summary>Every attempt that ended.</summary>
    public async Task<IReadOnlyList<PracticeEnded>> EndedAsync() =>
        [.. (await Rows.AsNoTracking().Where(p => p.EndedAt != null).Select(p => new { p.SkillId, p.Name, p.Clean, p.EndedAt }).ToListAsync()).Select(p => new PracticeEnded(p.SkillId, p.Name, p.Clean, p.EndedAt!.Value))];

    /// <summary>The names of every case that was begun.</summary>
    public async Task<IReadOnlySet<string>> BegunAsync() => (await Rows.AsNoTracking().Select(p => p.Name).Distinct().ToListAsync()).ToHashSet();

    /// <summary>Writes down an attempt after one more move, and begins it where it is new. The move was found to be one that can be made.</summary>
    /// <param name="entry">All that was done, the move last.</param>
    /// <param name="after">The case after it.</param>
    /// <param name="id">The attempt; 0 to begin one.</param>
    /// <param name="version">How many moves it had, as the page showed it.</param>
    /// <param name="key">The form's key.</param>
    /// <returns><see cref="SaveResult.Stale"/> where another move was made meanwhile, or another attempt is open.</returns>
    public Task<SaveResult> MoveAsync(PracticeAttempt entry, IPracticeRun after, int id, int version, Guid key) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (id == 0)
        {
            if (await context.Practice.AsNoTracking().Where(p => p.SubmissionKey == key).Select(p => (int?)p.Id).FirstOrDefaultAsync() is { } made)
            {
                return new SaveResult.Saved(made, Again: true);
            }

            if (await Rows.AnyAsync(p => p.Name == entry.CaseName && p.EndedAt == null))
            {
                return new SaveResult.Stale(0);
            }

            var begun = new PracticeRow { Name = entry.CaseName, Entry = entry, SkillId = after.Skill.Id };
            End(begun, after);
            return await writer.InsertAsync(begun, key);
        }

        if (await Rows.FirstOrDefaultAsync(p => p.Id == id && p.Name == entry.CaseName) is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (row.Version == version + 1 && row.Entry.Moves.SequenceEqual(entry.Moves))
        {
            // The same press, sent twice.
            return new SaveResult.Saved(id, Again: true);
        }

        if (row.Version != version)
        {
            return new SaveResult.Stale(row.Version);
        }

        row.Entry = entry;
        End(row, after);
        return await writer.UpdateAsync(row, version);
    });

    private void End(PracticeRow row, IPracticeRun run)
    {
        row.EndedAt = run.Ended ? clock.GetUtcNow() : null;
        row.Clean = run is { Ended: true, Clean: true };
    }
}
