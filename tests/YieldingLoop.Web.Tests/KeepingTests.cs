using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Planning;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>Drafts, putting away, and two devices at once: nothing is lost.</summary>
public sealed class KeepingTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public KeepingTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private async Task<HttpStatusCode> KeepDraftAsync(IHtmlDocument page, string path, params (string Field, string Value)[] typed)
    {
        var answer = await visitor.PostAsync((IHtmlFormElement)page.GetElementById("entry")!, "/drafts?path=" + Uri.EscapeDataString(path), typed.ToDictionary(t => t.Field, t => (string?)t.Value));
        return answer.Status;
    }

    [Fact]
    public async Task A_form_left_lying_is_offered_back_as_it_was_and_is_no_record()
    {
        var form = await visitor.OpenAsync("/cloths/new?for=seam");
        Assert.Equal(HttpStatusCode.OK, await KeepDraftAsync(form, "/cloths/new?for=seam", ("Input.Name", "Half “measured” 🧵"), ("Input.AcrossLoadedMm", "1.234,5"), ("Input.Melts", "true")));
        Assert.Equal(5, (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile").Length);

        var offered = (await visitor.OpenAsync("/cloths/new")).QuerySelector(".offer")!;
        Assert.Contains("Half “measured” 🧵", offered.TextContent, StringComparison.Ordinal);
        Assert.Contains("Half “measured” 🧵", (await visitor.OpenAsync("/")).QuerySelector(".day-table")!.TextContent, StringComparison.Ordinal);

        var again = await visitor.OpenAsync(offered.QuerySelector("a")!.GetAttribute("href")!);
        Assert.Equal("Half “measured” 🧵", again.Value("Input_Name"));
        Assert.Equal("1.234,5", again.Value("Input_AcrossLoadedMm"));
        Assert.True(((IHtmlInputElement)again.GetElementById("Input_Melts")!).IsChecked);
        Assert.Equal(form.Value("Input_Key"), again.Value("Input_Key"));

        // Saved, it leads where it was going and is unfinished no longer.
        var saved = await visitor.SendAsync(again, "/cloths/new?for=seam", new() { ["Input.AcrossLoadedMm"] = "170", ["Input.TypicalId"] = "power-knit" });
        Assert.Equal("/seams/new?cloth=6", saved.Location);
        Assert.Empty((await visitor.OpenAsync("/drafts")).QuerySelectorAll(".shelf"));
    }

    [Fact]
    public async Task A_box_that_was_cleared_stays_cleared_in_a_draft()
    {
        var form = await visitor.OpenAsync("/cloths/1");
        Assert.True(((IHtmlInputElement)form.GetElementById("Input_Elastane")!).IsChecked);
        await KeepDraftAsync(form, "/cloths/1", ("Input.Elastane", "false"));
        var offered = (await visitor.OpenAsync("/cloths/1")).QuerySelector(".offer a")!;
        Assert.False(((IHtmlInputElement)(await visitor.OpenAsync(offered.GetAttribute("href")!)).GetElementById("Input_Elastane")!).IsChecked);
    }

    [Fact]
    public async Task A_draft_of_a_machine_holds_every_row_and_can_be_thrown_away()
    {
        var form = await visitor.OpenAsync("/machines/2");
        await KeepDraftAsync(form, "/machines/2", ("Input.Dials[3].Neutral", "3,75"), ("Input.Fingers[1].Name", "swung out"));
        var page = await visitor.OpenAsync("/machines/2");
        var again = await visitor.OpenAsync(page.QuerySelector(".offer a")!.GetAttribute("href")!);
        Assert.Equal("3,75", again.Value("Input_Dials_3__Neutral"));
        Assert.Equal("swung out", again.Value("Input_Fingers_1__Name"));
        Assert.Equal("Window bench overlocker", again.Value("Input_Name"));

        var thrown = await visitor.PressAsync(page, "Throw it away");
        Assert.Equal("/machines/2", thrown.Location);
        Assert.Null((await visitor.OpenAsync("/machines/2")).QuerySelector(".offer"));
        Assert.Equal("3.5", (await visitor.OpenAsync("/machines/2")).Value("Input_Dials_3__Neutral"));
    }

    [Theory]
    [InlineData("https://elsewhere.example/cloths/new")]
    [InlineData("//elsewhere.example/cloths/new")]
    [InlineData("/settings")]
    [InlineData("")]
    public async Task A_draft_belongs_to_a_form_of_this_workroom(string path)
    {
        Assert.Equal(HttpStatusCode.BadRequest, await KeepDraftAsync(await visitor.OpenAsync("/cloths/new"), path, ("Input.Name", "Elsewhere")));
        Assert.Empty((await visitor.OpenAsync("/drafts")).QuerySelectorAll(".shelf"));
    }

    [Fact]
    public async Task A_cloth_is_put_away_and_brought_back_from_the_message()
    {
        var away = await visitor.PressAsync(await visitor.OpenAsync("/cloths/2"), "Put this cloth away");
        Assert.StartsWith("/cloths?away=", away.Location!, StringComparison.Ordinal);
        var list = await visitor.OpenAsync(away.Location!);
        Assert.Contains("Merino interlock, base layers", list.QuerySelector(".undo")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(4, list.QuerySelectorAll(".tile").Length);
        Assert.Contains("put away", (await visitor.OpenAsync("/cloths/2")).QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);

        Assert.Equal("/cloths", (await visitor.PressAsync(list, "Undo")).Location);
        Assert.Equal(5, (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile").Length);
        // The message is gone with what it spoke of, also where the address is opened again.
        Assert.Null((await visitor.OpenAsync(away.Location!)).QuerySelector(".undo"));
    }

    [Fact]
    public async Task What_a_kept_set_up_was_made_from_can_go_and_the_set_up_stays_as_it_was()
    {
        var before = (await visitor.OpenAsync("/setups/3")).QuerySelectorAll(".dial-number").Select(d => d.TextContent).ToList();
        foreach (var (page, noun) in new[] { ("/seams/3", "seam"), ("/cloths/2", "cloth"), ("/machines/2", "machine") })
        {
            Assert.Equal(HttpStatusCode.Redirect, (await visitor.PressAsync(await visitor.OpenAsync(page), $"Put this {noun} away")).Status);
        }

        var kept = await visitor.OpenAsync("/setups/3");
        Assert.Equal(before, kept.QuerySelectorAll(".dial-number").Select(d => d.TextContent));
        Assert.Null(kept.QuerySelector(".notice"));
        await visitor.OpenAsync("/setups/3/print");
        await visitor.OpenAsync("/seams/3/set-up?machine=2");
        // Another seam's set-up no longer offers the machine that is put away.
        Assert.Equal(["the best of them", "Boathouse overlocker", "Coach house coverstitch", "Landing plain machine"], (await visitor.OpenAsync("/seams/1/set-up")).QuerySelectorAll("#machine option").Select(o => o.TextContent));

        var shelf = await visitor.OpenAsync("/put-away");
        Assert.Equal(["Window bench overlocker", "Merino interlock, base layers", "Base layer neckband"], shelf.QuerySelectorAll(".shelf .setup-name").Select(n => n.TextContent));
        await visitor.PostAsync((IHtmlFormElement)shelf.QuerySelector(".shelf form")!, "/put-away?handler=BringBack", []);
        Assert.Equal(4, (await visitor.OpenAsync("/machines")).QuerySelectorAll(".tile").Length);
    }

    [Fact]
    public async Task What_another_device_changed_meanwhile_is_not_put_away()
    {
        var page = await visitor.OpenAsync("/cloths/1");
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/1"), "/cloths/1", new() { ["Input.Name"] = "Renamed" });
        var stale = await visitor.PressAsync(page, "Put this cloth away");
        Assert.Equal(HttpStatusCode.Conflict, stale.Status);
        Assert.Contains("changed", stale.Page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(5, (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile").Length);
    }

    [Fact]
    public async Task The_demo_is_put_away_in_one_go_and_comes_back_in_one_go()
    {
        var home = await visitor.OpenAsync("/");
        var away = await visitor.PressAsync(home, "Put the demo away");
        var after = await visitor.OpenAsync(away.Location!);
        Assert.Contains("The demo, 87 records", after.QuerySelector(".undo")!.TextContent, StringComparison.Ordinal);
        Assert.Empty(after.QuerySelectorAll(".work-list li, .setup-list li, .tile"));
        Assert.DoesNotContain("Put the demo away", after.Body!.TextContent, StringComparison.Ordinal);
        Assert.Empty((await visitor.OpenAsync("/setups")).QuerySelectorAll(".setup-list li"));

        await visitor.PressAsync(after, "Undo");
        Assert.Equal(home.QuerySelectorAll(".day-machines li").Length, (await visitor.OpenAsync("/")).QuerySelectorAll(".day-machines li").Length);
    }

    [Fact]
    public async Task The_first_help_has_three_sentences_and_goes_for_good_once_understood()
    {
        var home = await visitor.OpenAsync("/");
        var help = home.QuerySelector(".first-help p")!.TextContent.Trim();
        Assert.Equal(3, help.Count(c => c == '.'));
        Assert.Equal("/", (await visitor.PressAsync(home, "Understood")).Location);
        Assert.Null((await app.Visit().OpenAsync("/")).QuerySelector(".first-help"));
    }

    [Fact]
    public async Task Two_tablets_see_both_versions_and_can_keep_both()
    {
        var tablet = app.Visit();
        var (mine, theirs) = (await visitor.OpenAsync("/machines/1"), await tablet.OpenAsync("/machines/1"));
        await tablet.SendAsync(theirs, "/machines/1", new() { ["Input.Dials[2].Neutral"] = "4.5", ["Input.Fingers[1].Name"] = "slim" });
        var stale = await visitor.SendAsync(mine, "/machines/1", new() { ["Input.Dials[2].Neutral"] = "5", ["Input.Dials[0].Sense"] = "-1" });
        Assert.Equal(HttpStatusCode.Conflict, stale.Status);
        Assert.Equal(
        [
            "Left needle's dial, a higher number is|higher is tighter|higher is looser",
            "Upper looper's dial, neutral|4.5|5",
            "Finger 2, name|slim|narrow",
        ], stale.Page.QuerySelectorAll(".versus tbody tr").Select(r => string.Join('|', r.Children.Select(c => c.TextContent.Replace('-', ' ')))));

        var both = await visitor.PressAsync(stale.Page, "Keep both: yours as a new one");
        Assert.Equal("/machines/5", both.Location);
        Assert.Equal("4.5", (await visitor.OpenAsync("/machines/1")).Value("Input_Dials_2__Neutral"));
        var second = await visitor.OpenAsync("/machines/5");
        Assert.Equal("5", second.Value("Input_Dials_2__Neutral"));
        Assert.Equal("Boathouse overlocker (second)", second.Value("Input_Name"));
        // Sent twice it is still one.
        Assert.Equal("/machines/5", (await visitor.PressAsync(stale.Page, "Keep both: yours as a new one")).Location);
        Assert.Equal(5, (await visitor.OpenAsync("/machines")).QuerySelectorAll(".tile").Length);
    }

    [Theory]
    [InlineData("Put yours in its place", "Mine")]
    [InlineData(null, "Theirs")]
    public async Task The_second_can_keep_either(string? button, string expected)
    {
        var (mine, theirs) = (await visitor.OpenAsync("/seams/4"), await visitor.OpenAsync("/seams/4"));
        await visitor.SendAsync(theirs, "/seams/4", new() { ["Input.Name"] = "Theirs" });
        var stale = await visitor.SendAsync(mine, "/seams/4", new() { ["Input.Name"] = "Mine" });
        if (button is not null)
        {
            Assert.Equal("/seams/4/set-up", (await visitor.PressAsync(stale.Page, button)).Location);
        }

        Assert.Equal(expected, (await visitor.OpenAsync("/seams/4")).Value("Input_Name"));
    }

    [Fact]
    public async Task An_edit_of_what_was_put_away_meanwhile_can_bring_it_back_or_leave_it()
    {
        var mine = await visitor.OpenAsync("/cloths/3");
        await visitor.PressAsync(await visitor.OpenAsync("/cloths/3"), "Put this cloth away");
        var stale = await visitor.SendAsync(mine, "/cloths/3", new() { ["Input.Name"] = "Still wanted" });
        Assert.Contains("put away meanwhile", stale.Page.QuerySelector(".conflict h2")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("/cloths/3", (await visitor.PressAsync(stale.Page, "Bring it back with yours")).Location);
        Assert.Contains(await Names(), n => n == "Still wanted");

        async Task<List<string>> Names() => [.. (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile-name").Select(n => n.TextContent)];
    }

    [Fact]
    public async Task A_record_that_a_restore_took_away_can_be_saved_anew()
    {
        var copy = app.Backups.Make(Store.Backup.BackupReason.ByHand);
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", new() { ["Input.Name"] = "Later", ["Input.TypicalId"] = "interlock" });
        var form = await visitor.OpenAsync("/cloths/6");
        await visitor.PressAsync(await visitor.OpenAsync($"/copies/{copy.Name}"), "Restore this copy");
        var gone = await visitor.SendAsync(form, "/cloths/6", new() { ["Input.Name"] = "Later still" });
        Assert.Equal(HttpStatusCode.Conflict, gone.Status);
        Assert.Equal("Later still", gone.Typed("Input_Name"));
        Assert.StartsWith("/cloths/", (await visitor.SendAsync(gone.Page, "/cloths/new", [])).Location!, StringComparison.Ordinal);
        Assert.Equal(6, (await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile").Length);
    }

    [Theory]
    [InlineData("/cloths/new")]
    [InlineData("/machines/1")]
    [InlineData("/seams/1")]
    [InlineData("/states/1")]
    [InlineData("/needles/new")]
    [InlineData("/threads/2")]
    [InlineData("/rules/new")]
    public async Task Every_form_that_is_typed_into_is_kept_as_a_draft_and_offered_back(string path)
    {
        var page = await visitor.OpenAsync(path);
        Assert.NotNull(page.QuerySelector("form#entry[data-draft]"));
        Assert.Equal(HttpStatusCode.OK, (await visitor.SendAsync(page, "/drafts?path=" + Uri.EscapeDataString(path), [])).Status);
        Assert.Contains((await visitor.OpenAsync("/drafts")).QuerySelectorAll("a"), a => a.GetAttribute("href")!.StartsWith(path + "?draft=", StringComparison.Ordinal));
    }

    /// <summary>Set-ups kept with an earlier version of the seam model stay as they are, say so, and show what the model of today reads otherwise.</summary>
    [Fact]
    public async Task A_set_up_of_an_earlier_model_stays_as_it_was_and_says_what_is_read_otherwise_now()
    {
        await using var old = new App { AsFound = true };
        File.Copy(Path.Combine(AppContext.BaseDirectory, "reference", "older", "workroom-ends.db"), old.DatabasePath);
        var visitor = old.Visit();
        var page = await visitor.OpenAsync("/setups/9");
        await using var scope = old.Services.CreateAsyncScope();
        var kept = (await scope.ServiceProvider.GetRequiredService<Workroom>().Setups.FirstAsync(s => s.Id == 9)).Snapshot;
        var notice = page.QuerySelector(".notice")!.TextContent;
        Assert.Contains("version 2; this was worked out with 1", notice, StringComparison.Ordinal);
        var anew = ReadAnew.Of(kept.Plan, kept.Machine, kept.ClothFigures, kept.Seam)!;
        Assert.Contains(anew.Changes, c => c.What == FigureKind.Yield);
        foreach (var change in anew.Changes.Where(c => c.What is FigureKind.Yield))
        {
            Assert.Contains(FormattableString.Invariant($"it pops at {Math.Round(change.Is, 1)} % instead of {Math.Round(change.Was, 1)}"), notice, StringComparison.Ordinal);
        }

        Assert.Contains($"/seams/{9}/set-up?machine=4", page.QuerySelector(".notice a")!.GetAttribute("href"), StringComparison.Ordinal);
        // The card is as it was kept: the figures of then.
        Assert.Contains(FormattableString.Invariant($"pops at {Math.Round(kept.Plan.Figures.YieldPercent.Middle)} %"), page.QuerySelector(".verdict, main")!.TextContent, StringComparison.Ordinal);
        // What was on its way onto the machine goes on.
        Assert.DoesNotContain("500", (await visitor.OpenAsync("/thread-ups/2")).Title, StringComparison.Ordinal);
        // A set-up of today has nothing to say.
        Assert.Null((await app.Visit().OpenAsync("/setups/1")).QuerySelector(".notice"));
    }
}
