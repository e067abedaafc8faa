using System.Globalization;
using System.Text.RegularExpressions;
using AngleSharp.Html.Dom;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Web.Tests;

/// <summary>The ends of lists: whatever there is can be reached, and every list says how much that is.</summary>
public sealed partial class EndsTests : IDisposable
{
    private readonly App app = new();

    public void Dispose() => app.Dispose();

    private async Task<T> InAsync<TService, T>(Func<TService, Task<T>> work)
        where TService : notnull
    {
        await using var scope = app.Services.CreateAsyncScope();
        return await work(scope.ServiceProvider.GetRequiredService<TService>());
    }

    private async Task FillAsync(int count)
    {
        for (var i = 1; i <= count; i++)
        {
            var name = $"Number {i:000}";
            var cloth = Assert.IsType<SaveResult.Saved>(await InAsync((Workroom w) => w.SaveAsync(new ClothEntry { Name = name, TypicalId = "interlock" }, null, 0, Guid.NewGuid())));
            await InAsync((Workroom w) => w.SaveAsync(new ThreadStock { Name = name, KindId = "spun-polyester" }, null, 0, Guid.NewGuid()));
            await InAsync((Workroom w) => w.SaveAsync(new NeedleStock { System = name, PointId = "stretch", SizeMetric = 75, Unused = 1 }, null, 0, Guid.NewGuid()));
            await InAsync((Workroom w) => w.SaveAsync(new OwnRule { Text = name, Source = "a test" }, null, 0, Guid.NewGuid()));
            await InAsync(async (Drafts d) => await d.KeepAsync(Guid.NewGuid(), "/cloths/new", name, []));
            var seam = (await InAsync((Workroom w) => Task.FromResult(w.Seams.First()))).Entry with { Name = name };
            await InAsync((Workroom w) => w.SaveAsync(seam, cloth.Id, null, 0, Guid.NewGuid()));
        }
    }

    [Fact]
    public async Task Every_list_pages_says_how_many_there_are_and_leaves_nobody_out()
    {
        var visitor = app.Visit();
        await FillAsync(2 * ListPage.Size);
        foreach (var (path, of, key) in new[] { ("/cloths", "cloths", "p"), ("/seams/start", "cloths", "p"), ("/drawer", "threads", "p"), ("/drawer", "packs", "n"), ("/rules", "notes", "p"), ("/drafts", "forms", "p"), ("/seams", "seams", "p") })
        {
            var seen = new HashSet<string>();
            var (total, address) = (0, path);
            for (var page = 1; address is not null; page++)
            {
                Assert.True(page < 10, path);
                var document = await visitor.OpenAsync(address);
                var nav = document.QuerySelector($"nav.pages[aria-label='Pages of {of}']")!;
                var said = Counts().Match(nav.QuerySelector("p")!.TextContent);
                total = int.Parse(said.Groups[3].Value, NumberStyles.AllowThousands, CultureInfo.InvariantCulture);
                seen.UnionWith(Numbers().Matches(document.QuerySelector("main")!.TextContent).Select(m => m.Value));
                var next = nav.QuerySelector("a[rel=next]")?.GetAttribute("href");
                address = next is null ? null : path + next;
                Assert.True(next is null || next.Contains($"{key}={page + 1}", StringComparison.Ordinal), next);
            }

            Assert.True(total >= 2 * ListPage.Size, $"{path}: {total}");
            Assert.Equal(2 * ListPage.Size, seen.Count);
        }

        // Home shows a few and says how many there are; odd pages are the nearest there is.
        var home = await visitor.OpenAsync("/");
        Assert.Contains(home.QuerySelectorAll(".all-of-them a"), a => a.TextContent.EndsWith(" on the table", StringComparison.Ordinal) && a.GetAttribute("href") == "/seams?state=OnTheTable");
        Assert.Contains(home.QuerySelectorAll(".all-of-them a"), a => a.GetAttribute("href") == "/seams");
        foreach (var odd in new[] { "0", "-3", "9999", "abc", "99999999999999" })
        {
            await visitor.OpenAsync($"/cloths?p={odd}");
        }

        // By its name, wherever it stands in the list.
        Assert.Equal("Number 001", Assert.Single((await visitor.OpenAsync("/cloths?name=number+001")).QuerySelectorAll(".tile-name")).TextContent);
        Assert.Empty((await visitor.OpenAsync("/cloths?name=%25")).QuerySelectorAll(".tile-name"));
    }

