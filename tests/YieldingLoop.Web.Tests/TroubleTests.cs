using System.Data.Common;
using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Store;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Tests;

/// <summary>A disk that does not do what it is asked, and files that go while they are open.</summary>
public sealed class TroubleTests : IDisposable
{
    private readonly Failing failing = new();
    private readonly StringWriter window = new();
    private readonly App app;

    public TroubleTests()
    {
        app = new App { Instead = services => services.ConfigureDbContext<WorkroomContext>(options => options.AddInterceptors(failing)) };
        app.Services.GetRequiredService<StorageWindow>().Out = window;
    }

    public void Dispose() => app.Dispose();

    public static TheoryData<int, string, int> Codes() => new()
    {
        { 13, "The disk is full.", 507 },
        { 8, "cannot be written to", 503 },
        { 10, "does not do what it is asked", 503 },
        { 5, "Another program is holding", 503 },
    };

    [Theory]
    [MemberData(nameof(Codes))]
    public async Task A_form_that_could_not_be_saved_says_why_and_still_holds_what_was_typed(int code, string says, int status)
    {
        var visitor = app.Visit();
        var page = await visitor.OpenAsync("/cloths/1");
        failing.With = code;
        var answer = await visitor.SendAsync(page, "/cloths/1", new() { ["Input.Name"] = "Typed in vain" });
        Assert.Equal(status, (int)answer.Status);
        Assert.Contains(says, answer.Page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Typed in vain", answer.Typed("Input_Name"));
        Assert.Contains(says, window.ToString(), StringComparison.Ordinal);

        // Put right, the same page saves it.
        failing.With = 0;
        Assert.Equal("/cloths/1", (await visitor.SendAsync(answer.Page, "/cloths/1", [])).Location);
        Assert.Equal("Typed in vain", new Answer(HttpStatusCode.OK, null, await visitor.OpenAsync("/cloths/1")).Typed("Input_Name"));
    }

    [Theory]
    [MemberData(nameof(Codes))]
    public async Task Any_other_form_is_held_by_the_page_that_says_why_and_can_be_sent_again(int code, string says, int status)
    {
        var visitor = app.Visit();
        var amend = await visitor.OpenAsync("/setups/2/amend");
        var form = amend.QuerySelectorAll("form[method=post]").OfType<IHtmlFormElement>().Single(f => f.QuerySelector("[name=Remark]") is not null);
        failing.With = code;
        var answer = await visitor.PostAsync(form, "/setups/2/amend", new() { ["Remark"] = "Loops <hang> to the back", ["length"] = "3" });
        Assert.Equal(status, (int)answer.Status);
        Assert.Contains(says, answer.Page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(answer.Page.QuerySelectorAll(".sent dd"), d => d.TextContent == "Loops <hang> to the back");
        Assert.DoesNotContain("RequestVerificationToken", answer.Page.QuerySelector(".sent")!.TextContent, StringComparison.Ordinal);

        failing.With = 0;
        var again = await visitor.PressAsync(answer.Page, "Send it again");
        Assert.Equal(HttpStatusCode.Redirect, again.Status);
        Assert.Contains("Loops <hang> to the back", (await visitor.OpenAsync(again.Location!)).Body!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [MemberData(nameof(Codes))]
    public async Task A_script_that_keeps_drafts_is_told_in_a_sentence(int code, string says, int status)
    {
        var visitor = app.Visit();
        var page = await visitor.OpenAsync("/cloths/new");
        failing.With = code;
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri("/drafts?path=/cloths/new", UriKind.Relative));
        request.Content = new FormUrlEncodedContent(Visitor.Fields((IHtmlFormElement)page.GetElementById("entry")!));
        request.Headers.Accept.ParseAdd("*/*");
        using var answer = await visitor.Client.SendAsync(request);
        Assert.Equal(status, (int)answer.StatusCode);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.Contains(says, text, StringComparison.Ordinal);
        Assert.DoesNotContain('<', text);
    }

    [Fact]
    public async Task The_window_says_it_once_a_minute_and_not_for_every_form()
    {
        var visitor = app.Visit();
        var page = await visitor.OpenAsync("/cloths/1");
        failing.With = 13;
        for (var i = 0; i < 5; i++)
        {
            await visitor.SendAsync(page, "/cloths/1", []);
        }

        Assert.Single(window.ToString().Trim().Split('\n'));
        app.Clock.MoveOn(TimeSpan.FromMinutes(1));
        await visitor.SendAsync(page, "/cloths/1", []);
        Assert.Equal(2, window.ToString().Trim().Split('\n').Length);
        Assert.DoesNotContain("Exception", window.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("workroom.db", true)]
    [InlineData("workroom.db-wal", true)]
    [InlineData("workroom.db", false)]
    [InlineData("workroom.db-wal", false)]
    public async Task A_file_that_goes_while_it_is_open_closes_the_workroom_with_a_word_and_it_opens_again(string name, bool gone)
    {
        var visitor = app.Visit();
        var page = await visitor.OpenAsync("/cloths/1");
        await visitor.SendAsync(page, "/cloths/1", new() { ["Input.Name"] = "Saved before" });
        var copy = app.Backups.Make(Store.Backup.BackupReason.ByHand);
        page = await visitor.OpenAsync("/cloths/1");
        var path = Path.Combine(app.Folder, name);
        if (gone)
        {
            File.Delete(path);
        }
        else
        {
            using var cut = System.Diagnostics.Process.Start("truncate", ["-s", "0", path])!;
            await cut.WaitForExitAsync();
        }

        // The next save is not promised, and not lost.
        var answer = await visitor.SendAsync(page, "/cloths/1", new() { ["Input.Name"] = "Typed after" });
        Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.Status);
        Assert.Contains("taken away", answer.Page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(answer.Page.QuerySelectorAll(".sent dd"), d => d.TextContent == "Typed after");
        using (var health = await visitor.Client.GetAsync(new Uri("/health", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, health.StatusCode);
            Assert.Contains("taken away", await health.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        // The window is told once the workroom is closed, which may be after the answer went out.
        for (var i = 0; i < 400 && !window.ToString().Contains("No more is saved", StringComparison.Ordinal); i++)
        {
            await Task.Delay(50);
        }

        Assert.Contains("No more is saved", window.ToString(), StringComparison.Ordinal);
        using (var turned = await visitor.Client.GetAsync(new Uri("/cloths", UriKind.Relative)))
        {
            Assert.Equal("/rescue", turned.Headers.Location?.OriginalString);
        }

        var rescue = await visitor.OpenAsync("/rescue");
        Assert.Equal("/", (await visitor.PressAsync(rescue, "Open the copy")).Location);
        Assert.Equal("Saved before", new Answer(HttpStatusCode.OK, null, await visitor.OpenAsync("/cloths/1")).Typed("Input_Name"));
        // And what was sent in vain is sent again from where it was held.
        Assert.Equal("/cloths/1", (await visitor.PressAsync(answer.Page, "Send it again")).Location);
        Assert.Equal("Typed after", new Answer(HttpStatusCode.OK, null, await visitor.OpenAsync("/cloths/1")).Typed("Input_Name"));
        Assert.NotNull(copy);
    }

    [Fact]
    public async Task A_page_of_the_database_that_turns_out_damaged_closes_the_workroom_too()
    {
        var visitor = app.Visit();
        await visitor.OpenAsync("/cloths");
        app.Backups.Make(Store.Backup.BackupReason.ByHand);
        failing.With = 11;
        failing.Reading = true;
        Assert.Equal(HttpStatusCode.ServiceUnavailable, (await visitor.Client.GetAsync(new Uri("/cloths", UriKind.Relative))).StatusCode);
        failing.With = 0;
        using var turned = await visitor.Client.GetAsync(new Uri("/cloths", UriKind.Relative));
        Assert.Equal("/rescue", turned.Headers.Location?.OriginalString);
        Assert.Equal("/", (await visitor.PressAsync(await visitor.OpenAsync("/rescue"), "Open the copy")).Location);
        await visitor.OpenAsync("/cloths");
    }

    /// <summary>A database whose disk gives SQLite a code for every write.</summary>
    private sealed class Failing : DbCommandInterceptor
    {
        /// <summary>SQLite's result code; 0 while all is well.</summary>
        public int With { get; set; }

        /// <summary>Whether reading fails as well.</summary>
        public bool Reading { get; set; }

        public override ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(DbCommand command, CommandEventData eventData, InterceptionResult<DbDataReader> result, CancellationToken cancellationToken = default)
        {
            Check(command);
            return ValueTask.FromResult(result);
        }

        public override ValueTask<InterceptionResult<int>> NonQueryExecutingAsync(DbCommand command, CommandEventData eventData, InterceptionResult<int> result, CancellationToken cancellationToken = default)
        {
            Check(command);
            return ValueTask.FromResult(result);
        }

        private void Check(DbCommand command)
        {
            if (With != 0 && (Reading || !command.CommandText.TrimStart().StartsWith("SELECT", StringComparison.OrdinalIgnoreCase)))
            {
                throw new SqliteException("the disk's doing", With);
            }
        }
    }
}
