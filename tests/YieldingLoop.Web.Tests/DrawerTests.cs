namespace YieldingLoop.Web.Tests;

/// <summary>The drawer, and the seam jobs, as a visitor meets them.</summary>
public sealed class DrawerTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public DrawerTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task A_thread_is_told_by_what_it_does_and_kept()
    {
        var form = await visitor.OpenAsync("/threads/new");
        var figures = await visitor.SendAsync(form, "/threads/new?handler=Figures", new() { ["Input.Name"] = "Found cone", ["Input.BrokeAtMm"] = "330", ["Input.FluffsOut"] = "No", ["Input.SpringsBack"] = "Yes", ["Input.SuffersHeat"] = "No" });
        Assert.Contains("stretch polyester", figures.Page.QuerySelector(".likely li")!.TextContent, StringComparison.Ordinal);
        // It is not chosen for the user: a kind has to be named.
        var refused = await visitor.SendAsync(form, "/threads/new", new() { ["Input.Name"] = "Found cone", ["Input.BrokeAtMm"] = "330" });
        Assert.Contains(refused.Page.QuerySelectorAll("#faults a"), a => a.GetAttribute("href") == "#Input_KindId");
        var saved = await visitor.SendAsync(form, "/threads/new", new() { ["Input.Name"] = "Found cone", ["Input.KindId"] = "stretch-polyester", ["Input.LabelSystem"] = "Denier", ["Input.LabelFigure"] = "270", ["Input.BrokeAtMm"] = "330" });
        Assert.Equal("/drawer", saved.Location);
        Assert.Contains("stretch polyester, 30 tex", (await visitor.OpenAsync("/drawer")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Needles_are_counted_new_ones_and_used_ones_apart()
    {
        await visitor.SendAsync(await visitor.OpenAsync("/needles/new"), "/needles/new", new() { ["Input.System"] = "an attic system", ["Input.PointId"] = "jeans", ["Input.SizeMetric"] = "100", ["Input.Unused"] = "3", ["Input.UsedOnce"] = "2" });
        var drawer = (await visitor.OpenAsync("/drawer")).QuerySelector("main")!.TextContent;
        Assert.Contains("an attic system", drawer, StringComparison.Ordinal);
        Assert.Contains("3 new, 2 used once", drawer, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_seam_under_load_leads_to_a_triple_straight_stitch_basted_first()
    {
        var form = await visitor.OpenAsync("/seams/new?cloth=1");
        var saved = await visitor.SendAsync(form, "/seams/new?cloth=1", new() { ["Input.Name"] = "Crotch seam", ["Input.ZoneId"] = "crotch", ["Input.NeedKind"] = "Movement", ["Input.MovementId"] = "seat-length" });
        var setup = await visitor.OpenAsync(saved.Location! + "?machine=4");
        Assert.Contains("triple straight stitch", setup.QuerySelector(".setting-grid")!.TextContent, StringComparison.Ordinal);
        Assert.StartsWith("Baste", setup.QuerySelector(".procedure li")!.TextContent, StringComparison.Ordinal);
        // The leg opening of the demo is close-fitting: zigzag with stretch thread, never straight.
        var leg = await visitor.OpenAsync("/seams/2/set-up?machine=4");
        Assert.Contains("304, zigzag", leg.QuerySelector(".setting-grid")!.TextContent, StringComparison.Ordinal);
        Assert.All(leg.QuerySelectorAll(".dial-thread"), t => Assert.Equal("stretch polyester", t.TextContent));
        Assert.NotNull(leg.QuerySelector("svg.zigzag-chart"));
    }

    [Fact]
    public async Task A_hem_is_not_planned_on_an_overlocker_and_says_where_it_is()
    {
        Assert.Contains("choose a coverstitch or a plain machine", (await visitor.OpenAsync("/seams/9/set-up?machine=1")).QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("two-needle coverstitch", (await visitor.OpenAsync("/seams/9/set-up")).QuerySelector(".setting-grid")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("twin-needle lockstitch", (await visitor.OpenAsync("/seams/9/set-up?machine=4")).QuerySelector(".setting-grid")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("choose an overlocker", (await visitor.OpenAsync("/seams/3/set-up?machine=3")).QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
    }
}
