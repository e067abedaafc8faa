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

    private const string PartEnding = ".part", ScratchEnding = ".scratch";

    private readonly Lock making = new();

    /// <summary>Where the copies lie.</summary>
    public string Folder { get; } = Path.Combine(Path.GetDirectoryName(databasePath)!, "copies");

    internal string DatabasePath => databasePath;

    /// <summary>Makes a copy now.</summary>
    /// <exception cref="SqliteException">The database or the copy could not be read or written; no copy was made.</exception>
    /// <exception cref="IOException">The disk did not take it; no copy was made.</exception>
    public BackupFile Make(BackupReason reason) => Make(reason, part => CopyWhole(databasePath, part));

    /// <summary>Makes a copy of a database that has lost its name, through a connection that still has it open.</summary>
    internal BackupFile Make(BackupReason reason, SqliteConnection opened) => Make(reason, part => CopyWhole(opened, part));

    private BackupFile Make(BackupReason reason, Action<string> copy)
    {
        lock (making)
        {
            PrivateFiles.Folder(Folder);
            var path = UnusedPath(reason);
            var part = path + PartEnding;
            try
            {
                copy(part);
                File.Move(part, path);
            }
            finally
            {
                WorkroomDatabase.DeleteWhole(part);
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
    public BackupFile? NewestGood() => List().FirstOrDefault(b => Restoring.WhyNot(this, b) is null);

    /// <summary>Takes away what a copy, a preview or a restore left lying that was broken off. Nobody may be at any of them.</summary>
    internal void TidyUp()
    {
        if (!Directory.Exists(Folder))
        {
            return;
        }

        PrivateFiles.Folder(Folder);
        foreach (var left in Directory.GetFiles(Folder).Where(f => WriteAheadLog.Beside.Append("").Any(end => f.EndsWith(PartEnding + end, StringComparison.Ordinal) || f.EndsWith(ScratchEnding + end, StringComparison.Ordinal))))
        {
            File.Delete(left);
        }

        PrivateFiles.Tighten(Directory.GetFiles(Folder));
    }

    /// <summary>A file for what is worked on and thrown away.</summary>
    internal string Scratch() => Path.Combine(Folder, $".{Guid.NewGuid():N}{ScratchEnding}");

    /// <summary>Copies a database into a new file, checks the copy, and has the disk take it.</summary>
    internal static void CopyWhole(string from, string to)
    {
        using var source = new SqliteConnection(Unpooled(from));
        source.Open();
        CopyWhole(source, to);
    }

    private static void CopyWhole(SqliteConnection source, string to)
    {
        PrivateFiles.Create(to);
        using (var copy = new SqliteConnection(Unpooled(to)))
        {
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

        Flush(to);
    }

    /// <summary>Has the disk take a file that nobody has open.</summary>
    internal static void Flush(string path)
    {
        using var file = new FileStream(path, FileMode.Open, FileAccess.ReadWrite);
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
