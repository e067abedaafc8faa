using System.Globalization;
using System.Net;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>The scrap of cloth to play on, over its page and its addresses.</summary>
public sealed class ScrapTests(App app) : IClassFixture<App>
{
    private readonly Visitor visitor = app.Visit();

    private static string AddressOf(IHtmlDocument page) => page.QuerySelector("[data-pull-address]")!.GetAttribute("data-pull-address")!;

    [Theory]
    [InlineData("/scrap", "514")]
    [InlineData("/scrap?stitch=301", "301")]
    [InlineData("/scrap?job=hem&stitch=twin-needle", "twin-needle")]
    [InlineData("/scrap?job=rolled-hem&cloth=wicking-mesh", "504")]
    [InlineData("/scrap?job=flatlock", "flatlock")]
    [InlineData("/scrap?job=decorative-line&stitch=401&need=0", "401")]
    public async Task It_is_drawn_with_its_verdict_and_its_whole_state_in_its_address(string path, string stitch)
    {
        var page = await visitor.OpenAsync(path);
        Assert.Null(page.QuerySelector(".notice"));
        Assert.Equal(stitch, page.Value("scrap-stitch"));
        Assert.Equal(3, page.QuerySelectorAll("#pull .pull-views svg").Length);
        var address = AddressOf(page);
        var again = await visitor.OpenAsync(address);
        Assert.Null(again.QuerySelector(".notice"));
        Assert.Equal(address, AddressOf(again));
        Assert.Equal(page.GetElementById("scrap-says")!.TextContent, again.GetElementById("scrap-says")!.TextContent);
        // The form carries it, so that another cloth keeps the numbers.
        var carried = Visitor.Fields((IHtmlFormElement)page.QuerySelector("form.scrap-asks")!).ToDictionary(f => f.Key, f => f.Value);
        Assert.All(address.Split('?')[1].Split('&').Select(a => a.Split('=')), a => Assert.Equal(Uri.UnescapeDataString(a[1]), carried[a[0]]));
        // And each of its numbers can be tried: the field says what the address says.
        Assert.All(page.QuerySelectorAll("#pull [data-was]"), f => Assert.Equal(carried[f.GetAttribute("name")!], f.GetAttribute("data-was")));
    }

    /// <summary>What is said is made of the figures it speaks of: asked of the seam model over its API, with the same numbers.</summary>
    [Fact]
    public async Task What_is_tried_changes_the_verdict_and_the_drawing_alike()
    {
        var page = await visitor.OpenAsync("/scrap?stitch=301");
        var address = AddressOf(page);
        async Task<(double Says, double First)> PopsAsync(string query)
        {
            using var answer = await visitor.Client.GetAsync(new Uri(query + "&handler=Pull", UriKind.Relative));
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            var text = await answer.Content.ReadAsStringAsync();
            return (Number(text, @"first thread pops at (\d+) %"), Number(text, @"pops first, at ([\d.]+) %"));
        }

        static double Number(string text, string pattern) => double.Parse(System.Text.RegularExpressions.Regex.Match(WebUtility.HtmlDecode(text), pattern).Groups[1].Value, CultureInfo.InvariantCulture);
        var plain = await PopsAsync(address);
        var cotton = await PopsAsync(System.Text.RegularExpressions.Regex.Replace(address, "pull-thread-needle=[a-z-]+", "pull-thread-needle=cotton"));
        Assert.All(new[] { plain, cotton }, p => Assert.Equal(p.Says, Math.Round(p.First), 0));
        // Cotton breaks at 6.5 %, every other thread later (model section 2).
        Assert.True(cotton.First < plain.First);
    }