    [Fact]
    public async Task What_is_put_away_pages_too()
    {
        var visitor = app.Visit();
        for (var i = 0; i < ListPage.Size + 3; i++)
        {
            var saved = Assert.IsType<SaveResult.Saved>(await InAsync((Workroom w) => w.SaveAsync(new ClothEntry { Name = $"Number {i:000}", TypicalId = "interlock" }, null, 0, Guid.NewGuid())));
            await InAsync((PutAwayShelf s) => s.PutAwayAsync(RecordKind.Cloth, saved.Id, 1));
        }

        var first = await visitor.OpenAsync("/put-away");
        Assert.Contains($"1 to {ListPage.Size} of {ListPage.Size + 3} things put away", first.QuerySelector("nav.pages")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(3, (await visitor.OpenAsync("/put-away?p=2")).QuerySelectorAll(".shelf").Length);
    }

    [Fact]
    public async Task Machines_beyond_twelve_are_planned_the_soonest_ready_first_and_all_can_be_reached()
    {
        var visitor = app.Visit();
        var template = (await InAsync((Workroom w) => Task.FromResult(w.Machines.First(m => m.Name.Contains("overlocker"))))).Entry;
        for (var i = 1; i <= 14; i++)
        {
            await InAsync((Workroom w) => w.SaveAsync(template with { Name = $"A machine {i:00}" }, null, 0, Guid.NewGuid()));
        }

        var page = await visitor.OpenAsync("/seams/1/set-up");
        var said = page.QuerySelectorAll(".notice").Single(n => n.TextContent.Contains("Worked out on", StringComparison.Ordinal)).TextContent;
        Assert.Contains("Worked out on 12 of 18 machines, those that are ready to sew soonest", said, StringComparison.Ordinal);
        // By what is bare on each, counted here from its record and its state.
        var states = await InAsync((Workroom w) => Task.FromResult(w.States.ToDictionary(s => s.Id, s => s.Entry)));
        var all = await InAsync((Workroom w) => w.ListMachinesAsync());
        var soonest = all.OrderBy(m => Readiness.MinutesToFill(m.Entry, states[m.Id])).Take(12).Select(m => m.Name).ToList();
        Assert.All(soonest, name => Assert.Contains(name, said, StringComparison.Ordinal));
        var asked = soonest.Where(n => n.StartsWith("A machine", StringComparison.Ordinal)).ToList();
        Assert.InRange(asked.Count, 8, 11);
        var next = await visitor.OpenAsync(page.QuerySelector(".notice a[href*=past]")!.GetAttribute("href")!);
        var rest = Machines(next.QuerySelectorAll(".notice").Single(n => n.TextContent.Contains("Worked out on", StringComparison.Ordinal)).TextContent);
        Assert.Equal(14, asked.Union(rest).Count());
        Assert.NotNull(next.QuerySelector(".card-grid, #keep"));
        // And each can be named, the last by name as well.
        var options = page.QuerySelectorAll("#machine option").OfType<IHtmlOptionElement>().ToList();
        Assert.Equal(19, options.Count);
        var last = options.Single(o => o.TextContent == "A machine 14").Value;
        Assert.Contains("A machine 14", (await visitor.OpenAsync($"/seams/1/set-up?machine={last}")).QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        await visitor.OpenAsync("/seams/1/set-up?past=-5");
        await visitor.OpenAsync("/seams/1/set-up?past=5000");

        static List<string> Machines(string text) => [.. MachineNames().Matches(text).Select(m => m.Value)];
    }

    [Fact]
    public void How_soon_a_machine_is_ready_is_what_is_bare_on_it_by_the_catalogue_of_minutes()
    {
        var machine = OverlockerTemplate.Create("One");
        var bare = Readiness.MinutesToFill(machine, Setup.Unknown);
        Assert.Equal(machine.Seats.Count * (MinutesFor.Needle + MinutesFor.NeedleThread) + 2 * MinutesFor.Looper, bare);
        var threaded = Setup.Unknown with { Threads = Places.Of((ThreadPosition.UpperLooper, new SewingThread("spun-polyester"))), Needles = Places.Of((ThreadPosition.NeedleLeft, new Needle("any", "stretch", 75))) };
        Assert.Equal(bare - MinutesFor.Looper - MinutesFor.Needle, Readiness.MinutesToFill(machine, threaded));
    }

    [GeneratedRegex(@"(?:([\d,]+) to ([\d,]+) of )?([\d,]+) ")]
    private static partial Regex Counts();

    [GeneratedRegex(@"Number \d{3}")]
    private static partial Regex Numbers();

    [GeneratedRegex(@"A machine \d{2}")]
    private static partial Regex MachineNames();
}
