using System.Net;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Tests;

/// <summary>Backing up, restoring and opening a damaged workroom, from the pages.</summary>
public sealed class CopiesTests : IDisposable
{
    private readonly App app = new() { AsFound = true };

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task A_copy_is_made_shown_downloaded_and_restored_with_what_it_replaced_kept()
    {
        var visitor = app.Visit();
        var made = await visitor.PressAsync(await visitor.OpenAsync("/copies"), "Back up now");
        var list = await visitor.OpenAsync(made.Location!);
        Assert.Contains("Backed up.", list.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        var copy = Assert.Single(app.Backups.List(), b => b.Reason == BackupReason.ByHand);

        using (var download = await visitor.Client.GetAsync(new Uri($"/copies/{copy.Name}?handler=File", UriKind.Relative)))
        {
            Assert.Equal(File.ReadAllBytes(copy.Path), await download.Content.ReadAsByteArrayAsync());
        }

        var same = await visitor.OpenAsync($"/copies/{copy.Name}");
        Assert.Contains("nothing to restore", same.Body!.TextContent, StringComparison.Ordinal);
        Assert.Null(same.GetElementById("restore")?.GetAttribute("action"));

        await visitor.SendAsync(await visitor.OpenAsync("/cloths/1"), "/cloths/1", new() { ["Input.Name"] = "Changed since" });
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", new() { ["Input.Name"] = "Made since", ["Input.TypicalId"] = "interlock" });
        await visitor.SendAsync(await visitor.OpenAsync("/settings"), "/settings", new() { ["Words"] = "American" }, "settings");
        var preview = await visitor.OpenAsync($"/copies/{copy.Name}");
        var said = preview.QuerySelector(".effect")!.TextContent;
        Assert.Contains("Changed since", said, StringComparison.Ordinal);
        Assert.Contains("Made since", said, StringComparison.Ordinal);

        var done = await visitor.PressAsync(preview, "Restore this copy");
        Assert.Contains("Restored.", (await visitor.OpenAsync(done.Location!)).QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(5, (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile").Length);
        // The settings went back too, and every page speaks by them at once.
        Assert.Contains("overlocker", (await visitor.OpenAsync("/machines/new")).QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        Assert.Single(app.Backups.List(), b => b.Reason == BackupReason.BeforeRestore);
    }

    [Theory]
    [InlineData("workroom.db")]
    [InlineData("..%2Fworkroom.db")]
    [InlineData("workroom-20200101T000000000Z-by-hand.db")]
    public async Task Only_copies_are_served(string name) => await app.Visit().OpenAsync($"/copies/{name}?handler=File", HttpStatusCode.NotFound);

    [Fact]
    public async Task A_damaged_workroom_says_so_and_opens_with_the_newest_good_copy()
    {
        // A workroom of two days ago, its copy, and a file that a power cut left half written.
        IReadOnlyList<string> then;
        using (var earlier = new App())
        {
            await earlier.Visit().OpenAsync("/");
            earlier.Backups.Make(BackupReason.Daily);
            then = earlier.Dump();
            Directory.CreateDirectory(Path.Combine(app.Folder, "copies"));
            foreach (var copy in earlier.Backups.List())
            {
                File.Copy(copy.Path, Path.Combine(app.Folder, "copies", copy.Name));
            }

            File.WriteAllBytes(app.DatabasePath, [.. File.ReadAllBytes(earlier.Backups.List()[0].Path).Take(30_000)]);
        }

        var visitor = app.Visit();
        using (var health = await visitor.Client.GetAsync(new Uri("/health", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, health.StatusCode);
        }

        using (var turned = await visitor.Client.GetAsync(new Uri("/cloths", UriKind.Relative)))
        {
            Assert.Equal("/rescue", turned.Headers.Location?.OriginalString);
        }

        using (var api = await app.CreateClient().GetAsync(new Uri("/api/v1/threads", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, api.StatusCode);
        }

        var page = await visitor.OpenAsync("/rescue");
        Assert.Contains("damaged", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("/", (await visitor.PressAsync(page, "Open the copy")).Location);
        Assert.Equal(then, app.Dump());
        Assert.Equal(5, (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile").Length);
        Assert.Equal(30_000, new FileInfo(Assert.Single(Directory.GetFiles(app.Folder, "workroom-damaged-*.db"))).Length);
        using var closed = await visitor.Client.GetAsync(new Uri("/rescue", UriKind.Relative));
        Assert.Equal("/", closed.Headers.Location?.OriginalString);
    }

    [Fact]
    public async Task A_missing_database_with_copies_beside_it_can_be_begun_afresh()
    {
        using (var earlier = new App())
        {
            await earlier.Visit().OpenAsync("/");
            var copy = earlier.Backups.Make(BackupReason.Daily);
            Directory.CreateDirectory(Path.Combine(app.Folder, "copies"));
            File.Copy(copy.Path, Path.Combine(app.Folder, "copies", copy.Name));
        }

        var visitor = app.Visit();
        var page = await visitor.OpenAsync("/rescue");
        Assert.Contains("missing", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        await visitor.PressAsync(page, "Start with an empty workroom");
        Assert.Empty((await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile"));
    }
}
