using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store;

/// <summary>
/// Forms that were begun and not saved. A draft is kept as it is typed, offered back, and goes when its record is
/// saved or the user throws it away. It never counts as a record.
/// </summary>
public sealed class Drafts(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Most drafts kept; beyond it the ones left longest go. Far more than a workroom ever has open.</summary>
    public const int Most = 200;

    /// <summary>
    /// Keeps a form as it stands now, in place of how it stood before. <paramref name="turn"/> says which message of
    /// its page this is; without it, it counts as the newest.
    /// </summary>
    /// <returns>False where the form has made its record already, so that a late message does not bring it back as unfinished.</returns>
    public Task<bool> KeepAsync(Guid key, string path, string title, IReadOnlyList<DraftField> fields, DraftTurn? turn = null) => context.InTurnAsync(async () =>
    {
        // A turn takes the database's write lock before it reads, so that messages of one form and the saving of its
        // record follow one another whole.
        if (await RecordsOf(key).AnyAsync())
        {
            return false;
        }

        var now = clock.GetUtcNow();
        var row = await context.Drafts.FirstOrDefaultAsync(d => d.Key == key);
        if (row is null)
        {
            row = new DraftRow { Key = key, Path = path, Title = title, Fields = fields, StartedAt = now };
            context.Add(row);
        }
        else if (turn is not null && row.Sitting == turn.Sitting && row.Turn > turn.Number)
        {
            // A page that is left sends its last letters without waiting for the message before them: that one came late.
            return true;
        }

        (row.Path, row.Title, row.Fields, row.ChangedAt) = (path, title, fields, now);
        (row.Sitting, row.Turn) = (turn?.Sitting, turn?.Number ?? 0);
        await context.SaveChangesAsync();
        var overdue = await context.Drafts.OrderByDescending(d => d.ChangedAt).Skip(Most).Select(d => d.Id).ToListAsync();
        if (overdue.Count > 0)
        {
            await context.Drafts.Where(d => overdue.Contains(d.Id)).ExecuteDeleteAsync();
        }

        return true;
    });

    public Task<DraftRow?> FindAsync(int id) => context.Drafts.AsNoTracking().FirstOrDefaultAsync(d => d.Id == id);

    /// <summary>What the form of this key has become, if it was saved.</summary>
    private IQueryable<int> RecordsOf(Guid key) =>
        RecordKinds.Typed.Select(type => type.Rows(context).Where(r => r.SubmissionKey == key).Select(r => r.Id)).Aggregate((all, more) => all.Concat(more));

    /// <summary>Unfinished forms, the last typed into first.</summary>
    public Task<ListPage<DraftListing>> ListAsync(int page = 1, int size = ListPage.Size) => Listing(context.Drafts).PageAsync(page, size);

    /// <summary>Unfinished forms at one address, whatever its query.</summary>
    public Task<List<DraftListing>> ListAtAsync(string path, int limit = 5) =>
        Listing(context.Drafts.Where(d => d.Path == path || d.Path.StartsWith(path + "?"))).Take(limit).ToListAsync();

    /// <summary>Lets go of the draft of a form that was saved.</summary>
    public Task DoneAsync(Guid key) => context.InTurnAsync(() => context.Drafts.Where(d => d.Key == key).ExecuteDeleteAsync());

    /// <summary>Throws one away.</summary>
    public Task ThrowAwayAsync(int id) => context.InTurnAsync(() => context.Drafts.Where(d => d.Id == id).ExecuteDeleteAsync());

    private static IQueryable<DraftListing> Listing(IQueryable<DraftRow> drafts) =>
        drafts.AsNoTracking().OrderByDescending(d => d.ChangedAt).ThenByDescending(d => d.Id).Select(d => new DraftListing(d.Id, d.Path, d.Title, d.ChangedAt));
}

/// <summary>An unfinished form in a list.</summary>
public sealed record DraftListing(int Id, string Path, string Title, DateTimeOffset ChangedAt)
{
    /// <summary>Where it is taken up again.</summary>
    public string Href => $"{Path}{(Path.Contains('?', StringComparison.Ordinal) ? '&' : '?')}draft={Id}";
}

/// <summary>Which message of a page a draft is: <paramref name="Number"/> counts up within one <paramref name="Sitting"/>, a page as it was opened once.</summary>
public sealed record DraftTurn(string Sitting, int Number);
