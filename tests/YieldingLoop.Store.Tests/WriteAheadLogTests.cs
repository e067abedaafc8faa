using System.Diagnostics;
using Microsoft.Data.Sqlite;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Store.Tests;

/// <summary>
/// What is left of a workroom whose server was killed, and then meddled with. The formats checked by hand here are those
/// of sqlite.org/walformat.html; that SQLite itself says nothing is shown beside each.
/// </summary>
public sealed class WriteAheadLogTests : IDisposable
{
    private readonly WorkroomFile live = new();
    private readonly WorkroomFile left = new();

    public void Dispose()
    {
        live.Dispose();
        left.Dispose();
    }

    private string Log => left.DatabasePath + "-wal";

    private string Index => left.DatabasePath + "-shm";

    /// <summary>Writes cloths, the last of them only into the log, and takes the files as a kill would leave them.</summary>
    private async Task KillAsync(int moved = 2, int inTheLog = 3)
    {
        live.Open();
        using var keeper = new DatabaseKeeper(live.DatabasePath, live.Backups);
        for (var i = 1; i <= moved; i++)
        {
            await Save(i);
        }

        keeper.Open("http://127.0.0.1:1");
        for (var i = moved + 1; i <= moved + inTheLog; i++)
        {
            await Save(i);
        }

        // By a program of its own: closing one of them here would take SQLite's locks away.
        using var copy = Process.Start(new ProcessStartInfo("cp", ["-a", live.Folder + "/.", left.Folder]))!;
        await copy.WaitForExitAsync();
        Assert.Equal(0, copy.ExitCode);

        Task Save(int i) => live.Do(w => w.SaveAsync(new ClothEntry { Name = $"Cloth {i}", TypicalId = "interlock" }, null, 0, Guid.NewGuid()));
    }

    private bool Lost() => WriteAheadLog.LostSomething(left.DatabasePath, DatabaseKeeper.WasLeftOpen(left.Folder));

