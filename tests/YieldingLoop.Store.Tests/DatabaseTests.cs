using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store.Demo;

namespace YieldingLoop.Store.Tests;

public class DatabaseTests
{
    [Fact]
    public void The_first_open_creates_the_file_and_the_next_does_not()
    {
        using var file = new WorkroomFile();
        Assert.True(file.Open());
        Assert.False(file.Open());
        Assert.Empty(Directory.GetFiles(file.Folder, "workroom-before-migration*"));
    }

    [Fact]
    public void It_keeps_a_write_ahead_log_and_its_foreign_keys()
    {
        using var file = new WorkroomFile();
        file.Open();
        using var context = file.Context();
        context.Database.OpenConnection();
        Assert.Equal("wal", Ask(context, "PRAGMA journal_mode"));
        Assert.Equal("1", Ask(context, "PRAGMA foreign_keys"));
        Assert.Throws<SqliteException>(() => context.Database.ExecuteSqlRaw(
            "INSERT INTO Seams (ClothId, Version, SubmissionKey, Name, CreatedAt, ChangedAt, Entry) VALUES (99, 1, 'k', 'n', 0, 0, '{{}}')"));
    }

    [Fact]
    public void The_migrations_hold_the_whole_model()
    {
        using var file = new WorkroomFile();
        using var context = file.Context();
        Assert.False(context.Database.HasPendingModelChanges());
    }

    [Fact]
    public void A_database_from_a_newer_version_is_left_alone()
    {
        using var file = new WorkroomFile();
        file.Open();
        using (var context = file.Context())
        {
            context.Database.ExecuteSqlRaw("INSERT INTO __EFMigrationsHistory VALUES ('99990101000000_Later', '99.0.0')");
        }

        var fault = Assert.Throws<NewerDatabaseException>(() => file.Open());
        Assert.Contains("newer version", fault.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Before_a_migration_the_file_is_copied_aside_whole()
    {
        using var file = new WorkroomFile();
        using (var old = new SqliteConnection(WorkroomDatabase.ConnectionString(file.DatabasePath)))
        {
            old.Open();
            using var command = old.CreateCommand();
            command.CommandText = "CREATE TABLE Kept (Word TEXT); INSERT INTO Kept VALUES ('whole')";
            command.ExecuteNonQuery();
        }

        Assert.False(file.Open());
        var copy = Assert.Single(Directory.GetFiles(file.Folder, "workroom-before-migration*"));
        using var connection = new SqliteConnection($"Data Source={copy};Pooling=False");
        connection.Open();
        using var ask = connection.CreateCommand();
        ask.CommandText = "SELECT Word FROM Kept";
        Assert.Equal("whole", ask.ExecuteScalar());
    }

    [Fact]
    public void The_demo_is_whole_and_made_up_of_plans_that_stand()
    {
        using var file = new WorkroomFile();
        file.Open();
        var now = new DateTimeOffset(2026, 5, 4, 12, 0, 0, TimeSpan.Zero);
        using (var context = file.Context())
        {
            DemoLoader.Load(context, now);
        }

        using var read = file.Context();
        Assert.Equal(DemoWorkroom.Cloths.Count, read.Cloths.Count());
        Assert.Equal(DemoWorkroom.Overlockers.Count, read.Machines.Count());
        Assert.Equal(DemoWorkroom.Seams.Count, read.Seams.Count());
        var setups = read.Setups.ToList();
        Assert.Equal(DemoWorkroom.Seams.Count(s => s.Machine >= 0), setups.Count);
        Assert.All(setups, s => Assert.True(s.CreatedAt < now));
        Assert.Contains(setups, s => s.SwatchPassedAt is not null);
        Assert.Contains(setups, s => s.SwatchPassedAt is null);
        Assert.Contains(setups, s => s.Snapshot.Plan.Remedies.Count > 0);
        Assert.Contains(setups, s => s.VerdictId == "cloth-gives-out");
        Assert.Contains(setups, s => s.VerdictId == "holds");
    }

    private static string? Ask(WorkroomContext context, string question)
    {
        using var command = context.Database.GetDbConnection().CreateCommand();
        command.CommandText = question;
        return command.ExecuteScalar()?.ToString();
    }
}
