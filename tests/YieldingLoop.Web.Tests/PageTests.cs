using System.Net;

namespace YieldingLoop.Web.Tests;

/// <summary>Every page on the demo data, and what every answer carries.</summary>
public sealed class PageTests(App app) : IClassFixture<App>
{
    public static TheoryData<string> Pages() =>
    [
        "/", "/setups", "/setups?q=unisuit", "/setups?q=nothing+of+the+kind", "/cloths", "/machines", "/cloths/1", "/cloths/5", "/cloths/new", "/cloths/new?for=seam",
        "/machines/1", "/machines/2", "/machines/new", "/seams/start", "/seams/1", "/seams/new?cloth=1", "/seams/1/set-up", "/seams/7/set-up?machine=2",
        "/seams/2/set-up?machine=1&join=lightness-first&hide=tighter-needle&point=never", "/setups/1", "/setups/4", "/setups/1/print", "/setups/1/print?paper=a4", "/setups/1/print?paper=letter",
        "/machines/3", "/machines/4", "/machines/new?is=Coverstitch", "/machines/new?is=Convertible", "/machines/new?is=Plain", "/machines/1/test", "/machines/4/test?dial=needle", "/machines/2/sheet", "/machines/3/sheet",
        "/machines/4/sheet", "/states/1", "/states/2", "/states/4", "/drawer", "/needles/new", "/needles/6", "/threads/new", "/threads/2", "/seams/9", "/seams/9/set-up", "/seams/2/set-up?machine=4", "/seams/9/set-up?machine=3", "/seams/1/set-up?machine=3",
        "/setups/6/beside/8", "/seams/1/set-up?beside=1", "/scrap", "/scrap?job=hem&stitch=twin-needle&pull-length=99", "/reckoner", "/reckoner?machine=4&pack=4.0/75&guide=25&rows=4&allowance=30&bandCloth=4&opening=430&girth=585&bandWidth=30&seamAllowance=7", "/reckoner?machine=3",
        "/rules", "/rules/new", "/rules/3", "/setups/6", "/setups/7", "/setups/7/amend", "/setups/7/print", "/seams/5/set-up?stitch=504&why=true", "/seams/1/set-up?needleThread=cotton", "/seams/1/set-up?stitch=flatlock&length=2&width=x",
        "/thread-ups/1", "/thread-ups/1?step=3", "/thread-ups/1?list=true", "/thread-ups/new?setup=3", "/thread-ups/new?setup=1&broke=upper-looper", "/thread-ups/new?machine=3&lost=true", "/thread-ups/print?list=1", "/thread-ups/print?setup=3",
        "/settings", "/glossary", "/copies", "/put-away", "/drafts", "/devices",
    ];

    [Theory]
    [MemberData(nameof(Pages))]
    public async Task Opens_with_a_heading_a_title_and_nothing_inline(string path)
    {
        var page = await app.Visit().OpenAsync(path);
        Assert.NotEmpty(page.QuerySelector("h1")!.TextContent.Trim());
        Assert.EndsWith("Yielding Loop", page.Title, StringComparison.Ordinal);
        Assert.Empty(page.QuerySelectorAll("[style], style, script:not([src])"));
        Assert.DoesNotContain(page.QuerySelectorAll("*"), e => e.Attributes.Any(a => a.Name.StartsWith("on", StringComparison.Ordinal)));
        Assert.DoesNotContain(page.QuerySelectorAll("[src], link[href]"), e => (e.GetAttribute("src") ?? e.GetAttribute("href"))!.Contains("//", StringComparison.Ordinal));
        var ids = page.QuerySelectorAll("[id]").Select(e => e.Id).ToList();
        Assert.Equal(ids.Distinct(), ids);
    }

    [Theory]
    [InlineData("/nowhere")]
    [InlineData("/cloths/999")]
    [InlineData("/cloths/old")]
    [InlineData("/cloths/99999999999999999999")]
    [InlineData("/machines/-1")]
    [InlineData("/seams/999")]
    [InlineData("/seams/999/set-up")]
    [InlineData("/seams/1/set-up?machine=99")]
    [InlineData("/setups/999")]
    [InlineData("/setups/999/print")]
    [InlineData("/setups/999/threads.css")]
    [InlineData("/thread-ups/999")]
    [InlineData("/thread-ups/new")]
    [InlineData("/thread-ups/new?setup=999")]
    [InlineData("/thread-ups/new?machine=999")]
    [InlineData("/thread-ups/new?machine=1&broke=tail")]
    [InlineData("/thread-ups/new?setup=x")]
    [InlineData("/thread-ups/print")]
    [InlineData("/thread-ups/print?list=999")]
    [InlineData("/states/999")]
    [InlineData("/states/new")]
    [InlineData("/needles/999")]
    [InlineData("/threads/x")]
    [InlineData("/machines/999/test")]
    [InlineData("/machines/1/test?dial=bobbin")]
    [InlineData("/machines/999/sheet")]
    public async Task What_is_not_there_is_said_to_be_not_there(string path) => await app.Visit().OpenAsync(path, HttpStatusCode.NotFound);

