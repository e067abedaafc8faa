using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

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
        new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = 10 }.ToString();

    /// <summary>
    /// Creates the file, or brings it up to date after copying it aside.
    /// </summary>
    /// <returns>Whether the file was created.</returns>
    /// <exception cref="NewerDatabaseException">It holds migrations this version does not know.</exception>
    public static bool Open(WorkroomContext context, string path)
    {
        var created = !File.Exists(path);
        var applied = created ? [] : context.Database.GetAppliedMigrations().ToList();
        if (applied.Except(context.Database.GetMigrations()).Any())
        {
            throw new NewerDatabaseException(path);
        }

        if (!created && context.Database.GetPendingMigrations().Any())
        {
            CopyAside(path, applied.LastOrDefault() ?? "empty");
        }

        context.Database.Migrate();
        context.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
        return created;
    }

    /// <summary>Copies the database with SQLite's own online backup, so that the copy is whole even while it is in use.</summary>
    private static void CopyAside(string path, string version)
    {
        using var source = new SqliteConnection(ConnectionString(path));
        using var copy = new SqliteConnection(new SqliteConnectionStringBuilder
        {
            DataSource = Path.Combine(Path.GetDirectoryName(path)!, $"workroom-before-migration-from-{version}.db"), Pooling = false,
        }.ToString());
        source.Open();
        copy.Open();
        source.BackupDatabase(copy);
    }
}

/// <summary>For the migration tools only.</summary>
internal sealed class WorkroomContextFactory : IDesignTimeDbContextFactory<WorkroomContext>
{
    public WorkroomContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite("Data Source=design-time.db").Options);
}
