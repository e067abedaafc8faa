using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store.Backup;

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
        return await work(new Workroom(context, now is { } moment ? new MovableClock { Now = moment } : Clock));
    }

    public Task<T> OnShelf<T>(Func<PutAwayShelf, Task<T>> work) => With(context => work(new PutAwayShelf(context, Clock)));

    public Task<T> InDrafts<T>(Func<Drafts, Task<T>> work) => With(context => work(new Drafts(context, Clock)));

    public Task<T> InSettings<T>(Func<SettingsStore, Task<T>> work) => With(context => work(new SettingsStore(context, Clock)));

    public Task<T> AtMachines<T>(Func<ThreadUps, Task<T>> work) => With(context => work(new ThreadUps(context, Clock)));

    public Task<T> FromCones<T>(Func<Cones, Task<T>> work) => With(context => work(new Cones(context, Clock)));

    private async Task<T> With<T>(Func<WorkroomContext, Task<T>> work)
    {
        await using var context = Context();
        return await work(context);
    }

    public bool Open(Action<WorkroomContext>? fill = null) => WorkroomDatabase.Open(DatabasePath, Clock, fill);

    /// <summary>The time here; tests move it.</summary>
    public MovableClock Clock { get; } = new();

    public Backups Backups => new(DatabasePath, Clock);

    /// <summary>Every row of every table, as text.</summary>
    /// <param name="path">The file.</param>
    /// <param name="withoutVersions">Leaves the version of each row out.</param>
    public static IReadOnlyList<string> Dump(string path, bool withoutVersions = false)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        var lines = new List<string>();
        foreach (var table in Rows("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' ORDER BY name"))
        {
            lines.AddRange(Rows($"SELECT * FROM \"{table}\" ORDER BY 1").Select(row => $"{table}: {row}"));
        }

        return lines;

        List<string> Rows(string question)
        {
            using var command = connection.CreateCommand();
            command.CommandText = question;
            using var reader = command.ExecuteReader();
            var rows = new List<string>();
            while (reader.Read())
            {
                rows.Add(string.Join(" | ", Enumerable.Range(0, reader.FieldCount).Where(i => !withoutVersions || reader.GetName(i) != "Version").Select(reader.GetValue)));
            }

            return rows;
        }
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }
}

/// <summary>A clock that stands until it is moved, in UTC.</summary>
public sealed class MovableClock : TimeProvider
{
    public DateTimeOffset Now { get; set; } = new(2026, 5, 4, 12, 0, 0, TimeSpan.Zero);

    public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.Utc;

    public override DateTimeOffset GetUtcNow() => Now;
}
