using System.Net;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using YieldingLoop.Web.Drawings.Files;

namespace YieldingLoop.Web.Tests;

/// <summary>Any drawing of any page as a file of its own.</summary>
public sealed class DrawingFileTests(App app) : IClassFixture<App>
{
    private const int MostOfAPage = 4;

    private readonly Visitor visitor = app.Visit();

    [Theory]
    [MemberData(nameof(PageTests.Pages), MemberType = typeof(PageTests))]
    public async Task A_drawing_leaves_its_page_with_all_it_needs_and_nothing_else(string path)
    {
        var page = await visitor.OpenAsync(path);
        var drawings = page.QuerySelectorAll("svg.drawing[aria-label]");
        for (var n = 1; n <= Math.Min(MostOfAPage, drawings.Length); n++)
        {
            using var answer = await visitor.Client.GetAsync(new Uri($"{path}{(path.Contains('?', StringComparison.Ordinal) ? '&' : '?')}svg={n}", UriKind.Relative));
            Assert.Equal((HttpStatusCode.OK, "image/svg+xml"), (answer.StatusCode, answer.Content.Headers.ContentType!.MediaType));
            var file = XDocument.Parse(await answer.Content.ReadAsStringAsync()).Root!;
            Assert.Contains(drawings[n - 1].GetAttribute("aria-label")!, file.Elements().First().Value, StringComparison.Ordinal);
            Assert.Equal(["title", "desc", "rect"], file.Elements().Take(3).Select(e => e.Name.LocalName));
            var attributes = file.DescendantsAndSelf().Attributes().ToList();
            Assert.DoesNotContain(attributes, a => a.Name.LocalName is "class" or "style" or "tabindex" || a.Name.LocalName.StartsWith("data-", StringComparison.Ordinal) || a.Name.LocalName.StartsWith("on", StringComparison.Ordinal) || a.Value.Contains("var(", StringComparison.Ordinal));
            Assert.All(file.Descendants(), e => Assert.Equal("http://www.w3.org/2000/svg", e.Name.NamespaceName));
            // What is shown again is in it, and every thread of the drawing has a colour.
            var ids = attributes.Where(a => a.Name.LocalName == "id").Select(a => a.Value).ToHashSet();
            Assert.All(attributes.Where(a => a.Name.LocalName == "href"), a => Assert.Contains(a.Value[1..], ids));
            Assert.True(file.Descendants().Count() > 3);
        }
    }

    [Theory]
    [InlineData("/setups/1?svg=0")]
    [InlineData("/setups/1?svg=999")]
    [InlineData("/setups/1?svg=")]
    [InlineData("/setups/1?svg=-1")]
    [InlineData("/setups/1?svg=1&svg=2")]
    [InlineData("/setups/999?svg=1")]
    [InlineData("/settings?svg=1")]
    public async Task A_drawing_that_is_not_there_is_not_found(string path)
    {
        using var answer = await visitor.Client.GetAsync(new Uri(path, UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        Assert.Contains("</html>", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    /// <summary>The pictures by which a job is chosen are files of the same kind, kept by the browser.</summary>
    [Fact]
    public async Task Every_job_is_chosen_by_a_picture_of_its_own()
    {
        var form = await visitor.OpenAsync("/seams/new?cloth=1");
        var sources = form.QuerySelectorAll("img.job-picture").Select(i => i.GetAttribute("src")!).ToList();
        Assert.Equal(Core.Seams.Jobs.All.Count, sources.Distinct().Count());
        await AssertPicturesAsync(sources);
        // The glossary shows every stitch by the same drawings, and the uses that have a name of their own.
        var words = (await visitor.OpenAsync("/glossary")).QuerySelectorAll(".glossary-word[id^='stitch']").ToList();
        Assert.All(words, w => Assert.NotNull(w.QuerySelector(".glossary-picture img, .glossary-picture svg")));
        var stitches = words.Select(w => w.QuerySelector("img.stitch-picture")?.GetAttribute("src")).OfType<string>().ToList();
        Assert.Equal(Core.Stitches.StitchCatalogue.All.Count, stitches.Count(s => s.StartsWith("/pictures/stitches/", StringComparison.Ordinal)));
        await AssertPicturesAsync([.. stitches.Where(s => s.StartsWith("/pictures/stitches/", StringComparison.Ordinal))]);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/pictures/jobs/fly.svg", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/pictures/stitches/999.svg", UriKind.Relative))).StatusCode);
    }

