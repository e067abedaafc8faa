using System.Diagnostics;
using System.Runtime.Versioning;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Store.Tests;

/// <summary>One server a folder, writers one after the other, and files that are watched while they are open.</summary>
[SupportedOSPlatform("linux")]
public sealed class KeeperTests : IDisposable
{
    private readonly WorkroomFile file = new();
    private readonly DatabaseKeeper keeper;

    public KeeperTests()
    {
        file.Open();
        keeper = new DatabaseKeeper(file.DatabasePath, file.Backups);
        keeper.Open("http://127.0.0.1:1");
    }

    public void Dispose()
    {
        keeper.Dispose();
        file.Dispose();
    }

    private string Log => file.DatabasePath + "-wal";

    private Task<SaveResult> SaveAsync(string name) => file.Do(w => w.SaveAsync(new ClothEntry { Name = name, TypicalId = "interlock" }, null, 0, Guid.NewGuid()));

    [Fact]
    public async Task The_log_is_moved_into_the_file_once_nobody_writes()
    {
        // Just written: not yet, unless it is time. A machine may stall for longer than the quiet lasts, so it has some tries.
        var moved = true;
        for (var i = 0; moved && i < 10; i++)
        {
            await SaveAsync("one");
            Assert.True(new FileInfo(Log).Length > 0);
            moved = keeper.CheckpointWhereQuiet(TimeSpan.Zero);
        }

        Assert.False(moved);
        Assert.True(new FileInfo(Log).Length > 0);
        Assert.True(keeper.CheckpointWhereQuiet(DatabaseKeeper.AtLatest));
        Assert.Equal(0, new FileInfo(Log).Length);
        // The file alone holds it, which a copy of nothing else shows.
        using var alone = new WorkroomFile();
        using (var copy = Process.Start("cp", [file.DatabasePath, alone.DatabasePath])!)
        {
            await copy.WaitForExitAsync();
        }

        Assert.Contains(WorkroomFile.Dump(alone.DatabasePath), l => l.Contains("one", StringComparison.Ordinal));
        Assert.True(keeper.StillThere());
    }

    [Theory]
    [InlineData("database gone", true)]
    [InlineData("database replaced", true)]
    [InlineData("database cut short", false)]
    [InlineData("log gone", true)]
    [InlineData("log cut short", false)]
    public async Task What_is_taken_away_while_it_is_open_is_noticed_and_saved_where_it_can_be(string what, bool saved)
    {
        await SaveAsync("one");
        keeper.CheckpointWhereQuiet(DatabaseKeeper.AtLatest);
        await SaveAsync("two");
        Assert.True(keeper.StillThere());
        switch (what)
        {
            case "database gone":
                File.Delete(file.DatabasePath);
                break;
            case "database replaced":
                using (var copy = Process.Start("sh", ["-c", $"cp '{file.DatabasePath}' '{file.Folder}/other' && mv '{file.Folder}/other' '{file.DatabasePath}'"])!)
                {
                    await copy.WaitForExitAsync();
                }

                break;
            case "database cut short":
                using (var cut = Process.Start("truncate", ["-s", "8192", file.DatabasePath])!)
                {
                    await cut.WaitForExitAsync();
                }

                break;
            case "log gone":
                File.Delete(Log);
                break;
            default:
                using (var cut = Process.Start("truncate", ["-s", "0", Log])!)
                {
                    await cut.WaitForExitAsync();
                }

                break;
        }

        Assert.False(keeper.StillThere());
        var copyMade = keeper.SaveTakenAway();
        if (saved)
        {
            Assert.Equal(BackupReason.Rescued, copyMade!.Reason);
            Assert.Contains(WorkroomFile.Dump(copyMade.Path), l => l.Contains("two", StringComparison.Ordinal));
        }

        keeper.LetGo();
    }

