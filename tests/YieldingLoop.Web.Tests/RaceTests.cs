using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>
/// Two tablets at one machine, each with its page open, and both sent at the same moment. RACES=200 runs two hundred of
/// each pair; a usual run some of each.
/// </summary>
public sealed class RaceTests : IDisposable
{
    private const int Machine = 2;

    private static readonly int Races = int.TryParse(Environment.GetEnvironmentVariable("RACES"), CultureInfo.InvariantCulture, out var races) ? races : 6;

    private static readonly string[] Acts = ["begin", "tick", "on the machine", "state", "amend"];

    private readonly App app = new();

    public void Dispose() => app.Dispose();

    public static TheoryData<string, string> Pairs()
    {
        var pairs = new TheoryData<string, string>();
        for (var i = 0; i < Acts.Length; i++)
        {
            for (var j = i; j < Acts.Length; j++)
            {
                pairs.Add(Acts[i], Acts[j]);
            }
        }

        return pairs;
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public async Task Of_two_at_once_one_wins_and_the_other_is_told_and_loses_nothing(string one, string other)
    {
        var (left, right) = (app.Visit(), app.Visit());
        var told = 0;
        for (var race = 1; race <= Races; race++)
        {
            await ReadyAsync(left);
            var setup = await AskAsync(context => context.Setups.Where(s => s.MachineId == Machine && s.PutAwayAt == null && s.Later.All(l => l.PutAwayAt != null)).Select(s => s.Id).FirstAsync());
            var version = await StateVersionAsync();
            var (first, second) = (await OpenAsync(one, left, setup, $"{race}a"), await OpenAsync(other, right, setup, $"{race}b"));
            using var start = new Barrier(2);
            var answers = await Task.WhenAll(new[] { first, second }.Select(send => Task.Run(() =>
            {
                start.SignalAndWait();
                return send();
            })));

            Assert.All(answers, a => Assert.True(a.Status is HttpStatusCode.Redirect or HttpStatusCode.Conflict, $"{one} against {other}, race {race}: {a.Status}"));
            var refused = answers.Count(a => a.Status == HttpStatusCode.Conflict);
            told += refused;
            if (one == other && one != "tick")
            {
                Assert.Equal(1, refused);
            }
            else if ((one, other) is ("on the machine", "state"))
            {
                Assert.Equal(1, refused);
                Assert.Equal(version + 1, await StateVersionAsync());
            }
            else
            {
                Assert.True(refused < 2, $"{one} against {other}, race {race}: neither won");
            }

            await HoldsAsync(right);
        }

        Assert.True(one != other || one == "tick" || told == Races);
    }

    /// <summary>A thread-up is going on at the machine with a step left to tick.</summary>
    private async Task ReadyAsync(Visitor visitor)
    {
        var setup = await AskAsync(context => context.Setups.Where(s => s.MachineId == Machine && s.PutAwayAt == null && s.Later.All(l => l.PutAwayAt != null)).Select(s => s.Id).FirstAsync());
        if (await GoingOnAsync() is { } going)
        {
            var at = await visitor.OpenAsync($"/thread-ups/{going}");
            // And there is something to begin, too.
            if (at.QuerySelector("form[data-tick]") is not null && (await visitor.OpenAsync($"/thread-ups/new?setup={setup}")).GetElementById("begin") is not null)
            {
                return;
            }
        }

        // What is known of the machine goes, so that there is something to do again.
        var state = await visitor.OpenAsync($"/states/{Machine}");
        var cleared = Visitor.Fields((IHtmlFormElement)state.GetElementById("entry")!).Where(f => f.Key.EndsWith(".Thread", StringComparison.Ordinal)).ToDictionary(f => f.Key, _ => (string?)"");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(state, $"/states/{Machine}", cleared)).Status);
        var page = await visitor.OpenAsync($"/thread-ups/new?setup={setup}");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(page, $"/thread-ups/new?setup={setup}", [], "begin")).Status);
    }

    /// <summary>Opens the page of an act, and gives what sends its form and looks at the answer.</summary>
    private async Task<Func<Task<Answer>>> OpenAsync(string act, Visitor visitor, int setup, string who)
    {
        switch (act)
        {
            case "begin":
                var way = await visitor.OpenAsync($"/thread-ups/new?setup={setup}");
                return () => Told(visitor.SendAsync(way, $"/thread-ups/new?setup={setup}", [], "begin"), ".notice");
            case "tick":
                var at = await visitor.OpenAsync($"/thread-ups/{await GoingOnAsync()}");
                var form = at.QuerySelectorAll("form[data-tick]").OfType<IHtmlFormElement>().First();
                return () => visitor.PostAsync(form, form.GetAttribute("action")!, []);
            case "on the machine":
                var kept = await visitor.OpenAsync($"/setups/{setup}");
                return () => Told(visitor.PressAsync(kept, "It is on the machine now"), ".notice");
            case "state":
                var state = await visitor.OpenAsync($"/states/{Machine}");
                var length = (2 + who.Sum(c => c) % 10 / 10.0).ToString(CultureInfo.InvariantCulture);
                return async () =>
                {
                    var answer = await Told(visitor.SendAsync(state, $"/states/{Machine}", new() { ["Input.LengthMm"] = length }), ".conflict");
                    Assert.True(answer.Status != HttpStatusCode.Conflict || answer.Typed("Input_LengthMm") == length);
                    return answer;
                };
            default:
                var amend = await visitor.OpenAsync($"/setups/{setup}/amend");
                // Never the length that stands there already: an amendment that changes nothing is none.
                var now = double.Parse(amend.QuerySelector("[name=length]")!.GetAttribute("value")!, CultureInfo.InvariantCulture);
                var other = Math.Round((now > 3 ? 2 : now) + 0.1 + who[^1] % 2 / 10.0, 1).ToString(CultureInfo.InvariantCulture);
                return async () =>
                {
                    var answer = await Told(visitor.PostAsync(amend.QuerySelectorAll("form[method=post]").OfType<IHtmlFormElement>().Single(f => f.QuerySelector("[name=Remark]") is not null), $"/setups/{setup}/amend", new() { ["Remark"] = who, ["length"] = other }), "#faults");
                    Assert.True(answer.Status != HttpStatusCode.Conflict || answer.Page.QuerySelector("[name=Remark]")!.GetAttribute("value") == who);
                    return answer;
                };
        }

        static async Task<Answer> Told(Task<Answer> sending, string where)
        {
            var answer = await sending;
            if (answer.Status == HttpStatusCode.Conflict)
            {
                Assert.NotEmpty(answer.Page.QuerySelector(where)!.TextContent.Trim());
            }

            return answer;
        }
    }

    /// <summary>What has to be so whoever won.</summary>
    private async Task HoldsAsync(Visitor visitor)
    {
        Assert.True(await AskAsync(context => context.ThreadUps.CountAsync(t => t.MachineId == Machine && t.EndedAt == null && t.PutAwayAt == null)) <= 1);
        Assert.Empty(await AskAsync(context => context.Setups.Where(s => s.EarlierId != null && s.PutAwayAt == null).GroupBy(s => s.EarlierId).Where(g => g.Count() > 1).Select(g => g.Key).ToListAsync()));
        var begun = await AskAsync(context => context.ThreadUps.Where(t => t.MachineId == Machine).ToListAsync());
        Assert.All(begun, t => Assert.InRange(t.Done, 0, t.Entry.Steps.Count));
        await visitor.OpenAsync($"/machines/{Machine}");
        await visitor.OpenAsync($"/thread-ups/{begun.Max(t => t.Id)}");
    }

    private Task<int?> GoingOnAsync() => AskAsync(context => context.ThreadUps.Where(t => t.MachineId == Machine && t.EndedAt == null && t.PutAwayAt == null).Select(t => (int?)t.Id).FirstOrDefaultAsync());

    private Task<int> StateVersionAsync() => AskAsync(context => context.States.Where(s => s.Id == Machine).Select(s => s.Version).FirstAsync());

    private async Task<T> AskAsync<T>(Func<WorkroomContext, Task<T>> question)
    {
        await using var scope = app.Services.CreateAsyncScope();
        return await question(scope.ServiceProvider.GetRequiredService<WorkroomContext>());
    }
}
