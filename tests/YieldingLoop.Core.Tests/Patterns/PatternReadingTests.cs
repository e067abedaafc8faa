using YieldingLoop.Core.Patterns;

namespace YieldingLoop.Core.Tests.Patterns;

/// <summary>What of an SVG file is measured, how large it is, and what is said of the rest (SVG 2 and CSS Values and Units, quoted from memory).</summary>
public class PatternReadingTests
{
    /// <summary>One inch in every unit.</summary>
    [Theory]
    [InlineData("96")]
    [InlineData("96px")]
    [InlineData("1in")]
    [InlineData("2.54cm")]
    [InlineData("25.4mm")]
    [InlineData("101.6Q")]
    [InlineData("72pt")]
    [InlineData("6pc")]
    [InlineData("50%")]
    [InlineData("9.6e1")]
    public void An_inch_is_an_inch_in_every_unit(string inch)
    {
        Assert.Equal(25.4, Drawn.Length($"""<svg width="2in" height="2in"><line x1="0" x2="{inch}" y1="5" y2="5"/></svg>"""), 9);
        Assert.Equal(4 * 25.4, Drawn.Length($"""<svg width="2in" height="2in"><rect width="{inch}" height="{inch}"/></svg>"""), 9);
        Assert.Equal(25.4, Drawn.Length($"""<svg width="2in" height="2in" viewBox="0 0 192 192"><circle cx="{inch}" cy="9" r="{inch}"/></svg>""") / Math.Tau, 9);
    }

    [Theory]
    [InlineData("2in", "1in", "", 48)]
    [InlineData("2in", "1in", "xMinYMax slice", 96)]
    [InlineData("2in", "1in", "none", 96)]
    [InlineData("2in", null, "", 96)]
    [InlineData(null, "1in", "", 48)]
    [InlineData(null, null, "", 50)]
    [InlineData("100%", "100%", "", 50)]
    public void A_view_box_is_laid_into_the_room_there_is(string? width, string? height, string aspect, double pixels)
    {
        // A line across half of a square view box of 100.
        var sides = (width is null ? "" : $"width=\"{width}\" ") + (height is null ? "" : $"height=\"{height}\" ");
        var drawing = Drawn.Read($"""<svg {sides}viewBox="-50 -50 100 100" preserveAspectRatio="{aspect}"><path d="M-20 0h50"/></svg>""");
        Assert.Equal(pixels * 25.4 / 96, drawing.Strokes[0].Outline.Length, 9);
        Assert.Equal(width?.EndsWith("in", StringComparison.Ordinal) == true || height?.EndsWith("in", StringComparison.Ordinal) == true, drawing.SaysSize);
    }

    [Fact]
    public void Where_a_shape_lies_follows_box_and_alignment()
    {
        PlanePoint At(string aspect) => Drawn.Read($"""<svg width="40mm" height="20mm" viewBox="0 0 10 10" preserveAspectRatio="{aspect}"><path d="M0 0h10"/></svg>""").Strokes[0].Outline.Curves[0].Start;
        Assert.Equal((10, 0), (Math.Round(At("xMidYMid").X, 6), Math.Round(At("xMidYMid").Y, 6)));
        Assert.Equal((20, 0), (Math.Round(At("xMaxYMin").X, 6), Math.Round(At("xMaxYMin").Y, 6)));
        Assert.Equal((0, -10), (Math.Round(At("xMidYMid slice").X, 6), Math.Round(At("xMidYMid slice").Y, 6)));
    }

    [Fact]
    public void Copies_symbols_and_inner_rooms_are_measured_where_they_are_used()
    {
        var drawing = Drawn.Millimetres("""
            <defs><path id="a" d="M0 0h10"/><symbol id="s" viewBox="0 0 10 10" overflow="visible"><path d="M0 0v10"/></symbol><path d="M0 0h999"/></defs>
            <use href="#a" x="5" transform="scale(2)"/><use href="#s" width="30" height="60"/><g transform="translate(100 100)"><svg x="10" y="20" width="50" height="50" viewBox="0 0 5 5"><path d="M1 1h2"/></svg></g>
            """);
        Assert.Equal([20, 30, 20], drawing.Strokes.Select(s => Math.Round(s.Outline.Length, 6)));
        Assert.Equal([10, 0, 120], drawing.Strokes.Select(s => Math.Round(s.Outline.Curves[0].Start.X, 6)));
        Assert.Empty(drawing.Gaps);
    }