    [Theory]
    [InlineData("/scrap?job=hem&stitch=514", "cannot be sewn with")]
    [InlineData("/scrap?job=rolled-hem", "is shown")]
    [InlineData("/scrap?cloth=steel&pull-length=2&pull-length=3", "the cloth")]
    [InlineData("/scrap?pull-=1&pull-x=&pull-dial-=3", "left aside")]
    [InlineData("/scrap?need=%00&of=%F0%9F%A7%B5", "how far it is stretched")]
    public async Task An_address_that_cannot_be_is_shown_as_the_nearest_and_says_so(string path, string says)
    {
        var page = await visitor.OpenAsync(path);
        Assert.Contains(says, page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Null((await visitor.OpenAsync(AddressOf(page))).QuerySelector(".notice"));
    }

    [Fact]
    public async Task Three_hundred_tampered_addresses_open()
    {
        var random = new Random(170);
        var starts = new List<string>();
        foreach (var path in new[] { "/scrap", "/scrap?job=hem", "/scrap?stitch=304", "/scrap?job=edge-finish&stitch=503", "/scrap?job=flatlock" })
        {
            starts.Add(AddressOf(await visitor.OpenAsync(path)));
        }

        for (var i = 0; i < 300; i++)
        {
            var address = starts[random.Next(starts.Count)].ToCharArray().ToList();
            for (var n = random.Next(1, 6); n > 0; n--)
            {
                var at = random.Next("/scrap?".Length, address.Count);
                switch (random.Next(3))
                {
                    case 0: address.RemoveAt(at); break;
                    case 1: address[at] = (char)random.Next(33, 127); break;
                    default: address.Insert(at, "0123456789-.&=%"[random.Next(15)]); break;
                }
            }

            var path = new string([.. address]).Replace("#", "", StringComparison.Ordinal);
            using var answer = await visitor.Client.GetAsync(new Uri(path, UriKind.Relative));
            Assert.True(answer.StatusCode == HttpStatusCode.OK, $"{path}: {answer.StatusCode}");
        }
    }

    [Fact]
    public async Task It_becomes_a_seam_on_a_cloth_of_one_s_own_with_its_choices_pinned()
    {
        var scrap = await visitor.OpenAsync("/scrap?job=hem&stitch=406&cloth=interlock&runs=across&of=406&pull-length=3.5&pull-thread-chain-looper=textured-nylon");
        var start = await visitor.OpenAsync(scrap.QuerySelector("[data-scrap-keep]")!.GetAttribute("href")!);
        Assert.Contains("The scrap becomes a seam", start.Body!.TextContent, StringComparison.Ordinal);
        var form = await visitor.OpenAsync(start.QuerySelector(".tile a")!.GetAttribute("href")!);
        Assert.Equal("Hem", form.QuerySelector<IHtmlInputElement>("input[name='Input.Job']:checked")!.Value);
        Assert.Equal("Across", form.QuerySelector<IHtmlInputElement>("input[name='Input.Direction']:checked")!.Value);
        var saved = await visitor.SendAsync(form, form.Location.PathName + form.Location.Search, new() { ["Input.Name"] = "Hem as tried", ["Input.NeedKind"] = "None" });
        Assert.Equal(HttpStatusCode.Redirect, saved.Status);
        foreach (var pin in new[] { "stitch=406", "length=3.5", "lowerThread=textured-nylon" })
        {
            Assert.Contains(pin, saved.Location!, StringComparison.Ordinal);
        }

        Assert.Contains("two-needle coverstitch", (await visitor.OpenAsync(saved.Location!)).Body!.TextContent, StringComparison.Ordinal);
        // On a cloth that is measured first, it goes along too.
        var cloth = await visitor.OpenAsync(start.QuerySelector(".next-bar a")!.GetAttribute("href")!);
        var made = await visitor.SendAsync(cloth, cloth.Location.PathName + cloth.Location.Search, new() { ["Input.Name"] = "Scrap cloth", ["Input.TypicalId"] = "interlock" });
        Assert.StartsWith("/seams/new?scrap=", made.Location!, StringComparison.Ordinal);
        Assert.Equal("Hem", (await visitor.OpenAsync(made.Location!)).QuerySelector<IHtmlInputElement>("input[name='Input.Job']:checked")!.Value);
        // What is no scrap's address leads nowhere else.
        Assert.DoesNotContain("scrap", (await visitor.OpenAsync("/seams/start?scrap=//elsewhere")).QuerySelector(".next-bar a")!.GetAttribute("href")!, StringComparison.Ordinal);
    }
}
