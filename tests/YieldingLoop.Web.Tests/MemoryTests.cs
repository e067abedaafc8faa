using System.Globalization;
using System.Net;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>Dial memory on its page.</summary>
public sealed class MemoryTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public MemoryTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private const string New = "/swatches/new?setup=3", Memory = "/setups/3/memory";

    private async Task SewAsync(Dictionary<string, string?> typed)
    {
        var saved = await visitor.SendAsync(await visitor.OpenAsync(New), New, typed);
        Assert.True(saved.Status == HttpStatusCode.Redirect, saved.Page.QuerySelector("#faults")?.TextContent);
    }

    private static IElement Part(IHtmlDocument page, string name) => page.QuerySelectorAll(".memory-part").Single(p => p.QuerySelector("h2")!.TextContent.Contains(name, StringComparison.Ordinal));

    private static double Number(IElement part) => double.Parse(part.QuerySelector(".swatch-number")!.ChildNodes[0].TextContent.Replace("mm", "").Trim(), CultureInfo.InvariantCulture);

    private static string[] Points(IElement part) => [.. part.QuerySelectorAll(".memory-point").Select(p => p.NextElementSibling!.TextContent).Order()];

    [Fact]
    public async Task A_reading_turns_the_looper_its_point_stands_in_the_drawing_and_the_next_band_is_narrower()
    {
        var before = Part(await visitor.OpenAsync(Memory), "looper");
        Assert.Empty(Points(before));
        Assert.Contains("no swatch yet", before.TextContent, StringComparison.Ordinal);
        var stood = Number(before);
        await SewAsync(new() { ["Input.Readings.MeetingLineMm"] = "1.4" });
        var after = Part(await visitor.OpenAsync(Memory), "upper looper");
        Assert.Equal(["7"], Points(after));
        Assert.Contains("It rests on swatch 7.", string.Join(' ', after.QuerySelector(".form-text")!.TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)), StringComparison.Ordinal);
        // On the face the upper looper wins: it goes looser, and the swatch's own page says the same number.
        Assert.Contains("looser", after.QuerySelector(".swatch-number")!.TextContent, StringComparison.Ordinal);
        Assert.NotEqual(stood, Number(after));
        var swatch = await visitor.OpenAsync("/swatches/7");
        Assert.Equal(swatch.QuerySelector("[data-swatch-answer] .swatch-number")!.ChildNodes[0].TextContent.Trim(), after.QuerySelector(".swatch-number")!.ChildNodes[0].TextContent.Trim());
        // Sewn as it said and read where it is wanted, it stays.
        await SewAsync(new() { ["Input.Dials[" + LooperField(await visitor.OpenAsync(New)) + "].Number"] = Number(after).ToString(CultureInfo.InvariantCulture), ["Input.Readings.MeetingLineMm"] = "0" });
        var settled = Part(await visitor.OpenAsync(Memory), "upper looper");
        Assert.Contains("It stays at", settled.TextContent, StringComparison.Ordinal);
        Assert.Equal(Number(after), Number(settled));
        Assert.Equal(["7", "8"], Points(settled));
    }

    private static int LooperField(IHtmlDocument form) => form.QuerySelectorAll("input[name$='.Position']").Select((p, i) => (p, i)).First(f => f.p.GetAttribute("value") == "upper-looper").i;

    [Fact]
    public async Task The_feed_turns_for_this_cloth_and_the_knife_is_bracketed()
    {
        var before = Points(Part(await visitor.OpenAsync(Memory), "Differential"));
        await SewAsync(new() { ["Input.Strip.BeforeMm"] = "200", ["Input.Strip.SewnMm"] = "218", ["Input.Readings.OverhangMm"] = "1.6" });
        var page = await visitor.OpenAsync(Memory);
        var (feed, cut) = (Part(page, "Differential"), Part(page, "Cutting width"));
        Assert.Contains("raise it", feed.TextContent, StringComparison.Ordinal);
        Assert.Equal(["7"], Points(feed).Except(before));
        Assert.Contains("hung off", cut.TextContent, StringComparison.Ordinal);
        Assert.Contains("the other extreme", cut.TextContent, StringComparison.Ordinal);
        Assert.Contains("more cloth", cut.QuerySelector(".swatch-number")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_swatch_that_was_left_out_is_named_and_has_no_point()
    {
        await SewAsync(new() { ["Input.Readings.MeetingLineMm"] = "1.4", ["Input.LeftOut"] = "FaultFound" });
        var page = await visitor.OpenAsync(Memory);
        Assert.Empty(Points(Part(page, "looper")));
        Assert.Contains("Left out, and teaching nothing", page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Every_set_up_has_its_memory_and_what_is_not_there_is_not_found()
    {
        for (var id = 1; id <= 8; id++)
        {
            using var answer = await visitor.Client.GetAsync(new Uri($"/setups/{id}", UriKind.Relative));
            if (answer.StatusCode == HttpStatusCode.OK)
            {
                Assert.Equal("Dial memory", (await visitor.OpenAsync($"/setups/{id}/memory")).QuerySelector("h1")!.TextContent);
            }
        }

        await visitor.OpenAsync("/setups/999/memory", HttpStatusCode.NotFound);
    }
}
