using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>Lengths from a pattern, as somebody at a browser takes them.</summary>
public sealed class PatternPageTests : IDisposable
{
    private const string Page = "/garments/2/pattern";

    /// <summary>Half a body on the fold, 200 across and 450 long with an armhole cut square out of it, and a test square of 40 where 50 is meant.</summary>
    private const string Small = """
        <svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="600mm" viewBox="0 0 400 600">
          <g id="Bow"><path d="M0 0H100V150H200V450H0z"/></g><g id="Stroke"><path d="M0 0H110V160H210V480H0z"/></g><g id="odd"><path d="M0 0H100V450H0z"/></g>
          <rect x="300" width="40" height="40"/><text>Front</text>
        </svg>
        """;

    private readonly App app = new();
    private readonly Visitor visitor;

    public PatternPageTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task Edges_are_marked_carried_to_the_other_sizes_and_taken_over_into_the_garment()
    {
        Assert.Equal(Page, await UploadAsync(Small));
        var page = await visitor.OpenAsync(Page);
        Assert.Contains("1 × text", Text(page), StringComparison.Ordinal);
        // Layers that are called as the sizes are theirs.
        Assert.Equal(["Bow", "Stroke", "odd", "outside any layer"], page.QuerySelectorAll(".pattern-layers a").Select(a => a.TextContent));
        var bow = Layer(page, "Bow");
        Assert.Equal(["Bow", "Stroke", "not in this file"], page.QuerySelectorAll("select[id^=Input_Layers]").Select(l => ((IHtmlSelectElement)l).SelectedOptions[0].Text));

        // The fold, then the hem, whose 200 mm count twice; the side seam, 300 mm, and what it is sewn to.
        var side = await SeamAsync("Base layer side seam");
        var hem = await SeamAsync("Base layer hem");
        await MarkAsync(bow, "fold", "0.5");
        await MarkAsync(bow, $"seam:{hem}", "0.4");
        page = await MarkAsync(bow, $"seam:{side}", "0.3");
        Assert.Contains("1 edge counts twice", Text(page), StringComparison.Ordinal);
        Assert.Equal(["300.0 mm", "400.0 mm"], page.QuerySelectorAll(".pattern-brush strong").Select(s => s.TextContent.Trim()).Where(s => s.Length > 0));
        // A second tap takes the mark away, a tap as another seam changes it.
        Assert.Single((await MarkAsync(bow, $"seam:{side}", "0.3")).QuerySelectorAll(".pattern-brush strong"), s => s.TextContent.Trim().Length > 0);
        await MarkAsync(bow, $"seam:{hem}", "0.3");
        page = await MarkAsync(bow, $"seam:{side}", "0.3");

        var carried = await visitor.SendAsync(page, $"{Page}?layer={bow}&as=seam:{side}&handler=Carry", [], "carry");
        page = await visitor.OpenAsync(carried.Location!);
        Assert.Contains("Marked in “Stroke” too", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(
            ["Base layer side seam|Bow|300.0 mm", "Base layer side seam|Stroke|320.0 mm", "Base layer hem|Bow|400.0 mm", "Base layer hem|Stroke|420.0 mm"],
            page.QuerySelectorAll("tbody tr").Select(r => $"{r.Children[0].TextContent}|{r.Children[1].TextContent}|{r.Children[3].TextContent.Trim()}"));

        Assert.Equal("/garments/2", (await visitor.SendAsync(page, $"{Page}?handler=Take", [], "take")).Location);
        var garment = JsonNode.Parse(await visitor.Client.GetStringAsync(new Uri("/files/out/garments/2.json", UriKind.Relative)))!["garments"]![0]!["garment"]!;
        Assert.Equal([300.0, 320], Lengths(garment, side).Take(2));
        // Lengths the pattern does not know stay.
        Assert.Equal(3, Lengths(garment, side).Count);
    }

    [Fact]
    public async Task The_test_square_settles_the_scale_before_anything_is_taken_over()
    {
        await UploadAsync(Small);
        var page = await visitor.OpenAsync(Page);
        var bow = Layer(page, "Bow");
        await MarkAsync(bow, $"seam:{await SeamAsync("Base layer side seam")}", "0.3");
        var square = page.QuerySelectorAll("#Input_Square option").Single(o => o.TextContent.Contains("40 mm", StringComparison.Ordinal)).GetAttribute("value")!;

        page = await SettingsAsync(new() { ["Input.Square"] = square, ["Input.SquareMm"] = "50" });
        Assert.Contains("40.0 mm in the file, and you say it is 50.0 mm", Text(page), StringComparison.Ordinal);
        Assert.Null(page.QuerySelector(".next-bar .btn-next"));
        var early = await visitor.SendAsync(page, $"{Page}?handler=Take", [], "take");
        Assert.Contains("which scale counts", Text(early.Page), StringComparison.Ordinal);

        page = await SettingsAsync(new() { ["Input.TakeSquare"] = "true" });
        Assert.Contains("multiplied by 1.25", Text(page), StringComparison.Ordinal);
        // The mark stayed on its edge: 300 · 1.25, and with 10 mm of allowance 20 less.
        Assert.Equal("375.0 mm", page.QuerySelector("tbody td strong")!.TextContent);
        page = await SettingsAsync(new() { ["Input.Allowance"] = "1 cm" });
        Assert.Equal("355.0 mm", page.QuerySelector("tbody td strong")!.TextContent);
        Assert.NotNull(page.QuerySelector(".next-bar .btn-next"));
    }

    [Fact]
    public async Task Wrong_figures_are_told_and_what_was_typed_stays()
    {
        await UploadAsync(Small);
        var page = await visitor.OpenAsync(Page);
        var wrong = await visitor.SendAsync(page, $"{Page}?handler=Settings", new() { ["Input.SquareMm"] = "fifty", ["Input.Allowance"] = "90", ["Input.Corner"] = "2" }, "settings");

        foreach (var said in new[] { "“fifty” is not a number", "0 to 40 mm", "5 to 85 degrees" })
        {
            Assert.Contains(said, Text(wrong.Page), StringComparison.Ordinal);
        }

        Assert.Equal("90", wrong.Page.Value("Input_Allowance"));
        var half = await visitor.SendAsync(page, $"{Page}?handler=Settings", new() { ["Input.SquareMm"] = "50" }, "settings");
        Assert.Contains("Choose which of the squares", Text(half.Page), StringComparison.Ordinal);
        var nobody = await visitor.SendAsync(page, $"{Page}?layer=0&as=seam:none&handler=Mark", new() { ["at"] = "77.1" }, "marks");
        Assert.Contains("not here any more", Text(nobody.Page), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_two_tablets_do_to_one_pattern_is_neither_lost_nor_taken_over_unseen()
    {
        await UploadAsync(Small);
        var page = await visitor.OpenAsync(Page);
        var (bow, side, hem) = (Layer(page, "Bow"), await SeamAsync("Base layer side seam"), await SeamAsync("Base layer hem"));
        await MarkAsync(bow, $"seam:{side}", "0.3");
        var first = await visitor.OpenAsync(Page);
        var marks = await Task.WhenAll(Enumerable.Range(0, 5).Select(e => MarkFromAsync(first, bow, $"seam:{hem}", $"0.{e}")));
        Assert.All(marks, m => Assert.NotNull(m));

        // Seen was one mark; five more came meanwhile.
        var stale = await visitor.SendAsync(first, $"{Page}?handler=Take", [], "take");
        Assert.Contains("was changed while you looked", Text(stale.Page), StringComparison.Ordinal);
        Assert.Equal(5, stale.Page.QuerySelectorAll(".pattern-edges [aria-pressed=true]").Length);
    }

    [Theory]
    [InlineData("", "No file came")]
    [InlineData("<html/>", "no SVG file")]
    [InlineData("<svg xmlns='http://www.w3.org/2000/svg'><script/></svg>", "script")]
    public async Task A_file_that_is_no_pattern_is_refused_and_the_one_before_stays(string text, string why)
    {
        await UploadAsync(Small);
        Assert.Contains(why, await UploadAsync(text), StringComparison.Ordinal);
        Assert.Contains("from “pattern.svg”", Text(await visitor.OpenAsync(Page)), StringComparison.Ordinal);
        Assert.Equal(2, Directory.GetFiles(Path.Combine(app.Folder, "patterns")).Count(f => !f.EndsWith(".beside", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task Names_out_of_a_file_are_never_markup_and_a_pattern_can_be_put_aside()
    {
        await UploadAsync("<svg xmlns='http://www.w3.org/2000/svg'><g id='&lt;b&gt;layer'><path data-name='&lt;img src=x&gt;' d='M0 0h300v300z'/></g><g><path d='M0 0h90'/></g></svg>");
        var page = await visitor.OpenAsync(Page);
        Assert.Null(page.QuerySelector("main b, main img"));
        Assert.Contains("<img src=x>", Text(page), StringComparison.Ordinal);
        Assert.Equal("/garments/2", (await visitor.SendAsync(page, $"{Page}?handler=Leave", [], "leave")).Location);
        Assert.NotNull((await visitor.OpenAsync(Page)).QuerySelector("form[enctype]"));
        Assert.Empty(Directory.GetFiles(Path.Combine(app.Folder, "patterns")));
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/garments/99/pattern", UriKind.Relative))).StatusCode);
    }

    private static string Text(IHtmlDocument page) => page.QuerySelector("main")!.TextContent;

    private static int Layer(IHtmlDocument page, string name) => page.QuerySelectorAll(".pattern-layers a").Select(a => a.TextContent).ToList().IndexOf(name);

    private static List<double> Lengths(JsonNode garment, string seam) =>
        [.. ((JsonArray)garment["seams"]!).Single(s => (string?)s!["id"] == seam)!["lengthsMm"]!.AsObject().Select(l => (double)l.Value!).Order()];

    private async Task<string> SeamAsync(string name)
    {
        var link = (await visitor.OpenAsync(Page)).QuerySelectorAll(".pattern-brush").First(a => a.TextContent.Contains(name, StringComparison.Ordinal));
        return Uri.UnescapeDataString(link.GetAttribute("href")!).Split("seam:")[1];
    }

    private async Task<IHtmlDocument> MarkAsync(int layer, string mark, string edge) =>
        await visitor.OpenAsync((await MarkFromAsync(await visitor.OpenAsync(Page), layer, mark, edge))!);

    private async Task<string?> MarkFromAsync(IHtmlDocument page, int layer, string mark, string edge) =>
        (await visitor.SendAsync(page, $"{Page}?layer={layer}&as={Uri.EscapeDataString(mark)}&handler=Mark", new() { ["at"] = edge }, "marks")).Location;

    private async Task<IHtmlDocument> SettingsAsync(Dictionary<string, string?> fields)
    {
        var page = await visitor.OpenAsync(Page);
        return await visitor.OpenAsync((await visitor.SendAsync(page, $"{Page}?handler=Settings", fields, "settings")).Location!);
    }

    /// <returns>Where it led, or what the page said.</returns>
    private async Task<string> UploadAsync(string svg)
    {
        var form = (IHtmlFormElement)(await visitor.OpenAsync(Page)).QuerySelector("form[enctype]")!;
        using var content = new MultipartFormDataContent();
        foreach (var (field, value) in Visitor.Fields(form).Where(f => f.Key != "file"))
        {
            content.Add(new StringContent(value), field);
        }

        content.Add(new ByteArrayContent(Encoding.UTF8.GetBytes(svg)), "file", "../pattern.svg");
        using var answer = await visitor.Client.PostAsync(new Uri($"{Page}?handler=File", UriKind.Relative), content);
        return answer.Headers.Location?.OriginalString ?? await answer.Content.ReadAsStringAsync();
    }
}
