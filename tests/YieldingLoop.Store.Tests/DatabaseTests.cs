using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Migrations;
using YieldingLoop.Core.Machines;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Tests;

public class DatabaseTests
{
    [Fact]
    public void The_first_open_creates_the_file_and_the_next_does_not()
    {
        using var file = new WorkroomFile();
        Assert.True(file.Open());
        Assert.False(file.Open());
        Assert.Empty(file.Backups.List());
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
    public void The_compiled_model_is_the_one_the_records_describe()
    {
        using var file = new WorkroomFile();
        using var context = file.Context();
        // The program starts on a model compiled beforehand, see docs/decisions.md; a change to the records must reach it too.
        string[] Describe(IModel model) =>
        [
            .. model.GetEntityTypes().SelectMany(e => e.GetProperties().Select(p =>
                $"{e.ShortName()}.{p.Name} {p.ClrType.Name} {p.IsNullable} {p.IsConcurrencyToken} {p.GetTypeMapping().Converter?.GetType().Name} {string.Join(',', p.GetContainingIndexes().Select(i => i.IsUnique))}")),
            .. model.GetEntityTypes().SelectMany(e => e.GetForeignKeys().Select(f => $"{e.ShortName()} → {f.PrincipalEntityType.ShortName()} {f.DeleteBehavior}")),
        ];
        Assert.Equal(Describe(context.GetService<IDesignTimeModel>().Model), Describe(context.Model));
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
        using (var context = file.Context())
        {
            context.GetService<IMigrator>().Migrate("Initial");
            context.Database.ExecuteSqlRaw("CREATE TABLE Kept (Word TEXT); INSERT INTO Kept VALUES ('whole')");
        }

        SqliteConnection.ClearAllPools();

        Assert.False(file.Open());
        var copy = Assert.Single(file.Backups.List());
        Assert.Equal(BackupReason.BeforeMigration, copy.Reason);
        using var connection = new SqliteConnection($"Data Source={copy.Path};Pooling=False");
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
        Assert.Equal(DemoWorkroom.Machines.Select(m => m.Kind), read.Machines.OrderBy(m => m.Id).AsEnumerable().Select(m => m.Entry.Kind));
        Assert.Equal((DemoDrawer.Needles.Count, DemoDrawer.Threads.Count, DemoWorkroom.Machines.Count), (read.Needles.Count(), read.Threads.Count(), read.States.Count()));
        Assert.All(read.Machines.ToList(), m => Assert.Empty(MachineCheck.Problems(m.Entry)));
        Assert.All(read.States.Include(s => s.Machine).ToList(), s => Assert.Empty(Core.Setups.SetupCheck.Problems(s.Machine!.Entry, s.Entry)));
        Assert.All(read.Needles.ToList(), n => Assert.Empty(n.Entry.Problems()));
        Assert.All(read.Threads.ToList(), t => Assert.True(t.Entry.Resolve().Succeeded));
        Assert.Equal(DemoWorkroom.Seams.Count, read.Seams.Count());
        var setups = read.Setups.ToList();
        // One was amended after its first swatch; both versions are there.
        Assert.Equal(DemoWorkroom.Seams.Count(s => s.Machine >= 0) + 1, setups.Count);
        Assert.NotEmpty(Assert.Single(setups, s => s.EarlierId is not null).Remark);
        Assert.All(read.Rules.ToList(), r => Assert.Empty(r.Entry.Problems()));
        Assert.All(setups, s => Assert.True(s.CreatedAt < now));
        Assert.Contains(setups, s => s.SwatchPassedAt is not null);
        Assert.Contains(setups, s => s.SwatchPassedAt is null);
        Assert.Contains(setups, s => s.VerdictId == "cloth-gives-out");
        Assert.Contains(setups, s => s.VerdictId == "holds");
    }

    [Fact]
    public void What_holds_no_workroom_is_left_as_it_is()
    {
        using var file = new WorkroomFile();
        using (var other = new SqliteConnection($"Data Source={file.DatabasePath};Pooling=False"))
        {
            other.Open();
            using var command = other.CreateCommand();
            command.CommandText = "CREATE TABLE Kept (Word TEXT); INSERT INTO Kept VALUES ('whole')";
            command.ExecuteNonQuery();
        }

        var before = File.ReadAllBytes(file.DatabasePath);
        Assert.Throws<NoWorkroomException>(() => file.Open());
        Assert.Equal(DatabaseState.NoWorkroom, DatabaseCheck.Of(file.DatabasePath));
        Assert.Equal(before, File.ReadAllBytes(file.DatabasePath));
    }

    [Fact]
    public async Task A_workroom_of_the_first_version_is_brought_up_to_date_with_all_it_holds()
    {
        using var file = new WorkroomFile();
        await using (var context = file.Context())
        {
            await context.GetService<IMigrator>().MigrateAsync("Initial");
            await context.Database.ExecuteSqlRawAsync(
                "INSERT INTO Cloths (Version, SubmissionKey, Name, CreatedAt, ChangedAt, Entry) VALUES (3, '11111111-1111-1111-1111-111111111111', 'Old jersey', 5, 6, '{{\"name\":\"Old jersey\",\"typicalId\":\"elastane-jersey\"}}')");
        }

        Assert.False(file.Open());
        Assert.Equal(BackupReason.BeforeMigration, Assert.Single(file.Backups.List()).Reason);
        var cloth = Assert.Single(await file.Do(w => w.ListClothsAsync()));
        Assert.Equal(("Old jersey", 3, null, false), (cloth.Name, cloth.Version, cloth.PutAwayAt, cloth.Demo));
    }

    [Fact]
    public async Task A_machine_recorded_before_there_were_kinds_is_an_overlocker_and_stands_in_a_state()
    {
        using var file = new WorkroomFile();
        var old = OverlockerTemplate.Create("Old machine") with { GaugeMm = 2.4 };
        await using (var context = file.Context())
        {
            await context.GetService<IMigrator>().MigrateAsync("Keeping");
            // Written as that version wrote it: without a kind, and without what came later.
            var entry = System.Text.Json.Nodes.JsonNode.Parse(StoredFormat.Write<Machine>(old))!.AsObject();
            entry.Remove("kind");
            entry.Remove("manualTable");
            await context.Database.ExecuteSqlAsync($"INSERT INTO Machines (Id, Version, SubmissionKey, Name, CreatedAt, ChangedAt, Demo, Entry) VALUES (7, 3, '11111111-1111-1111-1111-111111111111', 'Old machine', 5, 6, 0, {entry.ToJsonString()})");
        }

        Assert.False(file.Open());
        var machine = Assert.Single(await file.Do(w => w.ListMachinesAsync()));
        Assert.Equal(2.4, Assert.IsType<Overlocker>(machine.Entry).GaugeMm);
        Assert.Equal((7, 3), (machine.Id, machine.Version));
        var state = (await file.Do(w => w.StateOfAsync(7)))!;
        Assert.False(state.Entry.AnyKnown);
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(state.Entry with { StitchLengthMm = 2.5 }, 7, state.Version, Guid.NewGuid())));
        Assert.Equal(2.5, (await file.Do(w => w.StateOfAsync(7)))!.Entry.StitchLengthMm.Value);
    }

    [Fact]
    public void A_write_is_on_the_disk_before_it_is_answered()
    {
        using var file = new WorkroomFile();
        file.Open();
        using var context = file.Context();
        context.Database.OpenConnection();
        // SQLite's documentation of PRAGMA synchronous: in WAL mode only FULL (2) or EXTRA syncs the log at every commit.
        Assert.Equal("2", Ask(context, "PRAGMA synchronous"));
    }

    private static string? Ask(WorkroomContext context, string question)
    {
        using var command = context.Database.GetDbConnection().CreateCommand();
        command.CommandText = question;
        return command.ExecuteScalar()?.ToString();
    }
}