    private int Cloths()
    {
        using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = left.DatabasePath, Pooling = false }.ToString());
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT count(*) FROM Cloths";
        return Convert.ToInt32(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
    }

    private static void Write(string path, long at, params byte[] bytes)
    {
        using var stream = new FileStream(path, FileMode.Open);
        stream.Position = at < 0 ? stream.Length + at : at;
        stream.Write(bytes);
    }

    private static void Cut(string path, double part)
    {
        using var stream = new FileStream(path, FileMode.Open);
        stream.SetLength((long)(stream.Length * part));
    }

    [Fact]
    public async Task After_a_kill_nothing_is_lost_and_nothing_is_said()
    {
        await KillAsync();
        Assert.True(DatabaseKeeper.WasLeftOpen(left.Folder));
        Assert.False(Lost());
        Assert.Equal(5, Cloths());
    }

    [Fact]
    public async Task A_power_cut_that_leaves_no_index_is_no_loss()
    {
        await KillAsync();
        File.Delete(Index);
        Assert.False(Lost());
        Assert.Equal(5, Cloths());
    }

    [Fact]
    public async Task A_write_that_was_under_way_is_no_loss()
    {
        await KillAsync();
        // Frames of a write that never came to its end: half a frame, and a whole one of other bytes.
        using (var stream = new FileStream(Log, FileMode.Append))
        {
            stream.Write(new byte[4096 + 24 + 100]);
        }

        Assert.False(Lost());
        Assert.Equal(5, Cloths());
    }

    [Theory]
    [InlineData("gone")]
    [InlineData("empty")]
    [InlineData("half")]
    [InlineData("all but its end")]
    [InlineData("head")]
    [InlineData("middle")]
    [InlineData("end")]
    [InlineData("another's")]
    public async Task A_log_that_was_meddled_with_is_noticed(string what)
    {
        await KillAsync();
        Meddle(what);
        Assert.True(Lost());
        Assert.True(Cloths() < 5, "SQLite itself reads on and says nothing");
    }

    [Theory]
    [InlineData("gone", true)]
    [InlineData("empty", true)]
    [InlineData("head", true)]
    [InlineData("middle", true)]
    // Without its index, a log that ends at the end of a write looks like one that was shorter.
    [InlineData("all but its end", false)]
    public async Task Without_the_index_what_the_log_itself_shows_is_noticed(string what, bool noticed)
    {
        await KillAsync();
        File.Delete(Index);
        Meddle(what);
        Assert.Equal(noticed, Lost());
    }

    [Theory]
    [InlineData("gone")]
    [InlineData("empty")]
    public async Task A_log_whose_writes_had_all_been_moved_may_go(string what)
    {
        await KillAsync(moved: 4, inTheLog: 0);
        Meddle(what);
        Assert.False(Lost());
        Assert.Equal(4, Cloths());
    }

    [Fact]
    public async Task A_workroom_that_was_closed_has_no_log_and_no_mark()
    {
        live.Open();
        var keeper = new DatabaseKeeper(live.DatabasePath, live.Backups);
        keeper.Open("http://127.0.0.1:1");
        Assert.Equal("http://127.0.0.1:1", DatabaseKeeper.AddressIn(live.Folder));
        await live.Do(w => w.SaveAsync(new ClothEntry { Name = "Kept", TypicalId = "interlock" }, null, 0, Guid.NewGuid()));
        keeper.Dispose();
        Assert.Equal(["copies", "workroom.db"], Directory.GetFileSystemEntries(live.Folder).Select(Path.GetFileName).Append("copies").Distinct().Order());
        Assert.False(WriteAheadLog.LostSomething(live.DatabasePath, DatabaseKeeper.WasLeftOpen(live.Folder)));
    }

    [Fact]
    public async Task What_can_still_be_read_is_saved_beside_and_the_files_are_left_alone()
    {
        await KillAsync();
        Meddle("middle");
        var before = new[] { left.DatabasePath, Log, Index }.Select(File.ReadAllBytes).ToList();
        var (readable, state) = Restoring.SaveReadable(left.Backups);
        Assert.Equal(DatabaseState.Good, state);
        Assert.Equal(before, new[] { left.DatabasePath, Log, Index }.Select(File.ReadAllBytes));
        Assert.Contains(WorkroomFile.Dump(readable!), l => l.Contains("Cloth 2", StringComparison.Ordinal));
        // It takes the place of the database, whose files are all kept.
        var aside = Restoring.ReplaceDamaged(left.Backups, readable, left.Clock);
        Assert.Equal(before[..2], new[] { aside, aside + "-wal" }.Select(File.ReadAllBytes));
        Assert.False(left.Open());
        Assert.InRange((await left.Do(w => w.ListClothsAsync())).Count, 2, 4);
    }

    private void Meddle(string what)
    {
        switch (what)
        {
            case "gone":
                File.Delete(Log);
                break;
            case "empty":
                Cut(Log, 0);
                break;
            case "half":
                Cut(Log, 0.5);
                break;
            case "all but its end":
                Cut(Log, 0.99);
                break;
            case "head":
                Write(Log, 12, 1, 2, 3, 4, 5, 6, 7);
                break;
            case "middle":
                Write(Log, 32 + 24 + 500, [.. Enumerable.Repeat((byte)0xA5, 200)]);
                break;
            case "end":
                Write(Log, -300, [.. Enumerable.Repeat((byte)0xA5, 200)]);
                break;
            default:
                // The whole log of some other opening: every sum in it is right, but it is not this one's.
                using (var other = new WorkroomFile())
                {
                    other.Open();
                    using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = other.DatabasePath, Pooling = false }.ToString());
                    connection.Open();
                    using var command = connection.CreateCommand();
                    command.CommandText = "CREATE TABLE Another (Word TEXT)";
                    command.ExecuteNonQuery();
                    using var copy = Process.Start("cp", [other.DatabasePath + "-wal", Log])!;
                    copy.WaitForExit();
                }

                break;
        }
    }
}
