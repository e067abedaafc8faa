using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>Two set-ups side by side.</summary>
public sealed class BesideTests(App app) : IClassFixture<App>
{
    private readonly Visitor visitor = app.Visit();

    private static void AssertTwo(IHtmlDocument page)
    {
        var beside = page.GetElementById("beside")!;
        Assert.Equal(2, beside.QuerySelectorAll("svg.reach").Length);
        Assert.Equal(2, beside.QuerySelectorAll("[data-pull]").Length);
        // Nothing of one is named as something of the other, and each shows its own.
        var ids = page.QuerySelectorAll("[id]").Select(e => e.Id).ToList();
        Assert.Equal(ids.Distinct(), ids);
        Assert.All(beside.QuerySelectorAll("use"), u => Assert.NotNull(u.Closest("[data-pull]")!.QuerySelector(u.GetAttribute("href")!)));
        // One scale: both end at the same figure.
        Assert.Single(beside.QuerySelectorAll("svg.reach").Select(c => c.QuerySelectorAll("text.d-label").Max(t => double.TryParse(t.TextContent, CultureInfo.InvariantCulture, out var tick) ? tick : 0)).Distinct());
    }

    private async Task AssertPulledAsync(IHtmlDocument page)
    {
        var froms = page.QuerySelectorAll("[data-pull-from]").Select(p => p.GetAttribute("data-pull-from")!).ToList();
        Assert.Equal(2, froms.Distinct().Count());
        foreach (var (section, from) in page.QuerySelectorAll("[data-pull-from]").Zip(froms))
        {
            using var answer = await visitor.Client.GetAsync(new Uri(from + "&handler=Pull", UriKind.Relative));
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            var text = await answer.Content.ReadAsStringAsync();
            // What is fetched is the seam that stands there, under the same names.
            Assert.Contains(section.QuerySelector("clipPath, [id^='pull-clip']")!.Id!, text, StringComparison.Ordinal);
            Assert.Contains(section.QuerySelector(".pull-first")!.TextContent.Split(", at ")[1], WebUtility.HtmlDecode(text), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Two_versions_say_what_differs_and_are_drawn_on_one_scale()
    {
        using var scope = app.Services.CreateScope();
        var workroom = scope.ServiceProvider.GetRequiredService<Workroom>();
        foreach (var (one, other) in new[] { (6, 8), (8, 6), (1, 2), (1, 3) })
        {
            var page = await visitor.OpenAsync($"/setups/{one}/beside/{other}");
            AssertTwo(page);
            await AssertPulledAsync(page);
            var (first, second) = ((await workroom.Setups.FirstAsync(s => s.Id == one)).Snapshot, (await workroom.Setups.FirstAsync(s => s.Id == other)).Snapshot);
            var said = page.QuerySelectorAll(".beside-differs li").Select(l => l.TextContent).ToList();
            // Every number that is set otherwise is named with both, recomputed here.
            foreach (var (position, number) in first.Plan.Setup.Dials.Where(d => second.Plan.Setup.Dials[d.Key].IsThere && second.Plan.Setup.Dials[d.Key].Value != d.Value))
            {
                Assert.Contains(said, s => s.Contains($"dial {number.ToString(CultureInfo.InvariantCulture)} → {second.Plan.Setup.Dials[position].Value.ToString(CultureInfo.InvariantCulture)}", StringComparison.Ordinal));
            }

            Assert.Equal(first.Plan.StitchLengthMm != second.Plan.StitchLengthMm, said.Exists(s => s.StartsWith("stitch length", StringComparison.Ordinal)));
            Assert.Equal(first.Machine.Name != second.Machine.Name, said.Exists(s => s.StartsWith("machine", StringComparison.Ordinal)));
            Assert.Equal(Math.Abs(first.Plan.Need.Percent - second.Plan.Need.Percent) > 1e-9, said.Exists(s => s.StartsWith("need", StringComparison.Ordinal)));
        }
    }

    [Fact]
    public async Task An_alternative_lies_beside_the_best_and_is_pulled_with_it()
    {
        var plan = await visitor.OpenAsync("/seams/1/set-up");
        var links = plan.QuerySelectorAll("a").Where(a => a.TextContent == "Pull both").Select(a => a.GetAttribute("href")!).ToList();
        Assert.NotEmpty(links);
        foreach (var link in links)
        {
            var page = await visitor.OpenAsync(link.Split('#')[0]);
            AssertTwo(page);
            await AssertPulledAsync(page);
        }

        Assert.Null((await visitor.OpenAsync("/seams/1/set-up?beside=99")).GetElementById("beside"));
        using var none = await visitor.Client.GetAsync(new Uri("/seams/1/set-up?alternative=99&handler=Pull", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
    }

    [Theory]
    [InlineData("/setups/1/beside/1")]
    [InlineData("/setups/1/beside/999")]
    [InlineData("/setups/999/beside/1")]
    public async Task What_has_nothing_beside_it_is_not_found(string path)
    {
        using var answer = await visitor.Client.GetAsync(new Uri(path, UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
    }

    [Fact]
    public async Task It_is_reached_from_a_version_and_from_another_set_up_on_the_same_cloth()
    {
        var kept = (await visitor.OpenAsync("/setups/8")).QuerySelectorAll("a").Select(a => a.GetAttribute("href")).ToList();
        Assert.Contains("/setups/8/beside/6", kept);
        Assert.Contains((await visitor.OpenAsync("/setups/1")).QuerySelectorAll("a").Select(a => a.GetAttribute("href")), h => h == "/setups/1/beside/2");
    }
}