    /// <summary>Words that a seam explains, and the needles a finger goes with, are shown by the same drawings.</summary>
    [Fact]
    public async Task Words_and_fingers_have_pictures_of_the_same_kind()
    {
        var words = (await visitor.OpenAsync("/glossary")).QuerySelectorAll(".glossary-word img.stitch-picture").Select(i => i.GetAttribute("src")!).Where(s => s.StartsWith("/pictures/words/", StringComparison.Ordinal)).ToList();
        Assert.Equal(Core.ThreadPaths.SeamExamples.Words.Count + Core.Threads.ThreadPositions.All.Count, words.Count);
        await AssertPicturesAsync(words);
        var fingers = (await visitor.OpenAsync("/machines/1")).QuerySelectorAll("img.use-picture").Select(i => i.GetAttribute("src")!).Distinct().ToList();
        Assert.Equal(4, fingers.Count);
        await AssertPicturesAsync(fingers);
        foreach (var none in new[] { "words/work.workroom", "words/x", "fingers/none", "fingers/3", "fingers/left" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri($"/pictures/{none}.svg", UriKind.Relative))).StatusCode);
        }
    }

    /// <summary>The card on paper shows the seam from its end by such a file, without words.</summary>
    [Theory]
    [InlineData("/setups/1", ".paper-card img.p-seam")]
    [InlineData("/setups/1/print", "img.p-seam")]
    [InlineData("/seams/2/set-up?machine=4&length=3", ".paper-card img.p-seam")]
    public async Task The_card_on_paper_shows_the_seam(string path, string where)
    {
        var source = (await visitor.OpenAsync(path)).QuerySelectorAll(where).Single().GetAttribute("src")!;
        var file = XDocument.Parse(await visitor.Client.GetStringAsync(new Uri(source, UriKind.Relative))).Root!;
        Assert.DoesNotContain(file.Descendants(), e => e.Name.LocalName == "text");
        Assert.True(file.Descendants().Count(e => e.Name.LocalName == "path") > 3);
        // It is the drawing of the page itself.
        var page = await visitor.OpenAsync(path.Replace("/print", "", StringComparison.Ordinal));
        Assert.Equal(page.QuerySelector(".pull-edge .pull-edge-drawing")!.QuerySelectorAll("path[data-s]").Select(p => p.GetAttribute("d")), file.Descendants().Where(e => e.Name.LocalName == "path" && ((string?)e.Attribute("id"))?.StartsWith("e-", StringComparison.Ordinal) == true).Select(e => (string?)e.Attribute("d")));
    }

    private async Task AssertPicturesAsync(IReadOnlyList<string> sources)
    {
        var pictures = new List<string>();
        foreach (var source in sources)
        {
            using var answer = await visitor.Client.GetAsync(new Uri(source, UriKind.Relative));
            Assert.Equal((HttpStatusCode.OK, "image/svg+xml"), (answer.StatusCode, answer.Content.Headers.ContentType!.MediaType));
            Assert.Contains("immutable", answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
            var file = XDocument.Parse(await answer.Content.ReadAsStringAsync()).Root!;
            var ids = file.Descendants().Attributes("id").Select(i => i.Value).ToHashSet();
            Assert.All(file.Descendants().Attributes().Where(h => h.Name.LocalName == "href"), h => Assert.Contains(h.Value[1..], ids));
            Assert.DoesNotContain(file.Descendants(), e => e.Name.LocalName == "text");
            pictures.Add(string.Concat(file.Elements().Skip(2)));
        }

        Assert.Equal(pictures.Count, pictures.Distinct().Count());
    }

    /// <summary>A flatlock shows the pieces of its face once more: alone, it brings them along.</summary>
    [Fact]
    public async Task What_a_drawing_borrows_from_another_of_its_page_comes_along()
    {
        const string Path = "/seams/1/set-up?stitch=flatlock";
        var page = await visitor.OpenAsync(Path);
        var number = page.QuerySelectorAll("svg.drawing[aria-label]").ToList().FindIndex(d => d.ClassList.Contains("pull-flat-drawing")) + 1;
        Assert.True(number > 0);
        var file = XDocument.Parse(await visitor.Client.GetStringAsync(new Uri($"{Path}&svg={number}", UriKind.Relative))).Root!;
        var ids = file.Descendants().Attributes("id").Select(i => i.Value).ToList();
        Assert.Equal(ids.Distinct(), ids);
        var shown = file.Descendants().Attributes().Where(h => h.Name.LocalName == "href").Select(h => h.Value[1..]).ToList();
        Assert.NotEmpty(shown);
        Assert.All(shown, id => Assert.Contains(id, ids));
    }

    [Fact]
    public void The_strongest_rule_wins_and_what_passes_does_not_leave_the_page()
    {
        var rules = new StyleRules(":root{--ink:#111;--soft:var(--ink)} .a{fill:red;stroke:var(--ink)} .wrap .a{fill:green} svg .a:hover{fill:blue} @media print{.a{fill:black}} /* .a{fill:white} */ .b,.c:not(.d){stroke-width:3px}", ".a{opacity:.5}");
        var page = new HtmlParser().ParseDocument("<title>T</title><div class=wrap><svg class=drawing aria-label=\"A &lt;b&gt; &amp; c\" viewBox=\"0 0 10 5\"><a href=/x><path class=a fill=none d=M0/></a><path class=b hidden=''/><path class=c d=M1/><path class=\"c d\" d=M2/><text x=1 class=b>5 &lt; 6</text></svg></div>");
        var file = DrawingFile.Of(DrawingFile.In(page).Single(), "Page <1>", rules).Root!;
        var paths = file.Descendants().Where(e => e.Name.LocalName == "path").ToList();
        Assert.Equal(3, paths.Count);
        Assert.Equal(("green", "#111", ".5"), ((string?)paths[0].Attribute("fill"), (string?)paths[0].Attribute("stroke"), (string?)paths[0].Attribute("opacity")));
        Assert.Equal("g", paths[0].Parent!.Name.LocalName);
        Assert.Equal(("3", null), ((string?)paths[1].Attribute("stroke-width"), (string?)paths[2].Attribute("stroke-width")));
        Assert.Equal(("10", "5"), ((string?)file.Attribute("width"), (string?)file.Attribute("height")));
        Assert.Equal("Page <1>: A <b> & c", file.Elements().First().Value);
        Assert.Equal("5 < 6", file.Descendants().Single(e => e.Name.LocalName == "text").Value);
    }
}
