using YieldingLoop.Core.Patterns;

namespace YieldingLoop.Core.Tests.Patterns;

/// <summary>Edges between corners, and what becomes of notches.</summary>
public class PatternCutterTests
{
    private static double[] Lengths(string path, PatternCut? cut = null) => [.. Drawn.Pieces(path, cut).SelectMany(p => p.Edges).Select(e => Math.Round(e.LengthMm, 6))];

    [Fact]
    public void Edges_end_at_corners_and_not_at_the_nodes_of_a_curve()
    {
        Assert.Equal([100, 60, 100, 60], Lengths("<rect width='100' height='60'/>"));
        // The file begins in the middle of an edge.
        Assert.Equal([60, 100, 60, 100], Lengths("<path d='M30 0H100V60H0V0z'/>"));
        Assert.Equal([Math.Round(Math.Tau * 30, 6)], Lengths("<circle cx='50' cy='50' r='30'/>"));
        // Two arcs that go on in one direction are one edge.
        Assert.Equal([100, Math.Round(Math.PI * 50, 6)], Lengths("<path d='M0 0H100A50 50 0 0 1 50 50A50 50 0 0 1 0 0'/>"));
        // A line of many small steps that turn little is one edge.
        var steps = string.Join(' ', Enumerable.Range(0, 91).Select(i => FormattableString.Invariant($"{100 * Math.Cos(i * Math.PI / 180):R},{100 * Math.Sin(i * Math.PI / 180):R}")));
        Assert.Equal([Math.Round(90 * 200 * Math.Sin(Math.PI / 360), 6)], Lengths($"<polyline points='{steps}'/>"));
    }

    [Fact]
    public void What_is_a_corner_can_be_said()
    {
        const string Bent = "<path d='M0 0h100l100 36.4'/>";
        Assert.Single(Lengths(Bent));
        Assert.Equal(2, Lengths(Bent, new(CornerDegrees: 15)).Length);
    }

    [Theory]
    [InlineData("M0 0H40l5 8l5 -8H100V60H0z", "a cut like a V")]
    [InlineData("M0 0H45v8v-8H100V60H0z", "a slit")]
    [InlineData("M0 0H40v5h8v-5H100V60H0z", "a box")]
    [InlineData("M0 0H40l5 -8l5 8H100V60H0z", "a tooth outward")]
    [InlineData("M46 0v8v-8H100V60H0V0z", "a slit where the file begins")]
    [InlineData("M0 0H100V30l-6 3l6 3V60H50l-3 -6l-3 6H0z", "two on two edges")]
    [InlineData("M0 0H20l3 6l3 -6H50l3 6l3 -6H100V60H0z", "two on one edge")]
    public void A_notch_is_bridged_and_the_edge_goes_on(string path, string what)
    {
        Assert.True(Lengths($"<path d='{path}'/>").Order().SequenceEqual([60, 60, 100, 100]), what);
        Assert.True(Lengths($"<path d='{path}'/>", new(WithoutNotches: false)).Length > 4, what);
    }

    [Theory]
    [InlineData("M0 0H40v15h15V0H100V60H0z")]
    [InlineData("M0 0H50v8H100V60H0z")]
    [InlineData("M0 0h9v9h-9z")]
    public void What_is_no_notch_stays(string path) =>
        Assert.Equal(path.Count(c => c is 'H' or 'v' or 'h' or 'V' or 'z'), Lengths($"<path d='{path}'/>").Length);

    [Fact]
    public void An_edge_ends_at_a_notch_where_that_is_wanted()
    {
        var cut = new PatternCut(SplitAtNotches: true);
        Assert.Equal([45, 55, 60, 100, 60], Lengths("<path d='M0 0H40l5 8l5 -8H100V60H0z'/>", cut));
        // A stroke across the edge, drawn beside the piece.
        var pieces = Drawn.Pieces("<rect width='100' height='60'/><path d='M30 -3v6'/><path d='M98 20h4'/><path d='M50 30h5'/>", cut);
        Assert.Equal([30, 70, 20, 40, 100, 60], Assert.Single(pieces).Edges.Select(e => Math.Round(e.LengthMm, 6)));
        Assert.Equal(2, pieces[0].Notches);
        // Without the wish the marks are only left out.
        Assert.Equal(4, Assert.Single(Drawn.Pieces("<rect width='100' height='60'/><path d='M30 -3v6'/>")).Edges.Count);
        // A ring is cut where its notches are.
        Assert.Equal([Math.Round(Math.PI * 30, 3), Math.Round(Math.PI * 30, 3)], Lengths("<circle cx='50' cy='50' r='30'/><path d='M50 18v4'/><path d='M50 78v4'/>", cut).Select(l => Math.Round(l, 3)));
    }

    [Fact]
    public void A_curve_is_cut_at_a_length_and_both_parts_are_as_long_as_the_whole()
    {
        var whole = Drawn.Pieces("<path d='M0 0C30 60 80 -60 120 20'/>")[0].Edges[0];
        var middle = whole.Middle;
        var mark = FormattableString.Invariant($"<path d='M{middle.X:R} {middle.Y - 1:R}v2'/>");
        var parts = Drawn.Pieces("<path d='M0 0C30 60 80 -60 120 20'/>" + mark, new(SplitAtNotches: true))[0].Edges;
        Assert.Equal(whole.LengthMm, parts.Sum(p => p.LengthMm), 6);
        Assert.Equal(whole.LengthMm / 2, parts[0].LengthMm, 0.1);
    }
}