    [Theory]
    [InlineData("<text x='3'>Front</text>", "gap-text")]
    [InlineData("<image width='30' height='30' href='data:image/png;base64,AAAA'/>", "gap-image")]
    [InlineData("<path clip-path='url(#c)' d='M0 0h40'/>", "gap-clipped")]
    [InlineData("<g style='mask: url(#m)'><path d='M0 0h40'/></g>", "gap-clipped")]
    [InlineData("<svg width='20' height='20'><path d='M0 0h40'/></svg>", "gap-clipped")]
    [InlineData("<g><g style='display:none'><path d='M0 0h40'/></g></g>", "gap-hidden")]
    [InlineData("<path visibility='hidden' d='M0 0h40'/>", "gap-hidden")]
    [InlineData("<foreignObject><p/></foreignObject>", "gap-foreign")]
    [InlineData("<path transform='turn(3)' d='M0 0h40'/>", "gap-moved")]
    [InlineData("<path style='transform: scale(2)' d='M0 0h40'/>", "gap-moved")]
    [InlineData("<rect width='3em' height='20'/>", "gap-unit")]
    [InlineData("<use href='#nowhere'/>", "gap-missing")]
    [InlineData("<style>.a { display: none }</style>", "gap-style")]
    [InlineData("<spline d='M0 0'/>", "gap-unknown")]
    [InlineData("<path d='M0 0h99999999'/>", "gap-damaged")]
    public void What_cannot_be_measured_is_said_and_left_out(string bad, string code)
    {
        var drawing = Drawn.Millimetres("<path d='M0 0h77'/>" + bad);
        var gap = Assert.Single(drawing.Gaps);
        Assert.Equal((code, 1), (gap.Code, gap.Figures["count"]));
        Assert.Equal(77, Assert.Single(drawing.Strokes).Outline.Length, 9);
        Assert.Empty(PatternWords.Lacks(gap));
        Assert.NotEmpty(PatternWords.Of(gap));
    }

    [Fact]
    public void Layers_are_the_outermost_groups_with_their_names()
    {
        var drawing = Drawn.Millimetres("""
            <g id="all"><g label="Size S" id="x1"><path id="front" d="M0 0h30"/></g><g id="m" style="display:none"><title>Size M</title><g><path d="M0 0h40"/></g></g><g label="letters"><text>no</text></g><path d="M0 0h50"/></g>
            """);
        // One group round all of them is no layer only where nothing else lies beside them; here a line lies among them.
        Assert.Equal(["Size S", "Size M", ""], drawing.Layers.Select(l => l.Name));
        Assert.Equal([false, true, false], drawing.Layers.Select(l => l.Hidden));
        Assert.Equal([(0, 30.0), (1, 40), (2, 50)], drawing.Strokes.Select(s => (s.Layer, Math.Round(s.Outline.Length, 6))));
        Assert.Equal("front", drawing.Strokes[0].Name);

        Assert.Equal(["a"], Drawn.Millimetres("""<g id="a"><path d="M0 0h30"/></g>""").Layers.Select(l => l.Name));
        Assert.Equal([""], Drawn.Millimetres("""<path d="M0 0h30"/>""").Layers.Select(l => l.Name));
    }

    [Fact]
    public void A_file_with_nothing_to_measure_or_far_too_much_is_refused_by_code()
    {
        Assert.Equal(PatternDrawing.Empty, PatternDrawing.Read(Drawn.Element("<svg><text>x</text></svg>")).Fault?.Code);
        Assert.Equal(PatternDrawing.Empty, PatternDrawing.Read(Drawn.Element("<html/>")).Fault?.Code);
        // Ten uses of ten uses, twelve deep: a million million shapes in a kilobyte.
        var bomb = string.Concat(Enumerable.Range(1, 12).Select(i => $"<g id='n{i}'>{string.Concat(Enumerable.Repeat($"<use href='#n{i - 1}'/>", 10))}</g>"));
        var fault = PatternDrawing.Read(Drawn.Element($"<svg><defs><path id='n0' d='M0 0h9'/>{bomb}</defs><use href='#n12'/></svg>")).Fault!;
        Assert.Equal(PatternDrawing.TooMany, fault.Code);
        Assert.Empty(PatternWords.Lacks(fault));
        Assert.Equal("gap-missing", Assert.Single(Drawn.Millimetres("<g id='a'><path d='M0 0h30'/><use href='#a'/></g>").Gaps).Code);
    }
}
