using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store.Tests;

/// <summary>A real database file in a folder of its own, gone after the test.</summary>
public sealed class WorkroomFile : IDisposable
{
    public string Folder { get; } = Directory.CreateTempSubdirectory("yielding-loop-").FullName;

    public string DatabasePath => Path.Combine(Folder, WorkroomDatabase.FileName);

    public WorkroomContext Context() => new(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite(WorkroomDatabase.ConnectionString(DatabasePath)).Options);

    /// <summary>Opens a workroom over a context of its own, as one request does.</summary>
    public async Task<T> Do<T>(Func<Workroom, Task<T>> work, DateTimeOffset? now = null)
    {
        await using var context = Context();
        return await work(new Workroom(context, new StoppedClock(now ?? new DateTimeOffset(2026, 5, 4, 12, 0, 0, TimeSpan.Zero))));
    }

    public bool Open()
    {
        using var context = Context();
        return WorkroomDatabase.Open(context, DatabasePath);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    private sealed class StoppedClock(DateTimeOffset now) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => now;
    }
}
