using System.Xml.Linq;

namespace YieldingLoop.Web.Tests;

/// <summary>The card of a set-up as one picture.</summary>
public sealed class CardPictureTests(App app) : IClassFixture<App>
{
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    [InlineData(8)]
    public async Task It_says_what_the_printed_card_says_and_nothing_lies_outside(int id)
    {
        var visitor = app.Visit();
        var paper = await visitor.OpenAsync($"/setups/{id}/print");
        Assert.Equal("?svg=card", paper.QuerySelector(".print-bar a[href*=svg]")!.GetAttribute("href"));
        var svg = XElement.Parse(await visitor.Client.GetStringAsync(new Uri($"/setups/{id}/print?svg=card", UriKind.Relative)));
        var said = string.Join(' ', svg.Descendants().Where(e => e.Name.LocalName == "text").Select(t => t.Value));
        string Plain(string text) => string.Concat(text.Where(c => !char.IsWhiteSpace(c)));

        foreach (var part in paper.QuerySelectorAll(".a5 h1, .p-number, .p-words, .p-thread, .p-label, .p-settings span, .p-settings strong, .p-settings em, .p-two h2, .p-targets p, .p-notes p, .a5 footer p, .a5 header p"))
        {
            Assert.Contains(Plain(part.TextContent), Plain(said), StringComparison.Ordinal);
        }

        // Lines stand on the paper: none below its foot, none that begins outside it.
        Assert.All(svg.Elements().Where(e => e.Name.LocalName == "text"), t => Assert.True((double)t.Attribute("y")! < 812 && (double)t.Attribute("x")! is >= 34 and < 558));
        Assert.DoesNotContain("var(", svg.ToString(), StringComparison.Ordinal);
    }
}
