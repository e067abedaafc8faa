using System.Diagnostics;
using System.Net;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store.Backup;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Tests;

/// <summary>
/// A workroom whose server was killed in the middle of its work, and whose files were then meddled with before the next
/// start: never an empty workroom without a word, and what can be saved is.
/// </summary>
public sealed class MeddlingTests : IDisposable
{
    private readonly App before = new();
    private readonly App after = new() { AsFound = true };

    public void Dispose()
    {
        before.Dispose();
        after.Dispose();
    }

    /// <summary>A day's work: a copy by hand, a cloth renamed after it that has reached the file, and one that is only in the log.</summary>
    private async Task KillAsync(bool copies)
    {
        var visitor = before.Visit();
        await visitor.OpenAsync("/");
        if (copies)
        {
            before.Backups.Make(BackupReason.ByHand);
        }

        await RenameAsync(visitor, 1, "In the file");
        before.Clock.MoveOn(TimeSpan.FromMinutes(2));
        var log = new FileInfo(before.DatabasePath + "-wal");
        while (log.Length > 0)
        {
            await Task.Delay(100);
            log.Refresh();
        }

        // Somebody who reads on: what is written from here on stays in the log, however long the rest takes on a busy machine.
        using var reader = new SqliteConnection($"Data Source={before.DatabasePath};Pooling=False");
        reader.Open();
        using var reading = reader.BeginTransaction(deferred: true);
        using var look = reader.CreateCommand();
        look.CommandText = "SELECT count(*) FROM Cloths";
        look.ExecuteScalar();
        await RenameAsync(visitor, 2, "In the log");
        await RenameAsync(visitor, 3, "In the log too");
        using var copy = Process.Start("cp", ["-a", before.Folder + "/.", after.Folder])!;
        await copy.WaitForExitAsync();
        var made = Path.Combine(after.Folder, Path.GetFileName(before.Backups.Folder.TrimEnd(Path.DirectorySeparatorChar)));
        if (!copies && Directory.Exists(made))
        {
            // The copy of the day comes some seconds after a start, and on a busy machine before the kill.
            Directory.Delete(made, recursive: true);
        }

        // The mark of a server that has it open came along, as after a kill.
        Assert.True(File.Exists(Path.Combine(after.Folder, "workroom.open")));
    }

    private static async Task RenameAsync(Visitor visitor, int cloth, string name) =>
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(await visitor.OpenAsync($"/cloths/{cloth}"), $"/cloths/{cloth}", new() { ["Input.Name"] = name })).Status);

    private void Meddle(string name, string how)
    {
        var path = Path.Combine(after.Folder, name);
        switch (how)
        {
            case "removed":
                File.Delete(path);
                break;
            case "emptied":
                File.WriteAllBytes(path, []);
                break;
            case "cut short":
                File.WriteAllBytes(path, [.. File.ReadAllBytes(path).Take((int)(new FileInfo(path).Length / 2))]);
                break;
            default:
                var bytes = File.ReadAllBytes(path);
                new Random(7).NextBytes(bytes.AsSpan(bytes.Length / 8, bytes.Length / 2));
                File.WriteAllBytes(path, bytes);
                break;
        }
    }

    [Fact]
    public async Task After_a_kill_without_meddling_everything_is_there()
    {
        await KillAsync(copies: true);
        Assert.Contains("In the log too", (await after.Visit().OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("removed")]
    [InlineData("emptied")]
    [InlineData("cut short")]
    [InlineData("garbled")]
    public async Task A_log_that_was_meddled_with_is_said_and_what_can_be_read_is_offered(string how)
    {
        await KillAsync(copies: true);
        Meddle("workroom.db-wal", how);
        var visitor = after.Visit();
        using (var turned = await visitor.Client.GetAsync(new Uri("/cloths", UriKind.Relative)))
        {
            Assert.Equal("/rescue", turned.Headers.Location?.OriginalString);
        }

        using (var health = await visitor.Client.GetAsync(new Uri("/health", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, health.StatusCode);
        }

        var page = await visitor.OpenAsync("/rescue");
        Assert.Contains("may not be all there", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(page.GetElementById("copy"));
        Assert.Equal("/", (await visitor.PressAsync(page, "Go on with what can be read")).Location);
        var cloths = (await visitor.OpenAsync("/cloths")).Body!.TextContent;
        Assert.Contains("In the file", cloths, StringComparison.Ordinal);
        Assert.DoesNotContain("In the log too", cloths, StringComparison.Ordinal);
        // What was left is kept aside.
        Assert.Single(Directory.GetFiles(after.Folder, "workroom-damaged-*.db"));
    }

    [Theory]
    [InlineData("removed", true)]
    [InlineData("removed", false)]
    [InlineData("emptied", true)]
    [InlineData("cut short", true)]
    [InlineData("garbled", true)]
    public async Task A_database_that_was_meddled_with_is_said_and_the_newest_good_copy_offered(string how, bool copies)
    {
        await KillAsync(copies);
        Meddle("workroom.db", how);
        // A log without its database, or beside one of which half is gone, holds only some pages.
        File.Delete(Path.Combine(after.Folder, "workroom.db-wal"));
        var visitor = after.Visit();
        using (var turned = await visitor.Client.GetAsync(new Uri("/cloths", UriKind.Relative)))
        {
            Assert.Equal("/rescue", turned.Headers.Location?.OriginalString);
        }

        var page = await visitor.OpenAsync("/rescue");
        if (copies)
        {
            Assert.Equal("/", (await visitor.PressAsync(page, "Open the copy")).Location);
            // A cloth nobody renamed: the newest copy may be the one by hand, or the copy of the day some seconds after it.
            Assert.Contains("Wicking mesh", (await visitor.OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
        }
        else
        {
            Assert.Contains("missing", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
            Assert.Null(page.GetElementById("copy"));
            Assert.Equal("/", (await visitor.PressAsync(page, "Start with an empty workroom")).Location);
            Assert.DoesNotContain("Unisuit", (await visitor.OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_database_with_nothing_of_a_workroom_in_it_is_never_taken_for_an_empty_one()
    {
        await KillAsync(copies: true);
        foreach (var file in Directory.GetFiles(after.Folder, "workroom.db*"))
        {
            File.Delete(file);
        }

        using (var connection = new SqliteConnection($"Data Source={after.DatabasePath};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA user_version = 3";
            command.ExecuteNonQuery();
            command.CommandText = "CREATE TABLE Stranger (Word TEXT)";
            command.ExecuteNonQuery();
        }

        var page = await after.Visit().OpenAsync("/rescue");
        Assert.Contains("does not hold a workroom", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(page.GetElementById("copy"));
    }

    [Theory]
    [InlineData("removed")]
    [InlineData("emptied")]
    [InlineData("garbled")]
    public async Task What_is_written_of_requests_may_be_meddled_with_at_will(string how)
    {
        await KillAsync(copies: true);
        foreach (var log in Directory.GetFiles(Path.Combine(after.Folder, "logs")))
        {
            Meddle(Path.Combine("logs", Path.GetFileName(log)), how);
        }

        Assert.Contains("In the log too", (await after.Visit().OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_found_has_a_sentence_each()
    {
        var sentences = Enum.GetValues<DatabaseState>().Where(s => s != DatabaseState.Good).Select(RescueWords.Of).ToList();
        Assert.Equal(sentences.Count, sentences.Distinct().Count());
    }
}
