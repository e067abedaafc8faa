using System.Net;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>The thread-up on its pages.</summary>
public sealed class ThreadUpTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public ThreadUpTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private async Task<string> BeginAsync(string query)
    {
        var page = await visitor.OpenAsync("/thread-ups/new?" + query);
        var begun = await visitor.SendAsync(page, "/thread-ups/new?" + query, [], "begin");
        Assert.Equal(HttpStatusCode.Redirect, begun.Status);
        return begun.Location!;
    }

    private static string Title(IHtmlDocument page) => page.QuerySelector(".at-title")!.TextContent.Trim();

    private async Task<IHtmlDocument> PressAsync(IHtmlDocument page, string button)
    {
        var answer = await visitor.PressAsync(page, button);
        Assert.Equal(HttpStatusCode.Redirect, answer.Status);
        return await visitor.OpenAsync(answer.Location!);
    }

    [Fact]
    public async Task The_list_says_every_step_its_minutes_and_what_looks_shorter()
    {
        // One looper has run empty and one needle holds another thread.
        var state = await visitor.OpenAsync("/states/1");
        await visitor.SendAsync(state, "/states/1", new() { ["Input.Places[3].Thread"] = "", ["Input.Places[0].Thread"] = "stretch-polyester" });
        var page = await visitor.OpenAsync("/thread-ups/new?setup=1");
        string[] titles = [.. page.QuerySelectorAll(".step-title").Select(t => t.FirstChild!.TextContent.Trim())];
        Assert.Equal("Switch off at the wall", titles[0]);
        Assert.Equal("Sew a swatch, and measure it", titles[^1]);
        Assert.True(Array.IndexOf(titles, "Thread the lower looper") > Array.IndexOf(titles, "Take out the threads of the left needle and the right needle"));
        Assert.True(Array.IndexOf(titles, "Thread the lower looper") < Array.IndexOf(titles, "Thread the left needle"));
        // What the steps take adds up to what the head of the page says, the swatch apart.
        var minutes = page.QuerySelectorAll(".step-minutes").Select(m => m.TextContent.Split(' ')[0]).Where(m => m.Length > 0).Sum(m => double.Parse(m, System.Globalization.CultureInfo.InvariantCulture));
        Assert.Contains($"{Math.Round(minutes - 3, 1).ToString(System.Globalization.CultureInfo.InvariantCulture)} minutes, and 3 for the swatch", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("catch", page.QuerySelector(".shorter")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Step_by_step_the_machine_s_state_follows_every_tick_and_a_tick_can_be_taken_back()
    {
        var page = await visitor.OpenAsync(await BeginAsync("setup=3"));
        Assert.Equal("Switch off at the wall", Title(page));
        Assert.NotNull(page.QuerySelector(".at-words .caution"));
        // Covers, foot, what nobody knows; then the first needle.
        foreach (var title in new[] { "Open the covers", "Presser foot up", "Take off whatever is on it" })
        {
            page = await PressAsync(page, "Done, next");
            Assert.Equal(title, Title(page));
        }

        page = await PressAsync(page, "Done, next");
        Assert.Contains("seat", Title(page), StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector(".at-drawing svg.clamp .clamp-here"));
        page = await PressAsync(page, "Done, next");
        Assert.Contains("80/12", (await visitor.OpenAsync("/machines/2")).QuerySelector(".on-it")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("5 of", (await visitor.OpenAsync("/")).QuerySelector("[aria-labelledby=table] .day-table")!.TextContent, StringComparison.Ordinal);

        // Looked at again, and not done after all.
        page = await visitor.OpenAsync(page.QuerySelector("[data-back]")!.GetAttribute("href")!);
        Assert.Contains("done", page.QuerySelector(".at-count")!.TextContent, StringComparison.Ordinal);
        page = await PressAsync(page, "Not done after all");
        Assert.Contains("seat", Title(page), StringComparison.Ordinal);
        Assert.Null((await visitor.OpenAsync("/machines/2")).QuerySelector(".on-it li"));
    }

    [Fact]
    public async Task From_the_whole_list_all_is_done_down_to_a_step_and_at_the_end_the_state_is_what_the_list_said()
    {
        var at = await BeginAsync("setup=3");
        var page = await visitor.OpenAsync(at + "?list=true");
        var count = page.QuerySelectorAll(".step-list > li").Length;
        var last = page.QuerySelectorAll(".step-tick button").OfType<IHtmlButtonElement>().Last();
        Assert.Equal($"Down to here: step {count} done", last.GetAttribute("aria-label"));
        var answer = await visitor.PostAsync(last.Form!, last.Form!.GetAttribute("action")!, []);
        Assert.Equal(at + "?list=true", answer.Location);
        Assert.Equal(count, (await visitor.OpenAsync(answer.Location!)).QuerySelectorAll(".step-list .is-done").Length);

        var end = await visitor.OpenAsync(at);
        Assert.Equal("Threaded up.", Title(end));
        var card = await visitor.OpenAsync("/setups/3");
        Assert.Equal(card.QuerySelectorAll(".dials .dial-number").Select(d => d.TextContent.Trim()).Where(d => d != "–"), end.QuerySelectorAll(".on-it strong").Select(d => d.TextContent.Trim()));
        // Nothing is left to change; what the user says instead goes through the state's own page.
        Assert.Contains("everything is on already", (await visitor.OpenAsync("/thread-ups/new?setup=3")).Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains(end.QuerySelectorAll("a"), a => a.GetAttribute("href") == "/states/2?setup=3");
    }

    [Fact]
    public async Task What_somebody_says_meanwhile_about_the_machine_is_kept_and_the_rest_is_worked_out_anew()
    {
        var at = await BeginAsync("setup=3");
        var state = await visitor.OpenAsync("/states/2");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(state, "/states/2", new() { ["Input.LengthMm"] = "3.5" })).Status);
        var page = await visitor.OpenAsync(at);
        Assert.Contains("Somebody has said meanwhile", page.QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain(page.QuerySelectorAll("button"), b => b.TextContent.Trim() == "Done, next");
        page = await PressAsync(page, "Work the rest out from what is on it now");
        Assert.Null(page.QuerySelector(".notice-fault"));
        var length = (await visitor.OpenAsync(at + "?list=true")).QuerySelectorAll(".step-list li").Single(l => l.TextContent.Contains("Stitch length", StringComparison.Ordinal));
        Assert.Contains("It stands at 3.5 mm", length.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("broke=lower-looper", 0, true)]
    [InlineData("lost=true", 0, true)]
    // Once every thread is in again, the break is over.
    [InlineData("broke=lower-looper", -1, false)]
    public async Task A_broken_thread_is_not_forgotten_when_the_rest_is_worked_out_anew(string what, int done, bool again)
    {
        var at = await BeginAsync($"machine=1&{what}");
        var list = await visitor.OpenAsync(at + "?list=true");
        string[] Threaded(IHtmlDocument page) => [.. page.QuerySelectorAll(".step-title").Select(t => t.TextContent.Trim()).Where(t => t.StartsWith("Thread the", StringComparison.Ordinal))];
        var first = Threaded(list);
        Assert.True(first.Length > 1, string.Join(", ", first));
        if (done < 0)
        {
            // Down to the last thread: the step after it is ticked with all before it.
            var steps = list.QuerySelectorAll(".step-title").Select(t => t.TextContent.Trim()).ToList();
            var form = (IHtmlFormElement)(await visitor.OpenAsync(at)).QuerySelector("form[data-tick]")!;
            Assert.Equal(HttpStatusCode.Redirect, (await visitor.PostAsync(form, at + "?handler=Tick", new() { ["done"] = $"{steps.FindLastIndex(t => t.StartsWith("Thread the", StringComparison.Ordinal)) + 1}" })).Status);
        }

        await visitor.SendAsync(await visitor.OpenAsync("/states/1"), "/states/1", new() { ["Input.LengthMm"] = "3.5" });
        await PressAsync(await visitor.OpenAsync(at), "Work the rest out from what is on it now");
        Assert.Equal(again ? first : [], Threaded(await visitor.OpenAsync(at + "?list=true")));
    }

    [Fact]
    public async Task A_list_opened_before_the_state_changed_is_not_begun()
    {
        var page = await visitor.OpenAsync("/thread-ups/new?setup=3");
        var state = await visitor.OpenAsync("/states/2");
        await visitor.SendAsync(state, "/states/2", new() { ["Input.LengthMm"] = "3.5" });
        var answer = await visitor.SendAsync(page, "/thread-ups/new?setup=3", [], "begin");
        Assert.Equal(HttpStatusCode.Conflict, answer.Status);
        Assert.Contains("Nothing was begun", answer.Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.PostAsync((IHtmlFormElement)answer.Page.GetElementById("begin")!, "/thread-ups/new?setup=3", [])).Status);
    }

    [Fact]
    public async Task After_a_thread_broke_the_school_of_the_settings_is_followed()
    {
        var page = await visitor.OpenAsync("/thread-ups/new?machine=1&broke=lower-looper");
        Assert.Contains("School: by where it broke", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains(page.QuerySelectorAll(".step-title"), t => t.TextContent.Contains("Thread the upper looper", StringComparison.Ordinal));
        var settings = await visitor.OpenAsync("/settings");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(settings, "/settings", new() { ["School.broken-thread"] = "tie-on" }, "settings")).Status);
        page = await visitor.OpenAsync("/thread-ups/new?machine=1&broke=lower-looper");
        Assert.Contains(page.QuerySelectorAll(".step-title"), t => t.TextContent.Contains("Tie on at the lower looper", StringComparison.Ordinal));
        Assert.DoesNotContain(page.QuerySelectorAll(".step-title"), t => t.TextContent.Contains("Thread the", StringComparison.Ordinal));
        // Lost the thread of it: everything, whatever the school says.
        page = await visitor.OpenAsync("/thread-ups/new?machine=1&broke=lower-looper&lost=true");
        Assert.Equal(4, page.QuerySelectorAll(".step-title").Count(t => t.TextContent.Contains("Thread the", StringComparison.Ordinal)));
        Assert.StartsWith("/thread-ups/", await BeginAsync("machine=1&broke=lower-looper&lost=true"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_machine_whose_record_no_longer_fits_the_set_up_says_so_and_nothing_begins()
    {
        var machine = await visitor.OpenAsync("/machines/2");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(machine, "/machines/2", new() { ["Input.NeedleSystem"] = "another system" })).Status);
        var page = await visitor.OpenAsync("/thread-ups/new?setup=3");
        Assert.Contains("Two systems never stand in for each other", page.QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
        Assert.Null(page.GetElementById("begin"));
    }

    [Fact]
    public async Task Beginning_something_else_gives_the_first_up_and_says_so_beforehand()
    {
        var first = await BeginAsync("setup=3");
        var other = await visitor.OpenAsync("/thread-ups/new?setup=4");
        Assert.Contains("gives the rest of it up", other.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        await BeginAsync("setup=4");
        var page = await visitor.OpenAsync(first);
        Assert.Contains("given up", page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain(page.QuerySelectorAll("button"), b => b.TextContent.Trim() == "Done, next");
        Assert.Equal("Go on threading up", (await visitor.OpenAsync("/setups/4")).QuerySelector(".btn-next")!.TextContent.Trim());
    }

    [Fact]
    public async Task The_printed_list_has_a_box_for_every_step_and_ticks_those_that_are_done()
    {
        var at = await BeginAsync("setup=3");
        await PressAsync(await visitor.OpenAsync(at), "Done, next");
        var page = await visitor.OpenAsync("/thread-ups/print?list=" + at.Split('/')[^1]);
        var boxes = page.QuerySelectorAll(".tick-list .box").Select(b => b.TextContent.Trim()).ToList();
        Assert.True(boxes.Count > 10);
        Assert.Equal("✓", boxes[0]);
        Assert.All(boxes.Skip(1), b => Assert.Empty(b));
        Assert.Contains("Switch off at the wall", page.QuerySelector(".caution")!.TextContent, StringComparison.Ordinal);
    }
}
