using Microsoft.Data.Sqlite;

namespace YieldingLoop.Store.Backup;

/// <summary>
/// Copies of the workroom's database, made with SQLite's own online backup, so that each is whole even while the
/// workroom is written to. A copy gets its name only once it has been checked and lies on the disk.
/// </summary>
/// <param name="databasePath">The workroom's database.</param>
/// <param name="clock">Names and ages of copies.</param>
public sealed class Backups(string databasePath, TimeProvider clock)
{
    /// <summary>How long a daily copy is kept, days.</summary>
    public const int DailyDays = 14;

    private const int PatienceMilliseconds = 10_000, WaitMilliseconds = 20, Busy = 5, Locked = 6;

    private readonly Lock making = new();

    /// <summary>Where the copies lie.</summary>
    public string Folder { get; } = Path.Combine(Path.GetDirectoryName(databasePath)!, "copies");

    internal string DatabasePath => databasePath;

    /// <summary>Makes a copy now.</summary>
    /// <exception cref="SqliteException">The database or the copy could not be read or written; no copy was made.</exception>
    /// <exception cref="IOException">The disk did not take it; no copy was made.</exception>
    public BackupFile Make(BackupReason reason)
    {
        lock (making)
        {
            Directory.CreateDirectory(Folder);
            var path = UnusedPath(reason);
            var part = path + ".part";
            try
            {
                CopyWhole(databasePath, part);
                File.Move(part, path);
            }
            finally
            {
                File.Delete(part);
            }

            return BackupFile.Of(new FileInfo(path))!;
        }
    }

    /// <summary>Makes the copy of the day where there is none yet, and lets go of daily copies that are too old.</summary>
    /// <returns>The copy, or null where the day had one.</returns>
    public BackupFile? MakeDaily()
    {
        var today = Day(clock.GetUtcNow());
        var daily = List().Where(b => b.Reason == BackupReason.Daily).ToList();
        var made = daily.Exists(b => Day(b.MadeAt) == today) ? null : Make(BackupReason.Daily);
        foreach (var old in daily.Where(b => Day(b.MadeAt) <= today.AddDays(-DailyDays)))
        {
            File.Delete(old.Path);
        }

        return made;
    }

    /// <summary>Every copy, the newest first.</summary>
    public IReadOnlyList<BackupFile> List() => Directory.Exists(Folder)
        ? [.. new DirectoryInfo(Folder).GetFiles("workroom-*.db").Select(BackupFile.Of).OfType<BackupFile>().OrderByDescending(b => b.MadeAt)]
        : [];

    /// <summary>The copy of that name; null where there is none.</summary>
    public BackupFile? Find(string? name) => List().FirstOrDefault(b => b.Name == name);

    /// <summary>The newest copy that is whole and holds a workroom this version can read.</summary>
    public BackupFile? NewestGood() => List().FirstOrDefault(b => DatabaseCheck.Of(b.Path) == DatabaseState.Good && Restoring.WhyNot(b) is null);

    /// <summary>Copies a database into a new file, checks the copy, and has the disk take it.</summary>
    internal static void CopyWhole(string from, string to)
    {
        using (var source = new SqliteConnection(WorkroomDatabase.ConnectionString(from)))
        using (var copy = new SqliteConnection(Unpooled(to)))
        {
            source.Open();
            copy.Open();
            // A writer that is just moving the log into the file holds everybody off for a moment; the copy waits for it.
            DatabaseCheck.Ask(source, $"PRAGMA busy_timeout = {PatienceMilliseconds}");
            CopyPatiently(source, copy);
            // A copy is one file: without this it would carry the mark of a write-ahead log beside it.
            DatabaseCheck.Ask(copy, "PRAGMA journal_mode = DELETE");
            if (DatabaseCheck.Ask(copy, "PRAGMA integrity_check(1)") is var answer && answer != "ok")
            {
                throw new IOException($"The copy did not come out whole: {answer}");
            }
        }

        using var file = new FileStream(to, FileMode.Open, FileAccess.ReadWrite);
        file.Flush(flushToDisk: true);
    }

    private static void CopyPatiently(SqliteConnection source, SqliteConnection copy)
    {
        for (var waited = 0; ; waited += WaitMilliseconds)
        {
            try
            {
                source.BackupDatabase(copy);
                return;
            }
            catch (SqliteException e) when (e.SqliteErrorCode is Busy or Locked && waited < PatienceMilliseconds)
            {
                Thread.Sleep(WaitMilliseconds);
            }
        }
    }

    internal static string Unpooled(string path) => new SqliteConnectionStringBuilder { DataSource = path, Pooling = false }.ToString();

    private string UnusedPath(BackupReason reason)
    {
        for (var moment = clock.GetUtcNow(); ; moment = moment.AddMilliseconds(1))
        {
            var path = Path.Combine(Folder, BackupFile.NameFor(moment, reason));
            if (!File.Exists(path))
            {
                return path;
            }
        }
    }

    private DateOnly Day(DateTimeOffset moment) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(moment, clock.LocalTimeZone).DateTime);
}