    [Theory]
    [InlineData("/")]
    [InlineData("/api/v1/threads")]
    [InlineData("/css/site.css")]
    [InlineData("/nowhere")]
    public async Task Every_answer_carries_the_security_headers(string path)
    {
        using var answer = await app.CreateClient().GetAsync(new Uri(path, UriKind.Relative));
        var policy = Assert.Single(answer.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("style-src 'self';", policy, StringComparison.Ordinal);
        Assert.Contains("script-src 'self';", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
        Assert.Equal("nosniff", Assert.Single(answer.Headers.GetValues("X-Content-Type-Options")));
    }

    [Fact]
    public async Task Only_this_machine_s_own_names_are_answered()
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, new Uri("/", UriKind.Relative));
        request.Headers.Host = "elsewhere.example";
        using var answer = await app.CreateClient().SendAsync(request);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
    }

    [Fact]
    public async Task Health_is_answered_when_the_database_answers()
    {
        using var answer = await app.CreateClient().GetAsync(new Uri("/health", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal("ok", await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_form_without_its_token_changes_nothing()
    {
        using var content = new FormUrlEncodedContent([new("Input.Name", "Smuggled"), new("Input.TypicalId", "interlock")]);
        using var answer = await app.CreateClient().PostAsync(new Uri("/cloths/new", UriKind.Relative), content);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains("That could not be read", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.DoesNotContain("Smuggled", (await app.Visit().OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Set_ups_are_found_by_cloth_machine_and_seam()
    {
        var visitor = app.Visit();
        async Task<int> Found(string question) => (await visitor.OpenAsync("/setups?q=" + Uri.EscapeDataString(question))).QuerySelectorAll(".setup-list li").Length;
        Assert.Equal(2, await Found("power knit boathouse"));
        Assert.Equal(1, await Found("neckband"));
        Assert.Equal(3, await Found("window bench"));
        Assert.Equal(0, await Found("<script>"));
    }

    [Fact]
    public async Task The_card_says_each_number_on_the_machine_s_own_scale_with_tighter_or_looser_beside_it()
    {
        var page = await app.Visit().OpenAsync("/seams/1/set-up?machine=2");
        var blocks = page.QuerySelectorAll(".dial-block");
        Assert.Equal(4, blocks.Length);
        // The numbers of this machine run the other way: looser is a higher number than its neutral 3.
        var upper = blocks[2];
        Assert.Equal("4", upper.QuerySelector(".dial-number")!.TextContent);
        Assert.Equal("1 number looser", upper.QuerySelector(".dial-words")!.TextContent);
        Assert.Equal("holds", page.QuerySelector(".answer .verdict")!.TextContent.Trim());
        Assert.Equal(13, page.QuerySelectorAll(".reasons dt").Select(d => d.TextContent).Distinct().Count());
        Assert.NotEmpty(page.QuerySelectorAll(".caution"));
    }

    [Fact]
    public async Task The_reach_chart_shows_need_cloth_and_every_thread()
    {
        var chart = (await app.Visit().OpenAsync("/setups/2")).QuerySelector("svg.reach")!;
        Assert.Contains("pops first", chart.TextContent, StringComparison.Ordinal);
        Assert.Contains("need 36 %", chart.TextContent, StringComparison.Ordinal);
        Assert.Contains("cloth reaches 95 %", chart.TextContent, StringComparison.Ordinal);
        Assert.Equal(4, chart.QuerySelectorAll(".reach-bar").Length);
        double Width(string css) => double.Parse(chart.QuerySelector(css)!.GetAttribute("width")!, System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal(Width(".reach-bar.t-needle-left"), chart.QuerySelectorAll(".reach-bar").Min(b => double.Parse(b.GetAttribute("width")!, System.Globalization.CultureInfo.InvariantCulture)));
    }

    [Fact]
    public async Task The_clamp_draws_the_true_offset_of_the_tips_and_leaves_an_empty_seat_empty()
    {
        var visitor = app.Visit();
        Assert.Contains("0.8 mm higher", (await visitor.OpenAsync("/machines/1")).QuerySelector("svg.clamp")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("0.6 mm higher", (await visitor.OpenAsync("/machines/2")).QuerySelector("svg.clamp")!.TextContent, StringComparison.Ordinal);
        var edge = (await visitor.OpenAsync("/seams/8/set-up?machine=1")).QuerySelector("svg.clamp")!;
        Assert.Single(edge.QuerySelectorAll(".clamp-empty"));
        Assert.Contains("empty", edge.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Thread_colours_are_the_machine_s_own_marks_where_it_has_them()
    {
        var client = app.CreateClient();
        var own = await client.GetStringAsync(new Uri("/threads.css", UriKind.Relative));
        var marked = await client.GetStringAsync(new Uri("/machines/2/threads.css", UriKind.Relative));
        Assert.Contains(".t-upper-looper{--thread:#dd9a1f;--on-thread:#1b1c21}", own, StringComparison.Ordinal);
        Assert.Contains(".t-upper-looper{--thread:#2f7d4f;--on-thread:#ffffff}", marked, StringComparison.Ordinal);
        Assert.Contains(".t-needle-left{--thread:#22418f", marked, StringComparison.Ordinal);
    }
}