    [Fact]
    public async Task Writers_that_wait_for_a_lock_hold_no_reader_up()
    {
        using var holder = new SqliteConnection($"Data Source={file.DatabasePath};Pooling=False");
        holder.Open();
        Run("BEGIN IMMEDIATE");
        var writers = Enumerable.Range(0, 12).Select(i => Task.Run(() => SaveAsync($"writer {i}"))).ToList();
        // Reads one after the other, while not one of the writers gets on.
        for (var i = 0; i < 50; i++)
        {
            Assert.Equal(0, (await file.Do(w => w.ListClothsAsync())).Total);
        }

        Assert.DoesNotContain(writers, w => w.IsCompleted);
        Run("COMMIT");
        Assert.All(await Task.WhenAll(writers), r => Assert.IsType<SaveResult.Saved>(r));
        Assert.Equal(12, (await file.Do(w => w.ListClothsAsync())).Total);

        void Run(string statement)
        {
            using var command = holder.CreateCommand();
            command.CommandText = statement;
            command.ExecuteNonQuery();
        }
    }

    [Fact]
    public async Task A_write_is_whole_or_not_at_all()
    {
        await using var context = file.Context();
        await Assert.ThrowsAsync<TimeoutException>(() => context.InTurnAsync(async () =>
        {
            await new Workroom(context, file.Clock).SaveAsync(new ClothEntry { Name = "half", TypicalId = "interlock" }, null, 0, Guid.NewGuid());
            throw new TimeoutException();
        }));
        Assert.Equal(0, (await file.Do(w => w.ListClothsAsync())).Total);
        // The turn is free again.
        Assert.IsType<SaveResult.Saved>(await SaveAsync("whole"));
    }

    [Fact]
    public void One_folder_is_for_one_server_and_the_other_says_once_that_it_waits()
    {
        using var first = FolderLock.TryTake(file.Folder)!;
        Assert.Null(FolderLock.TryTake(file.Folder));
        var waits = 0;
        var fault = Assert.Throws<FolderInUseException>(() => FolderLock.Take(file.Folder, TimeSpan.FromMilliseconds(250), () => waits++, () => "http://127.0.0.1:5080"));
        Assert.Equal(1, waits);
        Assert.Contains("http://127.0.0.1:5080", fault.Message, StringComparison.Ordinal);
        first.Dispose();
        using var second = FolderLock.Take(file.Folder, TimeSpan.Zero, () => waits++, () => null);
        Assert.Equal(1, waits);
    }

    [Fact]
    public async Task Database_log_and_copies_are_their_owner_s_alone_also_those_made_before()
    {
        await SaveAsync("one");
        var copy = file.Backups.Make(BackupReason.ByHand);
        AssertPrivate();
        foreach (var path in new[] { file.DatabasePath, Log, copy.Path })
        {
            File.SetUnixFileMode(path, (UnixFileMode)0b110_100_100);
        }

        File.SetUnixFileMode(file.Backups.Folder, (UnixFileMode)0b111_101_101);
        keeper.Dispose();
        WorkroomDatabase.TidyUp(file.DatabasePath);
        keeper.Open("http://127.0.0.1:1");
        await SaveAsync("two");
        AssertPrivate();

        void AssertPrivate()
        {
            foreach (var path in Directory.GetFiles(file.Folder).Concat(Directory.GetFiles(file.Backups.Folder)).Append(file.Backups.Folder))
            {
                Assert.True((File.GetUnixFileMode(path) & (UnixFileMode)0b000_111_111) == 0, $"{path}: {File.GetUnixFileMode(path)}");
            }
        }
    }

    [Theory]
    [InlineData(5, StorageTrouble.Locked)]
    [InlineData(8, StorageTrouble.ReadOnly)]
    [InlineData(10, StorageTrouble.Failing)]
    [InlineData(11, StorageTrouble.Damaged)]
    [InlineData(13, StorageTrouble.Full)]
    [InlineData(19, null)]
    public void What_the_disk_does_is_told_from_what_is_a_fault(int code, StorageTrouble? trouble)
    {
        Assert.Equal(trouble, StorageFault.Of(new DbUpdateException("around it", new SqliteException("of SQLite", code))));
        Assert.Null(StorageFault.Of(new InvalidOperationException("of the program")));
    }
}
