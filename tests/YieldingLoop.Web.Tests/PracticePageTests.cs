using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Practice;

namespace YieldingLoop.Web.Tests;

/// <summary>The practice room, walked over HTTP.</summary>
public sealed class PracticePageTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public PracticePageTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private static Task<Answer> MoveAsync(Visitor who, IHtmlDocument page, string path, PracticeMove move, string? to = null)
    {
        var code = MoveCode.Of(move with { To = null });
        var button = page.QuerySelectorAll("button[name=move]").Cast<IHtmlButtonElement>().FirstOrDefault(b => b.Value == code) ?? throw new InvalidOperationException($"There is no button for {code}.");
        Assert.False(button.IsDisabled);
        var changed = new Dictionary<string, string?> { ["move"] = code };
        if (to is not null)
        {
            changed["to"] = to;
        }

        return who.PostAsync(button.Form!, path, changed);
    }

    private async Task<KeptAttempt?> KeptAsync(string name)
    {
        await using var scope = app.Services.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<Practising>().LatestAsync(name);
    }

    private async Task<IHtmlDocument> WalkAsync(PracticeCase practice, IEnumerable<PracticeMove> way)
    {
        var path = "/practice/" + practice.Name;
        var moves = new List<PracticeMove>();
        foreach (var move in way)
        {
            var page = await visitor.OpenAsync(path);
            var answer = await MoveAsync(visitor, page, path, move, move.To?.ToString("R", CultureInfo.InvariantCulture));
            Assert.Equal((HttpStatusCode.Redirect, path), (answer.Status, answer.Location?.Split('#')[0]));
            moves.Add(move);
            Assert.Equal(moves, (await KeptAsync(practice.Name))!.Entry.Moves);
        }

        return await visitor.OpenAsync(path);
    }

    [Fact]
    public async Task Needles_are_said_and_put_right_and_then_explained()
    {
        foreach (var number in Enumerable.Range(20, 12))
        {
            var page = await WalkAsync(new(PracticeKind.Seats, number), SeatCase.Draw(number).Way);
            var fault = SeatCase.Draw(number).Fault;
            Assert.Contains("At the first try.", page.Body!.TextContent, StringComparison.Ordinal);
            Assert.True(fault == SeatFault.None || page.Body.TextContent.Contains(PracticeWords.Why(fault), StringComparison.Ordinal));
            Assert.Equal(fault == SeatFault.None ? 1 : 2, page.QuerySelectorAll(".seat-drawing").Length);
            Assert.NotNull(page.QuerySelector("a.btn-next[href*='handler=Next']"));
        }
    }

    [Fact]
    public async Task A_machine_is_threaded_in_order_with_the_caution_where_hands_go()
    {
        foreach (var number in Enumerable.Range(20, 3))
        {
            var order = OrderCase.Draw(number);
            var page = await WalkAsync(new(PracticeKind.Order, number), order.Way());
            Assert.Contains("Every step at the first try.", page.Body!.TextContent, StringComparison.Ordinal);
            Assert.Equal(order.Plan.Steps.Count, page.QuerySelectorAll(".practice-list li").Length);
        }

        var fresh = OrderCase.Draw(40);
        var early = fresh.Offered([]).First(o => OrderRules.Why(fresh.Plan, [], o) is not null);
        var after = await WalkAsync(new(PracticeKind.Order, 40), [new(PracticeDeed.Next) { Step = early }]);
        Assert.Contains("not yet.", after.QuerySelector(".practice-last")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(PracticeWords.Of(OrderRules.Why(fresh.Plan, [], early)!), after.QuerySelector(".practice-last")!.TextContent, StringComparison.Ordinal);
        var first = fresh.Offered([]).First(o => OrderRules.Why(fresh.Plan, [], o) is null);
        var off = await WalkAsync(new(PracticeKind.Order, 43), OrderCase.Draw(43).Way().Take(1));
        Assert.True(OrderCase.Draw(43).Plan.Steps[OrderCase.Draw(43).Way()[0].Step!.Value].Act != Core.ThreadUp.ThreadUpAct.SwitchOff || off.QuerySelector(".practice-drawing .caution") is not null);
        Assert.NotEqual(early, first);
    }

    [Fact]
    public async Task A_swatch_is_read_and_its_explanation_says_the_figure_it_was_drawn_at()
    {
        foreach (var number in Enumerable.Range(20, 10))
        {
            var read = ReadCase.Draw(number);
            List<PracticeMove> way = [new(PracticeDeed.Say) { Shown = read.Shown }, .. read.Cures.Take(1).Select(c => new PracticeMove(PracticeDeed.Cure) { Cure = c })];
            var page = await WalkAsync(new(PracticeKind.Read, number), way);
            Assert.Equal(PracticeWords.Of(read.Shown), page.QuerySelector(".coach-title")!.TextContent);
            Assert.Contains(PracticeWords.Of(PracticeWords.Why(read)), page.Body!.TextContent, StringComparison.Ordinal);
            // As it should be stands beside as it is, where it is not.
            Assert.Equal(read.Shown == ShownThing.Right ? 0 : 2, page.QuerySelectorAll(".practice-drawing figcaption").Count(f => f.TextContent.StartsWith("As it ", StringComparison.Ordinal)));
        }
    }

    [Fact]
    public async Task What_was_ruled_out_cannot_be_said_again()
    {
        var read = ReadCase.Draw(31);
        var wrong = read.Things().First(t => t != read.Shown);
        var page = await WalkAsync(new(PracticeKind.Read, 31), [new(PracticeDeed.Say) { Shown = wrong }]);
        Assert.True(page.QuerySelectorAll("button[name=move]").Cast<IHtmlButtonElement>().Single(b => b.Value == MoveCode.Of(new(PracticeDeed.Say) { Shown = wrong })).IsDisabled);
        Assert.Contains(PracticeWords.Of(new Finding("read-not-" + PracticeIds.Of(wrong))), page.Body!.TextContent, StringComparison.Ordinal);
    }

    /// <summary>A machine is mended by somebody who knows what is hidden in it; the page then tells the truth, and the coach's minutes on the same case.</summary>
    [Theory]
    [InlineData(MendLevel.Gross, 5)]
    [InlineData(MendLevel.Plain, 6)]
    [InlineData(MendLevel.Two, 8)]
    public async Task A_machine_is_mended_and_explained_beside_the_coach(MendLevel level, int number)
    {
        var (mend, practice) = (MendCase.Draw(level, number), new PracticeCase(PracticeKind.Mend, number, level));
        List<PracticeMove> way = [new(PracticeDeed.Sew)];
        foreach (var fault in mend.Trial.Truth.Faults)
        {
            // Looked at until it looks bad: only then can the page be asked to put it right.
            var look = new PracticeMove(PracticeDeed.Look) { Look = fault.Fault.Kind.LookFor(), Position = fault.Fault.Position };
            way.Add(look);
            way.Add(look with { Deed = PracticeDeed.Repair });
        }

        way.Add(new(PracticeDeed.Change) { Change = CoachChange.RethreadAll });
        var page = await WalkAsync(practice, way);
        var run = new MendRun(mend, way);
        Assert.Empty(run.StillWrong);
        Assert.Equal($"1 swatch, {FieldText.Round(run.Minutes)} minutes", page.QuerySelector(".practice-count")!.TextContent.Trim());
        // Shown now: what was hidden stands there by name, as put right, with the coach's swatches and minutes.
        page = await WalkAgainAsync(practice, way, new(PracticeDeed.Explain));
        var coach = CoachWalk.Through(mend.Trial);
        foreach (var fault in mend.Trial.Truth.Faults)
        {
            var told = page.QuerySelectorAll(".practice-hidden li").Single(l => l.TextContent.StartsWith(CoachWords.Cause(new(fault.Fault.Kind, fault.Fault.Position, 1)), StringComparison.Ordinal)).TextContent;
            Assert.Contains("put right.", told, StringComparison.Ordinal);
            Assert.Contains(PracticeWords.Does(fault.Fault), told, StringComparison.Ordinal);
        }

        var cells = page.QuerySelectorAll(".practice-beside tbody td").Select(c => c.TextContent).ToList();
        Assert.Equal(["1", coach.Swatches.ToString(CultureInfo.InvariantCulture), FieldText.Round(run.Minutes), FieldText.Round(coach.Minutes)], cells.Take(4));
    }

    private async Task<IHtmlDocument> WalkAgainAsync(PracticeCase practice, List<PracticeMove> before, PracticeMove move)
    {
        var path = "/practice/" + practice.Name;
        Assert.Equal(HttpStatusCode.Redirect, (await MoveAsync(visitor, await visitor.OpenAsync(path), path, move)).Status);
        Assert.Equal([.. before, move], (await KeptAsync(practice.Name))!.Entry.Moves);
        return await visitor.OpenAsync(path);
    }

    [Fact]
    public async Task A_number_is_set_and_one_that_no_dial_has_is_refused_with_nothing_done()
    {
        var mend = MendCase.Draw(MendLevel.Plain, 9);
        const string Path = "/practice/2-0009";
        var (position, number) = mend.Trial.Plan.Setup.Dials.Select(d => (d.Key, d.Value)).First();
        var dial = mend.Trial.Machine.DialOf(position);
        var other = number + dial.Step <= dial.Highest ? number + dial.Step : number - dial.Step;
        var page = await WalkAsync(new(PracticeKind.Mend, 9, MendLevel.Plain), [new(PracticeDeed.Change) { Change = CoachChange.Dial, Position = position, To = other }]);
        Assert.Contains(FieldText.Of(other), page.QuerySelector(".coach-line")!.TextContent, StringComparison.Ordinal);
        foreach (var (wrong, status) in new[] { (FieldText.Of(dial.Highest + 1), HttpStatusCode.Conflict), ("NaN", HttpStatusCode.BadRequest), ("three", HttpStatusCode.BadRequest), ("1e999", HttpStatusCode.BadRequest) })
        {
            var answer = await MoveAsync(visitor, page, Path, new(PracticeDeed.Change) { Change = CoachChange.Dial, Position = position }, wrong);
            Assert.Equal(status, answer.Status);
            Assert.NotNull(answer.Page.QuerySelector("[role=alert]"));
            Assert.Single((await KeptAsync("2-0009"))!.Entry.Moves);
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData("say")]
    [InlineData("say;fault=low;at=nowhere")]
    [InlineData("say;fault=low;at=needle-left;at")]
    [InlineData("dance")]
    [InlineData("say;fault=1")]
    [InlineData("push-up;at=needle-left;;")]
    [InlineData("next;step=-1")]
    public async Task What_is_no_move_changes_nothing(string move)
    {
        var page = await visitor.OpenAsync("/practice/S-0050");
        var form = (IHtmlFormElement)page.QuerySelector("form.practice-choices")!;
        var answer = await visitor.PostAsync(form, "/practice/S-0050", new() { ["move"] = move });
        Assert.True(answer.Status is HttpStatusCode.BadRequest or HttpStatusCode.Conflict);
        Assert.NotNull(answer.Page.QuerySelector("[role=alert]"));
        Assert.Null(await KeptAsync("S-0050"));
    }

    [Fact]
    public async Task A_case_is_opened_by_the_number_somebody_was_sent()
    {
        Assert.Equal("/practice/3-0417", (await visitor.Client.GetAsync(new Uri("/practice?handler=Open&number=3-417", UriKind.Relative))).Headers.Location!.ToString());
        Assert.Equal("/practice/S-0007", (await visitor.Client.GetAsync(new Uri("/practice/s-7", UriKind.Relative))).Headers.Location!.ToString());
        var wrong = await visitor.OpenAsync("/practice?handler=Open&number=%3Cb%3E9");
        Assert.Equal("<b>9", wrong.Value("number"));
        Assert.Contains("“<b>9” is no case.", wrong.QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        foreach (var missing in new[] { "/practice/S-0000", "/practice/S-10000", "/practice/9-0001", "/practice/x", "/practice?handler=Next&skill=none", "/practice?handler=Next&kind=none", "/practice?handler=Next&kind=7", "/practice?handler=Next" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri(missing, UriKind.Relative))).StatusCode);
        }
    }

    [Fact]
    public async Task The_board_hems_what_can_be_done_and_leads_to_what_cannot()
    {
        var page = await visitor.OpenAsync("/practice");
        await using var scope = app.Services.CreateAsyncScope();
        var standing = PracticeStanding.Of(await scope.ServiceProvider.GetRequiredService<Practising>().EndedAsync());
        Assert.Contains(standing, s => s.Mastered);
        var pins = page.QuerySelectorAll(".board-pins li");
        Assert.Equal(standing.Count, pins.Length);
        foreach (var (pin, s) in pins.Zip(standing))
        {
            Assert.Equal(s.Mastered ? "hemmed" : s.Clean > 0 ? "sewn" : s.Begun ? "tried" : "not tried", pin.QuerySelector("small")!.TextContent);
            Assert.Equal(s.Mastered, pin.QuerySelector(".pinned-hem") is not null);
            var to = (await visitor.Client.GetAsync(new Uri(pin.QuerySelector("a")!.GetAttribute("href")!, UriKind.Relative))).Headers.Location!.ToString();
            var found = PracticeCase.Find(to.Split('/')[^1])!.Value;
            Assert.Equal(s.Skill, found.Begin([]).Skill);
        }

        Assert.Equal(standing.Count(s => s.Mastered), page.QuerySelectorAll("section[aria-labelledby=can] li").Length);
        // No points: nothing on the board counts.
        Assert.DoesNotMatch(@"\d+ (points|of \d+)", page.QuerySelector(".board")!.TextContent);
        Assert.NotNull(page.QuerySelector(".unfinished a[href='/practice/1-0007']"));
    }

    [Fact]
    public async Task Done_again_it_begins_anew_and_the_next_case_is_another_one()
    {
        var way = SeatCase.Draw(60).Way;
        await WalkAsync(new(PracticeKind.Seats, 60), way);
        var anew = await visitor.OpenAsync("/practice/S-0060?again=true");
        Assert.NotNull(anew.QuerySelector("form.practice-choices"));
        Assert.Equal(HttpStatusCode.Redirect, (await MoveAsync(visitor, anew, "/practice/S-0060", way[0])).Status);
        Assert.Single((await KeptAsync("S-0060"))!.Entry.Moves);
        Assert.NotEqual("/practice/S-0060", (await visitor.Client.GetAsync(new Uri("/practice?handler=Next&kind=seats", UriKind.Relative))).Headers.Location!.ToString());
    }

    /// <summary>Two people press whatever stands on pages of any age: every answer is a page, and what is kept is always a way that can be gone.</summary>
    [Theory]
    [InlineData("S-0071", 1)]
    [InlineData("O-0072", 2)]
    [InlineData("R-0073", 3)]
    [InlineData("4-0074", 4)]
    public async Task Random_presses_of_two_people_never_break_it(string name, int seed)
    {
        var random = new Random(seed);
        var path = "/practice/" + name;
        Visitor[] people = [visitor, app.Visit()];
        var seen = new List<List<IHtmlDocument>> { new() { await people[0].OpenAsync(path) }, new() { await people[1].OpenAsync(path) } };
        for (var i = 0; i < 60; i++)
        {
            var person = random.Next(2);
            var (who, pages) = (people[person], seen[person]);
            var page = pages[Math.Max(0, pages.Count - 1 - random.Next(3))];
            var buttons = page.QuerySelectorAll("button[name=move]").Cast<IHtmlButtonElement>().Where(b => !b.IsDisabled && (b.Value != "explain" || random.Next(20) == 0)).ToList();
            if (buttons.Count == 0)
            {
                pages.Add(await who.OpenAsync(path + "?again=true"));
                continue;
            }

            var button = buttons[random.Next(buttons.Count)];
            var changed = new Dictionary<string, string?> { ["move"] = button.Value };
            if (button.Form!.QuerySelector("select[name=to]") is IHtmlSelectElement select)
            {
                changed["to"] = select.Options[random.Next(select.Options.Length)].Value;
            }

            var answer = await who.PostAsync(button.Form, path, changed);
            Assert.True(answer.Status is HttpStatusCode.Redirect or HttpStatusCode.Conflict, $"{answer.Status} after {button.Value}");
            var kept = await KeptAsync(name);
            var run = PracticeCase.Find(name)!.Value.Begin(kept?.Entry.Moves ?? []);
            Assert.Equal(run.Ended, kept?.Ended ?? false);
            pages.Add(answer.Status == HttpStatusCode.Conflict ? answer.Page : await who.OpenAsync(path));
            Assert.DoesNotContain("?:", pages[^1].QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        }

        await using var scope = app.Services.CreateAsyncScope();
        Assert.True(await scope.ServiceProvider.GetRequiredService<WorkroomContext>().Practice.CountAsync(p => p.Name == name && p.EndedAt == null) <= 1);
    }
}
