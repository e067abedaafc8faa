using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using YieldingLoop.Core.Machines;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>Workrooms that earlier versions wrote, and starts that were broken off.</summary>
public sealed class UpgradeTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public void Dispose() => file.Dispose();

    /// <summary>Databases of earlier versions, see tests/reference/README.md, with what each held.</summary>
    public static TheoryData<string, int, int> Older() => new() { { "workroom-first.db", 2, 7 }, { "workroom-book.db", 4, 7 }, { "workroom-ends.db", 4, 9 } };

    public static string Reference(string name)
    {
        var folder = AppContext.BaseDirectory;
        while (!Directory.Exists(Path.Combine(folder, "tests", "reference")))
        {
            folder = Path.GetDirectoryName(folder)!;
        }

        return Path.Combine(folder, "tests", "reference", "older", name);
    }

    [Theory]
    [MemberData(nameof(Older))]
    public async Task A_workroom_of_an_earlier_version_is_brought_up_to_date_with_its_machines_unchanged(string name, int machines, int setups)
    {
        File.Copy(Reference(name), file.DatabasePath);
        var before = Machines(file.DatabasePath);
        Assert.False(file.Open());
        await HoldsAsync(before, machines, setups);
        Assert.Equal(BackupReason.BeforeMigration, Assert.Single(file.Backups.List()).Reason);
        Assert.Equal(DatabaseState.Good, DatabaseCheck.Of(file.DatabasePath));
    }

    [Theory]
    [MemberData(nameof(Older))]
    public async Task A_copy_from_an_earlier_version_is_taken_in_with_its_machines_unchanged(string name, int machines, int setups)
    {
        file.Open();
        var copy = file.Backups.Make(BackupReason.ByHand);
        File.Copy(Reference(name), copy.Path, overwrite: true);
        var before = Machines(copy.Path);
        Assert.Null(Restoring.WhyNot(file.Backups, copy));
        await Restoring.RestoreAsync(file.Backups, copy);
        await HoldsAsync(before, machines, setups);
    }

    private async Task HoldsAsync(Dictionary<string, JsonNode> before, int machines, int setups)
    {
        var rows = await file.Do(w => w.ListMachinesAsync());
        Assert.Equal(machines, rows.Total);
        Assert.Equal(setups, (await file.Do(w => w.FindSetupsAsync(null))).Total);
        foreach (var row in rows)
        {
            // All that stood in the record stands in it still; what later versions added has its default.
            var now = JsonNode.Parse(StoredFormat.Write(row.Entry))!;
            Unchanged(before[row.Name], now, row.Name);
            Assert.Empty(MachineCheck.Problems(row.Entry));
        }

        foreach (var setup in await file.Do(w => w.Setups.ToListAsync()))
        {
            Assert.NotEmpty(setup.Snapshot.Plan.Threads);
        }
    }

    private static void Unchanged(JsonNode was, JsonNode now, string at)
    {
        switch (was)
        {
            case JsonObject members:
                foreach (var (name, value) in members.Where(m => m.Value is not null))
                {
                    Unchanged(value!, now[name]!, $"{at}.{name}");
                }

                break;
            case JsonArray items:
                Assert.Equal(items.Count, now.AsArray().Count);
                for (var i = 0; i < items.Count; i++)
                {
                    Unchanged(items[i]!, now[i]!, $"{at}[{i}]");
                }

                break;
            default:
                Assert.True(JsonNode.DeepEquals(was, now), $"{at}: {was} became {now}");
                break;
        }
    }

    private static Dictionary<string, JsonNode> Machines(string path)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT Name, Entry FROM Machines";
        using var reader = command.ExecuteReader();
        var found = new Dictionary<string, JsonNode>();
        while (reader.Read())
        {
            found[reader.GetString(0)] = JsonNode.Parse(reader.GetString(1))!;
        }

        return found;
    }

    [Fact]
    public void A_migration_lock_that_a_kill_left_holds_nobody_up()
    {
        using (var context = file.Context())
        {
            context.GetService<IMigrator>().Migrate("Drawer");
            context.Database.ExecuteSqlRaw("CREATE TABLE IF NOT EXISTS __EFMigrationsLock (Id INTEGER NOT NULL PRIMARY KEY, Timestamp TEXT NOT NULL); INSERT OR REPLACE INTO __EFMigrationsLock VALUES (1, '2026-01-01')");
        }

        SqliteConnection.ClearAllPools();
        // A copy of it carries the lock along, and is taken in all the same.
        var copy = file.Backups.Make(BackupReason.ByHand);
        Assert.False(file.Open());
        using (var context = file.Context())
        {
            Assert.Empty(context.Database.GetPendingMigrations());
        }

        Assert.Null(Restoring.WhyNot(file.Backups, copy));
        Restoring.Restore(file.Backups, copy);
    }

    [Fact]
    public void What_a_broken_off_start_left_lying_is_swept_and_the_start_made_again_demo_and_all()
    {
        var next = file.DatabasePath + ".next";
        Assert.Throws<TimeoutException>(() => file.Open(context =>
        {
            DemoLoader.Load(context, file.Clock.Now);
            Assert.True(File.Exists(next));
            throw new TimeoutException("the lights went out");
        }));
        Assert.False(File.Exists(next));
        Assert.False(File.Exists(file.DatabasePath));

        // A kill sweeps nothing.
        File.WriteAllText(next, "half a database");
        File.WriteAllText(next + "-journal", "half a journal");
        Directory.CreateDirectory(file.Backups.Folder);
        string[] left = ["workroom-20260101T000000000Z-daily.db.part", ".0123456789abcdef.scratch", ".0123456789abcdef.scratch-wal"];
        Array.ForEach(left, name => File.WriteAllText(Path.Combine(file.Backups.Folder, name), "half"));
        WorkroomDatabase.TidyUp(file.DatabasePath);
        Assert.Empty(Directory.GetFiles(file.Backups.Folder));
        Assert.True(file.Open(context => DemoLoader.Load(context, file.Clock.Now)));
        Assert.Equal(["copies", "workroom.db"], Names().Where(n => !n.Contains('-', StringComparison.Ordinal)).Order());
        using var read = file.Context();
        Assert.Equal(DemoWorkroom.Machines.Count, read.Machines.Count());

        IEnumerable<string> Names() => Directory.GetFileSystemEntries(file.Folder).Select(e => Path.GetFileName(e)!);
    }

    [Fact]
    public void An_upgrade_that_is_broken_off_leaves_the_workroom_as_it_was()
    {
        File.Copy(Reference("workroom-first.db"), file.DatabasePath);
        var before = WorkroomFile.Dump(file.DatabasePath);
        // A folder in the way of the copy that is made first.
        File.WriteAllText(Path.Combine(file.Folder, "copies"), "not a folder");
        Assert.ThrowsAny<IOException>(() => file.Open());
        Assert.Equal(before, WorkroomFile.Dump(file.DatabasePath));
        File.Delete(Path.Combine(file.Folder, "copies"));
        Assert.False(file.Open());
    }

    [Fact]
    public async Task Of_two_next_versions_an_earlier_version_let_through_the_younger_stays_and_the_other_can_not_come_back()
    {
        File.Copy(Reference("workroom-book.db"), file.DatabasePath);
        using (var connection = new SqliteConnection($"Data Source={file.DatabasePath};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            var columns = "SeamId, ClothId, MachineId, SearchText, VerdictId, SwatchPassedAt, Summary, Snapshot, Version, Name, CreatedAt, ChangedAt, Demo, Edition, Remark";
            command.CommandText = string.Join(';', new[] { "first", "second" }.Select(r => $"INSERT INTO Setups ({columns.Replace("Edition, Remark", "Edition, Remark, SubmissionKey, EarlierId", StringComparison.Ordinal)}) SELECT {columns.Replace("Edition, Remark", $"2, '{r}', '{Guid.NewGuid()}', Id", StringComparison.Ordinal)} FROM Setups WHERE Id = 1"));
            command.ExecuteNonQuery();
        }

        Assert.False(file.Open());
        var later = await file.Do(w => w.Setups.Where(s => s.EarlierId == 1).OrderBy(s => s.Id).ToListAsync());
        Assert.Equal([("first", true), ("second", false)], later.Select(s => (s.Remark, s.PutAwayAt is not null)));
        Assert.True((await file.Do(w => w.Setups.FirstAsync(s => s.Id == 1))).Superseded);
        var group = Assert.Single(await file.OnShelf(s => s.ListAsync()));
        Assert.Equal([later[0].Name], (await file.OnShelf(s => s.BringBackAsync(group.With))).Held);

        // The database itself holds one next version.
        using var context = file.Context();
        var fault = Assert.Throws<SqliteException>(() => context.Database.ExecuteSql($"UPDATE Setups SET PutAwayAt = NULL WHERE Id = {later[0].Id}"));
        Assert.Equal(19, fault.SqliteErrorCode);
    }

    [Fact]
    public async Task What_the_database_keeps_true_by_itself_is_what_the_set_ups_say()
    {
        file.Open(context => DemoLoader.Load(context, file.Clock.Now));
        var random = new Random(20261126);
        for (var i = 0; i < 60; i++)
        {
            var setups = await file.Do(w => w.Setups.ToListAsync());
            var one = setups[random.Next(setups.Count)];
            switch (random.Next(4))
            {
                case 0:
                    await file.Do(w => w.SetSwatchPassedAsync(one.Id, one.Version, random.Next(2) == 0));
                    break;
                case 1:
                    await file.OnShelf(s => s.PutAwayAsync(RecordKind.Setup, one.Id, one.Version));
                    break;
                case 2 when one.PutAwayWith is { } with:
                    await file.OnShelf(s => s.BringBackAsync(with));
                    break;
                default:
                    await file.Do(w => w.AmendAsync(one.Id, one.Snapshot.Plan, $"{i}", Guid.NewGuid()));
                    break;
            }

            var now = await file.Do(w => w.Setups.ToListAsync());
            Assert.All(now, s => Assert.Equal(now.Any(l => First(l) == First(s) && l.Edition > s.Edition && l.PutAwayAt is null && (s.SwatchPassedAt is null || l.SwatchPassedAt is not null)), s.Superseded));
            Assert.All(now, s => Assert.Equal(First(s), s.FirstId ?? s.Id));
            int First(SetupRow version) => version.EarlierId is { } earlier ? First(now.Single(s => s.Id == earlier)) : version.Id;
            Assert.All(await file.Do(w => w.Seams.ToListAsync()), s => Assert.Equal(now.Any(k => k.SeamId == s.Id && k.SwatchPassedAt is not null && k.PutAwayAt is null), s.Passed));
            Assert.All(now.Where(s => s.EarlierId is not null && s.PutAwayAt is null).GroupBy(s => s.EarlierId), g => Assert.Single(g));
        }
    }

    [Theory]
    [InlineData("Cloths", "Entry", "{\"name\": 7}", "cloths")]
    [InlineData("Cloths", "Entry", "not json", "cloths")]
    [InlineData("Cloths", "Entry", "null", "cloths")]
    [InlineData("Machines", "Entry", "{\"kind\":\"spaceship\"}", "machines")]
    [InlineData("Machines", "Entry", "{}", "machines")]
    [InlineData("Setups", "Snapshot", "{\"plan\":null}", "setups")]
    [InlineData("States", "Entry", "[]", "states")]
    [InlineData("ThreadUps", "Entry", "{\"steps\":3}", "threadups")]
    public void A_copy_with_a_record_nobody_can_read_is_recognised_before_it_is_restored(string table, string column, string text, string named)
    {
        file.Open(context => DemoLoader.Load(context, file.Clock.Now));
        var good = file.Backups.Make(BackupReason.ByHand);
        file.Clock.Now = file.Clock.Now.AddMinutes(1);
        var bad = file.Backups.Make(BackupReason.ByHand);
        using (var connection = new SqliteConnection($"Data Source={bad.Path};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = $"UPDATE {table} SET {column} = $text WHERE Id = (SELECT max(Id) FROM {table})";
            command.Parameters.AddWithValue("$text", text);
            Assert.Equal(1, command.ExecuteNonQuery());
        }

        var before = WorkroomFile.Dump(file.DatabasePath);
        Assert.Contains(named, Restoring.WhyNot(file.Backups, bad)!, StringComparison.Ordinal);
        Assert.Throws<UnfitCopyException>(() => Restoring.Preview(file.Backups, bad));
        Assert.Throws<UnfitCopyException>(() => Restoring.Restore(file.Backups, bad));
        Assert.Equal(before, WorkroomFile.Dump(file.DatabasePath));
        // The newest copy is not the newest good one.
        Assert.Equal(good, file.Backups.NewestGood());
        Assert.DoesNotContain(Directory.GetFiles(file.Backups.Folder), f => f.Contains("scratch", StringComparison.Ordinal));
    }
}
