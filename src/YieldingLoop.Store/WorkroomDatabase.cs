using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Store;

/// <summary>The database was made by a newer version of this program.</summary>
public sealed class NewerDatabaseException(string path)
    : Exception($"The database {path} was made by a newer version of Yielding Loop. Start that version, or choose another folder with --data.");

/// <summary>Where the database file lives, and how it is brought up to date.</summary>
public static class WorkroomDatabase
{
    /// <summary>Name of the file in the data folder.</summary>
    public const string FileName = "workroom.db";

    /// <summary>Connection string for a file.</summary>
    public static string ConnectionString(string path) =>
        new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = 30 }.ToString();

    /// <summary>Creates the file, or brings it up to date after copying it aside.</summary>
    /// <returns>Whether the file was created.</returns>
    /// <exception cref="NewerDatabaseException">It holds migrations this version does not know.</exception>
    public static bool Open(WorkroomContext context, string path, TimeProvider clock)
    {
        var created = !File.Exists(path);
        var known = context.Database.GetMigrations().ToList();
        var applied = created ? [] : Applied(path);
        if (applied.Except(known).Any())
        {
            throw new NewerDatabaseException(path);
        }

        if (!created && applied.Count < known.Count)
        {
            new Backups(path, clock).Make(BackupReason.BeforeMigration);
        }

        if (applied.Count < known.Count)
        {
            context.Database.Migrate();
        }

        context.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
        return created;
    }

    /// <summary>
    /// Migrations a file has been through. Asked without the migration machinery, which takes a third of the whole
    /// start to get going and is not needed where there is nothing to migrate.
    /// </summary>
    private static List<string> Applied(string path)
    {
        using var connection = new SqliteConnection(ConnectionString(path));
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsHistory'";
        if (command.ExecuteScalar() is 0L)
        {
            return [];
        }

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
