using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Migrations;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Store;

/// <summary>The database was made by a newer version of this program.</summary>
public sealed class NewerDatabaseException(string path)
    : Exception($"The database {path} was made by a newer version of Yielding Loop. Start that version, or choose another folder with --data.");

/// <summary>The file is a database, but not a workroom's.</summary>
public sealed class NoWorkroomException(string path)
    : Exception($"The file {path} does not hold a workroom, so it was left as it is. Move it aside, or choose another folder with --data.");

/// <summary>Where the database file lives, and how it is brought up to date.</summary>
public static class WorkroomDatabase
{
    /// <summary>Name of the file in the data folder.</summary>
    public const string FileName = "workroom.db";

    /// <summary>A database that is being made or brought up to date, beside the one it will be.</summary>
    internal const string NextEnding = ".next";

    /// <summary>How long a write waits for others to let go of the database.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    /// <summary>Connection string for a file.</summary>
    public static string ConnectionString(string path) =>
        new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = (int)Patience.TotalSeconds }.ToString();

    /// <summary>
    /// Creates the file, or brings it up to date after copying it aside. Either is done on a file beside it that takes
    /// its name in one step, so that a kill at any moment leaves the file as it was or as it will be.
    /// </summary>
    /// <param name="path">The file.</param>
    /// <param name="clock">Names the copy set aside.</param>
    /// <param name="fill">What a new one holds from the first; null for nothing.</param>
    /// <returns>Whether the file was created.</returns>
    /// <exception cref="NewerDatabaseException">It holds migrations this version does not know.</exception>
    /// <exception cref="NoWorkroomException">It holds none at all; it is left alone.</exception>
    public static bool Open(string path, TimeProvider clock, Action<WorkroomContext>? fill = null)
    {
        var created = !File.Exists(path);
        if (created)
        {
            MakeBeside(path, next =>
            {
                PrivateFiles.Create(next);
                MakeNew(next);
                using var context = ContextOn(next);
                fill?.Invoke(context);
            });
        }
        else
        {
            var applied = Applied(path);
            if (IsNewer(applied))
            {
                throw new NewerDatabaseException(path);
            }

            if (applied.Count == 0)
            {
                throw new NoWorkroomException(path);
            }

            if (applied.Count < Known.Count)
            {
                // All of it in the one file, and no log beside it that would outlive it. A connection that this process keeps
                // open for later use would be in the way.
                ClosePooled(path);
                using (var old = new SqliteConnection(Backups.Unpooled(path)))
                {
                    old.Open();
                    DatabaseCheck.Ask(old, "PRAGMA wal_checkpoint(TRUNCATE)");
                    DatabaseCheck.Ask(old, "PRAGMA journal_mode = DELETE");
                }

                new Backups(path, clock).Make(BackupReason.BeforeMigration);
                MakeBeside(path, next =>
                {
                    Backups.CopyWhole(path, next);
                    BringUpToDate(next);
                });
            }
        }

        using var opened = new SqliteConnection(ConnectionString(path));
        opened.Open();
        DatabaseCheck.Ask(opened, "PRAGMA journal_mode = WAL");
        return created;
    }

    /// <summary>Takes everybody else's rights off what an earlier version left open, and away what an interrupted start left lying.</summary>
    /// <param name="path">The database. Nobody may have its folder open.</param>
    public static void TidyUp(string path)
    {
        PrivateFiles.Tighten([path, .. WriteAheadLog.Beside.Select(end => path + end)]);
        DeleteWhole(path + NextEnding);
        DeleteWhole(path + Restoring.PartEnding);
        DeleteWhole(path + Restoring.ReadableEnding);
        new Backups(path, TimeProvider.System).TidyUp();
    }

    /// <summary>Brings a file up to date that nobody else has open.</summary>
    internal static void BringUpToDate(string path)
    {
        using var context = ContextOn(path);
        // A start that was killed while it migrated has left its lock, and a copy takes it along; whoever holds the folder is alone.
        ClearMigrationLock(path);
        context.Database.Migrate();
    }

    /// <summary>
    /// Makes all tables of an empty file at once, as the migrations would one after the other: their machinery takes longer
    /// to get going than all the rest of a first start.
    /// </summary>
    private static void MakeNew(string path)
    {
        using var schema = typeof(WorkroomDatabase).Assembly.GetManifestResourceStream("schema.sql")!;
        using var text = new StreamReader(schema);
        using var connection = new SqliteConnection(Backups.Unpooled(path));
        connection.Open();
        using var transaction = connection.BeginTransaction();
        using var command = connection.CreateCommand();
        command.CommandText = text.ReadToEnd();
        command.Transaction = transaction;
        command.ExecuteNonQuery();
        transaction.Commit();
    }

    /// <summary>A context whose connections are closed with it, not kept for others.</summary>
    internal static WorkroomContext ContextOn(string path) => new(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite(Backups.Unpooled(path)).Options);

    /// <summary>Closes the connections to a file that are kept open for later use.</summary>
    internal static void ClosePooled(string path)
    {
        using var any = new SqliteConnection(ConnectionString(path));
        SqliteConnection.ClearPool(any);
    }

    internal static void DeleteWhole(string path)
    {
        foreach (var end in WriteAheadLog.Beside.Append(""))
        {
            File.Delete(path + end);
        }
    }

    /// <summary>Makes a file beside another, has the disk take it, and gives it the other's name.</summary>
    private static void MakeBeside(string path, Action<string> make)
    {
        var next = path + NextEnding;
        DeleteWhole(next);
        try
        {
            make(next);
            Backups.Flush(next);
            File.Move(next, path, overwrite: true);
        }
        catch
        {
            DeleteWhole(next);
            throw;
        }
    }

    private static void ClearMigrationLock(string path)
    {
        using var connection = new SqliteConnection(Backups.Unpooled(path));
        connection.Open();
        if (DatabaseCheck.Ask(connection, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsLock'") == "1")
        {
            DatabaseCheck.Ask(connection, "DELETE FROM __EFMigrationsLock");
        }
    }

    /// <summary>Every migration of this version, read from the program itself: the migration machinery takes a third of a start to get going.</summary>
    private static HashSet<string> Known { get; } =
        [.. typeof(WorkroomContext).Assembly.GetTypes().Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id).OfType<string>()];

    /// <summary>Whether a file has been through something this version does not know.</summary>
    internal static bool IsNewer(IEnumerable<string> applied) => applied.Any(id => !Known.Contains(id));

    /// <summary>Whether a file is a workroom of an earlier version.</summary>
    internal static bool IsOlder(IReadOnlyCollection<string> applied) => applied.Count < Known.Count;

    /// <summary>
    /// Migrations a file has been through. Asked without the migration machinery, which takes a third of the whole
    /// start to get going and is not needed where there is nothing to migrate.
    /// </summary>
    internal static List<string> Applied(string path)
    {
        using var connection = new SqliteConnection(Backups.Unpooled(path));
        connection.Open();
        if (DatabaseCheck.Ask(connection, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsHistory'") == "0")
        {
            return [];
        }

        using var command = connection.CreateCommand();
        command.CommandText = "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId";
        using var reader = command.ExecuteReader();
        var ids = new List<string>();
        while (reader.Read())
        {
            ids.Add(reader.GetString(0));
        }

        return ids;
    }
}

/// <summary>For the migration tools only.</summary>
internal sealed class WorkroomContextFactory : IDesignTimeDbContextFactory<WorkroomContext>
{
    public WorkroomContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite("Data Source=design-time.db").Options);
}
