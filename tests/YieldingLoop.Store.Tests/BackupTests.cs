using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>Copies, restoring, and files that a power cut or a bad disk left damaged.</summary>
public sealed class BackupTests : IDisposable
{
    private static readonly ClothEntry Jersey = new() { Name = "Jersey", TypicalId = "elastane-jersey" };

    private readonly WorkroomFile file = new();

    public BackupTests()
    {
        file.Open();
        using var context = file.Context();
        DemoLoader.Load(context, file.Clock.Now);
    }

    public void Dispose() => file.Dispose();

    [Fact]
    public void A_copy_is_one_file_with_identical_content()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        Assert.Equal(WorkroomFile.Dump(file.DatabasePath), WorkroomFile.Dump(copy.Path));
        Assert.Equal([copy.Name], Directory.GetFiles(file.Backups.Folder).Select(Path.GetFileName));
        Assert.Equal(copy, file.Backups.Find(copy.Name));
        Assert.Null(file.Backups.Find("../workroom.db"));
        Assert.Equal(file.Clock.Now, copy.MadeAt);
    }

    [Fact]
    public async Task A_restore_gives_identical_content_whatever_happened_since()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        var then = WorkroomFile.Dump(file.DatabasePath, withoutVersions: true);
        await ChangeEverythingAsync();
        var now = WorkroomFile.Dump(file.DatabasePath, withoutVersions: true);
        Assert.NotEqual(then, now);

        var replaced = Restoring.Restore(file.Backups, copy);
        Assert.Equal(then, WorkroomFile.Dump(file.DatabasePath, withoutVersions: true));
        Assert.Equal(now, WorkroomFile.Dump(replaced.Path, withoutVersions: true));
        Assert.Equal(BackupReason.BeforeRestore, replaced.Reason);
        Assert.Equal(DatabaseState.Good, DatabaseCheck.Of(file.DatabasePath));

        // And back again: the replaced file is a copy like any other.
        Restoring.Restore(file.Backups, replaced);
        Assert.Equal(now, WorkroomFile.Dump(file.DatabasePath, withoutVersions: true));
        Assert.DoesNotContain(Directory.GetFiles(file.Backups.Folder), f => !f.EndsWith(".db", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Before_a_restore_it_is_said_what_will_change()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        Assert.True(Restoring.Preview(file.Backups, copy).ChangesNothing);
        await ChangeEverythingAsync();
        var before = WorkroomFile.Dump(file.DatabasePath);
        var preview = Restoring.Preview(file.Backups, copy);
        Assert.Equal(before, WorkroomFile.Dump(file.DatabasePath));
        Assert.True(preview.Settings);
        var cloths = Assert.Single(preview.Effects, e => e.Kind == RecordKind.Cloth);
        Assert.Equal(["Jersey"], cloths.Goes);
        Assert.Equal(["Another name"], cloths.Changes);
        Assert.Empty(cloths.ComesBack);
        Assert.Equal([DemoWorkroom.Overlockers[0].Name], Assert.Single(preview.Effects, e => e.Kind == RecordKind.Machine).Changes);

        Restoring.Restore(file.Backups, copy);
        var other = Restoring.Preview(file.Backups, file.Backups.List()[0]);
        Assert.Equal(["Jersey"], Assert.Single(other.Effects, e => e.Kind == RecordKind.Cloth).ComesBack);
    }

    [Fact]
    public async Task A_form_opened_before_a_restore_is_stale_after_it()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        // Version 2 is on a tablet's screen; the restore takes the record back to 1, and an edit to 2 once more.
        await file.Do(w => w.SaveAsync(Jersey with { Name = "Seen on the tablet" }, 1, 1, Guid.NewGuid()));
        Restoring.Restore(file.Backups, copy);
        var restored = await file.Do(w => w.Cloths.FirstAsync(c => c.Id == 1));
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(Jersey with { Name = "After the restore" }, 1, restored.Version, Guid.NewGuid())));
        Assert.IsType<SaveResult.Stale>(await file.Do(w => w.SaveAsync(Jersey with { Name = "From the tablet" }, 1, 2, Guid.NewGuid())));
        Assert.Equal(1, (await file.Do(w => w.Cloths.FirstAsync(c => c.Id == 2))).Version);
    }

    [Fact]
    public async Task Unfinished_forms_stay_through_a_restore()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        await file.InDrafts(d => d.KeepAsync(Guid.NewGuid(), "/cloths/new", "Half a cloth", []));
        Restoring.Restore(file.Backups, copy);
        Assert.Single(await file.InDrafts(d => d.ListAsync()));
    }

    [Fact]
    public void A_copy_from_an_older_version_is_brought_up_to_date_on_its_way_in()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        using (var context = new WorkroomContext(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite($"Data Source={copy.Path};Pooling=False").Options))
        {
            context.Database.Migrate("Initial");
        }

        var names = WorkroomFile.Dump(copy.Path).Count(l => l.StartsWith("Cloths", StringComparison.Ordinal));
        Restoring.Restore(file.Backups, copy);
        using var read = file.Context();
        Assert.Empty(read.Database.GetPendingMigrations());
        Assert.Equal(names, read.Cloths.Count());
    }

    [Fact]
    public void What_cannot_be_restored_says_why_and_changes_nothing()
    {
        var before = WorkroomFile.Dump(file.DatabasePath);
        var torn = Damage(file.Backups.Make(BackupReason.ByHand).Path);
        Assert.Contains("damaged", Restoring.WhyNot(file.Backups, torn)!, StringComparison.Ordinal);
        Assert.Throws<UnfitCopyException>(() => Restoring.Restore(file.Backups, torn));

        var strange = file.Backups.Make(BackupReason.ByHand);
        Run(strange.Path, "DROP TABLE __EFMigrationsHistory");
        Assert.Contains("does not hold a workroom", Restoring.WhyNot(file.Backups, strange)!, StringComparison.Ordinal);

        var newer = file.Backups.Make(BackupReason.ByHand);
        Run(newer.Path, "INSERT INTO __EFMigrationsHistory VALUES ('99990101000000_Later', '99.0.0')");
        Assert.Contains("newer version", Restoring.WhyNot(file.Backups, newer)!, StringComparison.Ordinal);
        Assert.Throws<UnfitCopyException>(() => Restoring.Restore(file.Backups, newer));
        Assert.Equal(before, WorkroomFile.Dump(file.DatabasePath));
        Assert.DoesNotContain(file.Backups.List(), b => b.Reason == BackupReason.BeforeRestore);
    }

    [Fact]
    public void There_is_one_daily_copy_a_day_and_each_is_kept_fourteen_days()
    {
        file.Backups.Make(BackupReason.ByHand);
        for (var day = 0; day < 20; day++)
        {
            Assert.NotNull(file.Backups.MakeDaily());
            Assert.Null(file.Backups.MakeDaily());
            file.Clock.Now = file.Clock.Now.AddHours(11);
            Assert.Null(file.Backups.MakeDaily());
            file.Clock.Now = file.Clock.Now.AddHours(13);
        }

        var last = file.Clock.Now.AddDays(-1);
        var daily = file.Backups.List().Where(b => b.Reason == BackupReason.Daily).Select(b => b.MadeAt.Date).ToList();
        Assert.Equal(Enumerable.Range(0, Backups.DailyDays).Select(d => last.AddDays(-d).Date), daily);
        Assert.Single(file.Backups.List(), b => b.Reason == BackupReason.ByHand);
    }

    [Fact]
    public async Task Copies_made_while_the_workroom_is_written_to_are_whole()
    {
        var writing = Task.Run(async () =>
        {
            for (var i = 0; i < 60; i++)
            {
                await file.Do(w => w.SaveAsync(Jersey with { Name = $"Jersey {i}" }, null, 0, Guid.NewGuid()));
            }
        });
        var copies = new List<BackupFile>();
        while (!writing.IsCompleted)
        {
            copies.Add(file.Backups.Make(BackupReason.ByHand));
        }

        await writing;
        Assert.NotEmpty(copies);
        Assert.All(copies, c => Assert.Null(Restoring.WhyNot(file.Backups, c)));
    }

    [Theory]
    [InlineData("torn")]
    [InlineData("empty")]
    [InlineData("text")]
    public void A_damaged_file_is_recognised_and_gives_way_to_the_newest_good_copy(string how)
    {
        var good = file.Backups.Make(BackupReason.Daily);
        var then = WorkroomFile.Dump(file.DatabasePath);
        file.Clock.Now = file.Clock.Now.AddHours(1);
        Damage(file.Backups.Make(BackupReason.ByHand).Path);
        SqliteConnection.ClearAllPools();
        switch (how)
        {
            case "torn":
                Damage(file.DatabasePath);
                break;
            case "empty":
                File.WriteAllBytes(file.DatabasePath, []);
                break;
            default:
                File.WriteAllText(file.DatabasePath, string.Concat(Enumerable.Repeat("not a database ", 500)));
                break;
        }

        var broken = File.ReadAllBytes(file.DatabasePath);
        Assert.Equal(DatabaseState.Damaged, DatabaseCheck.Of(file.DatabasePath));
        Assert.Equal(good, file.Backups.NewestGood());
        var aside = Restoring.ReplaceDamaged(file.Backups, good.Path, file.Clock);
        Assert.Equal(broken, File.ReadAllBytes(aside));
        Assert.False(file.Open());
        Assert.Equal(then, WorkroomFile.Dump(file.DatabasePath));
    }

    [Fact]
    public void A_damaged_file_can_give_way_to_an_empty_workroom()
    {
        SqliteConnection.ClearAllPools();
        Damage(file.DatabasePath);
        Restoring.ReplaceDamaged(file.Backups, null, file.Clock);
        Assert.Equal(DatabaseState.Absent, DatabaseCheck.Of(file.DatabasePath));
        Assert.True(file.Open());
        Assert.Null(file.Backups.NewestGood());
    }

    private async Task ChangeEverythingAsync()
    {
        await file.Do(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        await file.Do(w => w.SaveAsync(Jersey with { Name = "Another name" }, 1, 1, Guid.NewGuid()));
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Machine, 1, 1));
        await file.Do(w => w.SetSwatchPassedAsync(4, 1, true));
        await file.InSettings(s => s.SaveAsync(new WorkroomSettings { Lengths = LengthUnit.Inch }, 0));
    }

    private static BackupFile Damage(string path)
    {
        using (var stream = new FileStream(path, FileMode.Open, FileAccess.ReadWrite))
        {
            // The middle of the file, as a bad sector would leave it.
            stream.Position = stream.Length / 4 / 4096 * 4096;
            stream.Write(Enumerable.Repeat((byte)0xA5, (int)(stream.Length / 2)).ToArray());
        }

        return BackupFile.Of(new FileInfo(path)) ?? new BackupFile(path, default, default, 0);
    }

    private static void Run(string path, string statement)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = statement;
        command.ExecuteNonQuery();
    }
}
